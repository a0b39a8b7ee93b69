import { expect, test } from 'vitest';
import { isolated } from './bidi';

test('only what is written from right to left is isolated, and the number beside it is not', () => {
  expect(isolated('North 12.5 %')).toBe('North 12.5 %');
  expect(isolated('שער יפו 12.5 %')).toBe('\u2068שער יפו\u2069 12.5 %');
  expect(isolated('A (ميناء) and B')).toBe('A (\u2068ميناء\u2069) and B');
});
