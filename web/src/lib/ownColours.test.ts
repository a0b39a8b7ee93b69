import { expect, test } from 'vitest';
import { asColour } from './ownColours';

test.each([
  ['#1D6B60', '#1d6b60'],
  [' 1d6b60 ', '#1d6b60'],
  ['#abc', '#aabbcc'],
  ['green', null],
  ['#12345', null],
  ['', null],
])('%s is a colour, or none', (text, colour) => expect(asColour(text)).toBe(colour));
