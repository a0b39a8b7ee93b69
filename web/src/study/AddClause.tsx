import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type StudyView } from '../lib/api';
import { FilterEditor } from './FilterEditor';
import type { StudyActions } from './useStudy';

/** What the sentence does not say yet. */
export function AddClause({ view, actions, close }: { view: StudyView; actions: StudyActions; close: () => void }) {
  const [filtering, setFiltering] = useState<string | null>(null);
  const table = useQuery({ queryKey: ['table', view.tableId], queryFn: () => api.table(view.tableId) });
  const study = view.study as unknown as {
    where?: unknown[];
    fold?: unknown;
    negatives?: string;
    form: { kind: string; cuts?: unknown[] };
  };
  const count = study.where?.length ?? 0;
  const [at] = useState(count);
  if (filtering) return <FilterEditor view={view} actions={actions} column={filtering} path={`where[${at}]`} />;
  const add = (path: string, value: unknown) => {
    close();
    actions.change(path, value);
  };
  const cuts = study.form.cuts ?? [{ share: 0.8 }];
  const items: [string, string, () => void][] = [];
  if (!study.fold) items.push(['fold small parts', 'past the 8th, into one', () => add('fold', { keep: 8 })]);
  if (!study.negatives)
    items.push(['leave out negative parts', 'the tie-out says how much that was', () => add('negatives', 'leaveOut')]);
  if (study.form.kind === 'pareto') {
    items.push(
      ['a cut at a share', 'how many parts reach 80 %', () => add('form.cuts', [...cuts, { share: 0.8 }])],
      ['a cut along the parts', 'what the first 20 % of them hold', () => add('form.cuts', [...cuts, { position: 0.2 }])],
      ['a cut by count', 'what the first 5 hold', () => add('form.cuts', [...cuts, { count: 5 }])],
    );
  }
  return (
    <div className="py-1">
      <p className="px-4 py-1.5 text-[13px] text-quiet">Only rows where …</p>
      <ul className="max-h-48 overflow-auto">
        {table.data?.columns.map((column) => (
          <li key={column.at}>
            <button
              type="button"
              className="w-full cursor-pointer px-4 py-1 text-left hover:bg-wash focus-visible:bg-wash"
              onClick={() => setFiltering(column.name)}
            >
              {column.name} <span className="text-[12px] text-quiet">{column.type}</span>
            </button>
          </li>
        ))}
      </ul>
      {items.length ? <p className="mt-1 border-t border-hairline px-4 py-1.5 text-[13px] text-quiet">Or</p> : null}
      <ul>
        {items.map(([name, detail, act]) => (
          <li key={name}>
            <button
              type="button"
              className="w-full cursor-pointer px-4 py-1 text-left hover:bg-wash focus-visible:bg-wash"
              onClick={act}
            >
              {name} <span className="text-[12px] text-quiet">{detail}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
