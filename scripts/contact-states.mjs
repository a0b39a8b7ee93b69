import { execFileSync } from 'node:child_process';
import { resolve } from 'node:path';

// The states in which forms are looked at: tables of the ferry company's kind, made up on the spot.

const quoted = (cell) => (/[",\n]/.test(String(cell)) ? `"${String(cell).replaceAll('"', '""')}"` : cell);
const csv = (rows) => rows.map((row) => `${row.map(quoted).join(',')}\r\n`).join('');
const causes = [
  'Fog on the Sound',
  'Engine',
  'Late connecting bus',
  'Loading of freight',
  'Swell at Sule Bank',
  'Berth taken',
  'Crew change',
  'Ticket queue',
  'Bow door',
];
const long = (name, at) =>
  `${name}, as the harbour master of the ${at + 1}. district writes it down in full whenever a crossing is late`;

const byPart = (names, amount) => csv([['Cause', 'Minutes'], ...names.map((name, at) => [name, amount(at)])]);
const falling = (at) => Math.round(9000 / (at + 1.3) ** 1.15);

/** States of forms that take no groups. */
const single = () => ({
  demo: { table: byPart(causes, falling) },
  'one part': { table: byPart(['Fog'], () => 12) },
  'three parts': { table: byPart(['Fog', 'Engine', 'Berth taken'], (at) => [50, 30, 20][at]) },
  'sixty parts': {
    table: byPart(
      Array.from({ length: 60 }, (_, at) => `Stop ${at + 1}`),
      falling,
    ),
  },
  '3000 parts': {
    table: byPart(
      Array.from({ length: 3000 }, (_, at) => `Traveller ${at + 1}`),
      (at) => Math.round(1e6 / (at + 20)),
    ),
  },
  'long names': { table: byPart(causes.map(long), falling) },
  unequal: { table: byPart(['Nearly all', 'Some', 'Little', 'Nothing'], (at) => [90000, 900, 90, 0][at]) },
  negative: { table: byPart(causes, (at) => (at === 3 ? -2500 : falling(at))) },
  'all equal': { table: byPart(causes, () => 70) },
});

const routes = ['Hallin', 'Oskery', 'Big Wick', 'Tarn Holm', 'Sule Bank'];
const kinds = ['Visitor', 'Resident', 'Freight', 'School'];
const byPair = (groups, parts, amount) =>
  csv([
    ['Route', 'Type', 'Revenue'],
    ...groups.flatMap((group, g) => parts.map((part, p) => [group, part, amount(g, p)])).filter((row) => row[2] !== null),
  ]);
const revenue = (g, p) => Math.round(((500 - g * 95) * [44, 28, 19, 9][p % 4]) / (p > 3 ? p : 1));

/** States of studies with groups. */
const grouped = () => ({
  demo: { table: byPair(routes, kinds, revenue) },
  'one part': { table: byPair(routes, ['Visitor'], revenue) },
  'one group': { table: byPair(['Hallin'], kinds, revenue) },
  '2 groups, 40 parts': {
    table: byPair(
      routes.slice(0, 2),
      Array.from({ length: 40 }, (_, at) => `Kind ${at + 1}`),
      (g, p) => 900 - p * 20 - g * 100,
    ),
  },
  '40 groups, 2 parts': {
    table: byPair(
      Array.from({ length: 40 }, (_, at) => `Stop ${at + 1}`),
      kinds.slice(0, 2),
      (g, p) => 4000 - g * 80 - p * 500,
    ),
  },
  '12 by 12': {
    table: byPair(
      Array.from({ length: 12 }, (_, at) => `Route ${at + 1}`),
      Array.from({ length: 12 }, (_, at) => `Kind ${at + 1}`),
      (g, p) => 5000 - g * 300 - p * 150,
    ),
  },
  unequal: { table: byPair(routes, kinds, (g, p) => [90000, 900, 90, 5][p] * [1, 0.2, 0.01, 0.005, 0.001][g]) },
  'long names': { table: byPair(routes.map(long), kinds.map(long), revenue) },
  'zeros and absent pairs': {
    table: byPair(routes, kinds, (g, p) => (g === 1 && p === 2 ? null : g === 2 && p === 0 ? 0 : g === 4 ? 0 : revenue(g, p))),
  },
  negative: { table: byPair(routes, kinds, (g, p) => ((g === 1 && p === 1) || (g === 3 && p === 3) ? -3000 : revenue(g, p))) },
});

const ages = [...Array.from({ length: 17 }, (_, at) => `${at * 5}–${at * 5 + 4}`), '85+'];
const aged = (at, sex) => Math.round(Math.max(12 - at / 3, 200 + 160 * Math.sin(at / 5) - at * 8) * (sex ? 1 + at * 0.02 : 1));
const levels = ['very poor', 'poor', 'fair', 'good', 'very good'];
const answers = (g, p) => [8, 14, 20, 36, 22][(p + (g > 2 ? 1 : 0)) % 5] * (10 - g);
const stages = ['Searches', 'Quotes', 'Holds', 'Payments', 'Boardings'];
const sides = ['Boardings', 'Landings'];
const stops = ['Hallin Pier', 'Oskery Quay', 'Big Wick', 'Tarn Holm', 'Sule Bank', 'Little Wick'];
const traffic = (g, p) => [812, 598, 455, 310, 122, 96][g % 6] - p * (g * 17 - 30);

/** States of forms with a side each way. */
const twoSided = () => ({
  ages: { table: byPair(ages, ['Men', 'Women'], aged) },
  stops: { table: byPair(stops, sides, traffic) },
  'one band': { table: byPair(['0–4'], ['Men', 'Women'], aged) },
  '21 bands': {
    table: byPair([...Array.from({ length: 20 }, (_, at) => `${at * 5}–${at * 5 + 4}`), '100+'], ['Men', 'Women'], aged),
  },
  'an empty side': { table: byPair(stops, sides, (g, p) => (p ? 0 : traffic(g, 0))) },
  'ten times the other': { table: byPair(stops, sides, (g, p) => traffic(g, 0) * (p ? 10 : 1)) },
  'long names': { table: byPair(stops.map(long), sides.map(long), traffic) },
  'absent pairs': { table: byPair(stops, sides, (g, p) => (g % 3 === 1 && p ? null : traffic(g, p))) },
  '40 rows': {
    table: byPair(
      Array.from({ length: 40 }, (_, at) => `Stop ${at + 1}`),
      sides,
      (g, p) => 900 - g * 20 - p * 60,
    ),
  },
});

const levelled = () => ({
  demo: { table: byPair(routes, levels, answers) },
  '2 levels': { table: byPair(routes, ['no', 'yes'], answers) },
  '7 levels': {
    table: byPair(
      routes,
      ['strongly disagree', 'disagree', 'somewhat disagree', 'neither', 'somewhat agree', 'agree', 'strongly agree'],
      (g, p) => 10 + ((g * 7 + p * 5) % 23),
    ),
  },
  'all neutral': { table: byPair(routes, levels, (g, p) => (p === 2 ? 50 - g * 5 : 0)) },
  'one group': { table: byPair(['Hallin'], levels, answers) },
  'long names': { table: byPair(routes.map(long), levels, answers) },
  'an empty group': { table: byPair(routes, levels, (g, p) => (g === 2 ? 0 : answers(g, p))) },
  '40 groups': {
    table: byPair(
      Array.from({ length: 40 }, (_, at) => `Stop ${at + 1}`),
      levels,
      answers,
    ),
  },
});

const staged = () => ({
  demo: {
    table: byPair(['Web', 'Phone', 'Counter'], stages, (g, p) => Math.round([18420, 9873, 4410, 3105, 2987][p] / (g + 1))),
  },
  'one funnel': { table: byPair(['Web'], stages, (_, p) => [18420, 9873, 4410, 3105, 2987][p]) },
  '2 stages': { table: byPair(['Web'], stages.slice(0, 2), (_, p) => [100, 40][p]) },
  '12 stages': {
    table: byPair(
      ['Web'],
      Array.from({ length: 12 }, (_, at) => `Stage ${at + 1}`),
      (_, p) => Math.round(10000 / (p + 1)),
    ),
  },
  'a stage that grows': { table: byPair(['Web', 'Phone'], stages, (g, p) => [900, 500, 640, 300, 12][p] * (g + 1)) },
  'long names': { table: byPair(['Web', 'Phone'].map(long), stages.map(long), (g, p) => [900, 500, 440, 300, 12][p] * (g + 1)) },
  'absent stage': { table: byPair(['Web', 'Phone'], stages, (g, p) => (g && p === 2 ? null : [900, 500, 440, 300, 0][p])) },
});

const years = ['2024', '2025'];
/** States of a bridge from one whole to another. */
const moved = () => ({
  demo: {
    table: byPair(
      years,
      kinds,
      (g, p) =>
        [
          [1200, 610, 320, 44],
          [1330, 590, 405, 61],
        ][g][p],
    ),
  },
  'one part': { table: byPair(years, ['Visitor'], (g) => 100 + g * 20) },
  'small changes': { table: byPair(years, kinds, (g, p) => 90000 - p * 20000 + g * (p - 1) * 200) },
  'new and gone': {
    table: byPair(years, [...routes, 'Little Wick'], (g, p) =>
      (g === 0 && p === 5) || (g === 1 && p === 1) ? null : 300 - p * 30 + g * (p % 2 ? -25 : 40),
    ),
  },
  falls: { table: byPair(years, routes, (g, p) => (500 - p * 60) / (1 + g)) },
  '24 parts': {
    table: byPair(
      years,
      Array.from({ length: 24 }, (_, at) => `Kind ${at + 1}`),
      (g, p) => 900 - p * 20 + g * (((p * 37) % 90) - 40),
    ),
  },
  'long names': { table: byPair(years, kinds.map(long), (g, p) => 900 - p * 200 + g * (p % 2 ? 130 : -60)) },
  'below zero': {
    table: byPair(
      years,
      kinds,
      (g, p) =>
        [
          [300, 120, 80, 40],
          [-400, -90, 30, 10],
        ][g][p],
    ),
  },
});

const pair = { value: { sum: 'Revenue' }, parts: { column: 'Type' }, groups: { column: 'Route' } };
const alone = { value: { sum: 'Minutes' }, parts: { column: 'Cause' } };

const command = resolve(import.meta.dirname, '..', 'onewhole');
const forms = JSON.parse(execFileSync(command, ['schema', '--of', 'forms'], { encoding: 'utf8' }));

/** The states of a form's studies, by what it wants of its parts and groups. */
function statesOf(form) {
  if (form.groupsWanted === 2) return moved;
  if (form.partsWanted === 2) return twoSided;
  if (form.partsAreStages) return staged;
  return form.partOrder === 'natural' && form.groups === 'required' ? levelled : grouped;
}

/** Every shape of every form, and each with one member at another of its words; where groups are optional, with them and without. */
const variants = forms.flatMap((form) =>
  form.shapes.flatMap((shape) => {
    const members = Object.entries(form.schema.properties).flatMap(([name, { enum: words, type }]) =>
      (words ?? (type === 'boolean' ? [true] : [])).map((value) => [name, value]),
    );
    const base = { form: shape.form, finish: shape.finish ?? undefined };
    const all = [
      [`${form.kind}-${shape.id}`, base],
      ...members
        .filter(([name, value]) => shape.form[name] !== value)
        .map(([name, value]) => [
          `${form.kind}-${shape.id}-${name}-${value}`,
          { ...base, form: { ...base.form, [name]: value } },
        ]),
    ];
    return all.flatMap(([name, study]) => [
      ...(form.groups === 'required' ? [] : [[name, { ...alone, ...study }, single]]),
      ...(form.groups === 'none' ? [] : [[`${name}-groups`, { ...pair, ...study }, statesOf(form)]]),
    ]);
  }),
);

/** The studies that are looked at, by name: made from the forms that the command knows. */
export const studies = Object.fromEntries(variants.map(([name, study]) => [name, study]));

const tables = new Map(variants.map(([name, , made]) => [name, made]));
export const states = (name) => tables.get(name)();
