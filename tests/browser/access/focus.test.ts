import { expect, form, ledger, type Page, seen, test } from '../playwright';
import { type Demo, openStudy, startDemo } from './demo';

let demo: Demo;
test.beforeAll(async () => {
  demo = await startDemo();
});
test.afterAll(() => demo.stop());

/** What has the focus, by its name. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const element = document.activeElement;
    if (!element || element === document.body) return 'nothing';
    return (
      element.getAttribute('aria-label') ?? element.getAttribute('aria-labelledby') ?? element.textContent ?? element.tagName
    );
  });

/** The focus is on something that can be seen, within a part of the page. */
async function isWithin(page: Page, selector: string) {
  await expect
    .poll(() =>
      page.evaluate((wanted) => {
        const element = document.activeElement;
        return !!element && element !== document.body && !!element.closest(wanted) && element.getClientRects().length > 0;
      }, selector),
    )
    .toBe(true);
}

test('undo and redo keep the focus, also where nothing more can be undone', async ({ page }) => {
  await openStudy(page, demo, /Half of the causes/);
  await form(page, 'Share bars').press('Enter');
  const undo = page.getByRole('button', { name: 'Undo' });
  await expect(undo).toBeEnabled();
  await undo.press('Enter');
  await expect(undo).toBeDisabled();
  await expect(undo).toBeFocused();
});

test('a dropped clause leaves the focus in the sentence; an offer that was taken, too', async ({ page }) => {
  await openStudy(page, demo, /Half of the causes/);
  await page.getByRole('button', { name: /^Drop “only where cause/ }).press('Enter');
  await expect(page.getByRole('button', { name: /^Drop “only where cause/ })).toHaveCount(0);
  await isWithin(page, '[data-testid="statement"]');
  await page.getByRole('button', { name: 'clause' }).press('Enter');
  await page.getByRole('button', { name: /a cut by count/ }).press('Enter');
  await expect(page.getByTestId('statement')).toContainText('after the first 5');
  await isWithin(page, '[data-testid="statement"]');
});

test('the arithmetic gives the focus back to the workings, and they still know their cell', async ({ page }) => {
  await openStudy(page, demo, /Two vessels/);
  await ledger(page).focus();
  for (const key of ['ArrowDown', 'ArrowDown', 'ArrowRight']) await page.keyboard.press(key);
  const cell = await ledger(page).getAttribute('aria-activedescendant');
  await page.keyboard.press('Enter');
  const arithmetic = page.getByRole('region', { name: 'Arithmetic' });
  await expect(arithmetic).toBeVisible();
  await arithmetic.getByRole('button', { name: 'close' }).press('Enter');
  await expect(ledger(page)).toBeFocused();
  await expect(ledger(page)).toHaveAttribute('aria-activedescendant', cell ?? '');
  await page.keyboard.press('Enter');
  await arithmetic.getByPlaceholder('5000, ×1.2 or 25 %').focus();
  await page.keyboard.press('Escape');
  await expect(ledger(page)).toBeFocused();
  // "only these" changes the study, and the workings have the focus.
  await page.keyboard.press('Enter');
  const only = arithmetic.getByRole('button', { name: 'only these' });
  await only.press('Enter');
  await expect(arithmetic).toHaveCount(0);
  await expect(ledger(page)).toBeFocused();
});

test('a text that is done, and a block that is taken away, leave the focus on the page', async ({ page }) => {
  await page.goto(`${demo.url}/briefings/${demo.briefings[0]?.id}`);
  const edit = page.getByRole('button', { name: 'Edit the text' }).first();
  await edit.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Text' })).toBeFocused();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  expect(await focused(page)).toBe('Done');
  await page.keyboard.press('Enter');
  await expect(edit).toBeFocused();
  const blocks = page.locator('section[data-block]');
  const count = await blocks.count();
  const next = await blocks.nth(1).getAttribute('data-block');
  await blocks
    .nth(0)
    .getByRole('button', { name: /^Take away: / })
    .press('Enter');
  await expect(blocks).toHaveCount(count - 1);
  await isWithin(page, `section[data-block="${next}"]`);
});

test('choosing a step goes into its form, and leaving it comes back; arrows begin none', async ({ page }) => {
  await page.goto(`${demo.url}/tables/${demo.tables.find((table) => table.name === 'delays')?.id}`);
  await page.getByRole('button', { name: 'Prepare' }).click();
  const list = page.getByLabel('Add a step');
  await list.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(seen(page, 'Enter begins it')).toBeVisible();
  await expect(list).toBeFocused();
  await expect(page.getByRole('region', { name: 'Prepare' }).locator('[data-goes-on="#add-step"]')).toHaveCount(0);
  await page.keyboard.press('Enter');
  await isWithin(page, '[data-goes-on="#add-step"]');
  await page
    .getByRole('region', { name: 'Prepare' })
    .getByRole('button', { name: /Not now|Cancel|Leave/ })
    .press('Enter');
  await expect(list).toBeFocused();
});

test('what is renamed gives the focus back to its name', async ({ page }) => {
  await page.goto(`${demo.url}/tables/${demo.tables.find((table) => table.name === 'delays')?.id}`);
  await page.getByRole('button', { name: 'delays', exact: true }).press('Enter');
  await expect(page.getByLabel('Name of the table')).toBeFocused();
  await page.keyboard.press('End');
  await page.keyboard.type(' of a year');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'delays of a year', exact: true })).toBeFocused();
  await page.goto(`${demo.url}/briefings/${demo.briefings[0]?.id}`);
  const title = page.getByRole('heading', { level: 1 }).getByRole('button');
  await title.press('Enter');
  await page.keyboard.press('Enter');
  await expect(title).toBeFocused();
});

test('a study has few Tab stops: its figure, its workings and its forms are one each', async ({ page }) => {
  await openStudy(page, demo, /Half of the causes/);
  const stops = await page.evaluate(
    () =>
      [...document.querySelectorAll<HTMLElement>('a[href], button, input, select, [tabindex]')].filter(
        (element) => element.tabIndex >= 0 && element.getClientRects().length > 0 && !element.matches(':disabled'),
      ).length,
  );
  expect(stops).toBeLessThanOrEqual(34);
  for (const part of ['[role="graphics-document"]', '[role="toolbar"]'])
    await expect(page.locator(part).locator('[tabindex="0"]')).toHaveCount(1);
  await page.goto(`${demo.url}/briefings/${demo.briefings[0]?.id}`);
  await expect(page.locator('[role="graphics-document"]').first()).toBeVisible();
  const figures = page.locator('[role="graphics-document"]');
  for (let at = 0; at < (await figures.count()); at++) await expect(figures.nth(at).locator('[tabindex="0"]')).toHaveCount(1);
});
