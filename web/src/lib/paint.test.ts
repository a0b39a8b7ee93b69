import { describe, expect, it } from 'vitest';
import { toTabs } from '../study/tabs';
import { paint, pathText } from './paint';

describe('paint', () => {
  it('turns names into the page’s own colours and leaves chosen ones', () => {
    expect(paint('class-a')).toBe('var(--class-a)');
    expect(paint('#123456')).toBe('#123456');
    expect(paint('cat-2')).toBe('#b98a2e');
    expect(paint(null)).toBe('none');
    expect(paint('cat-2/70')).toBe('color-mix(in srgb, #b98a2e calc(70% * var(--own-ink)), var(--ink))');
  });
});

describe('pathText', () => {
  it('draws runs, closed where they are filled', () => {
    expect(pathText([[0, 1, 2, 3]], false)).toBe('M0 1L2 3');
    expect(
      pathText(
        [
          [0, 1, 2, 3],
          [4, 5, 6, 7],
        ],
        true,
      ),
    ).toBe('M0 1L2 3ZM4 5L6 7Z');
  });
});

describe('toTabs', () => {
  it('takes RFC 4180 apart', () => {
    expect(toTabs('a,b\r\n"x, y","say ""hi"""\r\n"two\r\nlines",\r\n')).toBe('a\tb\nx, y\tsay "hi"\ntwo  lines\t');
  });
});
