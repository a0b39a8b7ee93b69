import { expect, form, test } from '../playwright';
import { type Demo, hear, openStudy, startDemo } from './demo';

let demo: Demo;
test.beforeAll(async () => {
  demo = await startDemo();
});
test.afterAll(() => demo.stop());

test('the places for announcements are there before anything is said in them', async ({ page }) => {
  for (const path of ['/', '/tables', '/briefings', `/studies/${demo.studies[0]?.id}`, `/tables/${demo.tables[0]?.id}`]) {
    await page.goto(`${demo.url}${path}`);
    await expect(page.locator('[data-said]')).toHaveCount(2);
    await expect(page.locator('[data-said=""]')).toHaveText('');
    await expect(page.locator('[data-said=""]')).toHaveAttribute('aria-live', 'polite');
    await expect(page.locator('[data-said="urgent"]')).toHaveAttribute('aria-live', 'assertive');
  }
});

test('a change is said once: the words that changed, the reading, that it is saved; and what an undo took back', async ({
  page,
}) => {
  const heard = await hear(page);
  await openStudy(page, demo, /Half of the causes/);
  await page.waitForTimeout(400);
  expect(await heard.taken()).toEqual([]);
  await page.getByTestId('statement').getByRole('button', { name: 'largest first' }).click();
  await page.getByRole('button', { name: /^smallest first/ }).click();
  const changed = await heard.until(/Saved/);
  expect(changed).toHaveLength(1);
  expect(changed[0]).toMatch(/^smallest first\. .*Saved\.$/);
  await page.getByRole('button', { name: 'Undo' }).click();
  expect((await heard.until(/Saved/)).join(' ')).toMatch(/^Undone: The order of parts\. largest first\. .*Saved\.$/);
  await page.getByRole('button', { name: 'Redo' }).click();
  expect((await heard.until(/Saved/)).join(' ')).toMatch(/^Done again: The order of parts\./);
  await page.getByRole('button', { name: 'Undo' }).click();
  await heard.until(/Saved/);
  await page.getByRole('button', { name: /^Drop “only where cause/ }).click();
  const dropped = (await heard.until(/Saved/)).join(' ');
  expect(dropped).toContain('no longer only where');
  expect(dropped).toMatch(/100 % is all minutes: [\d,]+\./);
  await page.getByRole('button', { name: 'Undo' }).click();
  await heard.until(/Saved/);
  await form(page, 'Share bars').click();
  expect((await heard.until(/Saved/)).join(' ')).toMatch(/^Share bars/);
});

test('what is refused is said at once', async ({ page }) => {
  const heard = await hear(page);
  await openStudy(page, demo, /Half of the causes/);
  await page.locator('#ledger-1-1 button').click();
  expect((await heard.until(/=/)).join(' ')).toMatch(/Engine/);
  await page.getByPlaceholder('5000, ×1.2 or 25 %').fill('many');
  await page.getByRole('button', { name: 'Try it' }).click();
  await heard.until(/many/);
  await expect(page.locator('[data-said="urgent"]')).toContainText('many');
});

test('an import says its rows when it is done', async ({ page }) => {
  const heard = await hear(page);
  await page.goto(demo.url);
  await page.getByRole('button', { name: 'Paste rows' }).click();
  await page.getByLabel('Paste rows, headings first').fill('Cause,Minutes\nFog,5\nEngine,3\nCrew,2\n');
  await page.getByRole('button', { name: 'Bring in', exact: true }).click();
  await heard.until(/is brought in: 3 rows/);
});

test('what is not saved is said, and that it is saved then', async ({ page }) => {
  const heard = await hear(page);
  await openStudy(page, demo, /Half of the causes/);
  await page.route('**/api/studies/*/change**', (route) => route.abort());
  await page.getByTestId('statement').getByRole('button', { name: 'largest first' }).click();
  await page.getByRole('button', { name: /^smallest first/ }).click();
  await heard.until(/Not saved yet: The order of parts.*\. The server does not answer\./);
  await page.unroute('**/api/studies/*/change**');
  await heard.until(/smallest first\. .*Saved\./);
});

test('moves on a briefing are said with their place', async ({ page }) => {
  const heard = await hear(page);
  await page.goto(`${demo.url}/briefings/${demo.briefings[0]?.id}`);
  await page
    .getByRole('button', { name: /^Later: / })
    .first()
    .click();
  await heard.until(/moved to place 2 of \d+\. Saved\./);
  await page.getByRole('button', { name: 'Undo' }).click();
  await heard.until(/Undone: .* moved to place 2 of \d+\. Saved\./);
});
