import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { EngineTables } from '../engine/EngineTables';
import { api, type ImportStatus, type SourceView } from '../lib/api';
import { inDigits } from '../lib/numbers';
import { Problem } from './Problem';
import { StudyMoves } from './StudyMoves';
import { useTakeAway } from './TakenAway';

const kinds: Record<string, string> = {
  folder: 'a folder',
  file: 'a file',
  address: 'an address',
  server: 'a server',
  missing: 'nothing is there now',
};

/** Brings a table in from a named source, or names a new one. */
export function SourcePicker({ follow, cancel }: { follow: (started: Promise<ImportStatus>) => void; cancel: () => void }) {
  const sources = useQuery({ queryKey: ['sources'], queryFn: api.sources });
  const [chosen, setChosen] = useState<string | null>(null);
  const id = chosen ?? sources.data?.[0]?.id ?? null;
  const source = sources.data?.find((known) => known.id === id);
  // What an engine has can stay there; files are read as files unless that is wanted.
  const onlyEngine = source?.placeKind === 'server' || (source?.placeKind === 'file' && !!source.engine);
  const [leaving, setLeaving] = useState<string | null>(null);
  const asked = onlyEngine || leaving === id;
  const items = useQuery({
    queryKey: ['sources', id, 'items'],
    queryFn: () => api.sourceItems(id ?? ''),
    enabled: !!id && !asked,
  });
  return (
    <div className="flex flex-col gap-3">
      <p className="font-serif text-[19px]">From a source</p>
      {sources.data?.length ? (
        <div className="grid grid-cols-[minmax(180px,1fr)_2fr] gap-x-6 gap-y-3 max-[699px]:grid-cols-1">
          <ul aria-label="Sources" className="border-r border-hairline pr-4">
            {sources.data.map((source) => (
              <li key={source.id}>
                <button
                  type="button"
                  aria-pressed={source.id === id}
                  className={`w-full cursor-pointer px-2 py-1 text-left ${source.id === id ? 'bg-wash font-semibold' : ''}`}
                  onClick={() => setChosen(source.id)}
                >
                  {source.name}
                  <span className="block text-[12px] font-normal text-quiet">{kinds[source.placeKind]}</span>
                </button>
              </li>
            ))}
          </ul>
          {source?.engine && asked ? (
            <EngineTables key={source.id} source={source} follow={follow} />
          ) : (
            <ul aria-label="What can be read" className="flex flex-col items-start gap-1.5">
              {items.data?.map((item) => (
                <li key={item.name} className="flex items-baseline gap-3">
                  <button type="button" className="button" onClick={() => id && follow(api.importFrom(id, item.item ?? null))}>
                    {item.name}
                  </button>
                  <span className="text-[13px] text-quiet">
                    {item.files > 1 ? `${item.files} files; the newest, ${item.newest}, is read` : ''}
                  </span>
                </li>
              ))}
              {items.data?.length === 0 ? (
                <li className="text-quiet">No file there is of a kind that can be read here.</li>
              ) : null}
              {items.error ? <li className="text-fail">{items.error.message}</li> : null}
              {source?.engine && items.data?.length ? (
                <li>
                  <button
                    type="button"
                    className="word cursor-pointer text-[13px] text-accent"
                    onClick={() => setLeaving(source.id)}
                  >
                    leave the rows there instead: {source.engine} asks the Parquet and CSV files where they are
                  </button>
                </li>
              ) : null}
            </ul>
          )}
        </div>
      ) : (
        <p className="text-quiet">
          A source is named once and serves several tables, which can be read from it again: a folder of monthly files, a database
          file, an address, a database server whose rows can stay where they are.
        </p>
      )}
      <NewSource added={(source) => setChosen(source.id)} cancel={cancel} />
    </div>
  );
}

function NewSource({ added, cancel }: { added: (source: SourceView) => void; cancel: () => void }) {
  const client = useQueryClient();
  const add = useMutation({
    mutationFn: ([name, place]: [string, string]) => api.addSource(name, place),
    onSuccess: (source) => {
      client.invalidateQueries({ queryKey: ['sources'] });
      added(source);
    },
  });
  return (
    <form
      aria-label="Name a source"
      className="flex flex-wrap items-end gap-3 border-t border-hairline pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        add.mutate([String(form.get('name')), String(form.get('place'))]);
      }}
    >
      <label className="flex flex-col gap-1">
        <span className="text-[13px] text-quiet">Name</span>
        <input name="name" className="field w-44" placeholder="as its place is called" />
      </label>
      <label className="flex flex-1 flex-col gap-1">
        <span className="text-[13px] text-quiet">Folder, file, address or server</span>
        <input
          name="place"
          required
          className="field min-w-64"
          placeholder="/data/monthly, https://…, postgres://reader@db.example/ferry"
          spellCheck={false}
        />
      </label>
      <button type="submit" className="button" disabled={add.isPending}>
        Add the source
      </button>
      <button type="button" className="button" onClick={cancel}>
        Not now
      </button>
      <Problem of={add.error} className="w-full" />
    </form>
  );
}

/** Every named source, the tables that it serves, and a new place for it. */
export function SourceList() {
  const sources = useQuery({ queryKey: ['sources'], queryFn: api.sources });
  if (!sources.data?.length) return null;
  return (
    <section className="mt-10">
      <h2 className="font-serif text-[21px]">Sources</h2>
      <ul className="mt-2">
        {sources.data.map((source) => (
          <SourceRow key={source.id} source={source} />
        ))}
      </ul>
    </section>
  );
}

function SourceRow({ source }: { source: SourceView }) {
  const client = useQueryClient();
  const [moving, setMoving] = useState(false);
  const [place, setPlace] = useState(source.place);
  const settle = () => client.invalidateQueries();
  const remove = useTakeAway(api.removeSource);
  const look = useMutation({ mutationFn: () => api.lookSource(source.id, source.name, place) });
  const move = useMutation({
    mutationFn: () => api.moveSource(source.id, source.revision, source.name, place),
    onSuccess: () => {
      setMoving(false);
      look.reset();
      settle();
    },
  });
  const fault = look.error ?? move.error ?? remove.error;
  const fails = look.data?.some((check) => check.problem);
  return (
    <li className="border-t border-hairline py-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <span className="font-semibold">{source.name}</span>
        <span className={`min-w-0 flex-1 truncate text-[13px] ${source.placeKind === 'missing' ? 'text-fail' : 'text-quiet'}`}>
          {kinds[source.placeKind]}: {source.shownPlace}
        </span>
        <span className="figures text-[13px] text-quiet">
          {source.tables.length === 1 ? '1 table' : `${source.tables.length} tables`}
        </span>
        <button type="button" className="word cursor-pointer text-[13px] text-accent" onClick={() => setMoving(!moving)}>
          change its place
        </button>
        {source.tables.length === 0 ? (
          <button
            type="button"
            className="word cursor-pointer text-[13px] text-accent"
            onClick={() => remove.mutate({ id: source.id, name: source.name })}
          >
            forget it
          </button>
        ) : null}
      </div>
      {moving ? (
        <form
          aria-label={`A new place for ${source.name}`}
          className="mt-2 flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            look.mutate();
          }}
        >
          <label className="flex flex-1 flex-col gap-1">
            <span className="text-[13px] text-quiet">
              Its new place; nothing changes before you have seen which tables read there
            </span>
            <input
              className="field min-w-64"
              value={place}
              spellCheck={false}
              onChange={(event) => {
                setPlace(event.target.value);
                look.reset();
              }}
            />
          </label>
          <button type="submit" className="button" disabled={look.isPending || place.trim() === source.place}>
            {look.isPending ? 'Reading' : 'Look first'}
          </button>
        </form>
      ) : null}
      {look.data ? (
        <div className="mt-2">
          <ul aria-label="What can be read there" className="figures">
            {look.data.map((check) => (
              <li key={check.tableId} className={check.problem ? 'text-fail' : ''}>
                {check.name}: {check.problem ?? `${inDigits(check.rowsAfter)} rows, ${inDigits(check.rowsBefore)} before`}
                {check.studies?.length ? (
                  <ul className="pl-4 text-quiet">
                    {check.studies.map((study) => (
                      <StudyMoves key={study.id} study={study} />
                    ))}
                  </ul>
                ) : null}
              </li>
            ))}
            {look.data.length === 0 ? <li className="text-quiet">No table is read from it yet.</li> : null}
          </ul>
          <button type="button" className="button primary mt-2" disabled={fails || move.isPending} onClick={() => move.mutate()}>
            {look.data.length > 1 ? `Move all ${look.data.length} tables there` : 'Move it there'}
          </button>
          {fails ? (
            <span className="ml-3 text-[13px] text-quiet">Nothing moves unless every table can be read there.</span>
          ) : null}
        </div>
      ) : null}
      <Problem of={fault} className="mt-1" />
    </li>
  );
}
