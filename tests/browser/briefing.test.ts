import { readFileSync, writeFileSync } from 'node:fs';
import { mkdtempSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, type Page, test } from './playwright';
import { startServer } from './server';

const need = createRequire(join(resolve(__dirname, '../..'), 'web', 'package.json'));
const folder = mkdtempSync(join(tmpdir(), 'onewhole-briefing-'));

// Stopped also where the test fails on its way.
const servers: Awaited<ReturnType<typeof startServer>>[] = [];
test.afterAll(() => {
  for (const server of servers) server.stop();
});
async function place() {
  const server = await startServer();
  servers.push(server);
  return server;
}

const block = (page: Page, name: string) => page.getByRole('region', { name, exact: false });
const figure = (page: Page, name: string) => block(page, name).locator('[role="graphics-document"]');

async function download(page: Page, name: string) {
  await page.getByRole('button', { name: 'Hand over' }).click();
  const coming = page.waitForEvent('download');
  await page.getByRole('dialog', { name: 'Hand over' }).getByRole('link', { name }).click();
  const path = join(folder, (await coming).suggestedFilename());
  await (await coming).saveAs(path);
  await page.keyboard.press('Escape');
  return path;
}

async function edit(page: Page, text: string, reading: string) {
  await page.getByRole('button', { name: 'Edit the text' }).click();
  await page.getByRole('textbox', { name: 'Text' }).fill(text);
  await page.getByLabel('Put a reading in').selectOption(reading);
  await page.getByRole('button', { name: 'Done' }).click();
}

test('a page of four studies is filtered, picked from, written on, handed over, and moved to an empty place', async ({ page, browser }) => {
  test.setTimeout(120_000);
  const server = await place();
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
  await page.goto(`${server.url}/briefings`);
  await page.getByLabel('Title of the briefing').fill('The month');
  for (const title of ['Revenue by year', 'Routes and passenger types', 'Who pays on which route', 'Half of the causes'])
    await page.getByLabel(title, { exact: false }).check();
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('heading', { name: 'The month' })).toBeVisible();
  await expect(page.locator('[role="graphics-document"]')).toHaveCount(4);

  // A reading in the text.
  await page.getByRole('button', { name: '+ text' }).click();
  await edit(page, 'Of all delays ', 'b4.cut-1');
  await expect(block(page, 'Text')).toContainText('Of all delays 6 of 12 causes make 80 %');
  await edit(page, 'We took ', 'b1.whole');
  await expect(block(page, 'Text')).toContainText(/We took 8,9\d\d,\d{3}(\.\d+)? revenue/);
  const said = async () => (await block(page, 'Text').innerText()).trim().split('\n').pop() ?? '';
  const all = await said();

  // The filter acts where the column is, and is told where it is not; each figure's whole follows.
  await page.getByRole('button', { name: '+ filter for the page' }).click();
  await page.getByRole('dialog').getByRole('button', { name: /^Year in/ }).click();
  await page.getByRole('dialog').getByLabel('2025', { exact: true }).check();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'only year is 2025', exact: true })).toBeVisible();
  await expect(block(page, 'Half of the causes')).toContainText('not filtered by year: its table has no such column');
  await expect.poll(said).not.toBe(all);
  const filtered = await said();
  await expect(figure(page, 'Revenue by year').getByRole('button', { name: /2024/ })).toHaveCount(0);

  // Pointing lights a part in all figures; picking narrows the page to it, and there is a way back.
  const freight = (name: string) => figure(page, name).getByRole('button', { name: /^Freight/ });
  await freight('Who pays on which route').first().hover();
  await expect(freight('Revenue by year').first().locator('rect')).toHaveAttribute('stroke', 'var(--ink)');
  const colour = await freight('Revenue by year').first().locator('rect').getAttribute('fill');
  expect(await freight('Routes and passenger types').first().locator('rect').getAttribute('fill')).toBe(colour);
  await freight('Who pays on which route').first().click();
  await expect(page.getByText('only passenger type is Freight, as picked')).toBeVisible();
  await expect(figure(page, 'Revenue by year').getByRole('button', { name: /^Visitor/ })).toHaveCount(0);
  await expect(freight('Revenue by year').first().locator('rect')).toHaveAttribute('fill', colour ?? '');
  await page.getByRole('button', { name: 'back to the whole page' }).click();
  await expect.poll(said).toBe(filtered);

  // Moved by keys, shown as both, and read without arranging.
  await page.getByRole('button', { name: 'Earlier: the text' }).press('Enter');
  await page.getByRole('button', { name: 'Show both: Who pays on which route' }).click();
  await expect(block(page, 'Who pays on which route').getByRole('table')).toBeVisible();
  await page.getByRole('button', { name: 'Read', exact: true }).click();
  await expect(page.getByRole('button', { name: '+ text' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'only year is 2025', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Arrange' }).click();

  // Handed over with the filter that it was made with.
  const html = readFileSync(await download(page, 'Page, HTML'), 'utf8');
  expect(html).toContain('only year is 2025');
  expect(html).toContain(filtered);
  expect(readFileSync(await download(page, 'Page, PDF'), 'latin1').slice(0, 5)).toBe('%PDF-');
  const slides = need('fflate').unzipSync(new Uint8Array(readFileSync(await download(page, 'Slides'))));
  // Four figures, and the workings of one of them.
  expect(Object.keys(slides).filter((name) => /slides\/slide\d*\.xml$/.test(name))).toHaveLength(5);
  expect(need('fflate').strFromU8(slides['ppt/slides/slide1.xml'])).toContain('only year is 2025');

  // What was handed over opens alone, without a fault, and passes axe.
  const faults: string[] = [];
  const alone = await browser.newContext({ offline: true });
  const opened = await alone.newPage();
  opened.on('console', (message) => {
    if (message.type() === 'error') faults.push(message.text());
  });
  await opened.setContent(html);
  await opened.addScriptTag({ path: need.resolve('axe-core') });
  const found = await opened.evaluate(async () => {
    const result = await (window as unknown as { axe: { run: () => Promise<{ violations: { id: string; impact: string }[] }> } }).axe.run();
    return result.violations.filter((violation) => violation.impact === 'serious' || violation.impact === 'critical').map((violation) => violation.id);
  });
  expect(found).toEqual([]);
  expect(faults).toEqual([]);
  await alone.close();

  // Into an empty second place.
  const bundle = await download(page, 'Bundle');
  const second = await place();
  await page.goto(`${second.url}/briefings`);
  await page.getByLabel('Bundle', { exact: true }).setInputFiles(bundle);
  await expect(page.getByRole('region', { name: 'Open a bundle' })).toContainText('4 studies');
  await page.getByRole('button', { name: 'Add it beside what is there' }).click();
  await expect(page.getByRole('heading', { name: 'The month' })).toBeVisible();
  await expect.poll(said).toBe(filtered);
  const address = page.url();

  // A table is refreshed there, and the page follows.
  const rows = readFileSync(join(server.demo, 'revenue.csv'), 'utf8').trimEnd().split(/\r?\n/);
  const head = (rows[0] ?? '').split(',');
  const line = rows.slice(1).find((row) => row.includes('Hallin') && row.includes('Visitor') && row.includes('2025')) ?? '';
  const cells = line.split(',');
  const at = head.findIndex((name) => /revenue/i.test(name));
  cells[at] = String(Number(cells[at]) + 1_000_000);
  const fresh = join(folder, 'revenue.csv');
  writeFileSync(fresh, rows.map((row) => (row === line ? cells.join(',') : row)).join('\n'));
  await page.goto(`${second.url}/tables`);
  await page.getByRole('link', { name: 'revenue', exact: true }).click();
  await page.getByLabel('Fresh rows').setInputFiles(fresh);
  await page.getByRole('button', { name: 'Take the fresh rows' }).click();
  await page.goto(address);
  const number = (text: string) => Number((/We took ([\d,.]+)/.exec(text)?.[1] ?? '').replaceAll(',', ''));
  await expect.poll(async () => number(await said()) - number(filtered)).toBeCloseTo(1_000_000, 0);
});
