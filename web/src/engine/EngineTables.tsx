import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useId, useState } from 'react';
import { api, type EngineTableRequest, Problem as Fault, type ImportStatus, type SourceView } from '../lib/api';
import { inDigits } from '../lib/numbers';
import { Problem } from '../parts/Problem';
import { PasswordForm } from './PasswordForm';

/** The tables of a source that an engine has: one is picked, or a query is written; then it is brought in, or left where it is. */
export function EngineTables({ source, follow }: { source: SourceView; follow: (started: Promise<ImportStatus>) => void }) {
  const client = useQueryClient();
  const [find, setFind] = useState('');
  const wanted = useDeferredValue(find);
  const [picked, setPicked] = useState<EngineTableRequest | null>(null);
  const [writing, setWriting] = useState(false);
  const query = useId();
  const tables = useQuery({
    queryKey: ['sources', source.id, 'tables', wanted],
    queryFn: () => api.engineTables(source.id, wanted || undefined),
    placeholderData: (before) => before,
    retry: false,
  });
  if (tables.error instanceof Fault && tables.error.code === 'wrong-password') {
    return (
      <div className="flex flex-col gap-2">
        <p className="text-quiet">{source.shownPlace} asks for a password.</p>
        <PasswordForm source={source.id} taken={() => client.invalidateQueries({ queryKey: ['sources', source.id] })} />
      </div>
    );
  }
  return (
    <div className="flex min-w-0 flex-col gap-2">
      {writing ? (
        <form
          className="flex flex-col gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            setPicked({ query: String(new FormData(event.currentTarget).get('query')), name: null });
          }}
        >
          <label className="text-[13px] text-quiet" htmlFor={query}>
            One SELECT; what it gives is the table
          </label>
          <textarea
            id={query}
            name="query"
            required
            rows={4}
            autoFocus
            spellCheck={false}
            className="field font-mono text-[12px]"
            placeholder="SELECT cause, route, minutes FROM delays WHERE season = 'Summer'"
            onChange={() => setPicked(null)}
          />
          <span className="flex gap-3">
            <button type="submit" className="button">
              See what it takes
            </button>
            <button
              type="button"
              className="word cursor-pointer text-[13px] text-accent"
              onClick={() => {
                setWriting(false);
                setPicked(null);
              }}
            >
              pick a table instead
            </button>
          </span>
        </form>
      ) : (
        <>
          <span className="flex items-center gap-4">
            <input
              type="search"
              aria-label="Find a table"
              placeholder={`Find a table in ${source.engine}`}
              className="field w-64"
              value={find}
              onChange={(event) => setFind(event.target.value)}
            />
            <button type="button" className="word cursor-pointer text-[13px] text-accent" onClick={() => setWriting(true)}>
              write a query instead
            </button>
          </span>
          <ul aria-label="Tables" className="max-h-44 overflow-auto border-y border-hairline">
            {tables.data?.tables.map((table) => (
              <li key={table.name} className="border-b border-hairline last:border-b-0">
                <button
                  type="button"
                  aria-pressed={picked?.name === table.name}
                  disabled={!!table.problem}
                  className={
                    'grid w-full grid-cols-[1fr_4rem_9rem_7rem] items-baseline gap-3 px-2 py-1 text-left ' +
                    `${table.problem ? '' : 'cursor-pointer hover:bg-wash'} ${picked?.name === table.name ? 'bg-wash font-semibold' : ''}`
                  }
                  onClick={() => setPicked({ name: table.name, query: null })}
                >
                  <span className="truncate">{table.name}</span>
                  <span className="text-[12px] font-normal text-quiet">{table.isView ? 'view' : ''}</span>
                  <span className="figures text-right text-[12px] font-normal text-quiet">
                    {table.rows === null || table.rows === undefined ? '' : `about ${inDigits(table.rows)} rows`}
                  </span>
                  <span className="figures text-right text-[12px] font-normal text-quiet">
                    {table.problem ? <span className="text-fail">{table.problem}</span> : `${table.columns} columns`}
                  </span>
                </button>
              </li>
            ))}
            {tables.data?.tables.length === 0 ? (
              <li className="px-2 py-1 text-quiet">
                {find ? 'No table there is called so.' : 'There is no table that this user may read.'}
              </li>
            ) : null}
          </ul>
          {tables.data?.more ? (
            <p className="text-[12px] text-quiet">{inDigits(tables.data.more)} more: write a part of the name above.</p>
          ) : null}
        </>
      )}
      {tables.isPending ? <p className="text-quiet">Asking {source.engine} what is there</p> : null}
      <Problem of={tables.error} className="text-[13px]" />
      {picked ? <TwoWays key={JSON.stringify(picked)} source={source} picked={picked} follow={follow} /> : null}
    </div>
  );
}

/** What bringing a table in and leaving it there mean, side by side. */
function TwoWays({
  source,
  picked,
  follow,
}: {
  source: SourceView;
  picked: EngineTableRequest;
  follow: (started: Promise<ImportStatus>) => void;
}) {
  const cost = useQuery({
    queryKey: ['sources', source.id, 'cost', picked],
    queryFn: ({ signal }) => api.engineCost(source.id, picked, signal),
    retry: false,
  });
  const ways = [
    { name: 'Leave it there', words: cost.data?.leave, take: () => follow(api.leaveThere(source.id, picked)) },
    { name: 'Bring it in', words: cost.data?.bringIn, take: () => follow(api.bringFrom(source.id, picked)) },
  ];
  if (cost.error) return <Problem of={cost.error} className="text-[13px]" />;
  return (
    <div className="grid grid-cols-2 gap-4 border-t border-hairline pt-2">
      {ways.map((way) => (
        <section key={way.name} aria-label={way.name} className="flex flex-col items-start gap-2">
          <button type="button" className="button" onClick={way.take}>
            {way.name}
          </button>
          <p className="text-[12.5px] leading-snug text-quiet">{way.words ?? 'Counting its rows'}</p>
        </section>
      ))}
    </div>
  );
}
