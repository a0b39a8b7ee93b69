import { useRef } from 'react';
import { announce } from '../lib/announce';
import { api, Problem, type Step, type TableEdit, type TableView } from '../lib/api';
import { filledDown } from '../lib/cells';
import { inDigits } from '../lib/numbers';
import { type Conflict, changedElsewhere, type Saving, useSaving } from '../lib/useSaving';
import type { Block } from '../parts/useActiveCell';

/** A change of a table, as it waits. */
export type TableChange =
  /** Cells are typed, rows and columns come and go; of typed cells what stood there before. */
  | { do: 'edit'; edit: TableEdit; before: (string | undefined)[] }
  /** The first rows of a block are copied down, or continued as a series: what they hold when its turn comes. */
  | { do: 'fill'; from: Block; names: string[]; series: boolean }
  /** What a column is called and taken for. */
  | { do: 'column'; column: string; values: object }
  /** What the table is called, and whether it is long or wide. */
  | { do: 'name'; name: string }
  | { do: 'shape'; shape: 'long' | 'wide' }
  /** The preparing steps, all of them; what they were before. */
  | { do: 'steps'; steps: Step[]; before: Step[] }
  /** An answer to what reading could not settle. */
  | { do: 'answer'; note: number; choice: number }
  | { do: 'undo' | 'redo' };

/** Cells that were typed here and are saved: the how-manieth answer said so. */
export type Typed = { edit: TableEdit; answer: number };

/** What of a table was typed here, and how many answers have come: rows asked for later have all of it. */
export type TypedCells = { cells: Typed[]; answers: number };

/** Of so many cells it is known at most that they were typed; of the latest edit all of its cells are. */
const mostTyped = 20_000;

/** The latest edits that hold so many cells together. */
function latest(typed: Typed[]): Typed[] {
  let cells = 0;
  const first = typed.findLastIndex(({ edit }) => {
    cells += edit.cells?.length ?? 0;
    return cells > mostTyped;
  });
  return typed.slice(Math.min(first + 1, typed.length - 1));
}

/** More typed cells than this are not compared one by one with what another window made of them. */
const mostCompared = 200;

/** Changes to a table, one after another: typing does not wait for the server, and nothing typed is lost where it is away. */
export function useTableChanges(
  id: string,
  shown: TableView | undefined,
  settle: (view: TableView) => void,
): Saving<TableChange> & { typed: TypedCells } {
  const typed = useRef<TypedCells>({ cells: [], answers: 0 });
  const seen = useRef(shown);
  seen.current = shown;
  const saving = useSaving<TableView, TableChange>({
    kind: 'table',
    id,
    shown,
    load: () => api.table(id),
    send: async (now, change) => {
      switch (change.do) {
        case 'edit':
          return api.editTable(id, now.revision, change.edit);
        case 'fill': {
          const edit = await fill(id, change);
          return edit ? api.editTable(id, now.revision, edit) : now;
        }
        case 'column':
          return api.changeColumn(id, { revision: now.revision, column: change.column, ...change.values });
        case 'steps':
          return api.setSteps(id, now.revision, change.steps);
        case 'name':
          return api.nameTable(id, now.revision, change.name);
        case 'shape':
          return api.sayShape(id, now.revision, change.shape);
        case 'answer':
          return api.answer(id, now.revision, change.note, change.choice);
        default:
          return api.stepTable(id, change.do, now.revision);
      }
    },
    settle: (view, change) => {
      const { cells } = typed.current;
      const answer = typed.current.answers + 1;
      typed.current = {
        cells: change?.do === 'edit' ? latest([...cells, { edit: change.edit, answer }]) : cells,
        answers: answer,
      };
      if (change) {
        const undone = seen.current?.lastChange ?? '';
        const what =
          change.do === 'undo' ? `Undone: ${undone}` : change.do === 'redo' ? `Done again: ${view.lastChange}` : view.lastChange;
        announce(`${what}. ${inDigits(view.rowCount)} ${view.rowCount === 1 ? 'row' : 'rows'}. Saved.`);
      }
      settle(view);
    },
    against: (now, change) => against(id, now, change),
  });
  return { ...saving, typed: typed.current };
}

/** The preparing steps of a table, as they are sent. */
export const stepsOf = (view: TableView) => (view.steps ?? []).map((shown) => shown.step as unknown as Step);

async function fill(id: string, { from, names, series }: TableChange & { do: 'fill' }): Promise<TableEdit | null> {
  const texts: string[][] = [];
  for (let at = from.top; at <= from.bottom; ) {
    const got = await api.rows(id, at, Math.min(500, from.bottom - at + 1), 0);
    if (got.rows.length === 0) break;
    texts.push(...got.rows.map((row) => row.slice(from.left, from.right + 1)));
    at += got.rows.length;
  }
  if (!texts.length) return null;
  const cells = filledDown(texts, series).flatMap((row, r) =>
    row.map((text, c) => ({ row: from.top + r, column: names[from.left + c] ?? '', text })),
  );
  return { cells };
}

/** Typed cells are typed all the same where nobody else has typed in them; of others both sides are shown. */
async function against(id: string, now: TableView, change: TableChange): Promise<'again' | 'done' | Conflict | Error> {
  // A column that is still there is changed; steps are set where nobody else has set any.
  if (change.do === 'column' && now.columns.some((column) => column.name === change.column)) return 'again';
  if (change.do === 'name' || change.do === 'shape') return 'again';
  if (change.do === 'steps') {
    const theirs = JSON.stringify(stepsOf(now));
    if (theirs === JSON.stringify(change.steps)) return 'done';
    if (theirs === JSON.stringify(change.before)) return 'again';
  }
  const cells = change.do === 'edit' ? (change.edit.cells ?? []) : [];
  const cellsOnly =
    change.do === 'edit' &&
    !change.edit.insert &&
    !change.edit.remove &&
    !change.edit.addColumns?.length &&
    !change.edit.dropColumns?.length;
  if (!cellsOnly || cells.length > mostCompared) return changedElsewhere('table', 'this change was not made. Make it again.');
  const read = await api.table(id, 0);
  const names = read.columns.map((column) => column.name);
  const theirs: string[] = [];
  const mine: string[] = [];
  let asked = '';
  for (const [at, cell] of cells.entries()) {
    const place = names.indexOf(cell.column);
    const row = cell.row < read.rowCount && place >= 0 ? (await api.rows(id, cell.row, 1, 0)).rows[0] : undefined;
    if (!row)
      return new Problem(
        `Row ${cell.row + 1} or column “${cell.column}” is gone in another window: “${cell.text}” has no place.`,
        'conflict',
        409,
      );
    const text = row[place] ?? '';
    const before = change.do === 'edit' ? change.before[at] : undefined;
    if (text === cell.text || text === before) continue;
    theirs.push(text || 'blank');
    mine.push(cell.text || 'blank');
    asked ||= `${cell.column}, row ${inDigits(cell.row + 1)}`;
  }
  if (!theirs.length) return 'again';
  return {
    words: theirs.length === 1 ? asked : `${asked} and ${theirs.length - 1} other ${theirs.length === 2 ? 'cell' : 'cells'}`,
    mine: mine.map((text) => `“${text}”`).join(', '),
    theirs: theirs.map((text) => `“${text}”`).join(', '),
  };
}
