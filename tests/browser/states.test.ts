import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { everyForm, expect, figure, ledger, type Page, seen, test } from './playwright';
import { startServer } from './server';

let server: Awaited<ReturnType<typeof startServer>>;
const folder = mkdtempSync(join(tmpdir(), 'onewhole-states-'));

test.beforeAll(async () => {
  server = await startServer();
});
test.afterAll(() => server.stop());

async function bringIn(page: Page, name: string, text: string) {
  const path = join(folder, `${name}.csv`);
  writeFileSync(path, text);
  await page.goto(server.url);
  await page.getByLabel('Table file').setInputFiles(path);
  await expect(page.getByRole('heading', { name })).toBeVisible({ timeout: 30_000 });
}

const causes = 'Cause,Minutes\nFog,50\nEngine,20\nBerth,15\nCrew,10\nTide,5\n';

test('what reading left open is asked, and the answer is used', async ({ page }) => {
  await bringIn(page, 'crossings', 'When,Route,Minutes\n03/04/2026,Inner,10\n05/06/2026,Outer,30\n07/08/2026,Inner,2\n');
  const question = page.getByRole('region', { name: 'Question about When' });
  await expect(question).toContainText('"03/04/2026" is read as 3 April 2026');
  await page.getByRole('button', { name: 'Start a study' }).click();
  await page.getByRole('button', { name: 'clause' }).click();
  await page.getByRole('button', { name: /^When/ }).click();
  await page.getByLabel('To', { exact: true }).fill('2026-03-31');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await page.keyboard.press('Escape');
  // In the first reading nothing happened before April; in the other one the first crossing did.
  await expect(page.getByRole('list', { name: 'Tie-out' })).toContainText('3 filtered out');
  const study = page.url();
  await page.getByRole('link', { name: 'crossings' }).click();
  await question.getByRole('button', { name: 'No, 4 March 2026' }).click();
  await expect(question).toHaveCount(0);
  await page.goto(study);
  await expect(page.getByRole('list', { name: 'Tie-out' })).toContainText('1 used + 2 filtered out');
});

test('a column of shares says what it adds up to and takes 100 % as the whole in two choices', async ({ page }) => {
  await bringIn(page, 'loads', 'Route,Load\nInner,50%\nOuter,30%\nCharter,17%\n');
  await page.getByRole('button', { name: 'Start a study' }).click();
  const statement = page.getByTestId('statement');
  await expect(statement).toContainText('100 % is all load: 97 %');
  await page.keyboard.press('w');
  await page.getByRole('button', { name: /100 %, as the column has it/ }).click();
  await expect(statement).toContainText('100 % is 100 %, a number I give');
  await expect(figure(page).locator('[role="graphics-symbol"]').first()).toHaveAttribute(
    'aria-label',
    /^Inner, .*shown share 50\.0 %/,
  );
});

test('bars are taken together with a drawn rectangle', async ({ page }) => {
  await bringIn(page, 'five', causes);
  await page.getByRole('button', { name: 'Start a study' }).click();
  const bars = figure(page).locator('[role="graphics-symbol"]');
  await expect(bars).toHaveCount(5);
  await everyForm(page);
  // The figure is laid out anew when the page settles: drawn again until it met standing bars.
  await expect(async () => {
    const first = await bars.nth(1).boundingBox();
    const last = await bars.nth(3).boundingBox();
    if (!first || !last) throw new Error('There are no bars.');
    await page.mouse.move(first.x - 3, first.y - 20);
    await page.mouse.down();
    await page.mouse.move(last.x + last.width / 2, last.y + last.height - 2, { steps: 5 });
    await page.mouse.up();
    await expect(seen(page, '3 causes: 45 minutes, 45.0 % of all')).toBeVisible({ timeout: 1000 });
  }).toPass();
  await page.keyboard.press('Escape');
});

test('the words of a cut are edited and moved, and stay so', async ({ page }) => {
  await bringIn(page, 'words', causes);
  await page.getByRole('button', { name: 'Start a study' }).click();
  const words = figure(page)
    .getByRole('button', { name: /^Words of the cut: 3 of 5/ })
    .first();
  await words.click();
  await page.getByLabel('Words of your own').fill('Three of them will do');
  await page.getByLabel('Line right across').check();
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  const own = figure(page).getByRole('button', { name: 'Words of the cut: Three of them will do' });
  await expect(own).toBeVisible();
  const before = await own.boundingBox();
  if (!before) throw new Error('The words are not there.');
  await page.mouse.move(before.x + 10, before.y + 5);
  await page.mouse.down();
  await page.mouse.move(before.x + 40, before.y + 65, { steps: 5 });
  const saved = page.waitForResponse((response) => response.url().includes('/change'));
  await page.mouse.up();
  await saved;
  await page.reload();
  const moved = async () => {
    const after = await own.boundingBox();
    return after ? Math.hypot(after.x - before.x - 30, after.y - before.y - 60) : 99;
  };
  await expect.poll(moved).toBeLessThan(5);
});

test('the finish is listed, and changes looks alone', async ({ page }) => {
  await bringIn(page, 'looks', causes);
  await page.getByRole('button', { name: 'Start a study' }).click();
  const texts = async () => (await figure(page).locator('text').allTextContents()).join('|');
  await expect.poll(texts).toContain('|50.0 %|');
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('group', { name: 'labels' }).getByLabel('amount', { exact: true }).click();
  await expect.poll(texts).not.toContain('|50.0 %|');
  await page.getByRole('tab', { name: 'form' }).click();
  await page.getByRole('group', { name: 'amount axis' }).getByLabel('to the largest bar').click();
  // The axis ends near the largest bar of 50, no longer at the whole of 100.
  await expect
    .poll(async () => (await figure(page).locator('text').allTextContents()).filter((text) => text === '100'))
    .toEqual([]);
  await page.getByRole('tab', { name: 'colours' }).click();
  await page.getByLabel('key', { exact: true }).click();
  await expect.poll(texts).not.toContain('A, to 80 %');
  await page.keyboard.press('Escape');

  await expect(ledger(page).getByRole('row').nth(1)).toContainText('50.0');
});

test('the amount axis can be held while stepping from value to value', async ({ page }) => {
  await bringIn(
    page,
    'seasons',
    'Cause,Season,Minutes\nFog,Winter,60\nEngine,Winter,20\nBerth,Winter,20\nFog,Summer,6\nEngine,Summer,5\nBerth,Summer,4\n',
  );
  await page.getByRole('button', { name: 'Start a study' }).click();
  await page.getByRole('button', { name: 'clause' }).click();
  await page.getByRole('button', { name: /^Season/ }).click();
  const values = page.getByRole('list', { name: 'Values of season' });
  await values.getByText('Winter').hover();
  await page.getByRole('button', { name: 'Only Winter' }).click();
  const first = figure(page).locator('[role="graphics-symbol"]').first().locator('rect');
  await expect(page.getByTestId('statement')).toContainText('season is Winter');
  await page.getByLabel(/Hold the amount axis/).click();
  await expect(page.getByLabel(/Hold the amount axis/)).toBeChecked();
  const winter = Number(await first.getAttribute('height'));
  await values.focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByTestId('statement')).toContainText('season is Summer');
  // One scale for both: 6 minutes stand a tenth as high as 60.
  await expect.poll(async () => Math.abs(Number(await first.getAttribute('height')) - winter / 10)).toBeLessThan(1);
});

test('picture and workings go to the clipboard', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await bringIn(page, 'clip', causes);
  await page.getByRole('button', { name: 'Start a study' }).click();
  await page.getByRole('button', { name: 'Hand over' }).click();
  await page.getByRole('button', { name: 'Copy the picture' }).click();
  await expect(seen(page, 'The picture is on the clipboard.')).toBeVisible();
  const types = await page.evaluate(async () => (await navigator.clipboard.read()).flatMap((item) => item.types));
  expect(types).toContain('image/png');
  const clipboard = (type: string) =>
    page.evaluate(async (kind) => {
      for (const item of await navigator.clipboard.read())
        if (item.types.includes(kind)) return (await item.getType(kind)).text();
      return '';
    }, type);
  await page.getByRole('button', { name: 'As SVG' }).click();
  await expect(seen(page, 'The drawing is on the clipboard, as SVG.')).toBeVisible();
  expect(await clipboard('text/plain')).toMatch(/<svg[\s\S]*<\/svg>/);
  await page.getByRole('button', { name: 'Copy the workings' }).click();
  await expect(seen(page, 'The workings are on the clipboard.')).toBeVisible();
  expect(await clipboard('text/plain')).toMatch(/^part\tvalue\t/);
  expect(await clipboard('text/html')).toContain('<table');
});

test('the workings are walked by keyboard, and a cell tells its arithmetic', async ({ page }) => {
  await bringIn(page, 'keys', causes);
  await page.getByRole('button', { name: 'Start a study' }).click();

  await expect(ledger(page)).toContainText('Fog');
  await ledger(page).focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Arithmetic')).toContainText('Engine: 20 ÷ 100 = 20 %, shown as 20.0 %');
});

test('a long table scrolls to its last row without a blank', async ({ page }) => {
  const count = 400_000;
  const lines = ['Number,Stop'];
  for (let i = 1; i <= count; i++) lines.push(`${i},Stop ${i % 7}`);
  await bringIn(page, 'long', lines.join('\n'));
  const grid = page.getByRole('grid', { name: 'Rows of long' });
  await expect(seen(page, '400,000 rows, 2 columns')).toBeVisible();
  await expect(grid.getByRole('gridcell', { name: 'Stop 1', exact: true }).first()).toBeVisible();
  await grid.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Control+End');
  await expect(grid.getByRole('row', { name: /^400,000 / })).toBeVisible();
  await expect(grid.getByRole('gridcell', { name: String(count), exact: true })).toBeVisible();
  await grid.evaluate((element) => {
    element.scrollTop = element.scrollHeight / 2;
  });
  await expect(grid.getByRole('gridcell', { name: '…' })).toHaveCount(0);
  await expect(grid.getByText(/^(199|200),\d\d\d$/).first()).toBeVisible();
});

test('two windows do not overwrite each other silently', async ({ page, context }) => {
  await bringIn(page, 'windows', causes);
  await page.getByRole('button', { name: 'Start a study' }).click();
  await expect(page.getByTestId('statement')).toContainText('Minutes by cause');
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByTestId('statement')).toContainText('Minutes by cause');
  const change = async (at: Page, text: string) => {
    await at.keyboard.press('o');
    await at.getByRole('button', { name: new RegExp(`^${text}`) }).click();
  };
  await change(other, 'as in the table');
  await expect(other.getByTestId('statement')).toContainText('as in the table');
  await change(page, 'smallest first');
  const asked = page.getByRole('alertdialog', { name: 'Changed in another window' });
  await expect(asked).toContainText('The order of parts was changed in another window: there it is “table”, here “smallest”.');
  await expect(page.getByTestId('statement')).toContainText('as in the table');
  await asked.getByRole('button', { name: 'Leave “table”' }).click();
  await expect(asked).toHaveCount(0);
  await expect(page.getByTestId('statement')).toContainText('as in the table');
});
