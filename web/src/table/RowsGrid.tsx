import { type ClipboardEvent, type KeyboardEvent, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { api, type TableEdit, type TableView } from '../lib/api';
import { blockOf, textOf } from '../lib/cells';
import { inDigits } from '../lib/numbers';
import type { Saving } from '../lib/useSaving';
import { type Block, type Cell, useActiveCell } from '../parts/useActiveCell';
import { useRowWindow } from '../parts/useRowWindow';
import { BlockBar, type Marked } from './BlockBar';
import { ColumnHeading, type Prepare } from './ColumnHeading';
import { laidOver } from './laidOver';
import type { TableChange, TypedCells } from './useTableChanges';

const page = 200;
const rowHeight = 28;
/** The most rows that are copied out or typed over at once. */
const mostRows = 20_000;

type Props = {
  view: TableView;
  /** Which of the table's stages is shown; null for the finished one. */
  stage: number | null;
  /** Saves changes one after another, and tells what is not saved yet. */
  saving: Saving<TableChange> & { typed: TypedCells };
  prepare: Prepare;
  undo: () => void;
  redo: () => void;
  /** Shows the rows as they were read, which can be typed in. */
  toRead: () => void;
  startFrom: (block: Marked) => void;
  /** Starts a study of one column. */
  study: (column: string) => void;
};

/** The table's rows: looked at, marked, copied out, and typed in where they are shown as they were read. */
export function RowsGrid({ view, stage, saving, prepare, undo, redo, toRead, startFrom, study }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const [pages, setPages] = useState(new Map<number, { answers: number; rows: string[][] }>());
  const asked = useRef({ revision: view.revision, pages: new Set<number>() });
  const [typing, setTyping] = useState<(Cell & { text: string }) | null>(null);
  // Keys can come faster than the page is painted: what is typed, and where, is also held here.
  const open = useRef<typeof typing>(null);
  const going = useRef<Cell | null>(null);
  const put = (next: typeof typing) => {
    open.current = next;
    setTyping(next);
  };
  const [told, setTold] = useState<string | null>(null);
  // A row that was added and is not there yet: what is typed meanwhile is kept for it.
  const [coming, setComing] = useState<number | null>(null);
  const kept = useRef('');
  const rows = useRowWindow(scroller, view.rowCount, rowHeight, 12);
  const editable = view.stage === 0;
  const width = view.columns.length;
  const names = view.columns.map((column) => column.name);
  const { problem } = saving;
  // What was typed stands in its cells, marked as long as it is not saved, until the rows that are shown have it.
  const { typed, waiting } = saving;
  const over = useMemo(
    () =>
      editable
        ? laidOver(
            typed.cells,
            waiting.flatMap(({ body }) => (body.do === 'edit' ? [body.edit] : [])),
          )
        : laidOver([], []),
    [editable, typed.cells, waiting],
  );
  const edit = (change: TableEdit, before: (string | undefined)[] = []) =>
    saving.save(wordsOf(change), { do: 'edit', edit: change, before });

  const firstPage = Math.floor(rows.first / page);
  const lastPage = Math.floor(Math.max(0, rows.last) / page);
  const { answers } = typed;
  // biome-ignore lint/correctness/useExhaustiveDependencies: how many answers there were when the rows were asked for
  useEffect(() => {
    if (asked.current.revision !== view.revision) asked.current = { revision: view.revision, pages: new Set() };
    const { pages: known } = asked.current;
    for (let at = firstPage; at <= lastPage; at++) {
      if (known.has(at)) continue;
      known.add(at);
      // The rows of before stay in sight until the new ones are there; older ones never come over them.
      api.rows(view.id, at * page, page, stage ?? undefined).then(
        ({ rows }) => setPages((old) => ((old.get(at)?.answers ?? 0) > answers ? old : new Map(old).set(at, { answers, rows }))),
        () => known.delete(at),
      );
    }
  }, [firstPage, lastPage, view.id, view.revision, stage]);

  const textAt = (row: number, column: number) => {
    const known = pages.get(Math.floor(row / page));
    return over.text(row, names[column] ?? '', known?.answers ?? 0) ?? known?.rows[row % page]?.[column];
  };
  /** Types a block from a cell on; rows and columns that it needs are added. */
  const type = (at: Cell, block: string[][]) => {
    const added = freeNames(names, Math.max(...block.map((row) => row.length)) + at.column - width);
    const columns = [...names, ...added];
    const below = at.row + block.length - view.rowCount;
    const cells = block.flatMap((row, r) =>
      row.map((text, c) => ({ row: at.row + r, column: columns[at.column + c] ?? '', text })),
    );
    edit(
      { insert: below > 0 ? { at: view.rowCount, count: below } : null, addColumns: added, cells },
      cells.map((cell) => textAt(cell.row, names.indexOf(cell.column))),
    );
  };

  /** The texts of a block, those that were not in sight fetched. */
  const read = async (block: Block): Promise<string[][] | null> => {
    if (block.bottom - block.top >= mostRows) {
      setTold(`At most ${inDigits(mostRows)} rows can be copied at once.`);
      return null;
    }
    const texts: string[][] = [];
    for (let at = block.top; at <= block.bottom; ) {
      const got = await api.rows(view.id, at, Math.min(500, block.bottom - at + 1), stage ?? undefined);
      if (got.rows.length === 0) break;
      texts.push(...got.rows.map((row) => row.slice(block.left, block.right + 1)));
      at += got.rows.length;
    }
    return texts;
  };

  const may = () => {
    if (!editable) setTold('Steps make these rows.');
    return editable;
  };
  const begin = (at: Cell, text?: string) => {
    if (may()) put({ ...at, text: text ?? textAt(at.row, at.column) ?? '' });
  };
  const fill = (series: boolean) => {
    const block = cells.block;
    if (!block || !may()) return;
    const from = block.top === block.bottom ? { ...block, top: Math.max(0, block.top - 1) } : block;
    if (from.bottom - from.top >= mostRows) {
      setTold(`At most ${inDigits(mostRows)} rows can be filled at once.`);
      return;
    }
    saving.save(`rows ${from.top + 1} to ${from.bottom + 1} filled`, { do: 'fill', from, names, series });
  };
  const clear = (block: Block) => {
    if (!may() || block.bottom - block.top >= mostRows) return;
    const line = Array(block.right - block.left + 1).fill('');
    type(
      { row: block.top, column: block.left },
      Array.from({ length: block.bottom - block.top + 1 }, () => line),
    );
  };
  const key = (event: KeyboardEvent, active: Cell | null): boolean => {
    const held = event.ctrlKey || event.metaKey;
    const at = going.current ?? active;
    // The next key can come before the field has the focus: it goes on where it began, and ends it.
    const begun = open.current;
    if (begun && !held && !event.altKey) {
      const by = movesOf(event)[event.key];
      if (by || event.key === 'Escape') done(by ?? null);
      else if (event.key === 'Backspace') put({ ...begun, text: begun.text.slice(0, -1) });
      else if (event.key.length === 1) put({ ...begun, text: begun.text + event.key });
      return true;
    }
    const block = cells.block;
    const name = `${held ? 'Ctrl+' : ''}${held && event.shiftKey ? 'Shift+' : ''}${held ? event.key.toLowerCase() : event.key}`;
    const acts = new Map<string, () => unknown>([
      ['Ctrl+z', undo],
      ['Ctrl+Shift+z', redo],
    ]);
    const isText = event.key.length === 1 && event.key !== ' ' && !held && !event.altKey;
    if (coming !== null && !held) {
      const between = new Map([
        ['Tab', '\t'],
        ['Enter', '\n'],
      ]).get(event.key);
      if (event.key === 'Escape') setComing(null);
      else if (event.key === 'Backspace') kept.current = kept.current.slice(0, -1);
      else if (between || event.key.length === 1) kept.current += between ?? event.key;
      return true;
    }
    // Typed without a marked cell it is not lost: it begins in the first one that is in sight.
    const top = { row: Math.max(0, Math.min(rows.first, view.rowCount - 1)), column: 0 };
    if (!at && isText)
      acts.set(event.key, () => {
        cells.go(top.row, top.column);
        begin(top, event.key);
      });
    if (at && block) {
      acts.set('Ctrl+c', () => read(block).then((texts) => texts && navigator.clipboard.writeText(textOf(texts))));
      acts.set('Ctrl+d', () => fill(false));
      acts.set('Ctrl+Shift+d', () => fill(true));
      acts.set('Ctrl+a', () => cells.mark({ row: 0, column: 0 }, { row: view.rowCount - 1, column: width - 1 }));
      for (const open of ['F2', 'Enter']) acts.set(open, () => begin(at));
      for (const wipe of ['Delete', 'Backspace']) acts.set(wipe, () => clear(block));
      if (at.column < width - 1 && !event.shiftKey) acts.set('Tab', () => cells.go(at.row, at.column + 1));
      if (isText) acts.set(event.key, () => begin(at, event.key));
    }
    acts.get(name)?.();
    return acts.has(name);
  };
  const cells = useActiveCell('grid', view.rowCount, width, (row) => rows.reveal(row, 48, 0), undefined, key);

  // Sideways the browser brings the cell into sight, clear of the row numbers.
  const { active } = cells;
  useEffect(() => {
    going.current = null;
    if (active)
      document.getElementById(`grid-${active.row}-${active.column}`)?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [active]);

  /** Adds rows or columns; the cursor goes into the row that comes. */
  const grow = (change: TableEdit) => {
    edit(change);
    if (!change.insert) return;
    kept.current = '';
    setComing(change.insert.at);
    scroller.current?.focus();
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the rows are more
  useLayoutEffect(() => {
    if (coming === null || coming >= view.rowCount) return;
    const arrive = () => {
      const texts = kept.current.split(/[\t\n]/);
      const last = texts.pop() ?? '';
      if (texts.length) type({ row: coming, column: 0 }, [texts.slice(0, width)]);
      const at = { row: coming, column: Math.min(texts.length, width - 1) };
      cells.go(at.row, at.column);
      if (last) begin(at, last);
      setComing(null);
    };
    // Before the next key can come: none falls between what was kept and the field.
    queueMicrotask(() => flushSync(arrive));
  }, [view.rowCount]);

  const done = (by: Cell | null) => {
    // Leaving the field by a key takes the focus from it, which would end it a second time.
    const begun = open.current;
    if (!begun) return;
    if (by && begun.text !== (textAt(begun.row, begun.column) ?? '')) type(begun, [[begun.text]]);
    put(null);
    if (by) {
      going.current = {
        row: Math.min(view.rowCount - 1, Math.max(0, begun.row + by.row)),
        column: Math.min(width - 1, Math.max(0, begun.column + by.column)),
      };
      cells.go(begun.row + by.row, begun.column + by.column);
    }
    scroller.current?.focus();
  };
  const paste = (event: ClipboardEvent) => {
    const at = cells.block;
    if (!at || event.target !== scroller.current) return;
    event.preventDefault();
    if (may()) type({ row: at.top, column: at.left }, blockOf(event.clipboardData.getData('text/plain')));
  };

  const rowWidth = 26 + 8 * inDigits(view.rowCount).length;
  const columns =
    `${rowWidth}px ` +
    `${view.columns.map((column) => (column.type === 'quantity' ? 'minmax(190px, 220px)' : 'minmax(150px, 1fr)')).join(' ')}`;
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col max-[799px]:h-[max(340px,70vh)] max-[799px]:flex-none">
      <div
        ref={scroller}
        role="grid"
        aria-label={`Rows of ${view.name}`}
        aria-rowcount={view.rowCount + 1}
        aria-colcount={width + 1}
        aria-multiselectable
        aria-readonly={!editable}
        {...cells.gridProps}
        onPaste={paste}
        style={{ scrollPaddingLeft: rowWidth, scrollPaddingTop: 48 }}
        className="figures min-h-0 flex-1 overflow-auto border border-hairline bg-sheet select-none"
      >
        <div className="min-w-max" role="presentation">
          <div
            role="row"
            aria-rowindex={1}
            className="sticky top-0 z-10 grid border-b border-ink bg-sheet"
            style={{ gridTemplateColumns: columns }}
          >
            <div role="columnheader" className="sticky left-0 bg-sheet px-2 py-2 text-right text-quiet">
              row
            </div>
            {view.columns.map((column) => (
              <ColumnHeading
                key={column.name}
                view={view}
                stage={stage}
                column={column}
                saving={saving}
                study={stage === null ? () => study(column.name) : undefined}
                prepare={prepare}
                drop={editable && width > 1 ? () => edit({ dropColumns: [column.name] }) : undefined}
              />
            ))}
          </div>
          <div role="presentation" className="relative" style={{ height: rows.height }}>
            {rows.rows.map((item) => (
              <div
                key={item.index}
                role="row"
                aria-rowindex={item.index + 2}
                className="absolute inset-x-0 top-0 grid border-b border-hairline"
                style={{ height: rowHeight, transform: `translateY(${item.top}px)`, gridTemplateColumns: columns }}
              >
                <div
                  role="rowheader"
                  className="sticky left-0 h-[27px] cursor-pointer bg-sheet px-2 py-1 text-right text-quiet"
                  onPointerDown={(event) =>
                    cells.mark(
                      { row: event.shiftKey ? (cells.block?.top ?? item.index) : item.index, column: 0 },
                      { row: item.index, column: width - 1 },
                    )
                  }
                >
                  {inDigits(item.index + 1)}
                </div>
                {view.columns.map((column, at) => {
                  const text = textAt(item.index, at);
                  return (
                    <div
                      key={column.name}
                      id={cells.cellId(item.index, at)}
                      role="gridcell"
                      aria-selected={cells.isMarked(item.index, at)}
                      {...cells.pointer(item.index, at)}
                      title={over.isUnsaved(item.index, column.name) ? 'Not saved yet' : undefined}
                      onDoubleClick={() => begin({ row: item.index, column: at })}
                      className={
                        `truncate px-2 py-1 ${column.type === 'quantity' ? 'text-right' : ''} ` +
                        `${text === '' ? 'text-quiet italic' : ''} ` +
                        `${over.isUnsaved(item.index, column.name) ? 'unsaved' : ''} ` +
                        `${cells.isMarked(item.index, at) ? 'bg-wash' : ''} ` +
                        `${cells.isActive(item.index, at) ? 'outline-2 -outline-offset-2 outline-accent' : ''}`
                      }
                    >
                      {typing?.row === item.index && typing.column === at ? (
                        <CellField
                          name={`${column.name}, row ${item.index + 1}`}
                          text={typing.text}
                          set={(text) => put({ ...typing, text })}
                          done={done}
                        />
                      ) : (
                        (text ?? '…') || 'blank'
                      )}
                    </div>
                  );
                })}
              </div>
            ))}
          </div>
        </div>
      </div>
      <BlockBar
        view={view}
        block={cells.block}
        told={problem?.message ?? told}
        toRead={editable ? null : toRead}
        fill={editable ? fill : null}
        edit={editable ? grow : null}
        start={stage === null ? startFrom : null}
        back={() => scroller.current?.focus()}
      />
    </div>
  );
}

/** Where a key goes on that ends a cell. */
const movesOf = (event: KeyboardEvent): Record<string, Cell> => ({
  Enter: { row: event.shiftKey ? -1 : 1, column: 0 },
  Tab: { row: 0, column: event.shiftKey ? -1 : 1 },
});

/** The field in which a cell is typed: Enter and Tab take it and go on, Escape leaves it. */
function CellField({
  name,
  text,
  set,
  done,
}: {
  name: string;
  text: string;
  set: (text: string) => void;
  done: (by: Cell | null) => void;
}) {
  return (
    <input
      autoFocus
      aria-label={name}
      className="-mx-1 w-full bg-sheet px-1 text-inherit outline-none"
      value={text}
      onChange={(event) => set(event.target.value)}
      onPointerDown={(event) => event.stopPropagation()}
      onBlur={() => done({ row: 0, column: 0 })}
      onKeyDown={(event) => {
        event.stopPropagation();
        const by = movesOf(event)[event.key];
        if (!by && event.key !== 'Escape') return;
        event.preventDefault();
        done(by ?? null);
      }}
    />
  );
}

/** A change in words: of one cell what was typed, and where. */
function wordsOf(edit: TableEdit): string {
  const [cell] = edit.cells ?? [];
  if (edit.cells?.length === 1 && cell) return `${cell.column}, row ${cell.row + 1}: “${cell.text || 'blank'}”`;
  if (edit.cells?.length) return `${edit.cells.length} cells`;
  if (edit.remove) return `${edit.remove.count} ${edit.remove.count === 1 ? 'row' : 'rows'} removed`;
  if (edit.insert) return `${edit.insert.count} ${edit.insert.count === 1 ? 'row' : 'rows'} added`;
  return edit.dropColumns?.length ? `column ${edit.dropColumns[0]} dropped` : 'a column added';
}

/** Headings for columns that a block needs besides those that are there. */
export function freeNames(taken: string[], count: number): string[] {
  const added: string[] = [];
  for (let number = taken.length + 1; added.length < count; number++)
    if (!taken.includes(`Column ${number}`)) added.push(`Column ${number}`);
  return added;
}
