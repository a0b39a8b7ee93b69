import { useLayoutEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { asColour, keepColour, ownColours } from '../lib/ownColours';
import { palette, paletteNames } from '../lib/paint';
import { useColourSets } from './ColourSets';
import { closing } from './closing';

const margin = 12;

/** Under the bar at the top of the page. */
const underBar = 50;

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
  const sets = useColourSets();
  const house = [...new Set(sets.data?.flatMap((kept) => kept.colours))];
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
      top: above >= underBar ? above : Math.min(at.top + 20, window.innerHeight - own.height - margin),
    });
    box.current?.querySelector('button')?.focus();
  }, []);
  const dialog = (
    <div
      ref={box}
      role="dialog"
      aria-label={group ? `Colour and highlight of ${part}` : `Colour of ${part}`}
      className="popover fixed z-30 w-[212px] p-2"
      style={place}
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
              aria-label={paletteNames[at]}
              title={paletteNames[at]}
              aria-pressed={colour === now}
              className={`h-6 w-6 cursor-pointer ${colour === now ? 'outline-2 outline-offset-1 outline-ink' : ''}`}
              style={{ background: colour }}
              onClick={() => set(colour)}
            />
          ))}
          {house.map((colour) => (
            <button
              key={`house ${colour}`}
              type="button"
              aria-label={`Colour ${colour} of a set`}
              title={`${colour}, of a set of your own`}
              aria-pressed={colour === now}
              className={`h-6 w-6 cursor-pointer ${colour === now ? 'outline-2 outline-offset-1 outline-ink' : ''}`}
              style={{ background: colour }}
              onClick={() => set(colour)}
            />
          ))}
          {ownColours().map((colour) => (
            <button
              key={colour}
              type="button"
              aria-label={`My colour ${colour}`}
              title={`My colour ${colour}`}
              aria-pressed={colour === now}
              className={`h-6 w-6 cursor-pointer rounded-full ${colour === now ? 'outline-2 outline-offset-1 outline-ink' : ''}`}
              style={{ background: colour }}
              onClick={() => set(colour)}
            />
          ))}
          <AnyColour
            now={now}
            set={(colour) => {
              keepColour(colour);
              set(colour);
            }}
          />
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
  return (
    <>
      <span ref={anchor} className="absolute" style={{ left: `${left}%`, top: `${top}%` }} />
      {createPortal(dialog, document.body)}
    </>
  );
}

/** Any colour, picked or written as its value; it is offered again afterwards. */
function AnyColour({ now, set }: { now: string | undefined; set: (colour: string) => void }) {
  const [text, setText] = useState(now ?? '');
  const colour = asColour(text);
  return (
    <form
      className="mt-1 flex w-full items-center gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (colour) set(colour);
      }}
    >
      <input
        type="color"
        aria-label="Pick any colour"
        className="h-6 w-7 cursor-pointer border-0 bg-transparent p-0"
        value={colour ?? '#888888'}
        onChange={(event) => setText(event.target.value)}
      />
      <input
        className="field figures min-w-0 flex-1 py-0 text-[12px]"
        aria-label="Colour by its value"
        placeholder="#1d6b60"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <button type="submit" className="plain text-[12px]" disabled={!colour}>
        use it
      </button>
    </form>
  );
}
