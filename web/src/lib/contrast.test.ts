import { describe, expect, test } from 'vitest';
import { contrast, forShapes, isFaintOnDark, onDark } from './edges';
import { paint, palette } from './paint';

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

test('the colours of a dark page that edges are found by are those of the style sheet', () => {
  const colours = coloursOf('dark');
  for (const [name, colour] of Object.entries(onDark))
    expect(colours[name === 'wash' ? '--figure-wash' : `--${name}`], name).toBe(colour);
});

describe('a fill that does not stand out from a dark sheet has an edge that does', () => {
  const dark = coloursOf('dark');
  const mixed = (colour: string, part: number) =>
    `#${[1, 3, 5]
      .map((at) => {
        const [own, ink] = [colour, dark['--ink'] ?? ''].map((value) => Number.parseInt(value.slice(at, at + 2), 16));
        return Math.round((own ?? 0) * part + (ink ?? 0) * (1 - part))
          .toString(16)
          .padStart(2, '0');
      })
      .join('')}`;
  const sets: string[] = [...palette.map((_, at) => `cat-${at + 1}`)];
  for (const [set, count] of [
    ['seq', 7],
    ['hue', 7],
    ['grey', 7],
    ['low', 4],
    ['high', 4],
  ] as const)
    for (let at = 1; at <= count; at++) sets.push(`${set}-${at}`);

  test.each([...sets, ...themed, '#101010', '#000000', '#20302e', '#ffffff'])('%s', (name) => {
    const colour = onDark[name] ?? paint(name);
    const out = contrast(colour, onDark.sheet ?? '');
    expect(isFaintOnDark(name)).toBe(out < forShapes);
    // The edge as the style sheet mixes it.
    if (isFaintOnDark(name)) expect(contrast(mixed(colour, 0.4), onDark.sheet ?? '')).toBeGreaterThanOrEqual(forShapes);
  });

  test('the style sheet mixes it so', () => {
    const styles: string = readFileSync('src/styles.css', 'utf8');
    expect(styles).toContain('color-mix(in srgb, var(--fill) 40%, var(--ink))');
  });
});
