import { type KeyboardEvent, useState } from 'react';

export type Cell = { row: number; column: number };

/**
 * A grid's active cell, moved by arrow keys, Home, End and page keys (ARIA's grid pattern, the focus staying on the grid).
 * `reveal` brings a row into sight; `act` is what Enter does.
 */
export function useActiveCell(
  id: string,
  rows: number,
  columns: number,
  reveal: (row: number) => void,
  act?: (cell: Cell, event: KeyboardEvent) => void,
) {
  const [active, setActive] = useState<Cell | null>(null);
  const cellId = (row: number, column: number) => `${id}-${row}-${column}`;
  const go = (row: number, column: number) => {
    const next = { row: Math.min(rows - 1, Math.max(0, row)), column: Math.min(columns - 1, Math.max(0, column)) };
    setActive(next);
    reveal(next.row);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || rows === 0) return;
    const at = active ?? { row: 0, column: 0 };
    const far = event.ctrlKey || event.metaKey;
    const moves = new Map<string, () => void>([
      ['ArrowDown', () => go(active ? at.row + 1 : 0, at.column)],
      ['ArrowUp', () => go(at.row - 1, at.column)],
      ['ArrowRight', () => go(at.row, at.column + 1)],
      ['ArrowLeft', () => go(at.row, at.column - 1)],
      ['PageDown', () => go(at.row + 15, at.column)],
      ['PageUp', () => go(at.row - 15, at.column)],
      ['Home', () => go(far ? 0 : at.row, 0)],
      ['End', () => go(far ? rows - 1 : at.row, columns - 1)],
    ]);
    if (act && active) for (const key of ['Enter', ' ']) moves.set(key, () => act(at, event));
    if (event.key === 'Escape') setActive(null);
    const move = moves.get(event.key);
    if (move) {
      event.preventDefault();
      event.stopPropagation();
      move();
    }
  };
  return {
    active,
    isActive: (row: number, column: number) => active?.row === row && active.column === column,
    cellId,
    gridProps: {
      tabIndex: 0,
      onKeyDown,
      onBlur: () => setActive(null),
      'aria-activedescendant': active ? cellId(active.row, active.column) : undefined,
    },
  };
}
