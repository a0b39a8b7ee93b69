import { Popover } from 'radix-ui';
import { useState } from 'react';
import type { BriefingView, Pick } from '../lib/api';
import type { BriefingActions } from './useBriefing';

/** The page's filter in words, and what is picked, with the way back. */
export function FilterLine({ view, pick, actions }: { view: BriefingView; pick: Pick; actions: BriefingActions }) {
  return (
    <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1 font-serif text-[18px]">
      {view.filter.map((clause) => (
        <span key={clause.column}>
          <FilterChoice view={view} column={clause.column} actions={actions}>
            {clause.text}
          </FilterChoice>
          <button
            type="button"
            className="plain unprinted font-sans text-[12px]"
            aria-label={`No longer ${clause.text}`}
            onClick={() =>
              actions.change('filter dropped', (document) => ({
                ...document,
                filter: (document.filter ?? []).filter((each) => each.column !== clause.column),
              }))
            }
          >
            ×
          </button>
        </span>
      ))}
      <NewFilter view={view} actions={actions} />
      {pick && view.picked ? (
        <span className="rounded-xs bg-wash px-2 font-sans text-[14px]">
          {view.picked}, as picked{' '}
          <button type="button" className="word unprinted cursor-pointer text-accent" onClick={() => actions.pick(null)}>
            back to the whole page
          </button>
        </span>
      ) : null}
    </p>
  );
}

function NewFilter({ view, actions }: { view: BriefingView; actions: BriefingActions }) {
  const [column, setColumn] = useState<string | null>(null);
  const free = view.filterColumns.filter((each) => !view.filter.some((clause) => clause.column === each.column));
  const studies = view.blocks.filter((block) => block.kind === 'study').length;
  if (!free.length) return null;
  return (
    <Popover.Root onOpenChange={() => setColumn(null)}>
      <Popover.Trigger className="plain unprinted font-sans text-[13px]">+ filter for the page</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="popover w-72 py-1" align="start" aria-label="Filter for the page">
          {column ? (
            <Labels view={view} column={column} actions={actions} />
          ) : (
            free.map((each) => (
              <button
                key={each.column}
                type="button"
                className="flex w-full cursor-pointer justify-between px-4 py-1 text-left hover:bg-wash"
                onClick={() => setColumn(each.column)}
              >
                <span>{each.column}</span>
                <span className="text-[12px] text-quiet">
                  in {each.studies} of {studies}
                </span>
              </button>
            ))
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function FilterChoice({
  view,
  column,
  actions,
  children,
}: {
  view: BriefingView;
  column: string;
  actions: BriefingActions;
  children: string;
}) {
  return (
    <Popover.Root>
      <Popover.Trigger className="word cursor-pointer">{children}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="popover w-72 py-1" align="start" aria-label={`Filter by ${column}`}>
          <Labels view={view} column={column} actions={actions} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** The labels of a column; each is let through or not. */
function Labels({ view, column, actions }: { view: BriefingView; column: string; actions: BriefingActions }) {
  const saved = view.document.filter?.find((clause) => clause.column === column)?.is?.map(String) ?? [];
  // What is clicked is seen at once; the page follows.
  const [now, setNow] = useState(saved);
  const labels = view.filterColumns.find((each) => each.column === column)?.labels ?? now;
  const set = (label: string) => {
    const next = now.includes(label) ? now.filter((each) => each !== label) : [...now, label];
    setNow(next);
    actions.change(`only ${column}`, (page) => {
      const others = page.filter ?? [];
      const at = others.findIndex((clause) => clause.column === column);
      if (!next.length) return { ...page, filter: others.filter((clause) => clause.column !== column) };
      return at < 0
        ? { ...page, filter: [...others, { column, is: next }] }
        : { ...page, filter: others.map((clause, place) => (place === at ? { column, is: next } : clause)) };
    });
  };
  return (
    <fieldset className="max-h-80 overflow-y-auto">
      <legend className="px-4 py-1 text-[12px] text-quiet">only {column}</legend>
      {labels.map((label) => (
        <label key={label} className="flex items-baseline gap-2 px-4 py-0.5 hover:bg-wash">
          <input type="checkbox" checked={now.includes(label)} onChange={() => set(label)} />
          {label}
        </label>
      ))}
    </fieldset>
  );
}
