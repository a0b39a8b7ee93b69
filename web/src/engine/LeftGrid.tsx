import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { api, type ColumnDocument, type TableView } from '../lib/api';
import { inDigits } from '../lib/numbers';
import { Problem } from '../parts/Problem';

const pageRows = 100;

/** The rows of a table that stays where it is, a page at a time, to be looked at. */
export function LeftGrid({ view, heading }: { view: TableView; heading: (column: ColumnDocument) => ReactNode }) {
  // The pages that led here: each by what the one before it said.
  const [path, setPath] = useState<(string | null)[]>([null]);
  const after = path.at(-1) ?? null;
  const page = useQuery({
    queryKey: ['table', view.id, 'page', view.revision, after],
    queryFn: ({ signal }) => api.leftPage(view.id, after ?? undefined, signal),
    placeholderData: (before) => before,
    retry: false,
  });
  const first = (path.length - 1) * pageRows;
  const numbered = (page.data?.rows ?? []).map((row, at) => ({ number: first + at + 1, row }));
  const next = page.data?.next;
  const columns = `repeat(${view.columns.length}, minmax(120px, 1fr))`;
  return (
    <section aria-label="Rows" className="flex min-h-0 min-w-0 flex-1 flex-col">
      <Problem of={page.error} className="mb-2" />
      <div className={`min-h-0 flex-1 overflow-auto border border-hairline bg-sheet ${page.isFetching ? 'opacity-60' : ''}`}>
        <div role="table" aria-label={view.name} aria-rowcount={view.rowCount} className="min-w-max">
          <div
            role="row"
            className="sticky top-0 z-10 grid border-b border-ink bg-sheet"
            style={{ gridTemplateColumns: columns }}
          >
            {view.columns.map(heading)}
          </div>
          {numbered.map(({ number, row }) => (
            <div
              role="row"
              key={number}
              aria-rowindex={number + 1}
              className="figures grid border-b border-hairline"
              style={{ gridTemplateColumns: columns, height: 28 }}
            >
              {row.map((cell, place) => (
                <div
                  role="cell"
                  key={view.columns[place]?.name}
                  title={cell}
                  className={`truncate px-2 py-1 ${view.columns[place]?.type === 'quantity' ? 'text-right' : ''}`}
                >
                  {cell}
                </div>
              ))}
            </div>
          ))}
        </div>
      </div>
      <nav aria-label="Pages of rows" className="figures flex items-baseline gap-4 pt-2 text-[13px]">
        <button type="button" className="button" disabled={path.length === 1} onClick={() => setPath((old) => old.slice(0, -1))}>
          Page before
        </button>
        <span>
          rows {inDigits(first + 1)} to {inDigits(first + (page.data?.rows.length ?? 0))} of {inDigits(view.rowCount)}
        </span>
        <button
          type="button"
          className="button"
          disabled={!next || page.isFetching}
          onClick={() => next && setPath((old) => [...old, next])}
        >
          Next page
        </button>
        <span className="text-quiet">as they are in {view.left?.engine} now; they can be looked at, not changed here</span>
      </nav>
    </section>
  );
}
