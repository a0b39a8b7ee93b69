import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import AxeBuilder from '../../web/node_modules/@axe-core/playwright';
import { expect, figure, form, ledger, type Page, seen, test } from './playwright';
import { startServer } from './server';

// Tables whose rows stay where they are: from a place to a figure, as of a time, asked again, stopped, handed over.
let server: Awaited<ReturnType<typeof startServer>>;
let folder: string;
test.beforeAll(async () => {
  server = await startServer();
  folder = mkdtempSync(join(tmpdir(), 'onewhole-company-'));
  copyFileSync(join(server.demo, 'company.sqlite'), join(folder, 'company.sqlite'));
});
test.afterAll(() => {
  server.stop();
  rmSync(folder, { recursive: true, force: true });
});

const sqlite = (sql: string) =>
  execFileSync('python3', [
    '-c',
    'import sqlite3, sys; c = sqlite3.connect(sys.argv[1]); c.executescript(sys.argv[2]); c.commit()',
    join(folder, 'company.sqlite'),
    sql,
  ]);

const noFindings = async (page: Page) => expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

test('from a place to a figure in six actions, and the number is that of the rows', async ({ page }) => {
  const problems: string[] = [];
  page.on('console', (message) => message.type() === 'error' && problems.push(message.text()));
  await page.goto(`${server.url}/`);
  await page.getByRole('button', { name: 'From a source' }).click(); // 1
  await page.getByLabel('Folder, file, address or server').fill(join(server.demo, 'archive')); // 2
  await page.getByRole('button', { name: 'Add the source' }).click(); // 3
  await page.getByRole('button', { name: /leave the rows there instead/ }).click(); // 4: a folder has files, too
  await page.getByRole('button', { name: /^crossings\.parquet/ }).waitFor();
  await noFindings(page);
  await page.getByRole('button', { name: /^crossings\.parquet/ }).click(); // 5
  await expect(page.getByRole('region', { name: 'Leave it there' })).toContainText('Each change of a study asks DuckDB');
  await expect(page.getByRole('region', { name: 'Bring it in' })).toContainText('All 120,000 rows come here');
  await page.getByRole('button', { name: 'Leave it there' }).click(); // 6
  // The figure is there already, as one of those that are proposed.
  await expect(page.getByRole('button', { name: /^Takings by route/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Start with' }).locator('svg').first()).toBeVisible();
  await expect(seen(page, 'Its rows stay in DuckDB')).toBeVisible();
  await noFindings(page);
  // Its rows, in pages; a column at a glance, counted there.
  await page.getByRole('button', { name: 'Next page' }).click();
  await expect(seen(page, 'rows 101 to 200 of 120,000')).toBeVisible();
  await page.getByRole('button', { name: 'Column weather' }).click();
  await expect(page.getByRole('region', { name: 'Summary of weather' })).toContainText('3,544 blank');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Takings by route/ }).click();
  await expect(seen(page, /^as of \d\d:\d\d/)).toBeVisible();
  await expect(figure(page).getByText(/120,000 rows, as of 20\d\d-/)).toBeVisible();
  await expect(ledger(page)).toContainText('111,644,071.5');
  await noFindings(page);
  // Every form is drawn with these rows.
  await form(page, 'Mekko').click();
  await expect(figure(page)).toHaveAttribute('aria-label', /^Mekko/);
  expect(problems).toEqual([]);
});

test('a table of a database is asked again, and what changed since is a bridge', async ({ page }) => {
  await page.goto(`${server.url}/`);
  await page.getByRole('button', { name: 'From a source' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Company');
  await page.getByLabel('Folder, file, address or server').fill(join(folder, 'company.sqlite'));
  await page.getByRole('button', { name: 'Add the source' }).click();
  await page.getByLabel('Find a table').fill('cross');
  await expect(page.getByRole('list', { name: 'Tables' }).getByRole('button')).toHaveCount(1);
  await page.getByRole('button', { name: /^crossing/ }).click();
  await page.getByRole('button', { name: 'Leave it there' }).click();
  await page
    .getByRole('button', { name: /start with this/ })
    .first()
    .click();
  const whole = ledger(page).getByRole('row').last();
  await expect(whole).toContainText('Whole');
  const before = (await whole.textContent()) ?? '';
  // Its tonnes are binary fractions, whose sums are the engine's: that is said.
  await expect(seen(page, /freight_tonnes is a column of binary fractions there/)).toBeVisible();
  sqlite('INSERT INTO crossing SELECT day, route, vessel, 5000, 5000 FROM crossing LIMIT 1');
  await page.getByRole('button', { name: 'ask again' }).click();
  await expect(whole).not.toHaveText(before);
  await page.getByRole('button', { name: 'What changed', exact: true }).click();
  await page.getByRole('button', { name: /^from what was asked at/ }).click();
  await expect(seen(page, /rose most, by 5,000/)).toBeVisible();
  // A fault is a sentence, with a way on; the study stays.
  await page.goBack();
  sqlite('ALTER TABLE crossing RENAME TO gone');
  await page.getByRole('button', { name: 'ask again' }).click();
  await expect(page.getByRole('alert')).toContainText('there is no such table or view');
  sqlite('ALTER TABLE gone RENAME TO crossing');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(figure(page)).toBeVisible();
});

test('while the engine works the last figure is dimmed, and it can be stopped', async ({ page }) => {
  // Minutes of work, for whoever does not stop it.
  sqlite(
    'CREATE TABLE few AS WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 3000) SELECT i, ' +
      "'cause ' || (i % 5) AS cause, i % 60 AS minutes FROM n; CREATE VIEW delay AS SELECT cause, minutes FROM few",
  );
  await page.goto(`${server.url}/`);
  await page.getByRole('button', { name: 'From a source' }).click();
  await page.getByLabel('Folder, file, address or server').fill(join(folder, 'company.sqlite'));
  await page.getByRole('button', { name: 'Add the source' }).click();
  await page.getByRole('button', { name: /^delay/ }).click();
  await page.getByRole('button', { name: 'Leave it there' }).click();
  await page.getByRole('button', { name: 'Start a study' }).click();
  await expect(figure(page)).toBeVisible();
  sqlite('DROP VIEW delay; CREATE VIEW delay AS SELECT a.cause, b.minutes FROM few a, few b, few c');
  await page.getByRole('button', { name: 'ask again' }).click();
  await expect(page.getByRole('main').getByText(/SQLite is working, [1-9]\d* s/)).toBeVisible({ timeout: 15_000 });
  await expect(figure(page)).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('alert')).toContainText('SQLite was stopped; nothing was changed.');
  await expect(page.getByRole('alert')).toContainText('What is shown is as it was asked before.');
  await expect(figure(page)).toBeVisible();
  // It is not asked again by itself.
  await expect(page.getByRole('main').getByText(/is working, \d+ s/)).toHaveCount(0);
});
