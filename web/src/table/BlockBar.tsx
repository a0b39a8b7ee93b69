import { useAnnounced } from '../lib/announce';
import type { TableEdit, TableView } from '../lib/api';
import { inDigits } from '../lib/numbers';
import type { Block } from '../parts/useActiveCell';
import { freeNames } from './RowsGrid';

/** A marked block, as a study starts from it. */
export type Marked = { first: number; last: number; columns: string[] };

/** What is marked in the rows, and what can be done with it. */
export function BlockBar({
  view,
  block,
  told,
  toRead,
  fill,
  edit,
  start,
  back,
}: {
  view: TableView;
  block: Block | null;
  told: string | null;
  toRead: (() => void) | null;
  fill: ((series: boolean) => void) | null;
  edit: ((change: TableEdit) => void) | null;
  start: ((block: Marked) => void) | null;
  /** Gives the rows the focus back. */
  back: () => void;
}) {
  const names = view.columns.map((column) => column.name);
  const marked = block ? names.slice(block.left, block.right + 1) : [];
  const count = block ? block.bottom - block.top + 1 : 0;
  const number = (row: number) => inDigits(row + 1);
  const hint = edit ? 'Enter or F2 types in a cell, Shift marks a block, a block can be pasted.' : '';
  const words: [string, string | undefined, () => void][] = [];
  if (toRead && told) words.push(['show the rows as they were read, to type in them', undefined, toRead]);
  if (block && count > 1 && fill) {
    words.push(['copy the first row down', 'Ctrl+D', () => fill(false)]);
    words.push(['continue its series', 'Ctrl+Shift+D', () => fill(true)]);
  }
  if (edit) {
    const at = block ? block.bottom + 1 : view.rowCount;
    words.push([block ? 'add a row below' : 'add a row', undefined, () => edit({ insert: { at, count: 1 } })]);
    words.push(['add a column', undefined, () => edit({ addColumns: freeNames(names, 1) })]);
    if (block) {
      const text = count === 1 ? 'remove the row' : `remove ${inDigits(count)} rows`;
      words.push([text, undefined, () => edit({ remove: { at: block.top, count } })]);
    }
  }
  if (block && start && (count > 1 || marked.length > 1))
    words.push([
      'start a study from the block',
      undefined,
      () => start({ first: block.top, last: block.bottom, columns: marked }),
    ]);
  const where = block
    ? `${count === 1 ? `Row ${number(block.top)}` : `Rows ${number(block.top)} to ${number(block.bottom)}`}, ` +
      `${marked.length === 1 ? marked[0] : `${marked[0]} to ${marked.at(-1)}`}`
    : hint;
  // One cell is heard where it is; a block is said.
  useAnnounced(told ?? (count > 1 || marked.length > 1 ? where : null));
  return (
    <div className="flex min-h-9 flex-wrap items-center gap-x-4 gap-y-1 pt-1.5 text-[13px]">
      <span className="figures text-quiet" data-marked="">
        {told ?? where}
      </span>
      {words.map(([text, keys, act]) => (
        <button
          key={text}
          type="button"
          className="word cursor-pointer text-accent"
          title={keys}
          onClick={() => {
            act();
            back();
          }}
        >
          {text}
        </button>
      ))}
    </div>
  );
}
