import { api, Problem, type TableEdit, type TableView } from '../lib/api';
import { filledDown } from '../lib/cells';
import { type Conflict, type Saving, useSaving } from '../lib/useSaving';
import type { Block } from '../parts/useActiveCell';

/** A change of a table, as it waits. */
export type TableChange =
  /** Cells are typed, rows and columns come and go; of typed cells what stood there before. */
  | { do: 'edit'; edit: TableEdit; before: (string | undefined)[] }
  /** The first rows of a block are copied down, or continued as a series: what they hold when its turn comes. */
  | { do: 'fill'; from: Block; names: string[]; series: boolean }
  | { do: 'undo' | 'redo' };

/** More typed cells than this are not compared one by one with what another window made of them. */
const mostCompared = 200;

/** Changes to a table, one after another: typing does not wait for the server, and nothing typed is lost where it is away. */
export function useTableChanges(
  id: string,
  shown: TableView | undefined,
  settle: (view: TableView) => void,
): Saving<TableChange> {
  return useSaving<TableView, TableChange>({
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
        default:
          return api.stepTable(id, change.do, now.revision);
      }
    },
    settle,
    against: (_, change) => against(id, change),
  });
}

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
async function against(id: string, change: TableChange): Promise<'again' | 'done' | Conflict | Error> {
  const cells = change.do === 'edit' ? (change.edit.cells ?? []) : [];
  const cellsOnly =
    change.do === 'edit' &&
    !change.edit.insert &&
    !change.edit.remove &&
    !change.edit.addColumns?.length &&
    !change.edit.dropColumns?.length;
  if (!cellsOnly || cells.length > mostCompared)
    return new Problem(
      'The table was changed in another window, which is shown now; this change was not made. Make it again.',
      'conflict',
      409,
    );
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
    asked ||= `${cell.column}, row ${(cell.row + 1).toLocaleString('en')}`;
  }
  if (!theirs.length) return 'again';
  return {
    words: theirs.length === 1 ? asked : `${asked} and ${theirs.length - 1} other ${theirs.length === 2 ? 'cell' : 'cells'}`,
    mine: mine.map((text) => `“${text}”`).join(', '),
    theirs: theirs.map((text) => `“${text}”`).join(', '),
  };
}
