import { type KeyboardEvent, type RefObject, useCallback, useLayoutEffect, useRef } from 'react';

/** The kinds of things that the keys reach within a figure, or a row of buttons, in the order in which they go through them. */
export const stopKinds = ['title', 'panel', 'bar', 'end', 'name', 'key', 'axis', 'cut', 'handle', 'form', 'tool'] as const;

export type StopKind = (typeof stopKinds)[number];

/** What a thing has so that the keys reach it within what is around it; one of them is the Tab stop of all. */
export const stop = (kind: StopKind, id: string) => ({ 'data-stop': kind, 'data-stop-id': id, tabIndex: -1 });

/** Selects a stop by its id, as `data-goes-on` has it. */
export const stopSelector = (id: string) => `[data-stop-id="${CSS.escape(id)}"]`;

const rank = (element: Element) => stopKinds.indexOf(element.getAttribute('data-stop') as StopKind);

/** The stop that a key leads to: `null` where the key is none of these. */
export function stopAfter<Stop>(all: Stop[], now: Stop | null, kindOf: (stop: Stop) => string | null, key: string): Stop | null {
  const at = now === null ? -1 : all.indexOf(now);
  const kind = now === null ? null : kindOf(now);
  const same = all.filter((other) => kindOf(other) === kind);
  switch (key) {
    case 'ArrowRight':
    case 'ArrowDown':
      return all[Math.min(all.length - 1, at + 1)] ?? null;
    case 'ArrowLeft':
    case 'ArrowUp':
      return all[Math.max(0, at - 1)] ?? null;
    case 'Home':
      return same[0] ?? null;
    case 'End':
      return same.at(-1) ?? null;
    case 'PageDown':
      return all.slice(at + 1).find((other) => kindOf(other) !== kind) ?? null;
    case 'PageUp': {
      const before = all.slice(0, Math.max(0, at)).findLast((other) => kindOf(other) !== kind);
      return before === undefined ? null : (all.find((other) => kindOf(other) === kindOf(before)) ?? null);
    }
    default:
      return null;
  }
}

/**
 * A figure, or a row of buttons, is one Tab stop: within it the arrows go from thing to thing, Home and End to the first and last of a
 * kind, PageDown and
 * PageUp to the next kind and back. What has the focus last is where Tab comes back to; at first it is what is chosen, or the
 * first bar.
 */
export function useStops(around: RefObject<Element | null>) {
  const current = useRef<string | null>(null);
  const all = useCallback(
    () =>
      [...(around.current?.querySelectorAll<HTMLElement | SVGElement>('[data-stop]') ?? [])]
        .map((element, at) => ({ element, at }))
        .sort((one, other) => rank(one.element) - rank(other.element) || one.at - other.at)
        .map(({ element }) => element),
    [around],
  );
  const settle = useCallback(() => {
    const stops = all();
    const now =
      stops.find((element) => element.getAttribute('data-stop-id') === current.current) ??
      stops.find((element) => element.getAttribute('aria-pressed') === 'true') ??
      stops.find((element) => element.getAttribute('data-stop') === 'bar') ??
      stops[0];
    for (const element of stops) element.setAttribute('tabindex', element === now ? '0' : '-1');
  }, [all]);
  // What is drawn anew has its stop anew.
  useLayoutEffect(settle);
  return {
    onFocus: (event: React.FocusEvent) => {
      const id = (event.target as Element).closest('[data-stop]')?.getAttribute('data-stop-id');
      if (!id || id === current.current) return;
      current.current = id;
      settle();
    },
    /** Whether it took the key. */
    onKeyDown: (event: KeyboardEvent): boolean => {
      const now = (event.target as Element).closest<HTMLElement | SVGElement>('[data-stop]');
      if (!now || event.ctrlKey || event.metaKey || event.altKey) return false;
      const next = stopAfter(all(), now, (element) => element.getAttribute('data-stop'), event.key);
      if (!next) return false;
      event.preventDefault();
      next.focus();
      return true;
    },
  };
}

/** Enter and Space do what a click does; the key does not go on to what is opened. */
export const pressed = (act: () => void) => (event: KeyboardEvent) => {
  if (event.key !== 'Enter' && event.key !== ' ') return;
  event.preventDefault();
  event.stopPropagation();
  act();
};
