import { copyFileSync, mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import AxeBuilder from '../../web/node_modules/@axe-core/playwright';
import { expect, type Page, seen, test } from './playwright';
import { startServer } from './server';

let server: Awaited<ReturnType<typeof startServer>>;
const folder = mkdtempSync(join(tmpdir(), 'onewhole-typing-'));

test.beforeAll(async () => {
  server = await startServer();
});
test.afterAll(() => server.stop());

async function bring(page: Page, name: string, text: string) {
  const file = join(folder, name);
  writeFileSync(file, text);
  await page.goto(server.url);
  await page.getByLabel('Table file').setInputFiles(file);
  await expect(page.getByRole('grid')).toBeVisible();
  return page.getByRole('grid');
}

// By its number in the table: the first row that is drawn is another one while the grid scrolls.
const cell = (page: Page, row: number, column: number) =>
  page
    .locator(`[role=row][aria-rowindex="${row + 1}"]`)
    .getByRole('gridcell')
    .nth(column - 1);

test('cells of a stored table are typed over, pasted, filled, cleared and undone, and a study follows', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await bring(page, 'boardings.csv', 'Month,Boardings\nJan,10\nFeb,20\nMar,30\n');
  await page.getByRole('button', { name: 'Start a study' }).click();
  await expect(page.getByTestId('statement')).toContainText('100 % is all boardings: 60.');
  const study = page.url();
  await page.getByRole('link', { name: 'boardings' }).click();

  // F2 types in the cell that is there, Enter takes it and goes on; Escape leaves it.
  await cell(page, 1, 2).click();
  await page.keyboard.press('F2');
  await expect(page.getByLabel('Boardings, row 1')).toHaveValue('10');
  await page.getByLabel('Boardings, row 1').fill('40');
  await page.keyboard.press('Enter');
  await expect(cell(page, 1, 2)).toHaveText('40');
  await page.keyboard.type('25');
  await page.keyboard.press('Tab');
  await expect(cell(page, 2, 2)).toHaveText('25');
  await page.keyboard.press('F2');
  await page.keyboard.type('99');
  await page.keyboard.press('Escape');
  await expect(cell(page, 2, 2)).toHaveText('25');

  // A block pasted at the end brings rows of its own.
  await page.evaluate(() => navigator.clipboard.writeText('Apr\t5\nMay\t6'));
  await cell(page, 3, 1).click();
  await page.getByRole('button', { name: 'add a row below' }).click();
  await expect(seen(page, '4 rows, 2 columns')).toBeVisible();
  await cell(page, 4, 1).click();
  await page.keyboard.press('Control+V');
  await expect(seen(page, '5 rows, 2 columns')).toBeVisible();
  await expect(cell(page, 5, 2)).toHaveText('6');

  // A marked block is copied out, continued as a series, cleared.
  await cell(page, 4, 1).click();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.locator('[data-marked]')).toHaveText('Rows 4 to 5, Month to Boardings');
  await page.keyboard.press('Control+C');
  await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toBe('Apr\t5\nMay\t6');
  await page.getByRole('button', { name: 'continue its series' }).click();
  await expect(cell(page, 5, 2)).toHaveText('6');
  await page.keyboard.press('Delete');
  await expect(cell(page, 5, 1)).toHaveText('blank');
  await page.keyboard.press('Control+Z');
  await expect(cell(page, 5, 1)).toHaveText('May');
  await page.getByRole('button', { name: 'remove 2 rows' }).click();
  await expect(seen(page, '3 rows, 2 columns')).toBeVisible();

  await page.goto(study);
  await expect(page.getByTestId('statement')).toContainText('100 % is all boardings: 95.');
});

test('steps make the rows: they are typed in as they were read, and a step shows the table after it', async ({ page }) => {
  await bring(page, 'stops.csv', 'Stop,Boardings\nHallin,10\nOskery,20\nTotal,30\n');
  await page.getByRole('button', { name: 'leave it out' }).click();
  await expect(seen(page, '2 rows, 2 columns')).toBeVisible();
  await cell(page, 1, 2).click();
  await page.keyboard.press('F2');
  await expect(page.locator('[data-marked]')).toHaveText('Steps make these rows.');
  await page.getByRole('button', { name: 'show the rows as they were read, to type in them' }).click();
  await expect(
    seen(page, '3 rows, 2 columns')
      .or(page.getByRole('gridcell', { name: 'Total' }))
      .first(),
  ).toBeVisible();
  await cell(page, 2, 2).click();
  await page.keyboard.type('25');
  await page.keyboard.press('Enter');
  await expect(cell(page, 2, 2)).toHaveText('25');
  await page.getByRole('button', { name: 'show the finished table' }).first().click();
  await expect(cell(page, 2, 2)).toHaveText('25');
  await expect(page.getByRole('gridcell', { name: 'Total' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Prepare' }).click();
  await page.getByRole('button', { name: 'Show the table after step 1' }).click();
  await expect(page.getByRole('gridcell', { name: 'Total' })).toHaveCount(0);
});

test('a marked block starts a study that says which rows and columns it is', async ({ page }) => {
  await bring(page, 'piers.csv', 'Pier,Winter,Summer\nHallin,10,90\nOskery,20,40\nSule Bank,5,7\n');
  await cell(page, 1, 1).click();
  await cell(page, 2, 2).click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'start a study from the block' }).click();
  await expect(page.getByTestId('statement')).toContainText('Winter by pier');
  await expect(page.getByTestId('statement')).toContainText('only where pier is Hallin or Oskery');
  await expect(page.getByTestId('statement')).toContainText('100 % is all winter in these rows: 30.');
  // The columns of a wide table are parts as well.
  await page.getByRole('button', { name: 'pier', exact: true }).click();
  await page.getByRole('button', { name: /columns side by side/ }).click();
  await page.getByRole('form', { name: 'Columns side by side' }).getByRole('button', { name: 'Set' }).click();
  await expect(page.getByTestId('statement')).toContainText('Amounts by Winter, Summer');
  await expect(page.getByTestId('statement')).toContainText('160');
});

test('a source is named, read from, seen to have newer rows, and moved with its tables', async ({ page }) => {
  const feed = join(folder, 'feed');
  mkdirSync(feed);
  for (const month of ['08', '09'])
    copyFileSync(join(server.demo, `feed/kiosk-2026-${month}.csv`), join(feed, `kiosk-2026-${month}.csv`));
  await page.goto(`${server.url}/tables`);
  await page.getByRole('button', { name: 'From a source' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Kiosks');
  await page.getByLabel('Folder, file, address or server').fill('/nowhere');
  await page.getByRole('button', { name: 'Add the source' }).click();
  await expect(page.getByRole('alert')).toContainText('There is nothing at "/nowhere"');
  await page.getByLabel('Folder, file, address or server').fill(feed);
  await page.getByRole('button', { name: 'Add the source' }).click();
  await expect(seen(page, '2 files; the newest, kiosk-2026-09.csv, is read')).toBeVisible();
  expect(
    (await new AxeBuilder({ page }).analyze()).violations.filter(
      (finding) => finding.impact === 'serious' || finding.impact === 'critical',
    ),
  ).toEqual([]);
  await page.getByRole('button', { name: 'kiosk-*.csv' }).click();
  await expect(page.getByRole('heading', { name: 'kiosk' })).toBeVisible();
  await expect(seen(page, '21 rows, 4 columns, from kiosk-2026-09.csv')).toBeVisible();

  copyFileSync(join(server.demo, 'feed/kiosk-2026-10.csv'), join(feed, 'kiosk-2026-10.csv'));
  await page.reload();
  await expect(seen(page, 'newer rows are there')).toBeVisible();
  await page.getByRole('button', { name: 'Refresh' }).click();
  await expect(page.getByRole('list', { name: 'What changes' })).toContainText('Goods: new Soup; absent now Postcards');
  await page.getByRole('button', { name: 'Take the fresh rows' }).click();
  await expect(seen(page, '21 rows, 4 columns, from kiosk-2026-10.csv')).toBeVisible();

  // The address of the feed holds the same table: the source moves there only when it reads.
  await page.goto(`${server.url}/tables`);
  await page.getByRole('button', { name: 'change its place' }).click();
  const place = page.getByRole('form', { name: 'A new place for Kiosks' }).getByRole('textbox');
  await place.fill(`${server.url}/feed/nothing.csv`);
  await page.getByRole('button', { name: 'Look first' }).click();
  await expect(page.getByRole('list', { name: 'What can be read there' })).toContainText('answers 404');
  await expect(page.getByRole('button', { name: 'Move it there' })).toBeDisabled();
  await place.fill(`${server.url}/feed/kiosk.csv`);
  await page.getByRole('button', { name: 'Look first' }).click();
  await expect(page.getByRole('list', { name: 'What can be read there' })).toContainText('kiosk: 21 rows, 21 before');
  await page.getByRole('button', { name: 'Move it there' }).click();
  await expect(seen(page, `an address: ${server.url}/feed/kiosk.csv`)).toBeVisible();
});

test('what is typed is not lost: without a marked cell, in a row that is only coming, and however fast', async ({ page }) => {
  await bring(page, 'stops.csv', 'Stop,Boardings\nHallin Pier,812\nOskery Quay,598\n');
  // Without a marked cell the first one takes it.
  await page.getByRole('grid').focus();
  await page.keyboard.type('Hallin');
  await page.keyboard.press('Enter');
  await expect(cell(page, 1, 1)).toHaveText('Hallin');
  // The cursor goes into the row that is added, and what is typed at once is in it.
  await cell(page, 2, 1).click();
  await page.getByRole('button', { name: 'add a row below' }).click();
  await page.keyboard.type('Sule Bank');
  await page.keyboard.press('Tab');
  await page.keyboard.type('77');
  await page.keyboard.press('Enter');
  await expect(cell(page, 3, 1)).toHaveText('Sule Bank');
  await expect(cell(page, 3, 2)).toHaveText('77');
  await expect(seen(page, '3 rows, 2 columns')).toBeVisible();
  // Forty rows of two cells, key after key without a pause.
  const lines = Array.from({ length: 40 }, (_, row) => [`Stop ${row}`, String(row * 7)]);
  await bring(page, 'fast.csv', `Stop,Boardings\n${lines.map(() => 'x,0').join('\n')}\n`);
  for (const [column, texts] of [lines.map((line) => line[0]), lines.map((line) => line[1])].entries()) {
    await page.getByRole('grid').press('Control+Home');
    await cell(page, 1, column + 1).click();
    await page.keyboard.type(`${texts.join('\n')}\n`);
  }
  for (const row of [0, 1, 19, 39]) {
    await page.getByRole('grid').press('Control+Home');
    for (let down = 0; down < row; down += 15) await page.keyboard.press('PageDown');
    const [stop = '', boardings = ''] = lines[row] ?? [];
    await expect(
      page
        .getByRole('row')
        .filter({ hasText: `${row + 1}${stop}` })
        .first(),
    ).toContainText(boardings);
  }
  const saved = async () =>
    (await (await page.request.get(`${server.url}/api/tables/${page.url().split('/').pop()}/rows?first=0&count=40`)).json()).rows;
  await expect.poll(saved).toEqual(lines);
});
