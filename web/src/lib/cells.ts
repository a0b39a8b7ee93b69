import { dsvFormat } from 'd3-dsv';

const tabs = dsvFormat('\t');

/** Text of cells as grids and pages exchange it: tabs between cells, line breaks between rows, quotes where a cell holds either. */
export function blockOf(text: string): string[][] {
  const rows = tabs.parseRows(text);
  return rows.length ? rows : [['']];
}

export const textOf = (block: string[][]) => tabs.formatRows(block);

const months = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/**
 * What comes after a label: the next month or weekday, the next number at its end, or the label again. `before` is the
 * label before it: "May" is short in a series of short names.
 */
export function nextInSeries(text: string, before = ''): string {
  const label = text.trim();
  for (const names of [months, weekdays]) {
    const whole = names.findIndex((name) => name.toLowerCase() === label.toLowerCase());
    const at = whole >= 0 ? whole : names.findIndex((name) => name.slice(0, 3).toLowerCase() === label.toLowerCase());
    const next = names[(at + 1) % names.length] ?? '';
    if (at >= 0) return whole < 0 || (label.length === 3 && before.trim().length === 3) ? next.slice(0, 3) : next;
  }
  const number = /^(.*?)(\d+)(\D*)$/.exec(text);
  return number ? `${number[1]}${String(Number(number[2]) + 1).padStart(number[2]?.length ?? 0, '0')}${number[3]}` : text;
}

/** The rows of a block below its first one, as copies of it or as its series. */
export function filledDown(block: string[][], series: boolean): string[][] {
  const rows = block.slice(0, 1);
  for (let at = 1; at < block.length; at++)
    rows.push((rows[at - 1] ?? []).map((cell, column) => (series ? nextInSeries(cell, rows[at - 2]?.[column]) : cell)));
  return rows;
}
