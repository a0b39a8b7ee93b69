import { useEffect, useRef } from 'react';

/** The heading of the screen that is shown. */
const headingOf = () => document.querySelector<HTMLElement>('main h1');

/** What stands in the window's title and in the list of open pages, for a screen of this heading. */
export const titleOf = (heading: string) => (heading === '' ? 'One Whole' : `${heading} – One Whole`);

/** Puts the focus where one goes on reading: at the heading of what is shown. */
export function focusHeading() {
  const heading = headingOf();
  if (!heading) return;
  if (!heading.hasAttribute('tabindex')) heading.tabIndex = -1;
  heading.focus({ preventScroll: true });
}

/**
 * Where the address leads to another screen: the window's title follows its heading, now and whenever it is renamed, and the focus is
 * on it, unless something on the screen has taken it. At the first screen of a page the focus is the browser's.
 */
export function useArrival(path: string) {
  const before = useRef(path);
  useEffect(() => {
    let arrived = before.current === path;
    before.current = path;
    let asked = 0;
    const look = () => {
      asked = 0;
      const heading = headingOf();
      if (!heading) return;
      const title = titleOf(heading.textContent?.trim() ?? '');
      if (document.title !== title) document.title = title;
      if (arrived) return;
      arrived = true;
      const focus = document.activeElement;
      if (!focus || focus === document.body || !document.querySelector('main')?.contains(focus)) focusHeading();
    };
    const later = () => {
      if (asked === 0) asked = requestAnimationFrame(look);
    };
    const observer = new MutationObserver(later);
    const root = document.getElementById('root');
    if (root) observer.observe(root, { subtree: true, childList: true, characterData: true });
    later();
    return () => {
      cancelAnimationFrame(asked);
      observer.disconnect();
    };
  }, [path]);
}
