import { type RefObject, useEffect, useState } from 'react';

/** Whether an element has more to its right than it shows now. */
export function useHiddenRight(element: RefObject<HTMLElement | null>, of: unknown): boolean {
  const [hidden, setHidden] = useState(false);
  useEffect(() => {
    const box = element.current;
    if (!box) return;
    void of;
    const look = () => setHidden(box.scrollWidth - box.clientWidth - box.scrollLeft > 4);
    look();
    const observer = new ResizeObserver(look);
    observer.observe(box);
    box.addEventListener('scroll', look, { passive: true });
    return () => {
      observer.disconnect();
      box.removeEventListener('scroll', look);
    };
  }, [element, of]);
  return hidden;
}
