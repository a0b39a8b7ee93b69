import { expect, test } from 'vitest';
import type { Figure, Mark } from '../lib/api';
import { barsUnder, boxOf, isInside, rowAt, rowsWithin, valueAt } from './hits';

const bar = (row: number, x: number, y: number, width: number, height: number) =>
  ({ id: `bar-${row}`, role: 'bar', row, x, y, width, height }) as unknown as Mark;
const slice = (row: number, run: number[]) => ({ id: `bar-${row}`, role: 'bar', row, runs: [run] }) as unknown as Mark;
const figure = (...marks: Mark[]) => ({ width: 400, height: 300, marks }) as unknown as Figure;

test('a bar is hit where it is, and from near by', () => {
  const all = figure(bar(0, 10, 10, 100, 20), bar(1, 10, 80, 4, 2));
  expect(rowAt(all, 50, 20)).toBe(0);
  expect(rowAt(all, 11, 75)).toBe(1);
  expect(rowAt(all, 300, 250)).toBeNull();
});

test('of two that are near the nearer is hit', () => {
  const all = figure(bar(0, 10, 10, 2, 2), bar(1, 24, 10, 2, 2));
  expect(rowAt(all, 15, 11)).toBe(0);
  expect(rowAt(all, 21, 11)).toBe(1);
});

test('a slice is hit inside its run only', () => {
  const run = [0, 0, 100, 0, 0, 100];
  expect(isInside(run, 20, 20)).toBe(true);
  expect(isInside(run, 80, 80)).toBe(false);
  expect(rowAt(figure(slice(3, run)), 20, 20)).toBe(3);
  expect(boxOf(slice(3, run))).toEqual({ left: 0, top: 0, right: 100, bottom: 100 });
});

test('one of many bars in one path is hit by its place', () => {
  const strip = { id: 'bars', role: 'bar', row: -1, runs: [[0, 0]], strip: { axis: 'x', from: 0, to: 300, count: 3000 } };
  expect(rowAt(figure(strip as unknown as Mark), 150.05, 10)).toBe(1500);
});

test('a drawn rectangle takes the bars that it touches, whichever way it is drawn', () => {
  const bars = [bar(0, 0, 0, 10, 10), bar(1, 50, 0, 10, 10), bar(2, 100, 0, 10, 10)];
  expect(rowsWithin(bars, { fromX: 55, fromY: 5, x: 105, y: 8 })).toEqual([1, 2]);
  expect(rowsWithin(bars, { fromX: 8, fromY: 8, x: -5, y: -5 })).toEqual([0]);
});

test('a place along a cut is a value in its steps, between its ends', () => {
  const edit = {
    path: 'form.cuts[0].share',
    control: 'drag-y',
    fromPixel: 200,
    toPixel: 0,
    fromValue: 0,
    toValue: 1,
    least: 0.01,
    most: 1,
    step: 0.01,
  };
  expect(valueAt(edit as never, 40.7)).toBe(0.8);
  expect(valueAt(edit as never, 500)).toBe(0.01);
  expect(valueAt(edit as never, -50)).toBe(1);
});

test('a label is on the bar that is under its middle, wherever it is anchored', () => {
  const label = (id: string, x: number, y: number, anchor: string, more = {}) =>
    ({ id, role: 'label', text: '12 %', x, y, anchor, size: 12, width: 30, ...more }) as unknown as Mark;
  const under = barsUnder(
    figure(
      bar(0, 0, 0, 100, 40),
      bar(1, 0, 40, 100, 40),
      slice(2, [200, 0, 300, 0, 200, 100]),
      label('middle', 50, 24, 'middle'),
      label('start', 5, 64, 'start'),
      label('end', 118, 24, 'end'),
      label('beside', 104, 24, 'start'),
      label('turned', 50, 60, 'middle', { turn: -90 }),
      label('slice', 220, 24, 'middle'),
      label('out of the slice', 290, 90, 'middle'),
    ),
  );
  expect([...under]).toEqual([
    ['middle', 0],
    ['start', 1],
    ['turned', 1],
    ['slice', 2],
  ]);
});
