import { useEffect, useRef } from 'react';

/** What is said to who does not see the page: once, politely, or at once where something failed. */
export type Said = { text: string; urgent: boolean };

const listeners = new Set<(said: Said) => void>();

/** Says something; where nobody listens yet it is not said. */
export function announce(text: string, urgent = false) {
  const said = { text: text.trim(), urgent };
  if (said.text) for (const listen of listeners) listen(said);
}

/** Hears what is announced, until the returned function is called. */
export function onAnnounced(listen: (said: Said) => void) {
  listeners.add(listen);
  return () => {
    listeners.delete(listen);
  };
}

/** Says a text whenever it has become another one; an empty one is not said. */
export function useAnnounced(text: string | null | undefined, urgent = false) {
  const last = useRef('');
  useEffect(() => {
    const now = text?.trim() ?? '';
    if (now !== last.current) {
      last.current = now;
      announce(now, urgent);
    }
  }, [text, urgent]);
}

/** How far something is, said by tens: "40 %". The first and the last are said by what begins and ends it. */
export function useProgressAnnounced(part: number | null | undefined) {
  const tens = part === null || part === undefined ? null : Math.floor(part * 10 + 1e-9);
  useAnnounced(tens !== null && tens > 0 && tens < 10 ? `${tens * 10} %` : null);
}
