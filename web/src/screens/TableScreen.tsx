import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Redo2, Undo2 } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { api, type ColumnDocument, type Step, type TableView } from '../lib/api';
import { go } from '../lib/router';
import { IconButton } from '../parts/IconButton';
import { TopBar } from '../parts/TopBar';
import { useActiveCell } from '../parts/useActiveCell';
import { useRowWindow } from '../parts/useRowWindow';
import { ColumnPortrait } from '../table/ColumnPortrait';
import { PreparePanel } from '../table/PreparePanel';
import { Refresh } from '../table/Refresh';

const page = 200;
const rowHeight = 28;
const typeWords = { category: 'category', quantity: 'quantity', date: 'date' } as const;

/** A table: its rows in a grid, and what each column is taken for. */
export function TableScreen({ id }: { id: string }) {
  const table = useQuery({ queryKey: ['table', id], queryFn: () => api.table(id) });
  const client = useQueryClient();
  const [preparing, setPreparing] = useState(false);
  const [wish, setWish] = useState<Step | null>(null);
  const settle = (view: TableView) => {
    client.setQueryData(['table', id], view);
    client.invalidateQueries({ queryKey: ['studies'] });
  };
  const step = useMutation({
    mutationFn: (way: 'undo' | 'redo') => api.stepTable(id, way, table.data?.revision ?? 0),
    onSuccess: settle,
  });
  const start = useMutation({
    mutationFn: () => api.start(id, { width: 760, height: 520 }),
    onSuccess: (study) => go(`/studies/${study.id}`),
  });
  const view = table.data;
  if (!view) {
    return (
      <>
        <TopBar />
        <main className="p-8">
          {table.error ? <p role="alert">{table.error.message}</p> : <p role="status">Opening the table</p>}
        </main>
      </>
    );
  }
  return (
    <div className="flex h-screen flex-col">
      <TopBar trail={<>› {view.name}</>}>
        <IconButton name="Undo" disabled={!view.canUndo} act={() => step.mutate('undo')}>
          <Undo2 size={15} />
        </IconButton>
        <IconButton name="Redo" disabled={!view.canRedo} act={() => step.mutate('redo')}>
          <Redo2 size={15} />
        </IconButton>
        <Refresh view={view} onChanged={settle} />
        <button type="button" className="button" aria-pressed={preparing} onClick={() => setPreparing(!preparing)}>
          Prepare{view.steps?.length ? ` (${view.steps.length})` : ''}
        </button>
        <button type="button" className="button primary" onClick={() => start.mutate()} disabled={start.isPending}>
          Start a study
        </button>
      </TopBar>
      <main className="flex min-h-0 flex-1 flex-col px-6 py-4">
        <div className="flex items-baseline gap-4">
          <h1 className="font-serif text-[24px]">{view.name}</h1>
          <p className="figures text-quiet">
            {view.rowCount.toLocaleString('en')} {view.rowCount === 1 ? 'row' : 'rows'}, {view.columns.length}{' '}
            {view.columns.length === 1 ? 'column' : 'columns'}, from {view.source}
          </p>
        </div>
        {view.titles?.length || view.below?.length ? (
          <p className="text-[13px] text-quiet">{[...(view.titles ?? []), ...(view.below ?? [])].join(' · ')}</p>
        ) : null}
        <Questions view={view} onChanged={settle} />
        <Notes view={view} />
        {start.error ? (
          <p role="alert" className="mt-2 text-fail">
            {start.error.message}
          </p>
        ) : null}
        <div className="mt-3 flex min-h-0 flex-1 gap-4">
          <Grid
            key={view.revision}
            view={view}
            onChanged={settle}
            prepare={(kind, column) => {
              setPreparing(true);
              setWish({ do: kind, ...(kind === 'leave-out' ? { where: [{ column, is: [] }] } : { column }) });
            }}
          />
          {preparing ? <PreparePanel view={view} onChanged={settle} wish={wish} granted={() => setWish(null)} /> : null}
        </div>
      </main>
    </div>
  );
}

/** What reading could not settle by itself: asked, each with how its example reads. */
function Questions({ view, onChanged }: { view: TableView; onChanged: (view: TableView) => void }) {
  const answer = useMutation({
    mutationFn: ([note, choice]: [number, number]) => api.answer(view.id, view.revision, note, choice),
    onSuccess: onChanged,
  });
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
              disabled={answer.isPending}
              onClick={() => answer.mutate([at, place])}
            >
              {column ? (choice.chosen ? `${choice.text} is right` : `No, ${choice.text}`) : choice.text}
            </button>
          ))}
        </span>
        {answer.error ? (
          <p role="alert" className="text-fail">
            {answer.error.message}
          </p>
        ) : null}
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
          count ? `${count.toLocaleString('en')} ${count === 1 ? 'cell' : 'cells'} that can't be read` : '',
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
              Row {cell.row.toLocaleString('en')}, {cell.column}: “{cell.text}”
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

type Prepare = (kind: string, column: string) => void;

function Grid({ view, onChanged, prepare }: { view: TableView; onChanged: (view: TableView) => void; prepare: Prepare }) {
  const scroller = useRef<HTMLDivElement>(null);
  const [pages, setPages] = useState(new Map<number, string[][]>());
  const asked = useRef(new Set<number>());
  const rows = useRowWindow(scroller, view.rowCount, rowHeight, 12);
  const cells = useActiveCell('grid', view.rowCount, view.columns.length, (row) => rows.reveal(row, 48, 0));
  const firstPage = Math.floor(rows.first / page);
  const lastPage = Math.floor(Math.max(0, rows.last) / page);
  useEffect(() => {
    for (let at = firstPage; at <= lastPage; at++) {
      if (asked.current.has(at)) continue;
      asked.current.add(at);
      api.rows(view.id, at * page, page).then(
        (got) => setPages((known) => new Map(known).set(at, got.rows)),
        () => asked.current.delete(at),
      );
    }
  }, [firstPage, lastPage, view.id]);
  const columns = `64px ${view.columns.map((column) => (column.type === 'quantity' ? 'minmax(190px, 220px)' : 'minmax(150px, 1fr)')).join(' ')}`;
  return (
    <div
      ref={scroller}
      role="grid"
      aria-label={`Rows of ${view.name}`}
      aria-rowcount={view.rowCount + 1}
      aria-colcount={view.columns.length + 1}
      {...cells.gridProps}
      className="figures min-h-0 min-w-0 flex-1 overflow-auto border border-hairline bg-sheet"
    >
      <div className="min-w-max" role="presentation">
        <div
          role="row"
          aria-rowindex={1}
          className="sticky top-0 z-10 grid border-b border-ink bg-sheet"
          style={{ gridTemplateColumns: columns }}
        >
          <div role="columnheader" className="px-2 py-2 text-right text-quiet">
            row
          </div>
          {view.columns.map((column) => (
            <Heading key={column.at} view={view} column={column} onChanged={onChanged} prepare={prepare} />
          ))}
        </div>
        <div role="presentation" className="relative" style={{ height: rows.height }}>
          {rows.rows.map((item) => {
            const texts = pages.get(Math.floor(item.index / page))?.[item.index % page];
            return (
              <div
                key={item.index}
                role="row"
                aria-rowindex={item.index + 2}
                className="absolute inset-x-0 top-0 grid border-b border-hairline"
                style={{ height: rowHeight, transform: `translateY(${item.top}px)`, gridTemplateColumns: columns }}
              >
                <div role="rowheader" className="px-2 py-1 text-right text-quiet">
                  {(item.index + 1).toLocaleString('en')}
                </div>
                {view.columns.map((column, at) => (
                  <div
                    key={column.at}
                    id={cells.cellId(item.index, at)}
                    role="gridcell"
                    className={`truncate px-2 py-1 ${column.type === 'quantity' ? 'text-right' : ''} ${texts && !texts[at] ? 'text-quiet italic' : ''} ${cells.isActive(item.index, at) ? 'outline-2 -outline-offset-2 outline-accent' : ''}`}
                  >
                    {texts ? texts[at] || 'blank' : '…'}
                  </div>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

function Heading({
  view,
  column,
  onChanged,
  prepare,
}: {
  view: TableView;
  column: ColumnDocument;
  onChanged: (view: TableView) => void;
  prepare: Prepare;
}) {
  const [open, setOpen] = useState(false);
  const change = useMutation({
    mutationFn: (values: object) => api.changeColumn(view.id, { revision: view.revision, column: column.name, ...values }),
    onSuccess: (changed) => {
      setOpen(false);
      onChanged(changed);
    },
  });
  const facts = [
    `${(column.distinct ?? 0).toLocaleString('en')} distinct`,
    column.blanks ? `${column.blanks.toLocaleString('en')} blank` : '',
    column.unreadable ? `${column.unreadable.toLocaleString('en')} not readable` : '',
  ].filter(Boolean);
  return (
    <div role="columnheader" className={`px-2 py-1.5 ${column.type === 'quantity' ? 'text-right' : ''}`}>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger className="word max-w-full cursor-pointer truncate font-semibold" aria-label={`Column ${column.name}`}>
          {column.name}
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content className="popover w-80 p-4" align="start" sideOffset={6} collisionPadding={12}>
            <ColumnPortrait
              view={view}
              column={column.name}
              prepare={(kind, name) => {
                setOpen(false);
                prepare(kind, name);
              }}
            />
            <form
              className="mt-3 flex flex-col gap-3 border-t border-hairline pt-3"
              onSubmit={(event) => {
                event.preventDefault();
                const form = new FormData(event.currentTarget);
                const said: Record<string, unknown> = {
                  name: form.get('name'),
                  type: form.get('type'),
                  unit: form.get('unit') ?? '',
                  decimalComma: form.get('mark') === 'comma',
                  dates: form.get('dates'),
                };
                const known: Record<string, unknown> = { ...column, unit: column.unit ?? '' };
                // Only what was changed: what reading asked stays open until it is answered.
                change.mutate(Object.fromEntries(Object.entries(said).filter(([member, value]) => known[member] !== value)));
              }}
            >
              <label className="flex flex-col gap-1">
                <span className="text-quiet">Heading</span>
                <input name="name" className="field" defaultValue={column.name} />
              </label>
              <label className="flex flex-col gap-1">
                <span className="text-quiet">Taken for a</span>
                <select name="type" className="field" defaultValue={column.type}>
                  <option value="category">category</option>
                  <option value="quantity">quantity</option>
                  <option value="date">date</option>
                </select>
              </label>
              <label className="flex flex-col gap-1">
                <span className="text-quiet">Unit</span>
                <input name="unit" className="field" defaultValue={column.unit ?? ''} placeholder="min, €, people" />
              </label>
              <label className="flex flex-col gap-1">
                <span className="text-quiet">Decimal mark</span>
                <select name="mark" className="field" defaultValue={column.decimalComma ? 'comma' : 'point'}>
                  <option value="point">point: 1,204.5</option>
                  <option value="comma">comma: 1.204,5</option>
                </select>
              </label>
              <label className="flex flex-col gap-1">
                <span className="text-quiet">Dates are written</span>
                <select name="dates" className="field" defaultValue={column.dates}>
                  <option value="iso">year-month-day: 2026-03-09</option>
                  <option value="dayMonthYear">day, month, year: 9.3.2026</option>
                  <option value="monthDayYear">month, day, year: 3/9/2026</option>
                  <option value="yearMonthDay">year, month, day: 2026/3/9</option>
                </select>
              </label>
              {change.error ? (
                <p role="alert" className="text-fail">
                  {change.error.message}
                </p>
              ) : null}
              <button type="submit" className="button primary justify-center">
                Change the column
              </button>
            </form>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      <div className="truncate text-[11px] text-quiet">
        {typeWords[column.type]}
        {column.unit ? ` in ${column.unit}` : ''} · {facts.join(', ')}
        {column.holdsShares ? ' · holds shares' : ''}
      </div>
    </div>
  );
}
