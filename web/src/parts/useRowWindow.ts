import { type RefObject, useCallback, useEffect, useState } from 'react';

/** The tallest scrolled area: browsers cap an element's height at some 33 million pixels. */
const tallest = 8_000_000;

/**
 * The rows of a long list that are in sight. Lists taller than a browser can lay out are scaled: the scroll bar's place is
 * a share of the list, and the rows in sight are drawn where it stands.
 */
export function useRowWindow(scroller: RefObject<HTMLElement | null>, count: number, rowHeight: number, spare = 10) {
  const [seen, setSeen] = useState({ top: 0, height: 600 });
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const look = () => setSeen({ top: element.scrollTop, height: element.clientHeight });
    look();
    const observer = new ResizeObserver(look);
    observer.observe(element);
    element.addEventListener('scroll', look, { passive: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', look);
    };
  }, [scroller]);

  const whole = count * rowHeight;
  const height = Math.min(whole, tallest);
  // How far the first row in sight is from the list's top, and where that row is drawn.
  const travel = height - seen.height;
  const start = height === whole || travel <= 0 ? seen.top : (seen.top / travel) * (whole - seen.height);
  const shift = seen.top - start;
  const first = Math.max(0, Math.floor(start / rowHeight) - spare);
  const last = Math.min(count - 1, Math.ceil((start + seen.height) / rowHeight) + spare);
  const rows = Array.from({ length: Math.max(0, last - first + 1) }, (_, at) => ({
    index: first + at,
    top: (first + at) * rowHeight + shift,
  }));

  /** Brings a row into sight; what is above the first row (a sticky heading) and below the last is kept free. */
  const reveal = useCallback(
    (index: number, above = rowHeight, below = rowHeight) => {
      const element = scroller.current;
      if (!element) return;
      const room = element.clientHeight;
      const scale = height === whole ? 1 : (height - room) / (whole - room);
      const at = index * rowHeight;
      const now = element.scrollTop / scale;
      if (at < now) element.scrollTop = at * scale;
      else if (at + rowHeight + above + below > now + room) element.scrollTop = (at + rowHeight + above + below - room) * scale;
    },
    [scroller, height, whole, rowHeight],
  );
  return { height, rows, first, last, reveal };
}
