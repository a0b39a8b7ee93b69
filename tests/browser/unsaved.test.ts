import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page, seen, test } from './playwright';
import { startServer } from './server';

/** What is typed is never lost: with the server away, in two windows, in a window that is closed. */

let server: Awaited<ReturnType<typeof startServer>>;
const folder = mkdtempSync(join(tmpdir(), 'onewhole-unsaved-'));

test.beforeAll(async () => {
  server = await startServer();
});
test.afterAll(() => server.stop());

async function bring(page: Page, name: string) {
  const file = join(folder, name);
  writeFileSync(file, 'Month,Boardings\nJan,10\nFeb,20\nMar,30\nApr,40\n');
  await page.goto(server.url);
  await page.getByLabel('Table file').setInputFiles(file);
  await expect(page.getByRole('grid')).toBeVisible();
  return page.url();
}

const cell = (page: Page, row: number, column: number) =>
  page
    .getByRole('row')
    .nth(row)
    .getByRole('gridcell')
    .nth(column - 1);

async function type(page: Page, row: number, column: number, text: string) {
  await cell(page, row, column).click();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}

const unsaved = (page: Page) => page.getByRole('region', { name: 'Not saved yet' });

const rowsOf = async (url: string) => {
  const id = url.split('/').at(-1);
  return ((await (await fetch(`${server.url}/api/tables/${id}/rows?first=0&count=10`)).json()) as { rows: string[][] }).rows.map(
    (row) => row[1],
  );
};

test('cells typed while the server is away stay in their cells, survive a reload, and are sent in order', async ({ page }) => {
  const url = await bring(page, 'away.csv');
  await server.kill();
  await type(page, 1, 2, '11');
  await type(page, 2, 2, '22');
  await type(page, 1, 2, '12');
  await expect(cell(page, 1, 2)).toHaveText('12');
  await expect(cell(page, 2, 2)).toHaveText('22');
  await expect(cell(page, 2, 2)).toHaveAttribute('title', 'Not saved yet');
  await expect(unsaved(page)).toContainText('Boardings, row 2: “22”');
  await server.again();
  await expect(unsaved(page)).toHaveCount(0);
  await expect(cell(page, 2, 2)).not.toHaveAttribute('title', /./);
  expect(await rowsOf(url)).toEqual(['12', '22', '30', '40']);

  // A reload in the middle of it: what waited is still there, and is sent.
  await server.kill();
  await type(page, 3, 2, '33');
  await expect(unsaved(page)).toBeVisible();
  await server.again();
  await page.reload();
  await expect(cell(page, 3, 2)).toHaveText('33');
  await expect.poll(() => rowsOf(url)).toEqual(['12', '22', '33', '40']);
});

test('what a column is called and the steps are kept while the server is away, also over a reload', async ({ page }) => {
  const url = await bring(page, 'column.csv');
  await server.kill();
  await page.getByRole('button', { name: 'Column Boardings' }).click();
  await page.getByLabel('Heading').fill('Passengers');
  await page.getByRole('button', { name: 'Change the column' }).click();
  await expect(unsaved(page)).toContainText('the column Boardings');
  await server.again();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Column Passengers' })).toBeVisible();
  await expect(unsaved(page)).toHaveCount(0);

  // Steps of two windows are not mixed: the one that comes second is told.
  await page.getByRole('button', { name: 'Prepare' }).click();
  await page.getByLabel('Add a step').selectOption('leave-out');
  await page.getByLabel('Column of the condition').selectOption('Month');
  const id = url.split('/').at(-1);
  const now = (await (await fetch(`${server.url}/api/tables/${id}`)).json()) as { revision: number };
  const body = JSON.stringify({
    revision: now.revision,
    steps: [{ do: 'leave-out', where: [{ column: 'Month', is: ['Apr'] }] }],
  });
  await fetch(`${server.url}/api/tables/${id}/steps`, { method: 'POST', body, headers: { 'Content-Type': 'application/json' } });
  await page.getByLabel(/^Jan/).check();
  await page.getByRole('button', { name: 'Add the step' }).click();
  await expect(page.getByRole('region', { name: 'Prepare' })).toContainText('was changed in another window');
});

test('in two windows of a table each typed cell is kept, and only the same cell is asked about', async ({ page, context }) => {
  const url = await bring(page, 'two.csv');
  const other = await context.newPage();
  await other.goto(url);
  await expect(cell(other, 1, 2)).toHaveText('10');
  await type(page, 1, 2, '100');
  await type(page, 2, 2, '200');
  await expect.poll(() => rowsOf(url)).toEqual(['100', '200', '30', '40']);
  // The other window does not know of it yet: its first cell is kept all the same.
  await type(other, 3, 2, '300');
  await type(other, 4, 2, '400');
  await expect.poll(() => rowsOf(url)).toEqual(['100', '200', '300', '400']);
  // Both type in one cell, the second without having seen the first: both are shown.
  await type(page, 2, 2, '222');
  await expect.poll(() => rowsOf(url)).toEqual(['100', '222', '300', '400']);
  await type(other, 2, 2, '2222');
  await expect(other.getByRole('alertdialog')).toContainText(
    'Boardings, row 2 was changed in another window: there it is “222”, here “2222”.',
  );
  await other.getByRole('button', { name: 'Leave “222”' }).click();
  await expect(other.getByRole('alertdialog')).toHaveCount(0);
  expect(await rowsOf(url)).toEqual(['100', '222', '300', '400']);
});

test('what a closed window could not save is offered when its table is opened again', async ({ page, context }) => {
  const url = await bring(page, 'closed.csv');
  const other = await context.newPage();
  await other.goto(url);
  await expect(cell(other, 1, 2)).toHaveText('10');
  await server.kill();
  await type(other, 1, 2, '77');
  await expect(unsaved(other)).toBeVisible();
  await other.close();
  await server.again();
  await page.goto(url);
  const left = page.getByRole('region', { name: 'Left unsaved' });
  await expect(left).toContainText('Boardings, row 1: “77”');
  await left.getByRole('button', { name: 'Save it now' }).click();
  await expect.poll(() => rowsOf(url)).toEqual(['77', '20', '30', '40']);
  await expect(left).toHaveCount(0);
});

test('a title typed while the server is away stays where it was typed, and two windows keep what they changed elsewhere', async ({
  page,
  context,
}) => {
  await bring(page, 'study.csv');
  await page.getByRole('button', { name: 'Start a study' }).click();
  await expect(page.getByTestId('statement')).toContainText('100 % is');
  const url = page.url();
  const title = async (on: Page, text: string) => {
    await on.getByRole('button', { name: /^Title: / }).click();
    await on.getByRole('textbox', { name: 'Title' }).fill(text);
    await on.keyboard.press('Enter');
  };
  await server.kill();
  await title(page, 'Typed in the dark');
  await expect(page.getByRole('img').or(page.locator('svg')).getByText('Typed in the dark').first()).toBeVisible();
  await expect(unsaved(page)).toContainText('The title “Typed in the dark”');
  await server.again();
  await expect(unsaved(page)).toHaveCount(0);
  await page.reload();
  await expect(page.locator('svg').getByText('Typed in the dark').first()).toBeVisible();

  const other = await context.newPage();
  await other.goto(url);
  await expect(other.locator('svg').getByText('Typed in the dark').first()).toBeVisible();
  // What is typed is shown before it is saved: the other window is second only after that.
  const saved = page.waitForResponse((response) => response.url().includes('/change') && response.ok());
  await title(page, 'From the first');
  await saved;
  await expect(page.locator('svg').getByText('From the first').first()).toBeVisible();
  await title(other, 'From the second');
  await expect(other.getByRole('alertdialog')).toContainText('there it is “From the first”, here “From the second”');
  await other.getByRole('button', { name: 'Take “From the second”' }).click();
  await expect(other.locator('svg').getByText('From the second').first()).toBeVisible();
});

test('a text of a briefing is there after the server was away, and beside what another window wrote', async ({
  page,
  context,
}) => {
  await page.goto(`${server.url}/briefings`);
  const made = (await (
    await fetch(`${server.url}/api/briefings`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ title: 'Page', studies: [] }),
    })
  ).json()) as { id: string };
  const url = `${server.url}/briefings/${made.id}`;
  await page.goto(url);
  await page.getByRole('button', { name: '+ text' }).click();
  await page.getByRole('button', { name: '+ text' }).click();
  await expect(page.getByRole('button', { name: 'Edit the text' })).toHaveCount(2);
  const write = async (on: Page, block: number, text: string) => {
    await on.getByRole('button', { name: 'Edit the text' }).nth(block).click();
    await on.getByRole('textbox', { name: 'Text' }).fill(text);
    await on.getByRole('button', { name: 'Done' }).click();
  };
  await server.kill();
  await write(page, 0, 'Written in the dark');
  await expect(seen(page, 'Written in the dark').first()).toBeVisible();
  await expect(unsaved(page)).toContainText('the text “Written in the dark”');
  await server.again();
  await expect(unsaved(page)).toHaveCount(0);
  await page.reload();
  await expect(seen(page, 'Written in the dark')).toBeVisible();

  const other = await context.newPage();
  await other.goto(url);
  await expect(seen(other, 'Written in the dark')).toBeVisible();
  await write(page, 0, 'Of the first window');
  await write(other, 1, 'Of the second window');
  await expect(seen(other, 'Of the second window')).toBeVisible();
  await expect(seen(other, 'Of the first window')).toBeVisible();
  await write(page, 1, 'Both wrote here');
  await expect(page.getByRole('alertdialog')).toContainText('The text was changed in another window');
  await page.getByRole('button', { name: 'Take “Both wrote here”' }).click();
  await other.reload();
  await expect(seen(other, 'Both wrote here')).toBeVisible();
});
