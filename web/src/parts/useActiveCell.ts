import { type KeyboardEvent, type PointerEvent, useState } from 'react';

export type Cell = { row: number; column: number };

/** A marked block of cells, its ends included. */
export type Block = { top: number; bottom: number; left: number; right: number };

/**
 * A grid's active cell, moved by arrow keys, Home, End and page keys (ARIA's grid pattern, the focus staying on the grid), and
 * the block that Shift or the pointer marks from there. `reveal` brings a row into sight; `act` is what Enter does; `key` sees
 * every other key first and says whether it took it.
 */
export function useActiveCell(
  id: string,
  rows: number,
  columns: number,
  reveal: (row: number) => void,
  act?: (cell: Cell, event: KeyboardEvent) => void,
  key?: (event: KeyboardEvent, cell: Cell | null) => boolean,
) {
  const [active, setActive] = useState<Cell | null>(null);
  const [anchor, setAnchor] = useState<Cell | null>(null);
  const cellId = (row: number, column: number) => `${id}-${row}-${column}`;
  const go = (row: number, column: number, extend = false) => {
    const next = { row: Math.min(rows - 1, Math.max(0, row)), column: Math.min(columns - 1, Math.max(0, column)) };
    setAnchor(extend ? (anchor ?? active ?? next) : null);
    setActive(next);
    reveal(next.row);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || rows === 0) return;
    if (key?.(event, active)) {
      event.preventDefault();
      event.stopPropagation();
      return;
    }
    const at = active ?? { row: 0, column: 0 };
    const far = event.ctrlKey || event.metaKey;
    const more = event.shiftKey;
    const moves = new Map<string, () => void>([
      ['ArrowDown', () => go(!active ? 0 : far ? rows - 1 : at.row + 1, at.column, more)],
      ['ArrowUp', () => go(far ? 0 : at.row - 1, at.column, more)],
      ['ArrowRight', () => go(at.row, far ? columns - 1 : at.column + 1, more)],
      ['ArrowLeft', () => go(at.row, far ? 0 : at.column - 1, more)],
      ['PageDown', () => go(at.row + 15, at.column, more)],
      ['PageUp', () => go(at.row - 15, at.column, more)],
      ['Home', () => go(far ? 0 : at.row, 0, more)],
      ['End', () => go(far ? rows - 1 : at.row, columns - 1, more)],
    ]);
    if (act && active) for (const name of ['Enter', ' ']) moves.set(name, () => act(at, event));
    if (event.key === 'Escape') leave();
    const move = moves.get(event.key);
    if (move) {
      event.preventDefault();
      event.stopPropagation();
      move();
    }
  };
  const leave = () => {
    setActive(null);
    setAnchor(null);
  };
  const other = anchor ?? active;
  const block: Block | null =
    active && other
      ? {
          top: Math.min(active.row, other.row),
          bottom: Math.max(active.row, other.row),
          left: Math.min(active.column, other.column),
          right: Math.max(active.column, other.column),
        }
      : null;
  return {
    active,
    block,
    go,
    leave,
    /** Marks a block, the active cell at its end. */
    mark: (from: Cell, to: Cell) => {
      setAnchor(from);
      setActive(to);
    },
    /** What marks the active cell: a cell of a grid that is only read shows it while the grid has the focus. */
    activeClass: (row: number, column: number) => (active?.row === row && active.column === column ? 'active-cell' : ''),
    isActive: (row: number, column: number) => active?.row === row && active.column === column,
    isMarked: (row: number, column: number) =>
      !!block && row >= block.top && row <= block.bottom && column >= block.left && column <= block.right,
    cellId,
    /** What a cell does with the pointer: it becomes active, and a block is drawn from it. */
    pointer: (row: number, column: number) => ({
      onPointerDown: (event: PointerEvent) => {
        if (event.button === 0) go(row, column, event.shiftKey);
      },
      onPointerEnter: (event: PointerEvent) => {
        if (event.buttons === 1 && active) go(row, column, true);
      },
    }),
    gridProps: {
      tabIndex: 0,
      onKeyDown,
      // It keeps its cell while something beside it is used, so that one comes back to it.
      'aria-activedescendant':
        active && active.row < rows && active.column < columns ? cellId(active.row, active.column) : undefined,
    },
  };
}
