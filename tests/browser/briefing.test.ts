import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, type Page, seen, test } from './playwright';
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

/** The revenue of the demo, added up by this test. */
function revenue(file: string, keep: (row: Record<string, string>) => boolean, by: string) {
  const [head = '', ...lines] = readFileSync(file, 'utf8').trimEnd().split(/\r?\n/);
  const names = head.split(',');
  const rows = lines.map((line) => Object.fromEntries(line.split(',').map((cell, at) => [names[at] ?? '', cell])));
  const sums = new Map<string, number>();
  for (const row of rows.filter((row) => row['Passenger type'] !== 'Refunds' && keep(row)))
    sums.set(row[by] ?? '', (sums.get(row[by] ?? '') ?? 0) + Math.round(Number(row.Revenue) * 100));
  return new Map([...sums].map(([label, cents]) => [label, cents / 100]));
}

const total = (sums: Map<string, number>) => [...sums.values()].reduce((sum, value) => sum + Math.round(value * 100), 0) / 100;
const money = (value: number) => value.toLocaleString('en-GB', { maximumFractionDigits: 2 });

/** What the bars of a part say of its amount and its share of a group. */
async function spoken(page: Page, name: string) {
  const labels = await figure(page, name)
    .getByRole('button')
    .evaluateAll((bars) => bars.map((bar) => bar.getAttribute('aria-label') ?? ''));
  return labels.map((label) => {
    const [bar = '', amount = '', share = ''] = label.split('; ');
    return { part: bar.split(',')[0] ?? '', amount: amount.replace(' revenue', ''), share: share.split(' ')[0] ?? '' };
  });
}

async function edit(page: Page, text: string, reading: string) {
  await page.getByRole('button', { name: 'Edit the text' }).click();
  await page.getByRole('textbox', { name: 'Text' }).fill(text);
  await page.getByLabel('Put a reading in').selectOption(reading);
  await page.getByRole('button', { name: 'Done' }).click();
}

test('a page of four studies is filtered, picked from, written on, handed over, and moved to an empty place', async ({
  page,
  browser,
}) => {
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
  const demo = join(server.demo, 'revenue.csv');
  await expect(block(page, 'Text')).toContainText(`We took ${money(total(revenue(demo, () => true, 'Year')))} revenue`);
  const said = async () => (await block(page, 'Text').locator('.whitespace-pre-wrap').innerText()).trim().split('\n').pop() ?? '';
  const all = await said();

  // The filter acts where the column is, and is told where it is not; each figure's whole follows.
  await page.getByRole('button', { name: '+ filter for the page' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Year in/ })
    .click();
  await page.getByRole('dialog').getByLabel('2025', { exact: true }).check();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'only year is 2025', exact: true })).toBeVisible();
  await expect(block(page, 'Half of the causes')).toContainText('not filtered by year: its table has no such column');
  await expect.poll(said).not.toBe(all);
  const filtered = await said();
  const parts = revenue(demo, (row) => row.Year === '2025', 'Passenger type');
  expect(filtered).toContain(`We took ${money(total(parts))} revenue`);
  const bars = await spoken(page, 'Revenue by year');
  expect(bars.map((bar) => bar.part).sort()).toEqual([...parts.keys()].sort());
  for (const bar of bars) {
    expect(bar.amount).toBe(money(parts.get(bar.part) ?? 0));
    expect(bar.share).toBe((((parts.get(bar.part) ?? 0) / total(parts)) * 100).toFixed(1));
  }
  await expect(figure(page, 'Revenue by year').getByRole('button', { name: /2024/ })).toHaveCount(0);

  // Pointing lights a part in all figures; picking narrows the page to it, and there is a way back.
  const freight = (name: string) => figure(page, name).getByRole('button', { name: /^Freight/ });
  await freight('Who pays on which route').first().hover();
  await expect(freight('Revenue by year').first().locator('rect')).toHaveAttribute('stroke', 'var(--ink)');
  const colour = await freight('Revenue by year').first().locator('rect').getAttribute('fill');
  expect(await freight('Routes and passenger types').first().locator('rect').getAttribute('fill')).toBe(colour);
  await freight('Who pays on which route').first().click();
  await expect(seen(page, 'only passenger type is Freight, as picked')).toBeVisible();
  const picked = revenue(demo, (row) => row.Year === '2025' && row['Passenger type'] === 'Freight', 'Route');
  await expect.poll(said).toContain(`We took ${money(total(picked))} revenue`);
  const routes = await spoken(page, 'Routes and passenger types');
  expect(routes.map((bar) => bar.amount).sort()).toEqual([...picked.values()].map(money).sort());
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
  // On paper there is the page and what it was filtered by, and nothing to press.
  await page.emulateMedia({ media: 'print', colorScheme: 'dark' });
  await expect(page.getByRole('button', { name: 'Hand over' })).toBeHidden();
  await expect(page.getByRole('button', { name: '+ filter for the page' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'only year is 2025', exact: true })).toBeVisible();
  await expect(page.locator('[role="graphics-document"]')).toHaveCount(4);
  expect(await page.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe('rgb(255, 255, 255)');
  await page.emulateMedia({ media: null, colorScheme: null });
  await page.getByRole('button', { name: 'Arrange' }).click();

  // Handed over with the filter that it was made with; as shares only no amount is in it.
  await page.getByRole('button', { name: 'Hand over' }).click();
  await page.getByLabel('shares only', { exact: false }).check();
  await page.getByRole('dialog', { name: 'Hand over' }).getByLabel('on paper').selectOption('a4-lying');
  const coming = page.waitForEvent('download');
  await page.getByRole('dialog', { name: 'Hand over' }).getByRole('link', { name: 'Page, HTML' }).click();
  const plain = readFileSync((await (await coming).path()) ?? '', 'utf8');
  expect(plain).toContain('We took 100 %');
  for (const amount of [total(parts), ...parts.values()]) expect(plain.includes(money(amount))).toBe(false);
  const sheet = page.waitForEvent('download');
  await page.getByRole('dialog', { name: 'Hand over' }).getByRole('link', { name: 'Page, PDF' }).click();
  // 297 × 210 mm, in points.
  const media = /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(readFileSync((await (await sheet).path()) ?? '', 'latin1'));
  expect(media?.slice(1).map((side) => Math.round(Number(side)))).toEqual([842, 595]);
  await page.getByLabel('shares only', { exact: false }).uncheck();
  await page.keyboard.press('Escape');
  const html = readFileSync(await download(page, 'Page, HTML'), 'utf8');
  expect(html).toContain('only year is 2025');
  expect(html).toContain(filtered);
  expect(readFileSync(await download(page, 'Page, PDF'), 'latin1').slice(0, 5)).toBe('%PDF-');
  const slides = need('fflate').unzipSync(new Uint8Array(readFileSync(await download(page, 'Slides'))));
  // Four figures, and the workings of one of them: its 24 rows go on over two slides.
  const texts = Object.keys(slides)
    .filter((name) => /slides\/slide\d*\.xml$/.test(name))
    .map((name) => need('fflate').strFromU8(slides[name]) as string);
  expect(texts).toHaveLength(6);
  expect(texts.filter((text) => text.includes('<a:tbl>')).map((text) => text.split('<a:tr ').length - 2)).toEqual([20, 4]);
  expect(need('fflate').strFromU8(slides['ppt/slides/slide1.xml'])).toContain('only year is 2025');

  // What was handed over opens alone, without a fault, and passes axe.
  const faults: string[] = [];
  const alone = await browser.newContext({ offline: true });
  const opened = await alone.newPage();
  opened.on('console', (message) => {
    if (message.type() === 'error') faults.push(message.text());
  });
  await opened.setContent(html);
  const looked = await (await browser.newContext({ bypassCSP: true, offline: true })).newPage();
  await looked.setContent(html);
  await looked.addScriptTag({ path: need.resolve('axe-core') });
  const found = await looked.evaluate(async () => {
    const result = await (
      window as unknown as { axe: { run: () => Promise<{ violations: { id: string; impact: string }[] }> } }
    ).axe.run();
    return result.violations
      .filter((violation) => violation.impact === 'serious' || violation.impact === 'critical')
      .map((violation) => violation.id);
  });
  expect(found).toEqual([]);
  expect(faults).toEqual([]);
  await looked.context().close();
  await alone.close();

  // A reader of Data Packages that is not ours finds it valid, and its rows as their schema says them.
  const bundle = await download(page, 'Bundle');
  const unpacked = need('fflate').unzipSync(new Uint8Array(readFileSync(bundle)));
  const descriptor = JSON.parse(need('fflate').strFromU8(unpacked['datapackage.json']));
  expect((await need('datapackage').validate(descriptor)).errors).toEqual([]);
  for (const resource of descriptor.resources.filter((each: { format: string }) => each.format === 'csv')) {
    const table = await need('tableschema').Table.load(
      need('node:stream').Readable.from([Buffer.from(unpacked[resource.path])]),
      { schema: resource.schema },
    );
    const rows: Record<string, unknown>[] = await table.read({ keyed: true });
    expect(rows.length).toBeGreaterThan(100);
    const typed = rows.filter((row) => row['Passenger type'] !== 'Refunds' && String(row.Year) === '2025');
    if (resource.title === 'revenue')
      expect(typed.reduce((sum, row) => sum + Number(row.Revenue), 0)).toBeCloseTo(total(parts), 2);
  }

  // Into an empty second place.
  const second = await place();
  await page.goto(`${second.url}/briefings`);
  await page.getByLabel('Bundle', { exact: true }).setInputFiles(bundle);
  await expect(page.getByRole('region', { name: 'Open a bundle' })).toContainText('4 studies');
  await page.getByRole('button', { name: 'Add it beside what is there' }).click();
  await expect(page.getByRole('heading', { name: 'The month' })).toBeVisible();
  await expect.poll(said).toBe(filtered);
  // Opened a second time it says what is here already, and replaces it: one page, and tables under their own names.
  await page.goto(`${second.url}/briefings`);
  await page.getByLabel('Bundle', { exact: true }).setInputFiles(bundle);
  await expect(page.getByRole('region', { name: 'Open a bundle' })).toContainText('Here already: the page “The month”');
  await page.getByRole('button', { name: 'Replace them' }).click();
  await expect(page.getByRole('heading', { name: 'The month' })).toBeVisible();
  await expect.poll(said).toBe(filtered);
  expect((await (await page.request.get(`${second.url}/api/briefings`)).json()).length).toBe(1);
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

test('a page says that a table has newer rows, and takes them in one step', async ({ page }) => {
  const server = await place();
  const feed = join(folder, 'feed');
  mkdirSync(feed);
  copyFileSync(join(server.demo, 'feed/kiosk-2026-09.csv'), join(feed, 'kiosk-2026-09.csv'));
  const ask = async (path: string, body: unknown) =>
    (
      await fetch(`${server.url}/api${path}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      })
    ).json();
  await page.goto(`${server.url}/tables`);
  await page.getByRole('button', { name: 'From a source' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Kiosks');
  await page.getByLabel('Folder, file, address or server').fill(feed);
  await page.getByRole('button', { name: 'Add the source' }).click();
  await page.getByRole('button', { name: 'kiosk-*.csv' }).click();
  await expect(page.getByRole('heading', { name: 'kiosk' })).toBeVisible();
  await page.getByRole('button', { name: 'Start a study' }).first().click();
  await expect(page.getByTestId('statement')).toBeVisible();
  const study = page.url().split('/').pop() ?? '';
  const briefing = await ask('/briefings', { title: 'Kiosks on Monday', studies: [study] });
  await page.goto(`${server.url}/briefings/${briefing.id}`);
  const sales = (month: string) =>
    readFileSync(join(server.demo, `feed/kiosk-2026-${month}.csv`), 'utf8')
      .trimEnd()
      .split(/\r?\n/)
      .slice(1)
      .reduce((sum, line) => sum + Math.round(Number(line.split(',')[3]) * 100), 0) / 100;
  const sheet = page.locator('[role="graphics-document"]');
  await expect(sheet).toContainText(money(sales('09')));
  await expect(seen(page, 'newer rows')).toHaveCount(0);

  copyFileSync(join(server.demo, 'feed/kiosk-2026-10.csv'), join(feed, 'kiosk-2026-10.csv'));
  await page.reload();
  await expect(page.getByRole('main')).toContainText('kiosk has newer rows.');
  await page.getByRole('button', { name: 'take them' }).click();
  await expect(page.getByRole('main')).toContainText('21 rows before, 21 now');
  await expect(page.getByRole('main')).toContainText(money(sales('10')));
  await expect(sheet).toContainText(money(sales('10')));
});
