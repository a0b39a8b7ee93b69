import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { LeftBar } from '../engine/LeftBar';
import { LeftGrid } from '../engine/LeftGrid';
import { api, type Step, type TableView } from '../lib/api';
import { inDigits } from '../lib/numbers';
import { go } from '../lib/router';
import { usePaper } from '../lib/usePaper';
import type { Saving } from '../lib/useSaving';
import { IconButton } from '../parts/IconButton';
import { NotSaved } from '../parts/NotSaved';
import { Problem } from '../parts/Problem';
import { TopBar } from '../parts/TopBar';
import type { Marked } from '../table/BlockBar';
import { ColumnHeading } from '../table/ColumnHeading';
import { OtherCells } from '../table/OtherCells';
import { PreparePanel } from '../table/PreparePanel';
import { Refresh } from '../table/Refresh';
import { RowsGrid } from '../table/RowsGrid';
import { Start } from '../table/Start';
import { TableName } from '../table/TableName';
import { mostOnPaper, TableOnPaper } from '../table/TableOnPaper';
import { type TableChange, useTableChanges } from '../table/useTableChanges';

/** How many rows are fetched at once to be printed. */
const rowsAtOnce = 500;

/** A table: its rows in a grid, and what each column is taken for. */
export function TableScreen({ id }: { id: string }) {
  const table = useQuery({ queryKey: ['table', id], queryFn: () => api.table(id) });
  const client = useQueryClient();
  const [preparing, setPreparing] = useState(false);
  // After how many of its steps the table is shown; null for all of them.
  const [stage, setStage] = useState<number | null>(null);
  const [wish, setWish] = useState<Step | null>(null);
  const settle = (view: TableView) => {
    client.setQueryData(['table', id], view);
    client.invalidateQueries({ queryKey: ['studies'] });
  };
  const saving = useTableChanges(id, table.data, settle);
  const step = (way: 'undo' | 'redo') => saving.save(way === 'undo' ? 'what was undone' : 'what was done again', { do: way });
  const start = useMutation({
    mutationFn: (from: Marked | number | string) =>
      typeof from === 'number'
        ? api.start(id, { width: 760, height: 520 }, from)
        : typeof from === 'string'
          ? api.startOn(id, from, { width: 760, height: 520 })
          : api.startFrom(id, from, { width: 760, height: 520 }),
    onSuccess: (study) => go(`/studies/${study.id}`),
  });
  const view = table.data;
  const at = stage !== null && stage < (view?.steps?.length ?? 0) ? stage : null;
  const staged = useQuery({
    queryKey: ['table', id, 'stage', at, view?.revision],
    queryFn: () => api.table(id, at ?? undefined),
    enabled: at !== null,
    placeholderData: (before) => before,
  });
  const paper = usePaper(`${id} ${view?.revision}`, async () => {
    const rows: string[][] = [];
    if (!view || view.left || view.keptAsOf) return rows;
    while (rows.length < Math.min(view.rowCount, mostOnPaper))
      rows.push(...(await api.rows(id, rows.length, Math.min(rowsAtOnce, view.rowCount - rows.length))).rows);
    return rows;
  });
  if (!view) {
    return (
      <>
        <TopBar />
        <main className="p-8">
          <Problem of={table.error} />
          {table.error ? null : <p>Opening the table</p>}
        </main>
      </>
    );
  }
  return (
    <div className="workplace">
      <TopBar trail={<>› {view.name}</>}>
        <IconButton name="Undo" disabled={!view.canUndo} act={() => step('undo')}>
          <Undo2 size={15} />
        </IconButton>
        <IconButton name="Redo" disabled={!view.canRedo} act={() => step('redo')}>
          <Redo2 size={15} />
        </IconButton>
        {view.left || view.keptAsOf ? null : (
          <>
            <Refresh view={view} onChanged={settle} />
            <button type="button" className="button" aria-pressed={preparing} onClick={() => setPreparing(!preparing)}>
              Prepare{view.steps?.length ? ` (${view.steps.length})` : ''}
            </button>
          </>
        )}
        <button type="button" className="button primary" onClick={() => start.mutate(0)} disabled={start.isPending}>
          Start a study
        </button>
      </TopBar>
      <main data-guide="2-make-fit" className="flex min-h-0 flex-1 flex-col px-6 py-4 max-[599px]:px-3 print:block print:p-0">
        {paper.printing ? <TableOnPaper view={view} rows={paper.rows ?? []} /> : null}
        <div className="unprinted contents">
          <div className="flex flex-wrap items-baseline gap-x-4">
            <TableName name={view.name} saving={saving} />
            <p className="figures text-quiet">
              {inDigits(view.rowCount)} {view.rowCount === 1 ? 'row' : 'rows'}, {view.columns.length}{' '}
              {view.columns.length === 1 ? 'column' : 'columns'}, from {view.source}
            </p>
            <OtherCells tableId={id} />
          </div>
          {view.titles?.length || view.below?.length ? (
            <p className="text-[13px] text-quiet">{[...(view.titles ?? []), ...(view.below ?? [])].join(' · ')}</p>
          ) : null}
          {at !== null ? (
            <p className="mt-1 flex gap-4 border-l-2 border-accent bg-wash px-3 py-1.5">
              {at === 0
                ? 'The rows as they were read. Type in them here; the steps run again on them.'
                : `The table as it stands after step ${at} of ${view.steps?.length}.`}
              <button type="button" className="word cursor-pointer text-accent" onClick={() => setStage(null)}>
                show the finished table
              </button>
            </p>
          ) : null}
          {view.left ? <LeftBar view={view} changed={settle} /> : null}
          {view.keptAsOf ? (
            <p className="mt-2 border-l-2 border-accent bg-wash px-3 py-1.5">
              A copy of cells as of {new Date(view.keptAsOf).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
              : it answers the studies that it came with, and has no rows.
            </p>
          ) : null}
          <Questions view={view} saving={saving} />
          <Notes view={view} />
          <NotSaved saving={saving} />
          <Problem of={start.error} className="mt-2" />
          {at === null && !preparing ? <Start view={view} saving={saving} start={(likely) => start.mutate(likely)} /> : null}
          <div className="work-row mt-3 gap-4 max-[799px]:h-auto! max-[799px]:flex-col">
            {at !== null && !staged.data ? (
              <p>Going back to that step</p>
            ) : view.left ? (
              <LeftGrid
                view={view}
                heading={(column) => (
                  <ColumnHeading
                    key={column.name}
                    view={view}
                    stage={null}
                    column={column}
                    saving={saving}
                    prepare={() => undefined}
                    study={() => start.mutate(column.name)}
                  />
                )}
              />
            ) : view.keptAsOf ? null : (
              <RowsGrid
                key={at ?? 'finished'}
                view={at !== null && staged.data ? staged.data : view}
                stage={at}
                saving={saving}
                undo={() => step('undo')}
                redo={() => step('redo')}
                toRead={() => setStage(0)}
                startFrom={(block) => start.mutate(block)}
                study={(column) => start.mutate(column)}
                prepare={(begun) => {
                  setPreparing(true);
                  setWish(begun);
                }}
              />
            )}
            {preparing ? (
              <PreparePanel
                view={view}
                saving={saving}
                wish={wish}
                granted={() => setWish(null)}
                stage={at}
                setStage={setStage}
              />
            ) : null}
          </div>
        </div>
      </main>
    </div>
  );
}

/** What reading could not settle by itself: asked, each with how its example reads. */
function Questions({ view, saving }: { view: TableView; saving: Saving<TableChange> }) {
  return view.notes.map((note, at) => {
    if (!note.ask || !note.answers?.length) return null;
    const column = view.columns.find((known) => known.at === note.column)?.name;
    return (
      <section
        key={note.text}
        aria-label={column ? `Question about ${column}` : 'Question about the table'}
        className="mt-2 flex flex-wrap items-baseline gap-x-4 gap-y-1 border-l-2 border-warn bg-wash px-3 py-2"
      >
        <p>{note.text}</p>
        <span className="flex gap-2">
          {note.answers.map((choice, place) => (
            <button
              key={choice.text}
              type="button"
              className={choice.chosen ? 'button primary' : 'button'}
              disabled={saving.waiting.some(({ body }) => body.do === 'answer')}
              onClick={() => saving.save(`the answer “${choice.text}”`, { do: 'answer', note: at, choice: place })}
            >
              {column ? (choice.chosen ? `${choice.text} is right` : `No, ${choice.text}`) : choice.text}
            </button>
          ))}
        </span>
      </section>
    );
  });
}

function Notes({ view }: { view: TableView }) {
  const [open, setOpen] = useState(false);
  const count = view.columns.reduce((sum, column) => sum + (column.unreadable ?? 0), 0);
  const cells = useQuery({
    queryKey: ['unreadable', view.id, view.revision],
    queryFn: () => api.unreadable(view.id),
    enabled: open && count > 0,
  });
  const notes = view.notes.filter((note) => !note.ask);
  if (notes.length === 0 && count === 0) return null;
  return (
    <div className="mt-1 text-[13px] text-warn">
      <button type="button" className="word cursor-pointer" aria-expanded={open} onClick={() => setOpen(!open)}>
        {[
          notes.length ? `${notes.length} ${notes.length === 1 ? 'note' : 'notes'} from reading` : '',
          count ? `${inDigits(count)} ${count === 1 ? 'cell' : 'cells'} that can't be read` : '',
        ]
          .filter(Boolean)
          .join(', ')}
      </button>
      {open ? (
        <ul className="mt-1 max-h-40 overflow-auto border-l-2 border-warn pl-3 text-ink">
          {notes.map((note) => (
            <li key={note.text}>{note.text}</li>
          ))}
          {cells.data?.map((cell) => (
            <li key={`${cell.row}-${cell.column}`}>
              Row {inDigits(cell.row)}, {cell.column}: “{cell.text}”
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
