import { describe, expect, test } from 'vitest';
import { paint } from './paint';

const { readFileSync } = await import('node:fs');

/** The page's colours in a theme, as the style sheet has them. */
function coloursOf(theme: 'light' | 'dark'): Record<string, string> {
  const styles: string = readFileSync('src/styles.css', 'utf8');
  const block = (start: string) => /\{([^}]*)\}/.exec(styles.slice(styles.indexOf(start)))?.[1] ?? '';
  const read = (text: string) =>
    Object.fromEntries([...text.matchAll(/(--[\w-]+): (#[0-9a-f]{6});/g)].map((match) => [match[1], match[2]]));
  const light = read(block(':root {'));
  return theme === 'light' ? light : { ...light, ...read(block(':root[data-theme="dark"] {')) };
}

/** The relative luminance of WCAG 2.2. */
function luminance(colour: string): number {
  const channel = (at: number) => {
    const value = Number.parseInt(colour.slice(at, at + 2), 16) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5);
}

/** The contrast of two colours, 1 to 21. */
function contrast(one: string, other: string): number {
  const [a, b] = [luminance(one), luminance(other)];
  return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
}

const themed = ['class-a', 'class-b', 'class-c', 'folded', 'behind', 'wash'];

describe.each(['light', 'dark'] as const)('on a %s page', (theme) => {
  const colours = coloursOf(theme);
  const value = (name: string) => {
    const painted = paint(name);
    return painted.startsWith('#') ? painted : (colours[painted.slice(4, -1)] ?? '');
  };

  test.each(themed)('a label on %s stands out by 4.5 : 1', (fill) => {
    expect(contrast(value(`on-${fill}`), value(fill))).toBeGreaterThanOrEqual(4.5);
  });

  test.each(['ink', 'quiet', 'cut', 'warn'])('text in %s stands out by 4.5 : 1 from the sheet', (ink) => {
    expect(contrast(value(ink), value('sheet'))).toBeGreaterThanOrEqual(4.5);
  });

  test('text of the page stands out from paper and from what is chosen', () => {
    for (const ink of ['--ink', '--quiet', '--cut', '--warn', '--accent'])
      for (const under of ['--paper', '--sheet'])
        expect(contrast(colours[ink] ?? '', colours[under] ?? ''), `${ink} on ${under}`).toBeGreaterThanOrEqual(4.5);
    expect(contrast(colours['--ink'] ?? '', colours['--wash'] ?? '')).toBeGreaterThanOrEqual(4.5);
    expect(contrast(colours['--on-accent'] ?? '', colours['--accent'] ?? '')).toBeGreaterThanOrEqual(4.5);
  });
});

test('a colour that is the same on both pages has labels in the ink that is right for it', () => {
  expect(contrast('#ffffff', paint('cat-1'))).toBeGreaterThanOrEqual(4.5);
  expect(contrast(paint('on-light'), paint('cat-2'))).toBeGreaterThanOrEqual(4.5);
});
