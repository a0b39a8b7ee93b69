import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Choice } from '../lib/api';

/** The choices of a word, with what each would mean; typing searches. */
export function OptionsEditor({
  study,
  revision,
  path,
  set,
}: {
  study: string;
  /** The choices belong to it: a change that comes in while they are open makes others. */
  revision: number;
  path: string;
  set: (path: string, value: unknown) => void;
}) {
  const options = useQuery({
    queryKey: ['options', study, revision, path],
    queryFn: () => api.options(study, path),
    staleTime: 0,
    gcTime: 0,
  });
  const [search, setSearch] = useState('');
  const [asking, setAsking] = useState<Choice | null>(null);
  const wanted = search.trim().toLowerCase();
  // What follows from other columns is offered only to who asks for it.
  const shown = (options.data ?? []).filter((option) =>
    wanted ? option.text.toLowerCase().includes(wanted) : !option.quiet || option.chosen,
  );
  const hidden = (options.data ?? []).filter((option) => option.quiet && !option.chosen).length;
  return (
    <div>
      {(options.data?.length ?? 0) > 8 || hidden > 0 ? (
        <div className="px-4 pt-3">
          <input
            className="field w-full"
            placeholder={hidden ? `Search, also ${hidden} that ${hidden === 1 ? 'follows' : 'follow'} from others` : 'Search'}
            aria-label="Search"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
        </div>
      ) : null}
      <ul className="py-1">
        {shown.map((option) => (
          <li key={`${option.path}-${option.text}`}>
            <button
              type="button"
              aria-pressed={option.chosen}
              className={
                'flex w-full cursor-pointer items-baseline gap-3 px-4 py-1.5 text-left hover:bg-wash ' +
                `focus-visible:bg-wash ${option.chosen ? 'bg-wash' : ''}`
              }
              onClick={() => (option.asks ? setAsking(asking === option ? null : option) : set(option.path, option.value))}
            >
              <span
                className={`h-2.5 w-2.5 shrink-0 rounded-full border ${option.chosen ? 'border-accent bg-accent' : 'border-quiet'}`}
                aria-hidden="true"
              />
              <span className="min-w-0 flex-1">
                <span className="block">{option.text}</span>
                {option.detail ? <span className="block text-[12px] text-quiet">{option.detail}</span> : null}
              </span>
              {option.note ? <span className="figures text-[12px] text-quiet">{option.note}</span> : null}
            </button>
            {asking?.text !== option.text ? null : option.asks === 'columns' ? (
              <AskColumns option={option} set={set} />
            ) : (
              <AskNumber option={option} set={set} />
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Asks which columns of a wide table stand side by side. */
function AskColumns({ option, set }: { option: Choice; set: (path: string, value: unknown) => void }) {
  const [chosen, setChosen] = useState(() => (option.value as { columns: string[] }).columns);
  return (
    <form
      aria-label="Columns side by side"
      className="px-4 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        set(option.path, { columns: chosen });
      }}
    >
      <span className="flex max-h-48 flex-wrap gap-x-4 gap-y-0.5 overflow-auto">
        {option.among?.map((name) => (
          <label key={name} className="flex cursor-pointer items-center gap-1.5">
            <input
              type="checkbox"
              className="accent-(--accent)"
              checked={chosen.includes(name)}
              onChange={() => setChosen(chosen.includes(name) ? chosen.filter((other) => other !== name) : [...chosen, name])}
            />
            {name}
          </label>
        ))}
      </span>
      <button type="submit" className="button primary mt-2" disabled={chosen.length === 0}>
        Set
      </button>
    </form>
  );
}

/** Asks for the number that a choice needs before it can be set. */
function AskNumber({ option, set }: { option: Choice; set: (path: string, value: unknown) => void }) {
  const member = option.asks ?? 'value';
  const now = Number((option.value as Record<string, unknown> | null)?.[member]);
  const percent = member === 'reach' || member === 'under';
  return <NumberEditor percent={percent} value={now} set={(value) => set(option.path, { [member]: value })} />;
}

/** One number, typed; in percent where it is a share. */
export function NumberEditor({ percent, value, set }: { percent: boolean; value: number; set: (value: number) => void }) {
  const [text, setText] = useState(() => String(percent ? Number((value * 100).toPrecision(10)) : value));
  const number = Number(text.replace(',', '.'));
  const fine = text.trim() !== '' && Number.isFinite(number);
  return (
    <form
      className="flex items-center gap-2 px-4 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        // Typed as percent, kept as the decimal that was meant: 82.4 % is 0.824.
        if (fine) set(percent ? Number((number / 100).toPrecision(12)) : number);
      }}
    >
      <input
        className="field figures w-32 text-right"
        aria-label="Number"
        inputMode="decimal"
        autoFocus
        value={text}
        onChange={(event) => setText(event.target.value)}
        onFocus={(event) => event.target.select()}
      />
      {percent ? <span>%</span> : null}
      <button type="submit" className="button primary" disabled={!fine}>
        Set
      </button>
    </form>
  );
}

/** A list of labels, one a line. */
export function NamesEditor({ names, set }: { names: string[]; set: (names: string[] | null) => void }) {
  return (
    <form
      className="px-4 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        const lines = String(new FormData(event.currentTarget).get('names') ?? '').split('\n');
        const given = lines.map((line) => line.trim()).filter(Boolean);
        set(given.length ? given : null);
      }}
    >
      <textarea name="names" aria-label="Labels, one a line" rows={8} className="field w-full" defaultValue={names.join('\n')} />
      <button type="submit" className="button mt-2">
        Take these
      </button>
    </form>
  );
}
