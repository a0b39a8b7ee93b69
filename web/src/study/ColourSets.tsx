import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type ColourSet } from '../lib/api';
import { asColour } from '../lib/ownColours';
import { TakenAway, useTakeAway } from '../parts/TakenAway';

export const useColourSets = () => useQuery({ queryKey: ['colour-sets'], queryFn: api.colourSets, staleTime: 60_000 });

const most = 16;

/** Sets of colours of one's own, by name: taken for the figure, kept for all others, taken away. */
export function ColourSets({
  now,
  begin,
  take,
}: {
  /** The colours of its own that the figure has. */
  now: string[];
  /** What a new set begins with. */
  begin: string[];
  take: (colours: string[]) => void;
}) {
  const sets = useColourSets();
  const [making, setMaking] = useState(false);
  const remove = useTakeAway(api.removeColourSet);
  const isNow = (set: ColourSet) => set.colours.join() === now.join();
  return (
    <fieldset className="mb-2.5 border-0 p-0">
      <legend className="text-[12px] text-quiet">colours of your own, for all studies</legend>
      {sets.data?.map((set) => (
        <span key={set.id} className="flex items-center gap-1.5">
          <label className="flex min-w-0 flex-1 cursor-pointer items-center gap-1.5">
            <input
              type="radio"
              name="colour-set"
              className="shrink-0 accent-(--accent)"
              checked={isNow(set)}
              onChange={() => take(set.colours)}
            />
            <span className="truncate">{set.name}</span>
            <Swatches colours={set.colours} />
          </label>
          <button
            type="button"
            className="word cursor-pointer text-[12px] text-accent"
            aria-label={`Forget ${set.name}`}
            onClick={() => remove.mutate({ id: set.id, name: set.name })}
          >
            forget
          </button>
        </span>
      ))}
      {now.length && !sets.data?.some(isNow) ? (
        <p className="flex items-center gap-1.5 text-[12px] text-quiet">
          This figure has a set that is not kept here: <Swatches colours={now} />
        </p>
      ) : null}
      {making ? (
        <NewSet
          begin={now.length ? now : begin}
          done={(colours) => {
            setMaking(false);
            if (colours) take(colours);
          }}
        />
      ) : (
        <button type="button" className="word cursor-pointer text-[12px] text-accent" onClick={() => setMaking(true)}>
          keep a set of colours
        </button>
      )}
      <TakenAway kinds={['colours']} />
    </fieldset>
  );
}

function Swatches({ colours }: { colours: string[] }) {
  return (
    <span aria-hidden="true" className="ml-auto flex">
      {colours.map((colour, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a set may have a colour twice.
        <span key={at} className="swatch h-3 w-2.5" style={{ background: colour }} />
      ))}
    </span>
  );
}

/** A name and some colours, picked or written by their values. */
function NewSet({ begin, done }: { begin: string[]; done: (colours: string[] | null) => void }) {
  const client = useQueryClient();
  const [name, setName] = useState('');
  const [texts, setTexts] = useState(begin);
  const colours = texts.map(asColour);
  const fine = name.trim() !== '' && colours.length > 0 && colours.every((colour) => colour !== null);
  const keep = useMutation({
    mutationFn: () => api.keepColourSet(name, colours as string[]),
    onSuccess: (set) => {
      client.invalidateQueries({ queryKey: ['colour-sets'] });
      done(set.colours);
    },
  });
  const put = (at: number, text: string) => setTexts(texts.map((old, other) => (other === at ? text : old)));
  return (
    <form
      aria-label="A set of colours"
      className="mt-1 flex flex-col gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (fine) keep.mutate();
      }}
    >
      <input
        className="field"
        aria-label="Name of the set"
        placeholder="Its name: our house, the annual report"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <span className="flex flex-wrap gap-1.5">
        {texts.map((text, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a colour is known by its place alone.
          <span key={at} className="flex items-center gap-0.5">
            <input
              type="color"
              aria-label={`Pick colour ${at + 1}`}
              className="h-6 w-7 cursor-pointer border-0 bg-transparent p-0"
              value={colours[at] ?? '#888888'}
              onChange={(event) => put(at, event.target.value)}
            />
            <input
              className="field figures w-20 py-0 text-[12px]"
              aria-label={`Value of colour ${at + 1}`}
              value={text}
              onChange={(event) => put(at, event.target.value)}
            />
          </span>
        ))}
      </span>
      <span className="flex gap-3 text-[12px]">
        <button
          type="button"
          className="word cursor-pointer text-accent"
          disabled={texts.length >= most}
          onClick={() => setTexts([...texts, '#888888'])}
        >
          one more
        </button>
        <button
          type="button"
          className="word cursor-pointer text-accent"
          disabled={texts.length <= 1}
          onClick={() => setTexts(texts.slice(0, -1))}
        >
          one less
        </button>
        <span className="flex-1" />
        <button type="submit" className="plain" disabled={!fine || keep.isPending}>
          Keep and take it
        </button>
        <button type="button" className="plain" onClick={() => done(null)}>
          Not now
        </button>
      </span>
      {keep.error ? <p className="text-[12px] text-fail">{keep.error.message}</p> : null}
    </form>
  );
}
