import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api, type Study, type StudyView } from '../lib/api';
import type { StudyActions } from './useStudy';

type Clause = NonNullable<Study['where']>[number];

/**
 * A filter's list: each value with its amount. Ticking takes values in or out; "only" picks one alone, and then the arrow
 * keys step from value to value with the figure following.
 */
export function FilterEditor({
  view,
  actions,
  column,
  path,
}: {
  view: StudyView;
  actions: StudyActions;
  column: string;
  path: string;
}) {
  const index = Number(/\[(\d+)\]/.exec(path)?.[1] ?? 0);
  const clauses = view.study.where ?? [];
  const clause = clauses[index];
  const list = useQuery({
    queryKey: ['filter', view.id, view.tableId, column, index, clauses.length],
    queryFn: () => api.filter(view.id, column, index < clauses.length ? index : undefined),
    staleTime: 0,
    gcTime: 0,
  });
  const [search, setSearch] = useState('');
  const rows = useRef<HTMLUListElement>(null);
  const values = list.data?.values ?? [];
  const isChosen = (label: string) =>
    !clause || ((!clause.is || clause.is.map(String).includes(label)) && !clause.isNot?.map(String).includes(label));
  const alone = clause?.is?.length === 1 ? String(clause.is[0]) : null;
  const set = (next: Clause) => actions.change(path, next);
  const toggle = (label: string) => {
    const base: Clause = { ...clause, column };
    const chosen = values.filter((value) => isChosen(value.label)).map((value) => value.label);
    const next = chosen.includes(label) ? chosen.filter((other) => other !== label) : [...chosen, label];
    delete base.is;
    delete base.isNot;
    const out = values.filter((value) => !next.includes(value.label)).map((value) => value.label);
    // Whichever list is shorter says it better; a refusal also lets new labels in.
    if (out.length <= next.length && list.data && list.data.count === values.length) base.isNot = out;
    else base.is = next;
    set(base);
  };
  const only = (label: string) => set({ column, is: [label] });
  const step = (by: number) => {
    const at = values.findIndex((value) => value.label === alone);
    const next = values[at < 0 ? (by > 0 ? 0 : values.length - 1) : Math.min(values.length - 1, Math.max(0, at + by))];
    if (next && next.label !== alone) only(next.label);
  };
  useEffect(() => {
    if (alone) rows.current?.querySelector(`[data-label="${CSS.escape(alone)}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [alone]);

  // The arrows step at once: what was opened first has the focus itself, and would lose the first of them.
  const ready = list.data !== undefined;
  useEffect(() => {
    const dialog = rows.current?.closest('[role="dialog"]');
    if (ready && dialog && document.activeElement === dialog) rows.current?.focus();
  }, [ready]);

  if (list.error) return <p className="px-4 py-3 text-fail">{list.error.message}</p>;
  if (!list.data) return <p className="px-4 py-3 text-quiet">Counting</p>;
  const shown = values.filter((value) => value.label.toLowerCase().includes(search.toLowerCase()));
  const held = view.study.finish?.amountEnd !== undefined;
  return (
    <div className="py-2">
      {list.data.type === 'category' ? null : (
        <Ends dates={list.data.type === 'date'} clause={clause} column={column} set={set} />
      )}
      <div className="flex items-center gap-3 px-4 py-1">
        <input
          className="field min-w-0 flex-1"
          placeholder={`Search ${list.data.count} values`}
          aria-label="Search values"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <button type="button" className="plain" onClick={() => actions.change(path, null)}>
          all
        </button>
      </div>
      <ul
        ref={rows}
        aria-label={`Values of ${list.data.noun}`}
        tabIndex={0}
        className="max-h-72 overflow-auto"
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
            event.preventDefault();
            step(event.key === 'ArrowDown' ? 1 : -1);
          }
        }}
      >
        {shown.map((value) => (
          <li
            key={value.label}
            data-label={value.label}
            className={`group flex items-center gap-2 px-4 py-0.5 ${alone === value.label ? 'bg-wash' : ''}`}
          >
            <label className="flex min-w-0 flex-1 cursor-pointer items-center gap-2">
              <input
                type="checkbox"
                className="accent-(--accent)"
                checked={isChosen(value.label)}
                onChange={() => toggle(value.label)}
              />
              <span className="truncate">{value.label}</span>
            </label>
            <button
              type="button"
              className="plain text-[12px] opacity-0 group-focus-within:opacity-100 group-hover:opacity-100"
              aria-label={`Only ${value.label}`}
              onClick={() => only(value.label)}
            >
              only
            </button>
            <span className="figures w-20 text-right text-[12px] text-quiet">{value.amount}</span>
          </li>
        ))}
      </ul>
      <label className="flex cursor-pointer items-center gap-2 border-t border-hairline px-4 pt-2 text-[12px] text-quiet">
        <input
          type="checkbox"
          className="accent-(--accent)"
          checked={held}
          onChange={() =>
            actions.change(
              'finish.amountEnd',
              held ? null : Number(view.workings?.readings && (view.workings.readings as { whole?: number }).whole),
            )
          }
        />
        Hold the amount axis while stepping (arrow keys, one value alone)
      </label>
    </div>
  );
}

/** From and to, both included: numbers, or days. */
function Ends({
  dates,
  clause,
  column,
  set,
}: {
  dates: boolean;
  clause: Clause | undefined;
  column: string;
  set: (clause: Clause) => void;
}) {
  const kind = dates ? { type: 'date', className: 'field figures w-36' } : { className: 'field figures w-24 text-right' };
  const read = (text: string) => (dates ? text : Number(text));
  return (
    <form
      className="flex items-center gap-2 px-4 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        const next: Clause = { column };
        const from = String(form.get('from') ?? '').trim();
        const to = String(form.get('to') ?? '').trim();
        if (from) next.from = read(from);
        if (to) next.to = read(to);
        set(next);
      }}
    >
      <span>from</span>
      <input name="from" aria-label="From" {...kind} defaultValue={clause?.from ?? ''} />
      <span>to</span>
      <input name="to" aria-label="To" {...kind} defaultValue={clause?.to ?? ''} />
      <button type="submit" className="button">
        Set
      </button>
    </form>
  );
}
