import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, figure, form, ledger, type Page, seen, test } from './playwright';
import { startServer } from './server';

let server: Awaited<ReturnType<typeof startServer>>;
type Row = { route: string; type: string; year: string; revenue: number };
let rows: Row[];

test.beforeAll(async () => {
  server = await startServer();
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
  const [, ...lines] = readFileSync(join(server.demo, 'revenue.csv'), 'utf8').trim().split(/\r?\n/);
  rows = lines
    .map((line) => line.split(','))
    .map(([route = '', type = '', year = '', revenue = '']) => ({ route, type, year, revenue: Number(revenue) }));
});
test.afterAll(() => server.stop());

const sum = (of: Row[]) => Math.round(of.reduce((total, row) => total + row.revenue, 0) * 100) / 100;
const text = (value: number, decimals: number) =>
  value.toLocaleString('en', { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
const word = (page: Page, name: string) => page.getByTestId('statement').getByRole('button', { name, exact: true });
const choose = (page: Page, name: RegExp) => page.getByRole('dialog').getByRole('button', { name }).click();

async function start(page: Page, table: string) {
  await page.goto(`${server.url}/tables`);
  await page.getByRole('link', { name: table, exact: true }).click();
  await page.getByRole('button', { name: 'Start a study' }).click();
  await expect(ledger(page).getByText('Whole')).toBeVisible();
}

test('revenue by passenger type, a column a year: the total on top, and in each segment its share of that year', async ({
  page,
}) => {
  await start(page, 'revenue');
  await form(page, 'Stacked').click();
  await word(page, 'passenger type').click();
  await choose(page, /^year/);
  // The sentence is another one then, and its words stand elsewhere.
  await expect(page.getByTestId('statement')).toContainText('within each year');
  await word(page, 'route').click();
  await choose(page, /^passenger type/);
  await expect(page.getByTestId('statement')).toContainText('within each year');
  await expect(page.getByTestId('statement')).toContainText('100 % is each year: five wholes');
  const years = [...new Set(rows.map((row) => row.year))];
  for (const year of years) {
    const whole = sum(rows.filter((row) => row.year === year));
    await expect(figure(page).getByText(text(whole, 0), { exact: true })).toBeVisible();
  }
  const first = rows.filter((row) => row.year === years[0]);
  const visitors = (sum(first.filter((row) => row.type === 'Visitor')) / sum(first)) * 100;
  await expect(
    figure(page)
      .getByText(`${visitors.toFixed(1)} %`)
      .first(),
  ).toBeVisible();
  // Only the mix: each total stands with its year. Then lying down, then side by side.
  await form(page, '100 % stacked').click();
  await expect(figure(page).getByText('100 %', { exact: true })).toBeVisible();
  await expect(figure(page).getByText(text(sum(first), 0), { exact: true })).toBeVisible();
  await word(page, 'upright').click();
  await choose(page, /^sideways/);
  await expect(page.getByTestId('statement')).toContainText('bars sideways');
  await form(page, 'Side by side').click();
  await expect(page.getByTestId('statement')).toContainText('side by side');
});

test('how types divide on each route and how big each route is; a part compared, parts and groups swapped', async ({ page }) => {
  await start(page, 'revenue');
  await form(page, 'Mekko').click();
  await expect(page.getByRole('alert')).toContainText("Mekko can't be drawn");
  await page.getByRole('main').getByRole('button', { name: 'leave out negative parts' }).click();
  await word(page, 'swap').click();
  await expect(page.getByTestId('statement')).toContainText('Revenue by passenger type within each route');
  const of = (route: string, type: string) => Math.max(0, sum(rows.filter((row) => row.route === route && row.type === type)));
  const routes = [...new Set(rows.map((row) => row.route))];
  const types = [...new Set(rows.map((row) => row.type))];
  const total = (route: string) => types.reduce((all, type) => all + of(route, type), 0);
  const all = routes.reduce((whole, route) => whole + total(route), 0);
  const largest = routes.toSorted((a, b) => total(b) - total(a))[0] ?? '';
  await expect(figure(page).getByText(`${((total(largest) / all) * 100).toFixed(1)} %`, { exact: true })).toBeVisible();
  await expect(ledger(page).getByRole('row').nth(1)).toContainText(largest);
  await expect(ledger(page).getByRole('row').nth(1)).toContainText(text(total(largest), 2));
  await figure(page).locator(`[role="graphics-symbol"][aria-label^="${largest}, Visitor"]`).click();
  const share = `${((of(largest, 'Visitor') / total(largest)) * 100).toFixed(1)} % of ${largest}`;
  await expect(seen(page, share, { exact: false }).last()).toBeVisible();
  await page.getByRole('button', { name: 'compare it in nested bars' }).click();
  await expect(form(page, 'Nested bars')).toHaveAttribute('aria-pressed', 'true');
  await expect(figure(page).getByText(text(total(largest), 0), { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(form(page, 'Mekko')).toHaveAttribute('aria-pressed', 'true');
});

test('a pie with shares and amounts, as a ring with the whole in it, and the bars that read better', async ({ page }) => {
  await start(page, 'tickets');
  // Money comes first; here it is the tickets that are counted.
  await word(page, 'Money').click();
  await choose(page, /^sold/);
  await form(page, 'Pie').click();
  await expect(figure(page).locator('[role="graphics-symbol"]').first()).toBeVisible();
  const [, ...lines] = readFileSync(join(server.demo, 'tickets.csv'), 'utf8').trim().split(/\r?\n/);
  const sold = lines.map((line) => line.split(',')).map(([name = '', count = '']) => ({ name, sold: Number(count) }));
  const whole = sold.reduce((all, row) => all + row.sold, 0);
  const largest = sold.toSorted((a, b) => b.sold - a.sold)[0];
  await expect(figure(page).getByText(`${(((largest?.sold ?? 0) / whole) * 100).toFixed(1)} %`, { exact: true })).toBeVisible();
  await expect(figure(page).getByText(text(largest?.sold ?? 0, 0), { exact: true })).toBeVisible();
  await expect(page.getByRole('main').getByText('From three parts on share bars read better')).toBeVisible();
  await form(page, 'Ring').click();
  await expect(figure(page).getByText(text(whole, 0), { exact: true })).toBeVisible();
  await word(page, 'Sold').click();
  await choose(page, /^money/);
  await expect(page.getByTestId('statement')).toContainText('Money by ticket');
  await page.getByRole('button', { name: 'draw share bars' }).click();
  await expect(form(page, 'Share bars')).toHaveAttribute('aria-pressed', 'true');
});

test('labels say the share of something else than the whole, with a column of its own for it', async ({ page }) => {
  await start(page, 'revenue');
  await form(page, 'Stacked').click();
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('group', { name: 'labels show the share of' }).getByLabel('everything').click();
  await expect(ledger(page).getByRole('columnheader', { name: 'share of all' })).toBeVisible();
  await page.getByRole('group', { name: 'amounts in' }).getByLabel('thousands').click();
  await expect(
    figure(page)
      .getByText(/^[\d,.]+ k$/)
      .first(),
  ).toBeVisible();
});

test('a part is given another colour from the key, and keeps it in another form', async ({ page }) => {
  await start(page, 'revenue');
  await form(page, 'Nested bars').click();
  const key = figure(page).getByRole('button', { name: 'Colour of Oskery' });
  await key.click();
  await page.getByRole('dialog', { name: 'Colour of Oskery' }).getByRole('button', { name: 'plum', exact: true }).click();
  const fill = () => figure(page).locator('[role="graphics-symbol"][aria-label*="Oskery"] rect').first().getAttribute('fill');
  await expect.poll(fill).toBe('#5d3470');
  await form(page, 'Stacked').click();
  await expect.poll(fill).toBe('#5d3470');
  // It stands out, the others grey.
  await figure(page).getByRole('button', { name: 'Colour of Oskery' }).click();
  await page.getByRole('button', { name: 'let it stand out, the others grey' }).click();
  const other = () => figure(page).locator('[role="graphics-symbol"][aria-label*="Hallin"] rect').first().getAttribute('fill');
  await expect.poll(other).toBe('var(--class-c)');
  await expect.poll(fill).toBe('#5d3470');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(fill).not.toBe('#5d3470');
});
