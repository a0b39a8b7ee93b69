import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Copy, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { api, type StudySummary } from '../lib/api';
import { go } from '../lib/router';
import { BringIn } from '../parts/BringIn';
import { FigurePaint } from '../parts/FigurePaint';
import { Link } from '../parts/Link';
import { Problem } from '../parts/Problem';
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
  return (
    <>
      <TopBar />
      <main data-guide="1-bring-in" className="mx-auto max-w-6xl px-6 py-7">
        {nothing ? <h1 className="mb-5 font-serif text-[26px]">How does your whole divide?</h1> : null}
        <BringIn compact={!nothing} />
        {studies.data?.length ? (
          <div className="mt-6 flex flex-wrap items-baseline gap-x-5 gap-y-2">
            <h1 className="font-serif text-[26px]">Studies</h1>
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
          <ul aria-label="Studies" className="mt-4 grid grid-cols-[repeat(auto-fill,minmax(270px,1fr))] gap-5">
            {shown.map((study) => (
              <StudyCard key={study.id} study={study} />
            ))}
          </ul>
        ) : studies.data?.length ? (
          <p className="mt-4 text-quiet" role="status">
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
  const client = useQueryClient();
  const copy = useMutation({ mutationFn: () => api.copy(study.id), onSuccess: (copied) => go(`/studies/${copied.id}`) });
  const remove = useMutation({
    mutationFn: () => api.removeStudy(study.id),
    onSuccess: () => client.invalidateQueries({ queryKey: ['studies'] }),
  });
  const whole = study.statement.slice(study.statement.lastIndexOf('100 %'));
  return (
    <li className="group relative rounded-xs border border-hairline bg-sheet hover:border-accent">
      <Link to={`/studies/${study.id}`} className="block p-4">
        <div className="flex h-[148px] items-center justify-center border-b border-hairline pb-3">
          {study.figure ? <FigurePaint figure={study.figure} /> : <span className="text-quiet">{study.problem}</span>}
        </div>
        <span className="mt-3 line-clamp-2 block font-serif text-[17px] leading-snug">{study.name}</span>
        <span className="mt-1 line-clamp-2 block text-[12px] text-quiet">{whole}</span>
        <span className="figures mt-1 block text-[12px] text-quiet">
          {study.tableName},{' '}
          {new Date(study.changed).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })}
        </span>
      </Link>
      <div className="absolute right-2 bottom-2 flex opacity-0 group-focus-within:opacity-100 group-hover:opacity-100">
        <button type="button" className="plain" aria-label={`Copy ${study.name}`} title="Copy" onClick={() => copy.mutate()}>
          <Copy size={14} />
        </button>
        <button
          type="button"
          className="plain"
          aria-label={`Remove ${study.name}`}
          title="Remove"
          onClick={() => remove.mutate()}
        >
          <Trash2 size={14} />
        </button>
      </div>
    </li>
  );
}
