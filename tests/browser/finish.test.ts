import AxeBuilder from '../../web/node_modules/@axe-core/playwright';
import { expect, figure, form, ledger, type Page, seen, test } from './playwright';
import { startServer } from './server';

// Looks are set where they are, and in the list of them; numbers stay as they are.
let server: Awaited<ReturnType<typeof startServer>>;
test.beforeAll(async () => {
  server = await startServer();
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
});
test.afterAll(() => server.stop());

const bars = (page: Page, part: string) => figure(page).locator(`[role="graphics-symbol"][aria-label*="${part}"]`);
const groups = (page: Page) =>
  ledger(page).locator('[role="row"].font-semibold:not(.sticky) [role="rowheader"]:first-child > :first-child').allTextContents();

async function finish(page: Page, section: string, act: () => Promise<void>) {
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('tab', { name: section }).click();
  await act();
  await page.keyboard.press('Escape');
}

async function start(page: Page) {
  await page.goto(`${server.url}/tables`);
  await page.getByRole('link', { name: 'revenue', exact: true }).click();
  await page.getByRole('button', { name: 'Start a study' }).click();
  await expect(ledger(page).getByText('Whole')).toBeVisible();
  await form(page, 'Nested bars').click();
  await expect(figure(page)).toHaveAttribute('aria-label', /^Nested bars/);
  // The workings follow the figure in the next breath.
  await expect(ledger(page).getByRole('columnheader', { name: 'rank' })).toHaveCount(0);
}

test('a rule lets the largest of each group stand out, and is said in the key', async ({ page }) => {
  await start(page);
  await finish(page, 'colours', () => page.getByLabel('the largest of each group').click());
  await expect(figure(page).getByText(/^in colour: the largest of each/)).toBeVisible();
  const fills = await figure(page)
    .locator('[role="graphics-symbol"] rect')
    .evaluateAll((all) => all.map((rect) => rect.getAttribute('fill')));
  const lit = fills.filter((fill) => fill !== 'var(--class-c)');
  expect(lit.length).toBeGreaterThan(0);
  expect(lit.length).toBeLessThan(fills.length / 2);
  await finish(page, 'colours', async () => {
    await page.getByLabel('shares at or above a limit').click();
    await page.getByLabel('highlighted from, in percent').fill('40');
    await page.keyboard.press('Enter');
  });
  await expect(figure(page).getByText('in colour: shares of 40 % or more')).toBeVisible();
});

test("a set of colours of one's own is kept by its name, taken in other studies, and let go for one of the program's", async ({
  page,
}) => {
  await start(page);
  const fills = () =>
    figure(page)
      .locator('[role="graphics-symbol"] rect')
      .evaluateAll((all) => [...new Set(all.map((rect) => rect.getAttribute('fill')))]);
  await finish(page, 'colours', async () => {
    await page.getByRole('button', { name: 'keep a set of colours' }).click();
    const form = page.getByRole('form', { name: 'A set of colours' });
    expect(
      (await new AxeBuilder({ page }).include('[aria-label="Finish"]').analyze()).violations.map((found) => found.id),
    ).toEqual([]);
    await form.getByLabel('Name of the set').fill('Our house');
    await form.getByLabel('Value of colour 1').fill('102030');
    await form.getByLabel('Value of colour 2').fill('#a04000');
    await form.getByRole('button', { name: 'Keep and take it' }).click();
    await expect(page.getByRole('radio', { name: 'Our house' })).toBeChecked();
  });
  await expect.poll(fills).toContain('#102030');
  // In another study it is offered, too; one of the program's takes its place.
  await page.goto(`${server.url}/tables`);
  await page.getByRole('link', { name: 'shops', exact: true }).click();
  await page.getByRole('button', { name: 'Start a study' }).click();
  await form(page, 'Stacked').click();
  await expect(figure(page)).toHaveAttribute('aria-label', /^Stacked/);
  await finish(page, 'colours', () => page.getByRole('radio', { name: 'Our house' }).click());
  await expect.poll(fills).toContain('#a04000');
  await finish(page, 'colours', async () => {
    await page.getByRole('radio', { name: 'one hue' }).click();
    await expect(page.getByRole('radio', { name: 'Our house' })).not.toBeChecked();
  });
  await expect.poll(fills).not.toContain('#a04000');
  await finish(page, 'colours', async () => {
    await page.getByRole('button', { name: 'Forget Our house' }).click();
    await expect(page.getByRole('radio', { name: 'Our house' })).toHaveCount(0);
  });
});

test('an entry of the key is carried to the place of another, and a click still opens its looks', async ({ page }) => {
  await start(page);
  const key = () =>
    figure(page)
      .locator('[data-carried="part-name"]')
      .evaluateAll((all) => all.map((entry) => entry.getAttribute('data-label')));
  const before = await key();
  const box = async (at: number) => {
    const found = await figure(page).locator('[data-carried="part-name"]').nth(at).boundingBox();
    return found ? [found.x + found.width / 2, found.y + found.height / 2] : [0, 0];
  };
  const [fromX = 0, fromY = 0] = await box(2);
  const [toX = 0, toY = 0] = await box(0);
  await page.mouse.move(fromX, fromY);
  await page.mouse.down();
  await page.mouse.move((fromX + toX) / 2, toY - 6, { steps: 4 });
  await page.mouse.move(toX, toY, { steps: 4 });
  await page.mouse.up();
  await expect.poll(key).toEqual([before[2], before[0], before[1], ...before.slice(3)]);
  await expect(page.getByTestId('statement')).toContainText('in an order of my own');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await figure(page)
    .getByRole('button', { name: `Colour of ${before[0]}` })
    .click();
  await expect(page.getByRole('dialog', { name: `Colour of ${before[0]}` })).toBeVisible();
});

test('parts and groups are put in order by hand: dragged in the workings, or moved at the key', async ({ page }) => {
  await start(page);
  const parts = () => ledger(page).locator('[role="row"].border-hairline [role="rowheader"]:first-child').allTextContents();
  const before = await groups(page);
  const first = (await parts()).slice(0, 3);
  const row = (at: number) => ledger(page).locator('[role="row"].border-hairline').nth(at);
  await row(2).dragTo(row(0));
  await expect.poll(() => parts().then((now) => now.slice(0, 3))).toEqual([first[2], first[0], first[1]]);
  await expect(page.getByTestId('statement')).toContainText('in an order of my own');
  await figure(page)
    .getByRole('button', { name: `Colour and highlight of ${before[0]}` })
    .click();
  await page.getByRole('button', { name: 'later' }).click();
  await expect.poll(() => groups(page).then((now) => now.slice(0, 2))).toEqual([before[1], before[0]]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => parts().then((now) => now.slice(0, 3))).toEqual(first);
  expect((await groups(page))[0]).toBe(before[0]);
});

test('the axis ends where it is told to, at the axis itself, and goes back', async ({ page }) => {
  await start(page);
  const width = async () => Number(await figure(page).locator('[role="graphics-symbol"] rect').first().getAttribute('width'));
  const before = await width();
  await figure(page)
    .getByRole('button', { name: /say where the axis ends/ })
    .last()
    .click();
  await page.getByLabel('The axis ends at').fill('12000000');
  await page.keyboard.press('Enter');
  await expect.poll(width).toBeLessThan(before * 0.6);
  await figure(page)
    .getByRole('button', { name: /say where the axis ends/ })
    .last()
    .click();
  await page.getByRole('button', { name: 'where the form ends it' }).click();
  await expect.poll(width).toBe(before);
});

test('what is selected stays selected in another form, and a raised style is answered with the ring', async ({ page }) => {
  await start(page);
  await bars(page, 'Hallin').first().click();
  const reading = page.locator('[aria-live="polite"]').first();
  await expect(reading).toContainText('Hallin:');
  await form(page, 'Stacked').click();
  await expect(figure(page)).toHaveAttribute('aria-label', /^Stacked/);
  await expect(reading).toContainText('Hallin:');
  await page.getByRole('button', { name: 'Find or do' }).click();
  await page.getByPlaceholder('Find a part or a word, or do something').fill('3-D');
  await page.getByRole('option', { name: /depth makes shares look larger or smaller/ }).click();
  await expect(form(page, 'Ring')).toHaveAttribute('aria-pressed', 'true');
});

test('a label that may be missing is expected, and listed with nothing', async ({ page }) => {
  await page.goto(`${server.url}/tables`);
  await page.getByRole('link', { name: 'delays', exact: true }).click();
  await page.getByRole('button', { name: 'Start a study' }).click();
  await page.getByRole('button', { name: 'clause' }).click();
  await page.getByRole('button', { name: /^keep these causes listed/ }).click();
  await page.getByTestId('statement').getByRole('button', { name: 'twelve causes expected', exact: true }).click();
  await page.getByLabel('Labels, one a line').press('Control+End');
  await page.keyboard.type('\nIce on the slip');
  await page.getByRole('button', { name: 'Take these' }).click();
  await expect(page.getByTestId('statement')).toContainText('with Ice on the slip kept though no row has it');
  await expect(ledger(page).getByRole('row').filter({ hasText: 'Ice on the slip' })).toContainText('0.0');
});

test('a sheet has the proportions that it is given, and print without colours is grey', async ({ page }) => {
  await start(page);
  await finish(page, 'axes and room', () => page.getByLabel('square').click());
  await expect.poll(async () => figure(page).evaluate((svg) => Math.abs(svg.clientWidth - svg.clientHeight))).toBeLessThan(3);
  await finish(page, 'colours', () => page.getByLabel('greys, for print').click());
  const fills = () =>
    figure(page)
      .locator('[role="graphics-symbol"] rect')
      .evaluateAll((all) => all.map((rect) => rect.getAttribute('fill') ?? ''));
  await expect.poll(async () => (await fills()).every((fill) => /^#(..)/.test(fill) && isGrey(fill))).toBe(true);
});

/** Whether the three channels of a colour are nearly the same. */
function isGrey(colour: string): boolean {
  const channels = [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));
  return Math.max(...channels) - Math.min(...channels) < 12;
}

test('numbers are written as their readers write them, in a study and in all of them', async ({ page }) => {
  await start(page);
  const cell = () => ledger(page).locator('[role="row"]', { hasText: 'Whole' }).last();
  await expect(cell()).toContainText(/\d,\d{3},\d{3}/);
  await finish(page, 'numbers', () => page.getByLabel(/^Germany/).click());
  await expect(cell()).toContainText(/\d\.\d{3}\.\d{3}/);
  await expect(
    figure(page)
      .getByText(/^\d\.\d{3}\.\d{3}$/)
      .first(),
  ).toBeVisible();
  await expect(page.getByTestId('statement')).toContainText('100\u00a0% is');
  // What programs read stays plain.
  const id = new URL(page.url()).pathname.split('/').pop();
  expect(await (await fetch(`${server.url}/api/studies/${id}/hand-over/workings.csv`)).text()).not.toMatch(/"\d+,\d+"/);
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('tab', { name: 'numbers' }).click();
  await page.getByRole('button', { name: 'write all studies here like this one' }).click();
  await expect(seen(page, /This installation writes 12\.345,6/)).toBeVisible();
  await page.keyboard.press('Escape');
  // Another study, which says nothing of its own, and the page's own numbers.
  await page.goto(`${server.url}/tables`);
  await expect(page.getByRole('row', { name: /delays/ })).toContainText('3.990');
  await page.goto(`${server.url}/`);
  await page
    .getByRole('link', { name: /Half of the causes/ })
    .first()
    .click();
  await expect(page.getByTestId('statement')).toContainText('74.930');
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('tab', { name: 'numbers' }).click();
  await page.getByRole('button', { name: 'back to 1,234.5' }).click();
  await expect(seen(page, /This installation writes 12,345\.6/)).toBeVisible();
});

test('a figure leaves in another language: its own words, for a study and for all', async ({ page }) => {
  await page.goto(`${server.url}/`);
  await page
    .getByRole('link', { name: /Half of the causes/ })
    .first()
    .click();
  await expect(figure(page).getByText('adds up')).toBeVisible();
  await finish(page, 'words', async () => {
    await page.getByLabel('the figure’s own words').selectOption('Deutsch');
    await expect(figure(page).getByText('geht auf')).toBeVisible();
    expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  });
  await expect(figure(page).getByText('A, bis 80 %')).toBeVisible();
  await expect(figure(page).getByText(/machen 80 % aus$/)).toBeVisible();
  const id = new URL(page.url()).pathname.split('/').pop();
  expect(await (await fetch(`${server.url}/api/studies/${id}/hand-over/figure.svg`)).text()).toContain('geht auf');
  await finish(page, 'words', () => page.getByRole('button', { name: 'for all studies here' }).click());
  await page.goto(`${server.url}/`);
  await page.getByRole('link', { name: 'Who pays on which route' }).first().click();
  await expect(figure(page).getByText('geht auf')).toBeVisible();
  await finish(page, 'words', async () => {
    await page.getByLabel('the figure’s own words').selectOption('English');
    await expect(figure(page).getByText('adds up')).toBeVisible();
    await page.getByRole('button', { name: 'for all studies here' }).click();
    await expect(page.getByLabel('the figure’s own words').locator('option').first()).toHaveText('as this installation: English');
  });
});
