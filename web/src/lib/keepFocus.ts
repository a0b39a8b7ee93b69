/** What can have the focus. */
const focusable = 'a[href], button, input, select, textarea, summary, [tabindex]';

const canHaveFocus = (element: Element): element is HTMLElement | SVGElement =>
  element.isConnected &&
  element.matches(focusable) &&
  !element.matches(':disabled, [hidden], [aria-hidden="true"] *, [tabindex="-1"]:not([data-stop])') &&
  element.getClientRects().length > 0 &&
  getComputedStyle(element).visibility !== 'hidden';

/** An element that the focus is in, with what stands before and after it. */
type Level = { element: Element; before: Element[]; after: Element[] };

/** Where the focus was: the element and all that it stands in, from the inside out. */
type Place = { path: string; levels: Level[]; goesOn: string | null };

/** More neighbours are not remembered. */
const remembered = 4;

function siblings(of: Element, side: 'previousElementSibling' | 'nextElementSibling'): Element[] {
  const found: Element[] = [];
  for (let at = of[side]; at && found.length < remembered; at = at[side]) found.push(at);
  return found;
}

function placeOf(element: Element): Place {
  const levels: Level[] = [];
  let goesOn: string | null = null;
  for (let at: Element | null = element; at && at !== document.body; at = at.parentElement) {
    levels.push({ element: at, before: siblings(at, 'previousElementSibling'), after: siblings(at, 'nextElementSibling') });
    goesOn ??= at.getAttribute('data-goes-on');
  }
  return { path: window.location.pathname, levels, goesOn };
}

/** The first, or the last, thing in an element that can have the focus; it may be the element itself. */
function within(element: Element, last = false): HTMLElement | SVGElement | undefined {
  if (canHaveFocus(element)) return element;
  const all = [...element.querySelectorAll(focusable)].filter(canHaveFocus);
  return last ? all.at(-1) : all[0];
}

/**
 * Where one goes on: where what is gone says so; else in what stood after it, or before it, within the smallest part of the page that
 * is still there.
 */
function next({ goesOn, levels }: Place): HTMLElement | SVGElement | null {
  for (const selector of goesOn?.split('||') ?? []) {
    const said = [...document.querySelectorAll(selector)].find(canHaveFocus);
    if (said) return said as HTMLElement | SVGElement;
  }
  for (const { element, before, after } of levels) {
    // A neighbour that went with it is no neighbour any more.
    if (element.isConnected && !element.matches(':disabled')) {
      const found = within(element);
      if (found) return found;
    }
    for (const neighbour of after) {
      const found = neighbour.isConnected ? within(neighbour) : undefined;
      if (found) return found;
    }
    for (const neighbour of before) {
      const found = neighbour.isConnected ? within(neighbour, true) : undefined;
      if (found) return found;
    }
  }
  return null;
}

/**
 * The focus is never lost: where what had it is taken off the page, or can't be used any more, it goes to where one goes on.
 * `data-goes-on` names that place, as a selector, for all that stands in an element; after "||" another one, where that is gone, too.
 */
export function keepFocus(root: HTMLElement): () => void {
  let last: Place | null = null;
  let asked = 0;
  const remember = (event: FocusEvent) => {
    if (event.target instanceof Element && event.target !== document.body) last = placeOf(event.target);
  };
  const elementOf = (place: Place) => place.levels[0]?.element;
  const isLost = (place: Place) => {
    const element = elementOf(place);
    return !element?.isConnected || element.matches(':disabled');
  };
  const look = () => {
    asked = 0;
    const place = last;
    if (!place || !isLost(place) || place.path !== window.location.pathname) return;
    const now = document.activeElement;
    if (now && now !== document.body && now !== elementOf(place)) return;
    next(place)?.focus({ preventScroll: true });
  };
  const later = () => {
    // What is drawn in its place may take the focus itself.
    if (asked === 0 && last && isLost(last)) asked = requestAnimationFrame(() => requestAnimationFrame(look));
  };
  const left = (event: PointerEvent) => {
    // Who points elsewhere has left it.
    if (last && !(event.target instanceof Node && elementOf(last)?.contains(event.target))) last = null;
  };
  const observer = new MutationObserver(later);
  observer.observe(root, { subtree: true, childList: true, attributes: true, attributeFilter: ['disabled'] });
  document.addEventListener('focusin', remember);
  document.addEventListener('pointerdown', left, true);
  return () => {
    cancelAnimationFrame(asked);
    observer.disconnect();
    document.removeEventListener('focusin', remember);
    document.removeEventListener('pointerdown', left, true);
  };
}
