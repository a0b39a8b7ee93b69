import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Locator, type Page, seen, test } from './playwright';
import { startServer } from './server';

type Row = { date: string; route: string; vessel: string; season: string; cause: string; minutes: number | null };

/** The delay log, read independently of the application: no cell of it is quoted. */
function readDelays(path: string): Row[] {
  const [, ...lines] = readFileSync(path, 'utf8').trim().split(/\r?\n/);
  return lines.map((line) => {
    const [date = '', route = '', vessel = '', season = '', cause = '', minutes = ''] = line.split(',');
    return {
      date,
      route,
      vessel,
      season,
      cause: cause.trim() || '(blank)',
      minutes: minutes.trim() === '' ? null : Number(minutes),
    };
  });
}

/** Minutes by cause, largest first; equal ones in the order of the table. */
function byCause(rows: Row[]): [string, number][] {
  const sums = new Map<string, number>();
  for (const row of rows) sums.set(row.cause, (sums.get(row.cause) ?? 0) + (row.minutes ?? 0));
  return [...sums].sort((a, b) => b[1] - a[1]);
}

const grouped = (value: number) => (value < 0 ? '−' : '') + Math.abs(value).toLocaleString('en-US');

let server: Awaited<ReturnType<typeof startServer>>;
let delays: Row[];

test.beforeAll(async () => {
  server = await startServer();
  delays = readDelays(join(server.demo, 'delays.csv'));
});
test.afterAll(() => server.stop());

function watch(page: Page): string[] {
  const faults: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') faults.push(message.text());
  });
  page.on('pageerror', (fault) => faults.push(fault.message));
  return faults;
}

const cell = (ledger: Locator, row: number, column: number) =>
  ledger
    .getByRole('row')
    .nth(row + 1)
    .locator('[role="rowheader"], [role="gridcell"]')
    .nth(column);

async function expectLedger(page: Page, expected: [string, number][]) {
  const ledger = page.getByRole('grid', { name: 'Workings' });
  const whole = expected.reduce((sum, [, minutes]) => sum + minutes, 0);
  let running = 0;
  await expect(cell(ledger, 0, 0)).toHaveText(expected[0]?.[0] ?? '');
  await expect(cell(ledger, expected.length, 1)).toHaveText(grouped(whole));
  for (const [at, [cause, minutes]] of expected.entries()) {
    running += minutes;
    await expect(cell(ledger, at, 0)).toHaveText(cause);
    await expect(cell(ledger, at, 1)).toHaveText(grouped(minutes));
    await expect(cell(ledger, at, 5)).toHaveText(grouped(running));
  }
  return whole;
}

/** Words of a cut may be broken into lines where room is short: compared without spaces. */
const expectWords = (figure: Locator, words: string) =>
  expect.poll(async () => (await figure.textContent())?.replace(/\s/g, '')).toContain(words.replace(/\s/g, ''));

test('from a table to a proven Pareto figure', async ({ page, context }) => {
  const faults = watch(page);
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);

  // 1. A table is brought in; its columns are told apart, counted and can be renamed.
  await page.goto(server.url);
  await page.getByLabel('Table file').setInputFiles(join(server.demo, 'delays.csv'));
  await expect(page.getByRole('heading', { name: 'delays' })).toBeVisible();
  const filled = new Set(delays.map((row) => row.cause).filter((cause) => cause !== '(blank)'));
  const blanks = delays.filter((row) => row.cause === '(blank)').length;
  await expect(page.getByRole('columnheader', { name: 'Column Cause' })).toContainText(
    `category · ${filled.size} distinct, ${blanks} blank`,
  );
  await expect(page.getByRole('columnheader', { name: 'Column Minutes' })).toContainText('quantity');
  await expect(page.getByRole('columnheader', { name: 'Column Date' })).toContainText('date');
  await expect(page.getByRole('grid').getByRole('gridcell', { name: delays[0]?.vessel }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Column Vessel' }).click();
  await page.getByLabel('Heading').fill('Ship');
  await page.getByRole('button', { name: 'Change the column' }).click();
  await expect(page.getByRole('columnheader', { name: 'Column Ship' })).toBeVisible();

  // 2. and 3. A study starts as a Pareto with two cuts; what is counted can be changed and changed back.
  await page.getByRole('button', { name: 'Start a study' }).click();
  const statement = page.getByTestId('statement');
  await expect(statement).toContainText('Minutes by cause, largest first');
  const all = byCause(delays);
  const whole = await expectLedger(page, all);
  await expect(statement).toContainText(`100 % is all minutes: ${grouped(whole)}.`);
  await page.getByRole('button', { name: 'Minutes', exact: true }).click();
  await page.getByRole('button', { name: /number of delays/ }).click();
  await expect(statement).toContainText(`100 % is all delays: ${grouped(delays.length)}.`);
  await page.keyboard.press('Control+z');
  await expect(statement).toContainText(`100 % is all minutes: ${grouped(whole)}.`);

  // 6. The correction bends the line past 100 %; one click leaves it out, and says how much that was.
  const tieOut = page.getByRole('list', { name: 'Tie-out' });
  await expect(tieOut).toContainText('below zero: Harbour correction −223');
  await expect(tieOut).toContainText('on the way: a part is negative');
  await tieOut.getByRole('button', { name: 'leave out 1 negative part' }).click();
  await expect(tieOut).toContainText('left out as negative: Harbour correction −223');
  const positive = all.filter(([, minutes]) => minutes >= 0);
  await expectLedger(page, positive);

  // 3. The cut's reading, by our own arithmetic.
  const figure = page.locator('[role="graphics-document"]');
  const reading = (rows: [string, number][], share: number) => {
    const total = rows.reduce((sum, [, minutes]) => sum + minutes, 0);
    let running = 0;
    const needed =
      rows.findIndex(([, minutes]) => {
        running += minutes;
        return running >= share * total;
      }) + 1;
    return `${needed} of ${rows.length} causes make ${Math.round(share * 100)} %`;
  };
  await expectWords(figure, reading(positive, 0.8));
  const slider = page.getByRole('slider', { name: 'cut at a share' });
  const box = await slider.boundingBox();
  if (!box) throw new Error('The cut has no handle.');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + 60, { steps: 6 });
  await page.mouse.move(box.x + box.width / 2, box.y + 90, { steps: 6 });
  const saved = page.waitForResponse((response) => response.url().includes('/change'));
  await page.mouse.up();
  await saved;
  await expect(slider).not.toHaveAttribute('aria-valuetext', '80 %');
  await page.mouse.move(10, 300);
  const dragged = Number((await slider.getAttribute('aria-valuenow')) ?? 0);
  expect(dragged).toBeLessThan(0.8);
  await expectWords(figure, reading(positive, dragged));
  await slider.press('Enter');
  await slider.press('ArrowUp');
  await slider.press('Escape');
  await expect(slider).toHaveAttribute('aria-valuetext', `${Math.round(dragged * 100) + 1} %`);
  await statement.getByRole('button', { name: `${Math.round(dragged * 100) + 1} %`, exact: true }).click();
  await page.getByLabel('Number').fill('80');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await expectWords(figure, reading(positive, 0.8));
  await page.getByRole('button', { name: 'clause' }).click();
  await page.getByRole('button', { name: /a cut by count/ }).click();
  const total = positive.reduce((sum, [, minutes]) => sum + minutes, 0);
  const five = positive.slice(0, 5).reduce((sum, [, minutes]) => sum + minutes, 0);
  await expectWords(figure, `the first 5 hold ${((five / total) * 100).toFixed(1)} %`);
  await expect(seen(page, /80\/20 does not hold: the first 20\s% of the causes hold/)).toBeVisible();

  // 4. A bar and its row light each other; a cell shows its arithmetic; several bars are added up.
  const ledger = page.getByRole('grid', { name: 'Workings' });
  const first = positive[0] as [string, number];
  await figure.getByLabel(new RegExp(`^${first[0]}`)).hover();
  await expect(ledger.getByRole('row').nth(1)).toHaveClass(/bg-wash/);
  await cell(ledger, 0, 3).getByRole('button').click();
  await expect(page.getByLabel('Arithmetic')).toContainText(
    `${grouped(first[1])} ÷ ${grouped(total)} = ${Number(((first[1] / total) * 100).toFixed(4))} %`,
  );
  await figure.getByLabel(new RegExp(`^${first[0]}`)).click();
  await figure.getByLabel(new RegExp(`^${positive[1]?.[0]}`)).click({ modifiers: ['Shift'] });
  const two = first[1] + (positive[1]?.[1] ?? 0);
  await expect(seen(page, `2 causes: ${grouped(two)} minutes, ${((two / total) * 100).toFixed(1)} % of all`)).toBeVisible();

  // 5. The filter: its list shows amounts, one value alone, arrow keys step on with the figure following.
  await page.getByRole('button', { name: 'clause' }).click();
  await page.getByRole('button', { name: /^Season/ }).click();
  const values = page.getByRole('list', { name: 'Values of season' });
  const seasons = ['Winter', 'Spring', 'Summer', 'Autumn'].map((season): [string, number] => [
    season,
    delays.filter((row) => row.season === season).reduce((sum, row) => sum + (row.minutes ?? 0), 0),
  ]);
  seasons.sort((a, b) => b[1] - a[1]);
  await expect(values.getByRole('listitem')).toHaveText(
    seasons.map(([season, minutes]) => new RegExp(`^${season}.*${grouped(minutes)}$`)),
  );
  await values.getByText(seasons[0]?.[0] ?? '').hover();
  await page.getByRole('button', { name: `Only ${seasons[0]?.[0]}` }).click();
  await expect(statement).toContainText(`only where season is ${seasons[0]?.[0]}`);
  await values.focus();
  await page.keyboard.press('ArrowDown');
  const season = seasons[1]?.[0] ?? '';
  await expect(statement).toContainText(`only where season is ${season}`);
  await page.keyboard.press('Escape');
  const filtered = byCause(delays.filter((row) => row.season === season)).filter(([, minutes]) => minutes >= 0);
  await expectLedger(page, filtered);
  const out = delays.filter((row) => row.season !== season).length;
  await expect(tieOut).toContainText(`${grouped(out)} filtered out`);

  // 5. Only parts of at least this much, with the new whole stated before.
  await cell(ledger, 2, 1).getByRole('button').click();
  const three = filtered.slice(0, 3).reduce((sum, [, minutes]) => sum + minutes, 0);
  await expect(page.getByLabel('Arithmetic')).toContainText(`the new whole is ${grouped(three)} minutes`);
  await page.getByRole('button', { name: 'only these' }).click();
  await expectLedger(page, filtered.slice(0, 3));
  await page.keyboard.press('Control+z');
  await expectLedger(page, filtered);

  // 7. A reload keeps everything, undo too; a copy has its own title and history and opens at once.
  await page.reload();
  await expectLedger(page, filtered);
  await expect(page.getByRole('button', { name: 'Redo' })).toBeEnabled();
  const original = page.url();
  await page.getByRole('button', { name: 'Copy this study' }).click();
  await expect(page).not.toHaveURL(original);
  await expect(page.getByRole('heading', { name: 'Minutes by cause, 2' })).toBeAttached();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();

  // 8. Hand over: files and the clipboard.
  await page.getByRole('button', { name: 'Hand over' }).click();
  const downloads: Record<string, string> = {};
  for (const name of ['Figure, SVG', 'Figure, PNG 2×', 'Workings, CSV', 'Study, JSON']) {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name }).click()]);
    downloads[name] = await download.path();
  }
  expect(readFileSync(downloads['Figure, SVG'] ?? '', 'utf8')).toContain(filtered[0]?.[0] ?? '?');
  expect(
    readFileSync(downloads['Figure, PNG 2×'] ?? '')
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG');
  const csv = readFileSync(downloads['Workings, CSV'] ?? '', 'utf8').split('\r\n');
  expect(csv[0]).toBe('part,value,rank,share,shownShare,running,runningShare,position,class');
  expect(csv[1]?.startsWith(`${filtered[0]?.[0]},${filtered[0]?.[1]},1,`)).toBe(true);
  await page.getByRole('button', { name: 'Copy the workings' }).click();
  await expect(seen(page, 'The workings are on the clipboard.')).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain(`${filtered[0]?.[0]}\t${filtered[0]?.[1]}`);

  // 9. The same study runs from the command line on another table of the same shape.
  const folder = mkdtempSync(join(tmpdir(), 'onewhole-'));
  const other = join(folder, 'other.csv');
  writeFileSync(
    other,
    `Date,Route,Ship,Season,Cause,Minutes\r\n2026-01-01,r,v,${season},Fog,30\r\n2026-01-02,r,v,${season}` +
      `,Engine,10\r\n2026-01-03,r,v,Nowhere,Fog,99\r\n`,
  );
  const output = execFileSync(
    join(server.root, 'onewhole'),
    ['workings', '--table', other, '--study', downloads['Study, JSON'] ?? ''],
    { encoding: 'utf8' },
  );
  expect(output.split('\r\n').slice(1, 3)).toEqual(['Fog,30,1,0.75,75,30,0.75,0.5,A', 'Engine,10,2,0.25,25,40,1,1,A']);
  expect(faults).toEqual([]);
});
