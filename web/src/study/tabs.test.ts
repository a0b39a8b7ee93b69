import { expect, test } from 'vitest';
import { toHtml, toTabs } from './tabs';

const csv = 'part,value,note\r\n"a, b",1.5,"say ""hi"""\r\n"two\r\nlines",2,\r\n<b>&,3,=1+1\r\n';

test('cells come over as tabs, whatever stands in them', () => {
  expect(toTabs(csv)).toBe('part\tvalue\tnote\na, b\t1.5\tsay "hi"\ntwo  lines\t2\t\n<b>&\t3\t=1+1');
});

test('cells come over as a table in which nothing is markup', () => {
  const html = toHtml(csv);
  expect(html).toContain('<thead><tr><th>part</th><th>value</th><th>note</th></tr></thead>');
  expect(html).toContain('<td>&lt;b&gt;&amp;</td>');
  expect(html.match(/<tr>/g)).toHaveLength(4);
});

test('every random table comes back from its tabs', () => {
  let state = 11;
  const random = (most: number) => {
    state = (state * 48271) % 2147483647;
    return state % most;
  };
  const letters = ['a', 'ü', '"', ',', ' ', '\r\n', '-', '1', ''];
  for (let round = 0; round < 200; round++) {
    const rows = Array.from({ length: 1 + random(4) }, () =>
      Array.from({ length: 3 }, () => `x${Array.from({ length: random(6) }, () => letters[random(letters.length)]).join('')}`),
    );
    const text = rows
      .map((row) => row.map((cell) => (/[",\r\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell)).join(','))
      .join('\r\n');
    expect(
      toTabs(`${text}\r\n`)
        .split('\n')
        .map((line) => line.split('\t')),
    ).toEqual(rows.map((row) => row.map((cell) => cell.replace(/[\t\r\n]/g, ' '))));
  }
});

test('nothing gives nothing', () => {
  expect(toTabs('')).toBe('');
  expect(toHtml('')).toContain('<table>');
});
