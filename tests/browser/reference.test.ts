import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, test } from './playwright';

// Stacks, pie angles and Mekko rectangles against d3-shape and d3-hierarchy on the same random numbers.
const root = resolve(__dirname, '../..');
const need = createRequire(join(root, 'web', 'package.json'));
const folder = mkdtempSync(join(tmpdir(), 'onewhole-reference-'));

type Row = Record<string, string | number | null>;
type Pair = { group: string; part: string; value: number };

/** The same numbers on every machine. */
function randomFrom(seed: number) {
  let state = seed;
  return () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
}

function table(seed: number, least: number): { groups: string[]; parts: string[]; pairs: Pair[] } {
  const random = randomFrom(seed);
  const groups = Array.from({ length: 1 + Math.floor(random() * 8) }, (_, at) => `g${at}`);
  const parts = Array.from({ length: 1 + Math.floor(random() * 9) }, (_, at) => `p${at}`);
  const pairs = groups.flatMap((group) =>
    parts.map((part) => ({ group, part, value: Math.round((least + random() * (1000 - least)) * 100) / 100 || 1 })),
  );
  return { groups, parts, pairs };
}

function workings(name: string, pairs: Pair[], study: object): Row[] {
  const csv = join(folder, `${name}.csv`);
  const json = join(folder, `${name}.study.json`);
  const out = join(folder, `${name}.json`);
  writeFileSync(csv, ['Group,Part,Amount', ...pairs.map((pair) => `${pair.group},${pair.part},${pair.value}`)].join('\n'));
  writeFileSync(
    json,
    JSON.stringify({ format: 'onewhole.study/1', parts: { column: 'Part' }, value: { sum: 'Amount' }, ...study }),
  );
  execFileSync(join(root, 'onewhole'), ['workings', '--table', csv, '--study', json, '--out', out]);
  return JSON.parse(readFileSync(out, 'utf8')).rows;
}

const near = (actual: unknown, expected: number, what: string) =>
  expect(Math.abs(Number(actual) - expected), `${what}: ${actual} instead of ${expected}`).toBeLessThan(
    1e-9 * Math.max(1, Math.abs(expected)),
  );

test('stacks, signed stacks, pie angles and Mekko rectangles agree with d3', async () => {
  const shape = await import(need.resolve('d3-shape'));
  const hierarchy = await import(need.resolve('d3-hierarchy'));
  const order = { parts: 'table', groups: 'table' };
  for (const seed of [3, 17, 2026]) {
    for (const [name, least, offset, scale] of [
      ['stack', 1, shape.stackOffsetNone, 'amount'],
      ['expand', 1, shape.stackOffsetExpand, 'share'],
      ['signed', -700, shape.stackOffsetDiverging, 'amount'],
    ] as const) {
      const { groups, parts, pairs } = table(seed, least);
      const rows = workings(`${name}-${seed}`, pairs, { groups: { column: 'Group' }, order, form: { kind: 'stacked', scale } });
      const wide = groups.map((group) =>
        Object.fromEntries(pairs.filter((pair) => pair.group === group).map((pair) => [pair.part, pair.value])),
      );
      const series = shape.stack().keys(parts).offset(offset)(wide);
      for (const [p, part] of parts.entries()) {
        for (const [g, group] of groups.entries()) {
          const row = rows.find((other) => other.group === group && other.part === part);
          const [low, high] = series[p][g];
          const negative = (wide[g]?.[part] ?? 0) < 0;
          near(row?.base, negative ? high : low, `${name} ${group} ${part} base`);
          near(row?.top, negative ? low : high, `${name} ${group} ${part} top`);
        }
      }
    }

    const { groups, parts, pairs } = table(seed, 1);
    const single = parts.map((part, at) => ({ group: 'g', part, value: pairs[at]?.value ?? 1 }));
    const arcs = shape.pie().sort(null)(single.map((pair) => pair.value));
    for (const [at, row] of workings(`pie-${seed}`, single, { order: { parts: 'table' }, form: { kind: 'pie' } }).entries()) {
      near(row.angleStart, (arcs[at].startAngle * 180) / Math.PI, 'pie start');
      near(row.angle, ((arcs[at].endAngle - arcs[at].startAngle) * 180) / Math.PI, 'pie angle');
    }

    const rows = workings(`mekko-${seed}`, pairs, { groups: { column: 'Group' }, order, form: { kind: 'mekko' } });
    const root_ = hierarchy
      .hierarchy({ children: groups.map((group) => ({ name: group, children: pairs.filter((pair) => pair.group === group) })) })
      .sum((node: { value?: number }) => node.value ?? 0);
    hierarchy.treemapDice(root_, 0, 0, 1, 1);
    let areas = 0;
    for (const [g, group] of groups.entries()) {
      const column = root_.children[g];
      hierarchy.treemapSlice(column, column.x0, 0, column.x1, 1);
      for (const [p, part] of parts.entries()) {
        const row = rows.find((other) => other.group === group && other.part === part);
        const piece = column.children[p];
        near(row?.start, piece.x0, 'Mekko start');
        near(row?.end, piece.x1, 'Mekko end');
        near(row?.base, piece.y0, 'Mekko base');
        near(row?.top, piece.y1, 'Mekko top');
        near(row?.area, (piece.x1 - piece.x0) * (piece.y1 - piece.y0), 'Mekko area');
        areas += Number(row?.area);
      }
    }
    near(areas, 1, 'sum of areas');
  }
});

// The median ages that the US Census Bureau published: Demographic Trends in the 20th Century, 2002.
for (const [year, published] of [
  [2000, 35.3],
  [1900, 22.9],
] as const)
  test(`the median age of the US census of ${year} is the published one`, () => medianAge(year, published));

/** The census table by age and sex as the npm package vega-datasets has it: a sample in bands of five years, so that 0.2 is near. */
function medianAge(year: number, published: number) {
  const people: { year: number; age: number; sex: number; people: number }[] = JSON.parse(
    readFileSync(join(root, 'web/node_modules/vega-datasets/data/population.json'), 'utf8'),
  );
  const band = (age: number) => (age >= 90 ? '90+' : `${age}–${age + 4}`);
  const csv = join(folder, 'census.csv');
  const json = join(folder, 'census.study.json');
  const out = join(folder, 'census.json');
  writeFileSync(
    csv,
    [
      'Year,Age,Sex,People',
      ...people.map((row) => `${row.year},${band(row.age)},${row.sex === 1 ? 'Men' : 'Women'},${row.people}`),
    ].join('\n'),
  );
  writeFileSync(
    json,
    JSON.stringify({
      format: 'onewhole.study/1',
      where: [{ column: 'Year', is: [`${year}`] }],
      value: { sum: 'People' },
      parts: { column: 'Sex' },
      groups: { column: 'Age' },
      form: { kind: 'pyramid' },
    }),
  );
  execFileSync(join(root, 'onewhole'), ['workings', '--table', csv, '--study', json, '--out', out]);
  const readings = JSON.parse(readFileSync(out, 'utf8')).readings;
  const of = (belongs: (age: number) => boolean) =>
    people.filter((row) => row.year === year && belongs(row.age)).reduce((sum, row) => sum + row.people, 0);
  expect(readings.whole).toBe(of(() => true));
  expect(Math.abs(readings.medianAge - published)).toBeLessThanOrEqual(0.2);
  near(readings.young, of((age) => age < 15) / readings.whole, 'young');
  near(readings.dependencyOld, (100 * of((age) => age >= 65)) / of((age) => age >= 15 && age < 65), 'old per 100 of working age');
}
