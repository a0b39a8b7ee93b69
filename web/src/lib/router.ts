import { useSyncExternalStore } from 'react';

/** Where the page is: the address is the state. */
const listeners = new Set<() => void>();
window.addEventListener('popstate', () => {
  for (const tell of listeners) tell();
});

export function go(path: string) {
  if (path !== window.location.pathname) {
    window.history.pushState(null, '', path);
    for (const tell of listeners) tell();
  }
}

export function usePath(): string {
  return useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => window.location.pathname,
  );
}
