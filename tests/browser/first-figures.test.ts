import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page, test } from './playwright';
import { startServer } from './server';

/** From a table that is in to the finished figure, in at most six actions, for tables of many shapes. */

let server: Awaited<ReturnType<typeof startServer>>;
const folder = mkdtempSync(join(tmpdir(), 'onewhole-first-'));

test.beforeAll(async () => {
  server = await startServer();
});
test.afterAll(() => server.stop());

const most = 6;

/** Table, what is clicked once it is in, what the statement then says, and parts or groups that the figure names. */
const cases: [name: string, actions: string[], says: string, names: string[]][] = [
  ['label-and-amount', ['start 1'], 'Boardings by stop', ['Hallin', 'Sule Bank']],
  ['label-and-count', ['start 1'], 'Number of rows by cause', ['Fog', 'Engine']],
  ['two-labels-one-amount', ['start 1', 'Stacked'], 'Takings by', ['Summer', 'Winter', 'Adult']],
  ['money-before-counts', ['start 1'], 'Takings by product', ['Coffee', 'Soup']],
  ['money-before-counts', ['start 2'], 'Orders by product', ['Coffee', 'Soup']],
  ['rate-is-not-summed', ['start 1', 'Share bars'], 'Tickets by stop', ['Hallin', 'Tarn Holm']],
  ['percent-alone', ['start 1', 'Ring'], 'Share by reason', ['Weather', 'Crew']],
  ['numbered-rows', ['start 1'], 'Minutes by cause', ['Fog', 'Crew']],
  ['years-down', ['start 1', 'Stacked'], 'Passengers by', ['2022', '2024', 'North']],
  ['months-alone', ['start 1', 'Share bars'], 'in natural order', ['January', 'May']],
  ['units-in-cells', ['start 1'], 't.', ['Fish', 'Fuel']],
  ['items-by-two-years', ['start 1'], 'Amounts by route', ['2024', '2025', 'North']],
  ['items-by-two-years', ['start 1', 'Side by side'], 'Amounts by route', ['2024', '2025', 'West']],
  ['items-by-months', ['start 1', '100 % stacked'], 'Amounts by shop', ['Jan', 'Apr', 'Quay']],
  ['two-sides', ['start 2'], 'Boardings to the left, Landings to the right', ['Hallin', 'Little Wick']],
  ['three-kinds', ['start 1', 'Stacked'], 'Adults, Children, Seniors', ['North', 'West', 'Seniors']],
  ['three-kinds', ['start 1', 'Mekko'], 'Adults, Children, Seniors', ['North', 'Adults']],
  ['three-kinds', ['start 1', 'Nested bars'], 'Adults, Children, Seniors', ['North', 'Adults']],
  ['seventeen-by-three', ['start 1', '100 % stacked'], 'Bus, Ferry, Walk', ['Bus', 'Ferry', 'Walk']],
  ['wards-by-levels', ['start 1'], 'Strongly disagree', ['North', 'East', 'Strongly agree']],
  ['one-row-of-months', ['start 1'], 'as in the table', ['Jan', 'Jun']],
  ['one-row-of-kinds', ['start 1', 'Pie'], 'Adult, Child, Car', ['Car', 'Bike']],
  ['ages-by-sex-wide', ['start 1'], 'Men to the left, Women to the right', ['0–4', '65+']],
  ['ages-with-negative-men', ['start 1'], 'Men to the left, Women to the right', ['0–4', '65+']],
  ['answers-long', ['start 1', 'Diverging'], 'by level', ['North', 'Strongly agree']],
  ['total-last', ['start 1'], '100 % is all boardings: 1,711.', ['Hallin', 'Tarn Holm']],
  ['subtotals', ['start 1'], '100 % is all boardings: 2,088.', ['Hallin', 'Big Wick']],
  ['with-sum-first', ['start 2'], 'Adult to the left, Child to the right', ['Hallin', 'Big Wick']],
  ['no-headings', ['start 1'], 'by column 1', ['April', 'July']],
];

async function act(page: Page, action: string) {
  const start = /^start (\d)$/.exec(action);
  if (start) {
    await page
      .getByRole('button', { name: /start with this$/ })
      .nth(Number(start[1]) - 1)
      .click();
    await expect(page.getByTestId('statement')).toBeVisible();
  } else {
    const shape = page.getByRole('toolbar', { name: 'Forms' }).getByRole('button', { name: action, exact: true });
    await shape.click();
    await expect(shape).toHaveAttribute('aria-pressed', 'true');
  }
}

for (const [name, actions, says, names] of cases) {
  test(`${name}: ${actions.join(', then ')}`, async ({ page }) => {
    const faults: string[] = [];
    page.on('pageerror', (fault) => faults.push(fault.message));
    const [, csv = ''] = readFileSync(join(server.root, 'tests/fixtures/first-figures', `${name}.txt`), 'utf8').split('---\n');
    const path = join(folder, `${name}.csv`);
    writeFileSync(path, csv);
    await page.goto(server.url);
    await page.getByLabel('Table file').setInputFiles(path);
    await expect(page.getByRole('grid')).toBeVisible();
    expect(actions.length).toBeLessThanOrEqual(most);
    for (const action of actions) await act(page, action);
    await expect(page.getByTestId('statement')).toContainText(says);
    const figure = page.locator('[role="graphics-document"]');
    for (const label of names) await expect(figure.getByText(label, { exact: true }).first()).toBeVisible();
    await expect(page.locator('[data-status="fail"]')).toHaveCount(0);
    expect(faults).toEqual([]);
  });
}
