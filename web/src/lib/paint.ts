/** Colours of marks: names become the page's own variables, so that a dark page draws the same figure. */
const inks: Record<string, string> = {
  ink: 'var(--ink)',
  quiet: 'var(--quiet)',
  hairline: 'var(--grid)',
  sheet: 'var(--sheet)',
  onfill: 'var(--on-accent)',
  cut: 'var(--cut)',
  'class-a': 'var(--class-a)',
  'class-b': 'var(--class-b)',
  'class-c': 'var(--class-c)',
  folded: 'var(--folded)',
  wash: 'var(--figure-wash)',
  behind: 'var(--behind)',
  warn: 'var(--warn)',
  // Texts on fills that are others on a dark page.
  'on-class-a': 'var(--on-class-a)',
  'on-class-b': 'var(--on-class-b)',
  'on-class-c': 'var(--on-class-c)',
  'on-folded': 'var(--on-folded)',
  'on-behind': 'var(--on-behind)',
  'on-wash': 'var(--on-wash)',
};

/** The categorical colours, and the ordered set: the same on a light and on a dark page. */
const fixed: Record<string, string> = {
  'on-dark': '#ffffff',
  'on-light': '#14201e',
  middle: '#ddd8c9',
};
const categories =
  '1d6b60 b98a2e a83c2c 5b7083 5d3470 7f8f3f b5765b 4f8f92 7fb0a6 dcc084 d99a8e a3b1bd b39abf bcc695 dbb7a6 a6cacb'.split(' ');
const lows = 'e6bdb3 d69485 ba5545 a83c2c'.split(' ');
const highs = 'bcd6cd 90b9ad 3d7f71 1d6b60'.split(' ');
const steps = 'd5e5de b4d0c6 90b9ad 6ca193 3d7f71 1d6b60 0f4a43'.split(' ');
for (const [at, colour] of categories.entries()) fixed[`cat-${at + 1}`] = `#${colour}`;
for (const [at, colour] of lows.entries()) fixed[`low-${at + 1}`] = `#${colour}`;
for (const [at, colour] of highs.entries()) fixed[`high-${at + 1}`] = `#${colour}`;
const hue = 'e9ddcb d9c3a2 c8a77a b28a57 94703f 74562c 533c1c'.split(' ');
const greys = 'dcddd9 c2c4bf a6a9a3 888c86 6b706a 4d524d 323733'.split(' ');
for (const [at, colour] of hue.entries()) fixed[`hue-${at + 1}`] = `#${colour}`;
for (const [at, colour] of greys.entries()) fixed[`grey-${at + 1}`] = `#${colour}`;
for (const [at, colour] of steps.entries()) fixed[`seq-${at + 1}`] = `#${colour}`;

/** The colours that a part can be given: the categories, in their own order. */
export const palette = categories.map((colour) => `#${colour}`);

/** What the categories are called, in their order. */
export const paletteNames =
  'verdigris,ochre,madder,slate,plum,moss,clay,sea blue,pale verdigris,straw,rose,mist,lilac,sage,sand,pale sea blue'.split(',');

export function paint(name: string | null | undefined): string {
  if (!name) return 'none';
  // "cat-2/70": so much of a colour, the rest the ink of text; on a dark page less of it.
  const [colour = name, part] = name.split('/');
  if (part) return `color-mix(in srgb, ${paint(colour)} calc(${part}% * var(--own-ink)), var(--ink))`;
  return inks[name] ?? fixed[name] ?? name;
}

/** SVG path data of runs of points; closed where the path is filled. */
export function pathText(runs: number[][], closed: boolean): string {
  let text = '';
  for (const run of runs) {
    for (let i = 0; i + 1 < run.length; i += 2) text += `${i === 0 ? 'M' : 'L'}${run[i]} ${run[i + 1]}`;
    if (closed) text += 'Z';
  }
  return text;
}
