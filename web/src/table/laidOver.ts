import type { TableEdit } from '../lib/api';
import type { Typed } from './useTableChanges';

/** Typed cells as they lie over the rows that were fetched. */
export type LaidOver = {
  /** The text of a cell, where it was saved after the rows beneath were asked for; undefined where they have it. */
  text: (row: number, column: string, answers: number) => string | undefined;
  /** Whether what was typed in a cell is not saved yet. */
  isUnsaved: (row: number, column: string) => boolean;
};

/**
 * What was typed, saved by some answer or still waiting, by cell: the last word counts. Where rows or columns go, or come between
 * others, cells typed before are not where they were; they are left to the rows that are fetched.
 */
export function laidOver(saved: Typed[], waiting: TableEdit[]): LaidOver {
  const cells = new Map<string, { text: string; answer: number }>();
  let rowCount = 0;
  const lay = (edit: TableEdit, answer: number) => {
    if (edit.remove || edit.dropColumns?.length || (edit.insert && edit.insert.at < rowCount)) {
      cells.clear();
      rowCount = 0;
    }
    for (const cell of edit.cells ?? []) {
      cells.set(`${cell.row} ${cell.column}`, { text: cell.text, answer });
      rowCount = Math.max(rowCount, cell.row + 1);
    }
  };
  for (const { edit, answer } of saved) lay(edit, answer);
  for (const edit of waiting) lay(edit, Number.POSITIVE_INFINITY);
  return {
    text: (row, column, answers) => {
      const cell = cells.get(`${row} ${column}`);
      return cell && cell.answer > answers ? cell.text : undefined;
    },
    isUnsaved: (row, column) => cells.get(`${row} ${column}`)?.answer === Number.POSITIVE_INFINITY,
  };
}
