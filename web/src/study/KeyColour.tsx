import { useEffect, useRef } from 'react';
import { palette } from '../lib/paint';
import { closing } from './closing';

/** The colours that a part of the key can be given. */
export function KeyColour({
  part,
  now,
  left,
  top,
  set,
  alone,
  emphasise,
  move,
  narrow,
  group,
  close,
}: {
  part: string;
  now: string | undefined;
  /** Where the entry stands, in percent of the sheet. */
  left: number;
  top: number;
  set: (colour: string | null) => void;
  /** Whether the part stands out now, the others grey. */
  alone: boolean;
  emphasise: (on: boolean) => void;
  /** Moves it in the order of its kind; a group has no colour of its own. */
  move: (by: number) => void;
  /** Leaves it out of the study, or all others. */
  narrow: (only: boolean) => void;
  group?: boolean;
  close: () => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => box.current?.querySelector('button')?.focus(), []);
  return (
    <div
      ref={box}
      role="dialog"
      aria-label={group ? `Looks of ${part}` : `Colour of ${part}`}
      className="popover absolute z-10 w-[212px] -translate-y-full p-2"
      style={{ left: `min(${left}%, calc(100% - 220px))`, top: `${top}%` }}
      {...closing(close)}
    >
      <p className="px-1 pb-1 text-[12px] text-quiet">
        {part}
        {group ? '' : ', in all figures of this table'}
      </p>
      {group ? null : (
        <span className="flex flex-wrap gap-1">
          {palette.map((colour, at) => (
            <button
              key={colour}
              type="button"
              aria-label={`Colour ${at + 1}`}
              aria-pressed={colour === now}
              className={`h-6 w-6 cursor-pointer ${colour === now ? 'outline-2 outline-offset-1 outline-ink' : ''}`}
              style={{ background: colour }}
              onClick={() => set(colour)}
            />
          ))}
        </span>
      )}
      {now ? (
        <button type="button" className="word mt-2 ml-1 cursor-pointer text-[12px] text-accent" onClick={() => set(null)}>
          its own colour again
        </button>
      ) : null}
      <button
        type="button"
        className="word mt-1 ml-1 block cursor-pointer text-[12px] text-accent"
        onClick={() => emphasise(!alone)}
      >
        {alone ? 'let it be one of many again' : 'let it stand out, the others grey'}
      </button>
      <span className="mt-1 ml-1 block text-[12px] text-quiet">
        <button type="button" className="word cursor-pointer text-accent" onClick={() => narrow(false)}>
          leave it out
        </button>{' '}
        or{' '}
        <button type="button" className="word cursor-pointer text-accent" onClick={() => narrow(true)}>
          show it alone
        </button>
      </span>
      <span className="mt-1 ml-1 block text-[12px] text-quiet">
        move it{' '}
        <button type="button" className="word cursor-pointer text-accent" onClick={() => move(-1)}>
          earlier
        </button>{' '}
        or{' '}
        <button type="button" className="word cursor-pointer text-accent" onClick={() => move(1)}>
          later
        </button>
      </span>
    </div>
  );
}
