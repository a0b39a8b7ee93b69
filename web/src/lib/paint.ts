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
  wash: 'var(--figure-wash)',
  warn: 'var(--warn)',
};

const categories = ['#1d6b60', '#b98a2e', '#a83c2c', '#5b7083', '#6d3f63', '#7f8f3f', '#b5765b', '#5f9ea0'];

export function paint(name: string | null | undefined): string {
  if (!name) return 'none';
  if (name.startsWith('cat-')) return categories[Number(name.slice(4)) - 1] ?? 'var(--ink)';
  return inks[name] ?? name;
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
