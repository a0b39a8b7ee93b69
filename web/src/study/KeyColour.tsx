import { useLayoutEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { closing } from './closing';
import { type PartActions, PartLooks } from './PartLooks';

const margin = 12;

/** Under the bar at the top of the page. */
const underBar = 50;

/** The looks of a part of the key, opened where its entry stands. */
export function KeyColour({
  part,
  now,
  left,
  top,
  alone,
  act,
  group,
  goesOn,
  close,
}: {
  part: string;
  now: string | undefined;
  /** Where the entry stands, in percent of the sheet. */
  left: number;
  top: number;
  /** Whether the part stands out now, the others grey. */
  alone: boolean;
  act: PartActions;
  group?: boolean;
  /** Where the focus goes afterwards. */
  goesOn: string;
  close: () => void;
}) {
  const anchor = useRef<HTMLSpanElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const [place, setPlace] = useState({ left: 0, top: 0 });
  // It stands over the sheet's edges, never over the window's.
  useLayoutEffect(() => {
    const at = anchor.current?.getBoundingClientRect();
    const own = box.current?.getBoundingClientRect();
    if (!at || !own) return;
    const above = at.top - own.height - 4;
    setPlace({
      left: Math.max(margin, Math.min(at.left, window.innerWidth - own.width - margin)),
      top: above >= underBar ? above : Math.max(margin, Math.min(at.top + 20, window.innerHeight - own.height - margin)),
    });
    box.current?.querySelector('button')?.focus();
  }, []);
  const dialog = (
    <div
      ref={box}
      role="dialog"
      aria-label={group ? `Colour and highlight of ${part}` : `Colour of ${part}`}
      data-goes-on={goesOn}
      className="popover fixed z-30 w-[212px] p-2"
      style={place}
      {...closing(close)}
    >
      <p className="px-1 pb-1 text-[12px] text-quiet">
        {part}
        {group ? '' : ', in all figures of this table'}
      </p>
      <PartLooks now={now} alone={alone} group={group ?? false} act={act} />
    </div>
  );
  return (
    <>
      <span ref={anchor} className="absolute" style={{ left: `${left}%`, top: `${top}%` }} />
      {createPortal(dialog, document.body)}
    </>
  );
}
