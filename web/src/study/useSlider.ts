import { type KeyboardEvent, useCallback, useEffect, useRef, useState } from 'react';
import { announce } from '../lib/announce';
import type { Edit } from '../lib/api';

/** So long after the last press what was moved is saved. */
const quiet = 400;

/** Where a key moves a value to; null for a key that moves nothing. */
export function movedTo(edit: Edit, value: number, key: string, onGrid: boolean): number | null {
  const [least, most, step] = [edit.least ?? 0, edit.most ?? 1, edit.step || 0.01];
  const steps: Record<string, number> = {
    ArrowUp: 1,
    ArrowRight: 1,
    ArrowDown: -1,
    ArrowLeft: -1,
    PageUp: 10,
    PageDown: -10,
  };
  const by = steps[key];
  const next =
    key === 'Home'
      ? least
      : key === 'End'
        ? most
        : by === undefined
          ? null
          : onGrid
            ? Math.round(value / step + by) * step
            : value + by * step;
  return next === null ? null : Number(Math.min(most, Math.max(least, next)).toFixed(6));
}

/** What is moved, as it stood when that began, and where it is by now. */
type Moving = { edit: Edit; value: number };

/**
 * Something in a figure that keys move: Enter or Space takes it, then the arrows, PageUp and PageDown (ten steps), Home and End move it,
 * until Escape or Enter, or until it is left. Fast presses add up; what comes of them is shown at once and saved once.
 */
export function useSlider({
  edit,
  name,
  onGrid = false,
  preview,
  save,
}: {
  edit: Edit | null | undefined;
  name: string;
  /** Whether values stand on multiples of the step. */
  onGrid?: boolean;
  preview: (value: number) => void;
  save: (value: number, moved: boolean) => void;
}) {
  const [taken, setTaken] = useState(false);
  const [moving, setMoving] = useState<Moving | null>(null);
  const now = useRef<Moving | null>(null);
  const timer = useRef(0);
  const latest = useRef(save);
  latest.current = save;
  const flush = useCallback(() => {
    window.clearTimeout(timer.current);
    const moved = now.current;
    now.current = null;
    if (!moved) return;
    latest.current(moved.value, moved.value !== moved.edit.value);
    setMoving(null);
  }, []);
  useEffect(() => flush, [flush]);
  const letGo = () => {
    flush();
    setTaken(false);
  };
  return {
    taken,
    /** Where it stands, what is not saved yet counted. */
    value: moving?.value ?? edit?.value ?? 0,
    onBlur: letGo,
    onKeyDown: (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const isPress = event.key === 'Enter' || event.key === ' ';
      const held = now.current?.edit ?? edit;
      if (!held || (!taken && !isPress)) return;
      const next =
        isPress || event.key === 'Escape' ? null : movedTo(held, now.current?.value ?? held.value ?? 0, event.key, onGrid);
      if (!isPress && event.key !== 'Escape' && next === null) return;
      event.preventDefault();
      event.stopPropagation();
      if (!taken) {
        setTaken(true);
        announce(`${name}: arrows move it, Escape leaves it`);
      } else if (next === null) {
        letGo();
        announce('Left');
      } else {
        now.current = { edit: held, value: next };
        setMoving(now.current);
        preview(next);
        window.clearTimeout(timer.current);
        timer.current = window.setTimeout(flush, quiet);
      }
    },
  };
}
