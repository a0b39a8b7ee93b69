import { useMutation, useQuery } from '@tanstack/react-query';
import { Dialog } from 'radix-ui';
import { useRef } from 'react';
import { useAnnounced } from '../lib/announce';
import { api, type RefreshSummary, type RenamedColumn, type TableView } from '../lib/api';
import { inDigits } from '../lib/numbers';
import { Problem } from '../parts/Problem';
import { StudyMoves } from '../parts/StudyMoves';

/** Fresh rows for a table: read and prepared alike, summed up, and taken only then. */
export function Refresh({ view, onChanged }: { view: TableView; onChanged: (view: TableView) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const newer = useQuery({
    queryKey: ['newer', view.id, view.revision],
    queryFn: () => api.newer(view.id),
    enabled: !!view.sourceId,
    refetchInterval: 60_000,
  });
  const look = useMutation({
    mutationFn: (file: File | null) => (file ? api.lookFresh(view.id, file.name, file) : api.lookAgain(view.id)),
  });
  const settle = () => {
    look.reset();
    rename.reset();
  };
  const take = useMutation({
    mutationFn: (id: string) => api.takeFresh(id),
    onSuccess: (changed) => {
      settle();
      onChanged(changed);
    },
  });
  const rename = useMutation({
    mutationFn: (column: RenamedColumn) => api.callAsBefore(look.data?.id ?? '', column),
  });
  const summary = rename.data ?? look.data;
  useAnnounced(newer.data?.newer ? `Newer rows are there for ${view.name}` : null);
  const leave = () => {
    if (summary) api.leaveFresh(summary.id);
    settle();
  };
  return (
    <>
      {newer.data?.newer ? <span className="text-[13px] text-warn">newer rows are there</span> : null}
      <button
        type="button"
        className="button"
        disabled={look.isPending}
        onClick={() => (view.sourceId ? look.mutate(null) : input.current?.click())}
      >
        {look.isPending ? 'Reading' : 'Refresh'}
      </button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Fresh rows"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) look.mutate(file);
        }}
      />
      <Dialog.Root open={!!summary || !!look.error} onOpenChange={(open) => (open ? undefined : leave())}>
        <Dialog.Portal>
          <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
          <Dialog.Content
            data-guide="7-refresh"
            className="popover dialog fixed left-1/2 w-[560px] -translate-x-1/2 overflow-auto p-5"
            aria-describedby={undefined}
          >
            <Dialog.Title className="font-serif text-[20px]">Fresh rows for {view.name}</Dialog.Title>
            <Problem of={look.error} className="mt-2" />
            {summary ? <Summary summary={summary} onSame={(column) => rename.mutate(column)} /> : null}
            <Problem of={rename.error ?? take.error} className="mt-2" />
            <div className="mt-4 flex gap-2">
              {summary ? (
                <button
                  type="button"
                  className="button primary"
                  disabled={take.isPending}
                  onClick={() => take.mutate(summary.id)}
                >
                  Take the fresh rows
                </button>
              ) : null}
              <button type="button" className="button" onClick={leave}>
                Leave it as it is
              </button>
            </div>
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </>
  );
}

const some = (labels: string[]) =>
  labels.length > 6 ? `${labels.slice(0, 6).join(', ')} and ${inDigits(labels.length - 6)} more` : labels.join(', ');

function Summary({ summary, onSame }: { summary: RefreshSummary; onSame: (column: RenamedColumn) => void }) {
  const more = summary.rowsAfter - summary.rowsBefore;
  return (
    <ul aria-label="What changes" className="figures mt-2 flex flex-col gap-1.5">
      <li>
        {inDigits(summary.rowsAfter)} rows from {summary.source}, {inDigits(summary.rowsBefore)} before (
        {more === 0 ? 'as many' : more > 0 ? `${inDigits(more)} more` : `${inDigits(-more)} fewer`})
      </li>
      {summary.typed ? (
        <li className="text-warn">
          {inDigits(summary.typed)} {summary.typed === 1 ? 'cell or row was' : 'cells or rows were'} typed by hand; the fresh rows
          don't have {summary.typed === 1 ? 'it' : 'them'}
        </li>
      ) : null}
      {summary.total ? (
        <li className="text-warn">{summary.total} It is left out; the table's page asks whether it is to be counted.</li>
      ) : null}
      {summary.problem ? <li className="text-fail">A step does not fit: {summary.problem}</li> : null}
      {summary.goneColumns?.length ? <li className="text-warn">Columns that are gone: {some(summary.goneColumns)}</li> : null}
      {summary.newColumns?.length ? <li>New columns: {some(summary.newColumns)}</li> : null}
      {summary.renamed?.map((column) => (
        <li key={column.from} className="text-warn">
          {column.from} may be called {column.to} now.{' '}
          <button type="button" className="plain" onClick={() => onSame(column)}>
            it is the same column
          </button>
        </li>
      ))}
      {summary.labels?.map((change) => (
        <li key={change.column}>
          {change.column}: {change.added.length ? `new ${some(change.added)}` : ''}
          {change.added.length && change.absent.length ? '; ' : ''}
          {change.absent.length ? <span className="text-warn">absent now {some(change.absent)}</span> : null}
        </li>
      ))}
      {summary.studies?.map((study) => (
        <StudyMoves key={study.id} study={study} />
      ))}
    </ul>
  );
}
