import { useState } from 'react';
import { colourName } from '../lib/colourName';
import { asColour, keepColour, ownColours } from '../lib/ownColours';
import { palette } from '../lib/paint';
import { useColourSets } from './ColourSets';
import type { StudyActions } from './useStudy';

/** What can be done with the looks of one part, or of a group: colour, emphasis, place, and whether it is shown. */
export type PartActions = {
  /** Its own colour; null for the one that it gets by itself. */
  set: (colour: string | null) => void;
  emphasise: (on: boolean) => void;
  move: (by: number) => void;
  narrow: (only: boolean) => void;
};

/** The actions of a part in a study; `done` comes first, so that what they were chosen in may close. */
export function partActions(
  part: string,
  group: boolean,
  finish: { colours?: Record<string, string>; emphasis?: string[]; emphasisGroups?: string[] } | undefined,
  actions: StudyActions,
  done: () => void = () => undefined,
): PartActions {
  const emphasis = (group ? finish?.emphasisGroups : finish?.emphasis) ?? [];
  return {
    set: (colour) => {
      const { [part]: _, ...others } = finish?.colours ?? {};
      done();
      actions.change('finish.colours', colour ? { ...others, [part]: colour } : others);
    },
    emphasise: (on) => {
      const others = emphasis.filter((label) => label !== part);
      done();
      actions.change(group ? 'finish.emphasisGroups' : 'finish.emphasis', on ? [...others, part] : others);
    },
    move: (by) => {
      done();
      actions.move({ label: part, groups: group, by });
    },
    narrow: (only) => {
      done();
      actions.narrow([part], group, only);
    },
  };
}

/** The colours that a part can be given, and the rest that can be done with it. A group has no colour of its own. */
export function PartLooks({
  now,
  alone,
  group,
  act,
}: {
  now: string | undefined;
  /** Whether it stands out now, the others grey. */
  alone: boolean;
  group: boolean;
  act: PartActions;
}) {
  const sets = useColourSets();
  const house = [...new Set(sets.data?.flatMap((kept) => kept.colours))];
  const swatch = (colour: string, name: string, round: boolean) => (
    <button
      key={name}
      type="button"
      aria-label={name}
      title={`${name}, ${colour}`}
      aria-pressed={colour === now}
      className={
        `swatch h-6 w-6 cursor-pointer ${round ? 'rounded-full' : ''} ` +
        `${colour === now ? 'outline-2 outline-offset-1 outline-ink' : ''}`
      }
      style={{ background: colour }}
      onClick={() => act.set(colour)}
    />
  );
  const word = 'word cursor-pointer text-accent';
  return (
    <>
      {group ? null : (
        <span className="flex flex-wrap gap-1">
          {palette.map((colour) => swatch(colour, colourName(colour), false))}
          {named(house, 'of a set of your own').map(([colour, name]) => swatch(colour, name, false))}
          {named(ownColours(), 'a colour of your own').map(([colour, name]) => swatch(colour, name, true))}
          <AnyColour
            now={now}
            set={(colour) => {
              keepColour(colour);
              act.set(colour);
            }}
          />
        </span>
      )}
      {now && !group ? (
        <button type="button" className={`${word} mt-2 ml-1 text-[12px]`} onClick={() => act.set(null)}>
          its own colour again
        </button>
      ) : null}
      <button type="button" className={`${word} mt-1 ml-1 block text-[12px]`} onClick={() => act.emphasise(!alone)}>
        {alone ? 'let it be one of many again' : 'let it stand out, the others grey'}
      </button>
      <span className="mt-1 ml-1 block text-[12px] text-quiet">
        <button type="button" className={word} onClick={() => act.narrow(false)}>
          leave it out
        </button>{' '}
        or{' '}
        <button type="button" className={word} onClick={() => act.narrow(true)}>
          show it alone
        </button>
      </span>
      <span className="mt-1 ml-1 block text-[12px] text-quiet">
        move it{' '}
        <button type="button" className={word} onClick={() => act.move(-1)}>
          earlier
        </button>{' '}
        or{' '}
        <button type="button" className={word} onClick={() => act.move(1)}>
          later
        </button>
      </span>
    </>
  );
}

/** Colours with what they are called; those of one name are numbered. */
function named(colours: string[], of: string): [colour: string, name: string][] {
  const seen = new Map<string, number>();
  return colours.map((colour) => {
    const name = colourName(colour);
    const count = (seen.get(name) ?? 0) + 1;
    seen.set(name, count);
    return [colour, `${name}${count > 1 ? ` ${count}` : ''}, ${of}`];
  });
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
