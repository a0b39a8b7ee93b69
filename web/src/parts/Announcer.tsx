import { useEffect, useState } from 'react';
import { onAnnounced } from '../lib/announce';

/** So long several things are gathered and said as one. */
const gather = 120;

/** What is heard of the page: two places that are there before anything is said in them. */
export function Announcer() {
  const [polite, setPolite] = useState('');
  const [urgent, setUrgent] = useState('');
  useEffect(() => {
    let waiting: { text: string; urgent: boolean }[] = [];
    let timer = 0;
    const say = () => {
      timer = 0;
      const texts = (isUrgent: boolean) => [
        ...new Set(waiting.filter((said) => said.urgent === isUrgent).map((said) => said.text)),
      ];
      const [now, calm] = [texts(true), texts(false)];
      waiting = [];
      // The same words again are said again: they must differ to be heard.
      const told = (next: string[]) => (old: string) => {
        const text = next.map((part) => (/[.!?…]$/.test(part) ? part : `${part}.`)).join(' ');
        return text === old ? `${text}\u00a0` : text;
      };
      if (now.length) setUrgent(told(now));
      if (calm.length) setPolite(told(calm));
    };
    const stop = onAnnounced((said) => {
      waiting.push(said);
      if (timer === 0) timer = window.setTimeout(say, gather);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, []);
  return (
    <div className="sr-only">
      <p role="status" aria-live="polite" data-said="">
        {polite}
      </p>
      <p role="alert" aria-live="assertive" data-said="urgent">
        {urgent}
      </p>
    </div>
  );
}
