import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type TableView } from '../lib/api';
import { isolated } from '../lib/bidi';
import type { Saving } from '../lib/useSaving';
import { FigurePaint } from '../parts/FigurePaint';
import type { TableChange } from './useTableChanges';

const size = { width: 150, height: 92 };

/** How the table is understood, and the two or three studies that are likely to be asked of it, each started by one click. */
export function Start({
  view,
  saving,
  start,
}: {
  view: TableView;
  saving: Saving<TableChange>;
  start: (likely: number) => void;
}) {
  const likely = useQuery({
    queryKey: ['table', view.id, 'likely', view.revision],
    queryFn: () => api.likely(view.id, size),
    placeholderData: (before) => before,
  });
  const [left, setLeft] = useState(false);
  const known = likely.data;
  if (!known) return null;
  const wide = known.shape === 'wide';
  return (
    <section aria-label="Start with" className="mt-3">
      <p className="text-[13px] text-quiet">
        {isolated(known.words)}{' '}
        {wide || known.canBeWide ? (
          <button
            type="button"
            className="word cursor-pointer text-accent"
            onClick={() =>
              saving.save(`the table read as ${wide ? 'long' : 'wide'}`, { do: 'shape', shape: wide ? 'long' : 'wide' })
            }
          >
            {wide ? 'read it as long' : 'read it as wide'}
          </button>
        ) : null}
        {known.leftOut.length ? (
          <button
            type="button"
            className="word ml-3 cursor-pointer text-accent"
            aria-expanded={left}
            onClick={() => setLeft(!left)}
          >
            {known.leftOut.length} {known.leftOut.length === 1 ? 'column is' : 'columns are'} not counted
          </button>
        ) : null}
      </p>
      {left ? (
        <ul className="mt-1 max-h-24 overflow-auto border-l border-hairline pl-2 text-[13px]">
          {known.leftOut.map((line) => (
            <li key={line}>{isolated(line)}</li>
          ))}
        </ul>
      ) : null}
      <div className="mt-2 flex flex-wrap gap-3">
        {known.studies.map((study, at) => (
          <button
            key={study.statement}
            type="button"
            className="flex w-[340px] max-w-full cursor-pointer items-center gap-3 border border-hairline bg-sheet p-2 text-left hover:border-accent"
            onClick={() => start(at)}
          >
            <span className="shrink-0" style={size}>
              {study.figure ? <FigurePaint figure={study.figure} /> : null}
            </span>
            <span className="min-w-0">
              <span className="line-clamp-3 font-serif text-[15px] leading-tight">{isolated(study.title)}</span>
              <span className="mt-1 block text-[12px] text-accent">start with this</span>
            </span>
          </button>
        ))}
      </div>
    </section>
  );
}
