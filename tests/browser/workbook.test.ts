import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, test } from './playwright';

// Every formula of a workbook is computed again by an engine that is not ours, as it was written and after the rows were changed.
const root = resolve(__dirname, '../..');
const need = createRequire(join(root, 'web', 'package.json'));
const folder = mkdtempSync(join(tmpdir(), 'onewhole-workbook-'));
const { HyperFormula } = need('hyperformula');
const { unzipSync, strFromU8 } = need('fflate');

type Value = string | number | boolean | null;
type Cell = { row: number; column: number; formula: string | null; value: Value };
type Book = { sheets: { name: string; cells: Cell[] }[]; names: { name: string; place: string }[] };

const plain = (text: string) =>
  text.replaceAll('&lt;', '<').replaceAll('&gt;', '>').replaceAll('&quot;', '"').replaceAll('&apos;', "'").replaceAll('&#xA;', '\n').replaceAll('&amp;', '&');

function read(path: string): Book {
  const files = unzipSync(new Uint8Array(readFileSync(path)));
  const text = (name: string) => strFromU8(files[name]);
  const workbook = text('xl/workbook.xml');
  const names = [...workbook.matchAll(/<x:definedName name="([^"]+)">([^<]+)</g)].map((m) => ({ name: m[1] ?? '', place: plain(m[2] ?? '') }));
  const sheets = [...workbook.matchAll(/<x:sheet name="([^"]+)" sheetId="(\d+)"/g)].map((m) => {
    const cells = [...text(`xl/worksheets/sheet${m[2]}.xml`).matchAll(/<x:c r="([A-Z]+)(\d+)"[^>]*?(?: t="(\w+)")?>(.*?)<\/x:c>/gs)].map((c) => {
      const column = [...(c[1] ?? '')].reduce((all, letter) => all * 26 + letter.charCodeAt(0) - 64, 0);
      const formula = /<x:f>(.*?)<\/x:f>/s.exec(c[4] ?? '');
      const raw = /<x:(?:v|t)[^>]*>(.*?)<\/x:(?:v|t)>/s.exec(c[4] ?? '')?.[1] ?? '';
      const value: Value = c[3] === 'b' ? raw === '1' : c[3] ? plain(raw) : raw === '' ? null : Number(raw);
      return { row: Number(c[2]) - 1, column: column - 1, formula: formula ? plain(formula[1] ?? '') : null, value };
    });
    return { name: plain(m[1] ?? ''), cells };
  });
  return { sheets, names };
}

/** The engine's own TEXT knows no thousands: a format of digits, with texts in quotes around it. */
function format(number: number, format: string): string {
  const [, before = '', digits = '', after = ''] = /^((?:"[^"]*")?)([#,0.]+)((?:"[^"]*")?)$/.exec(format) ?? [];
  const decimals = (digits.split('.')[1] ?? '').length;
  const text = Math.abs(number).toLocaleString('en-GB', { minimumFractionDigits: decimals, maximumFractionDigits: decimals, useGrouping: digits.includes(',') });
  return `${before.slice(1, -1)}${number < 0 ? '-' : ''}${text}${after.slice(1, -1)}`;
}

class Texts extends need('hyperformula').FunctionPlugin {
  printed(ast: { args: unknown[] }, state: unknown) {
    // biome-ignore lint/suspicious/noExplicitAny: the engine's own types are not exported for plug-ins.
    return (this as any).runFunction(ast.args, state, (this as any).metadata('PRINTED'), (number: number, how: string) => format(number, how));
  }
}
Object.assign(Texts, {
  implementedFunctions: { PRINTED: { method: 'printed', parameters: [{ argumentType: 'NUMBER' }, { argumentType: 'STRING' }] } },
});
HyperFormula.registerFunctionPlugin(Texts, { enGB: { PRINTED: 'PRINTED' } });

function engineOf(book: Book) {
  const sheets: Record<string, unknown[][]> = {};
  for (const { name, cells } of book.sheets) {
    const rows: unknown[][] = [];
    for (const cell of cells) {
      const row = (rows[cell.row] ??= []);
      row[cell.column] = cell.formula === null ? (typeof cell.value === 'string' ? `'${cell.value}` : cell.value) : `=${cell.formula.replaceAll('TEXT(', 'PRINTED(')}`;
    }
    sheets[name] = Array.from(rows, (row) => Array.from(row ?? [], (cell) => cell ?? null));
  }
  const engine = HyperFormula.buildFromSheets(sheets, { licenseKey: 'gpl-v3', precisionRounding: 14 }, book.names.map(({ name, place }) => ({ name, expression: `=${place}` })));
  return engine;
}

function check(engine: ReturnType<typeof engineOf>, book: Book, what: string, only?: string[]): number {
  let formulas = 0;
  for (const { name, cells } of book.sheets) {
    if (only && !only.includes(name)) continue;
    for (const cell of cells.filter((each) => each.formula !== null)) {
      const got = engine.getCellValue({ sheet: engine.getSheetId(name), row: cell.row, col: cell.column });
      const shown = typeof got === 'object' && got !== null ? got.value : got;
      const place = `${what}, ${name} row ${cell.row + 1} column ${cell.column + 1}: =${cell.formula} gives ${shown}, the workbook has ${cell.value}`;
      if (typeof cell.value === 'number') expect(Math.abs(Number(shown) - cell.value), place).toBeLessThan(1e-9 * Math.max(1, Math.abs(cell.value)));
      else expect(shown ?? '', place).toBe(cell.value ?? '');
      formulas++;
    }
  }
  return formulas;
}

function randomFrom(seed: number) {
  let state = seed;
  return () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
}

type Row = [group: string, part: string, amount: number, who: string];

function rows(seed: number, groups: string[], parts: string[]): Row[] {
  const random = randomFrom(seed);
  return groups.flatMap((group) =>
    parts.flatMap((part, at) =>
      // Some pairs are absent; the first of all never is.
      Array.from({ length: group === groups[0] || at === 0 ? 2 : Math.floor(random() * 3) }, (): Row => [group, part, Math.round((1 + random() * 999) * 100) / 100, `w${Math.floor(random() * 4)}`]),
    ),
  );
}

const written = (name: string, table: Row[], study: object) => {
  const csv = join(folder, `${name}.csv`);
  const json = join(folder, `${name}.study.json`);
  const out = join(folder, `${name}.xlsx`);
  writeFileSync(csv, ['Group,Part,Amount,Who', ...table.map((row) => row.map((cell) => `"${cell}"`).join(','))].join('\n'));
  writeFileSync(json, JSON.stringify({ format: 'onewhole.study/1', parts: { column: 'Part' }, value: { sum: 'Amount' }, ...study }));
  execFileSync(join(root, 'onewhole'), ['figure', '--table', csv, '--study', json, '--out', out]);
  return read(out);
};

const groups = { column: 'Group' };
const two = { where: [{ column: 'Part', is: ['=p0', 'p1'] }] };
const studies: Record<string, object> = {
  pareto: { form: { kind: 'pareto' }, running: { ties: 'together' } },
  free: { form: { kind: 'pareto', axes: 'free', limits: [0.5], crossing: 'out' }, finish: { labels: 'both' } },
  bars: { form: { kind: 'sharebars' } },
  pie: { form: { kind: 'pie' } },
  stacked: { groups, form: { kind: 'stacked' } },
  hundred: { groups, form: { kind: 'stacked', scale: 'share' }, finish: { labels: 'both' } },
  beside: { groups, form: { kind: 'stacked', arrange: 'beside' }, whole: { of: 'part' }, finish: { labelOf: 'group' } },
  mekko: { groups, form: { kind: 'mekko' } },
  nested: { groups, form: { kind: 'nested' } },
  lanes: { groups, form: { kind: 'lanes' }, finish: { labels: 'both' } },
  apart: { groups, form: { kind: 'lanes', scales: 'own' } },
  diverging: { groups, form: { kind: 'diverging', neutral: 'apart' } },
  split: { groups, form: { kind: 'diverging', scale: 'amount' } },
  funnel: { groups, form: { kind: 'funnel' } },
  pyramid: { groups, ...two, form: { kind: 'pyramid' } },
  butterfly: { groups, ...two, form: { kind: 'butterfly' } },
  rows: { groups, value: undefined, form: { kind: 'stacked' } },
  distinct: { groups, value: { distinct: 'Who' }, form: { kind: 'stacked' } },
  folded: { form: { kind: 'sharebars' }, fold: { keep: 2 } },
};

test('each formula gives the value that was written with it', () => {
  test.setTimeout(240_000);
  for (const seed of [5, 2026]) {
    const table = rows(seed, ['=g0', 'g1', 'g*', 'G1'], ['=p0', 'p1', 'P1', 'p?', '>p']);
    for (const [name, study] of Object.entries(studies)) {
      const book = written(`${name}-${seed}`, table, study);
      expect(check(engineOf(book), book, `${name} ${seed}`)).toBeGreaterThan(10);
    }
  }
});

test('labels, totals and proofs follow when an amount is changed and a row is added', () => {
  test.setTimeout(240_000);
  const table = rows(11, ['g0', 'g1', 'g2'], ['=p0', 'p1', 'p2', 'p3']);
  const [group, part] = [table[3]?.[0] ?? '', table[3]?.[1] ?? ''];
  const changed: Row[] = [...table.map((row, at): Row => (at === 3 ? [row[0], row[1], 777.25, row[3]] : row)), [group, part, 123.5, 'w1']];
  const order = { parts: 'table', groups: 'table' };
  for (const [name, study] of Object.entries(studies).filter(([each]) => !['distinct', 'folded'].includes(each))) {
    // Reconciled shares stand as values; without that they are formulas like the others.
    const same = { ...study, order: 'groups' in study ? order : { parts: 'table' }, rounding: { reconcile: false } };
    const engine = engineOf(written(`${name}-before`, table, same));
    const sheet = engine.getSheetId('Rows');
    const at = (row: number, column: number) => engine.getCellValue({ sheet, row, col: column });
    const { height } = engine.getSheetDimensions(sheet);
    const lines = Array.from({ length: height }, (_, row) => row).filter((row) => at(row, 0) === 4);
    const line = lines[0] ?? 0;
    if (name !== 'rows' && lines.length) engine.setCellContents({ sheet, row: line, col: 4 }, 777.25);
    // The row goes in between: ranges and references move with it.
    if (lines.length) {
      engine.addRows(sheet, [line + 1, 1]);
      engine.setCellContents({ sheet, row: line + 1, col: 0 }, [[99, at(line, 1), at(line, 2), 1, name === 'rows' ? 1 : 123.5]]);
    }
    const after = written(`${name}-after`, changed, same);
    expect(check(engine, after, `${name} changed`, ['Figure', 'Workings', 'Tie-out'])).toBeGreaterThan(10);
  }
});
