import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Copy, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useAnnounced } from '../lib/announce';
import { api, type StudySummary } from '../lib/api';
import { go } from '../lib/router';
import { BringIn } from '../parts/BringIn';
import { FigurePaint } from '../parts/FigurePaint';
import { IconButton } from '../parts/IconButton';
import { Link } from '../parts/Link';
import { Problem } from '../parts/Problem';
import { TakenAway, useTakeAway } from '../parts/TakenAway';
import { TopBar } from '../parts/TopBar';
import { TableList } from './TablesScreen';

const small = { width: 300, height: 140 };

/** The first screen: recent studies as small live figures, the tables under them, and the place to bring a table in. */
export function Home() {
  const studies = useQuery({ queryKey: ['studies'], queryFn: () => api.studies(small) });
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables });
  const client = useQueryClient();
  const demo = useMutation({ mutationFn: api.demo, onSuccess: () => client.invalidateQueries() });
  const nothing = studies.data?.length === 0 && tables.data?.length === 0;
  const [sought, setSought] = useState('');
  const [order, setOrder] = useState<Order>('latest');
  const shown = [...(studies.data ?? [])]
    .filter((study) => `${nameOf(study)} ${study.tableName}`.toLowerCase().includes(sought.trim().toLowerCase()))
    .sort(orders[order]);
  useAnnounced(sought.trim() ? (shown.length === 1 ? 'One study' : `${shown.length} studies`) : null);
  return (
    <>
      <TopBar />
      <main data-guide="1-bring-in" className="mx-auto max-w-6xl px-6 py-7 max-[599px]:px-3">
        {nothing ? (
          <h1 className="mb-5 font-serif text-[26px]">How does your whole divide?</h1>
        ) : (
          <h1 className="sr-only">Studies</h1>
        )}
        <BringIn compact={!nothing} />
        {studies.data?.length ? (
          <div className="mt-6 flex flex-wrap items-baseline gap-x-5 gap-y-2">
            <h2 className="font-serif text-[26px]">Studies</h2>
            <label className="ml-auto flex items-baseline gap-2">
              <span className="text-[13px] text-quiet">Find by name</span>
              <input type="search" className="field w-56" value={sought} onChange={(event) => setSought(event.target.value)} />
            </label>
            <label className="flex items-baseline gap-2">
              <span className="text-[13px] text-quiet">In order of</span>
              <select className="field" value={order} onChange={(event) => setOrder(event.target.value as Order)}>
                <option value="latest">latest change</option>
                <option value="name">name</option>
                <option value="table">table</option>
              </select>
            </label>
          </div>
        ) : null}
        {shown.length ? (
          <ul aria-label="Studies" className="mt-4 grid grid-cols-[repeat(auto-fill,minmax(min(270px,100%),1fr))] gap-5">
            {shown.map((study) => (
              <StudyCard key={study.id} study={study} />
            ))}
          </ul>
        ) : studies.data?.length ? (
          <p className="mt-4 text-quiet">
            No study's name or table has “{sought.trim()}” in it.{' '}
            <button type="button" className="word cursor-pointer text-ink" onClick={() => setSought('')}>
              Show all {studies.data.length}
            </button>
          </p>
        ) : null}
        {nothing ? (
          <p className="mt-4 text-quiet">
            No table at hand?{' '}
            <button
              type="button"
              className="word cursor-pointer text-ink"
              onClick={() => demo.mutate()}
              disabled={demo.isPending}
            >
              Look at the demo
            </button>
            : tables of an invented ferry company.
          </p>
        ) : (
          <TableList />
        )}
        <TakenAway kinds={['study', 'table']} />
        <Problem of={studies.error} className="mt-4" />
      </main>
    </>
  );
}

type Order = 'latest' | 'name' | 'table';

const nameOf = (study: StudySummary) => study.name ?? study.title;

const alphabet = new Intl.Collator('en', { numeric: true }).compare;

const orders: Record<Order, (one: StudySummary, other: StudySummary) => number> = {
  latest: (one, other) => other.changed.localeCompare(one.changed),
  name: (one, other) => alphabet(nameOf(one), nameOf(other)),
  table: (one, other) => alphabet(one.tableName, other.tableName) || alphabet(nameOf(one), nameOf(other)),
};

function StudyCard({ study }: { study: StudySummary }) {
  const copy = useMutation({ mutationFn: () => api.copy(study.id), onSuccess: (copied) => go(`/studies/${copied.id}`) });
  const remove = useTakeAway(api.removeStudy);
  const whole = study.statement.slice(study.statement.lastIndexOf('100 %'));
  return (
    <li className="flex flex-col rounded-xs border border-hairline bg-sheet hover:border-accent">
      <Link to={`/studies/${study.id}`} className="block flex-1 p-4 pb-1">
        <div className="flex h-[148px] items-center justify-center border-b border-hairline pb-3">
          {study.figure ? (
            <FigurePaint figure={study.figure} className="max-w-full" />
          ) : (
            <span className="text-quiet">{study.problem}</span>
          )}
        </div>
        <span className="mt-3 line-clamp-2 block font-serif text-[17px] leading-snug">{study.name}</span>
        <span className="mt-1 line-clamp-2 block text-[12px] text-quiet">{whole}</span>
      </Link>
      <div className="flex items-center pr-2 pb-2 pl-4">
        <span className="figures min-w-0 flex-1 text-[12px] text-quiet">
          {study.tableName},{' '}
          {new Date(study.changed).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })}
        </span>
        <IconButton name={`Copy ${study.name}`} act={() => copy.mutate()}>
          <Copy size={14} />
        </IconButton>
        <IconButton name={`Remove ${study.name}`} act={() => remove.mutate({ id: study.id, name: nameOf(study) })}>
          <Trash2 size={14} />
        </IconButton>
      </div>
    </li>
  );
}
