import { expect, test } from 'vitest';
import { laidOver } from './laidOver';

const typed = (row: number, text: string) => ({ cells: [{ row, column: 'Boardings', text }] });

test('a typed cell stands over rows of before, and no longer over rows that have it', () => {
  const over = laidOver([{ edit: typed(1, '7'), answer: 5 }], []);
  expect(over.text(1, 'Boardings', 4)).toBe('7');
  expect(over.text(1, 'Boardings', 5)).toBeUndefined();
  expect(over.text(1, 'Boardings', 6)).toBeUndefined();
  expect(over.text(2, 'Boardings', 4)).toBeUndefined();
  expect(over.text(1, 'Stop', 4)).toBeUndefined();
  expect(over.isUnsaved(1, 'Boardings')).toBe(false);
});

test('what waits stands over all rows, and over what was saved before it', () => {
  const over = laidOver([{ edit: typed(1, '7'), answer: 5 }], [typed(1, '8'), typed(1, '9')]);
  expect(over.text(1, 'Boardings', 1000)).toBe('9');
  expect(over.isUnsaved(1, 'Boardings')).toBe(true);
});

test('cells typed before rows go or come between are left to the rows that are fetched', () => {
  for (const change of [{ remove: { at: 0, count: 1 } }, { insert: { at: 1, count: 1 } }, { dropColumns: ['Stop'] }]) {
    const over = laidOver(
      [
        { edit: typed(1, '7'), answer: 5 },
        { edit: change, answer: 6 },
        { edit: typed(0, '3'), answer: 7 },
      ],
      [],
    );
    expect(over.text(1, 'Boardings', 4)).toBeUndefined();
    expect(over.text(0, 'Boardings', 4)).toBe('3');
  }
  const below = laidOver([{ edit: typed(1, '7'), answer: 5 }], [{ insert: { at: 2, count: 1 }, ...typed(2, '4') }]);
  expect(below.text(1, 'Boardings', 4)).toBe('7');
  expect(below.text(2, 'Boardings', 4)).toBe('4');
});
