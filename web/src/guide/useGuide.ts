import { useSyncExternalStore } from 'react';

/** Where the guide is open: a page, and a heading in it. */
export type GuidePlace = { page: string; heading?: string };

/** The list of keys, which is no page of the guide's folder. */
export const keysPage = 'keys';

let place: GuidePlace | null = null;
const listeners = new Set<() => void>();

export function openGuide(to: GuidePlace | null) {
  place = to;
  for (const tell of listeners) tell();
}

/** Opens the page that a place on the screen is about: that of what has the focus, else that of the screen. */
export function askHere() {
  if (place) return;
  const about =
    document.activeElement?.closest<HTMLElement>('[data-guide]') ??
    // What is open over the screen, else the screen.
    document.querySelector<HTMLElement>('[role="dialog"][data-guide]') ??
    document.querySelector<HTMLElement>('main[data-guide]');
  openGuide({ page: about?.dataset.guide ?? '1-bring-in' });
}

export function useGuide(): GuidePlace | null {
  return useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => place,
  );
}

/** Pages as they are loaded: apart from the rest of the front end, at the first question. */
export const loadPages = async () => (await import('./pages')).pages;
