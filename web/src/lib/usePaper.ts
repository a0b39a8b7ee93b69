import { useCallback, useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { announce } from './announce';

/**
 * A screen on paper: all of its rows, which the screen itself fetches as they are scrolled to. Ctrl+P, and what calls `print`, fetch
 * them first; the browser's own menu prints those that are at hand.
 *
 * @param stamp what the rows belong to: with another one they are fetched anew
 * @param load fetches them
 */
export function usePaper<Row>(stamp: string, load: () => Promise<Row[]>) {
  const [paper, setPaper] = useState<{ stamp: string; rows: Row[] } | null>(null);
  const latest = useRef(load);
  latest.current = load;
  const running = useRef(false);
  const print = useCallback(async () => {
    if (running.current) return;
    running.current = true;
    announce('Fetching the rows to print');
    try {
      setPaper({ stamp, rows: await latest.current() });
      // What was fetched is drawn before it is printed.
      await new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)));
    } catch {
      // What is at hand is printed, and says how much that is.
    } finally {
      running.current = false;
    }
    window.print();
  }, [stamp]);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.shiftKey || event.altKey || event.key.toLowerCase() !== 'p') return;
      event.preventDefault();
      print();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [print]);
  // What is printed is on the page only while it is printed.
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const begin = () => flushSync(() => setPrinting(true));
    const end = () => setPrinting(false);
    window.addEventListener('beforeprint', begin);
    window.addEventListener('afterprint', end);
    return () => {
      window.removeEventListener('beforeprint', begin);
      window.removeEventListener('afterprint', end);
    };
  }, []);
  return { printing, rows: paper?.stamp === stamp ? paper.rows : null, print };
}
