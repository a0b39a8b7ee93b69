import { describe, expect, it } from 'vitest';
import { colourName } from './colourName';
import { palette, paletteNames } from './paint';

describe('names of colours', () => {
  it('are those of the palette, each its own', () => {
    expect(palette.map(colourName)).toEqual(paletteNames);
    expect(new Set(paletteNames).size).toBe(palette.length);
    expect(colourName('#1D6B60')).toBe('verdigris');
  });

  it.each([
    ['#ffffff', 'white'],
    ['#000000', 'black'],
    ['#808080', 'grey'],
    ['#303030', 'dark grey'],
    ['#d0d0d0', 'light grey'],
    ['#ff0000', 'red'],
    ['#0000ff', 'blue'],
    ['#000080', 'dark blue'],
    ['#add8e6', 'light blue'],
    ['#00ff00', 'green'],
    ['#ffff00', 'yellow'],
    ['#ffa500', 'orange'],
    ['#8b4513', 'brown'],
    ['#800080', 'dark magenta'],
    ['#ff69b4', 'magenta'],
    ['#40e0d0', 'turquoise'],
  ])('%s is %s', (colour, name) => {
    expect(colourName(colour)).toBe(name);
  });

  it('leave what is no colour as it is', () => {
    expect(colourName('cat-2')).toBe('cat-2');
  });
});
