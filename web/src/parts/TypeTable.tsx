import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from 'react';
import { blockOf, nextInSeries } from '../lib/cells';

/** A cell of the typed table; the headings are row 0. */
type Place = { row: number; column: number };

const empty = (rows: number, columns: number) => Array.from({ length: rows }, () => Array.from({ length: columns }, () => ''));

/** The text of a typed table as RFC 4180 has it, rows and columns without a text left out. */
export function typedCsv(cells: string[][]): string {
  const columns = (cells[0] ?? [])
    .map((_, column) => column)
    .filter((column) => cells.some((row) => (row[column] ?? '').trim() !== ''));
  return cells
    .filter((row, at) => at === 0 || row.some((cell) => cell.trim() !== ''))
    .map((row) =>
      columns
        .map((column) => {
          const text = (row[column] ?? '').trim();
          return /[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
        })
        .join(','),
    )
    .join('\n');
}

/** A small table typed by hand: arrow keys, Enter and Tab move, a block is pasted into the middle, Ctrl+D continues a series. */
export function TypeTable({ bring, cancel }: { bring: (csv: string) => void; cancel: () => void }) {
  const [cells, setCells] = useState(() => empty(6, 2));
  const [past, setPast] = useState<string[][][]>([]);
  const grid = useRef<HTMLTableElement>(null);
  const width = cells[0]?.length ?? 0;
  const change = (next: string[][]) => {
    setPast((old) => [...old.slice(-99), cells]);
    setCells(next);
  };
  const with_ = (at: Place, text: string) =>
    cells.map((row, r) => (r === at.row ? row.map((cell, c) => (c === at.column ? text : cell)) : row));
  const focus = (at: Place) => {
    // After the cell is there.
    requestAnimationFrame(() => grid.current?.querySelector<HTMLInputElement>(`[data-cell="${at.row}-${at.column}"]`)?.focus());
  };
  const key = (event: KeyboardEvent<HTMLInputElement>, at: Place) => {
    const field = event.currentTarget;
    const moves: [string, number, number][] = [
      ['ArrowDown', 1, 0],
      ['ArrowUp', -1, 0],
      ['Enter', event.shiftKey ? -1 : 1, 0],
    ];
    if (field.selectionStart === field.value.length) moves.push(['ArrowRight', 0, 1]);
    if (field.selectionStart === 0) moves.push(['ArrowLeft', 0, -1]);
    const move = moves.find(([name]) => name === event.key);
    if (move) {
      event.preventDefault();
      const to = { row: Math.max(0, at.row + move[1]), column: Math.min(width - 1, Math.max(0, at.column + move[2])) };
      if (to.row === cells.length) change([...cells, ...empty(1, width)]);
      focus(to);
    } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'd' && at.row > 1) {
      event.preventDefault();
      const above = (by: number) => (at.row - by > 0 ? (cells[at.row - by]?.[at.column] ?? '') : '');
      change(with_(at, nextInSeries(above(1), above(2))));
    } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && past.length) {
      event.preventDefault();
      setCells(past.at(-1) ?? cells);
      setPast(past.slice(0, -1));
    }
  };
  const paste = (event: ClipboardEvent, at: Place) => {
    const text = event.clipboardData.getData('text/plain');
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    event.stopPropagation();
    const block = blockOf(text);
    const columns = Math.max(width, ...block.map((row) => at.column + row.length));
    const next = empty(Math.max(cells.length, at.row + block.length), columns).map((row, r) =>
      row.map((_, c) => block[r - at.row]?.[c - at.column] ?? cells[r]?.[c] ?? ''),
    );
    change(next);
  };
  const csv = typedCsv(cells);
  const filled = cells.slice(1).some((row) => row.some((cell) => cell.trim() !== ''));
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        bring(csv);
      }}
    >
      <p className="font-serif text-[19px]">Type a table</p>
      <p className="text-quiet">
        Headings above, rows below. Enter and arrow keys move, Ctrl+D continues a series, a block can be pasted.
      </p>
      <div className="max-h-80 overflow-auto">
        <table ref={grid} aria-label="Typed table" className="figures border-collapse">
          <tbody>
            {cells.map((row, r) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a row is told by its place
              <tr key={r}>
                <td className="pr-2 text-right text-[12px] text-quiet">{r === 0 ? '' : r}</td>
                {row.map((cell, c) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: as above
                  <td key={c} className="border border-hairline p-0">
                    <input
                      data-cell={`${r}-${c}`}
                      aria-label={r === 0 ? `Heading ${c + 1}` : `Row ${r}, column ${c + 1}`}
                      placeholder={r === 0 ? `Heading ${c + 1}` : undefined}
                      className={
                        'w-36 bg-transparent px-2 py-1 focus-visible:outline-2 focus-visible:outline-accent ' +
                        `${r === 0 ? 'font-semibold' : ''} ` +
                        `${r > 0 && cell.trim() !== '' && Number.isFinite(Number(cell)) ? 'text-right' : ''}`
                      }
                      value={cell}
                      onChange={(event) => change(with_({ row: r, column: c }, event.target.value))}
                      onKeyDown={(event) => key(event, { row: r, column: c })}
                      onPaste={(event) => paste(event, { row: r, column: c })}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex gap-2">
        <button type="submit" className="button primary" disabled={!filled}>
          Bring it in
        </button>
        <button type="button" className="button" onClick={() => change([...cells, ...empty(1, width)])}>
          Add a row
        </button>
        <button type="button" className="button" onClick={() => change(cells.map((row) => [...row, '']))}>
          Add a column
        </button>
        <button type="button" className="button" onClick={cancel}>
          Not now
        </button>
      </div>
    </form>
  );
}
