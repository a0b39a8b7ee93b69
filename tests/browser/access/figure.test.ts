import { expect, figure, type Page, test } from '../playwright';
import { type Demo, hear, openStudy, startDemo } from './demo';

let demo: Demo;
test.beforeAll(async () => {
  demo = await startDemo();
});
test.afterAll(() => demo.stop());

const kind = (page: Page) => page.evaluate(() => document.activeElement?.getAttribute('data-stop') ?? null);
const revision = async (page: Page) => (await demo.ask(`/api/studies/${new URL(page.url()).pathname.split('/').pop()}`)).revision;

/** Puts the focus on the first thing of a kind in the figure, by keys alone. */
async function reach(page: Page, wanted: string) {
  await figure(page).locator('[data-stop][tabindex="0"]').focus();
  await page.keyboard.press('Home');
  for (let tries = 0; tries < 10 && (await kind(page)) !== wanted; tries++) await page.keyboard.press('PageDown');
  for (let tries = 0; tries < 10 && (await kind(page)) !== wanted; tries++) await page.keyboard.press('PageUp');
  expect(await kind(page)).toBe(wanted);
}

test('a figure is one Tab stop, and its keys go from thing to thing', async ({ page }) => {
  await openStudy(page, demo, /Half of the causes/);
  await expect(figure(page).locator('[tabindex="0"]')).toHaveCount(1);
  await figure(page).locator('[tabindex="0"]').focus();
  expect(await kind(page)).toBe('bar');
  await page.keyboard.press('ArrowRight');
  await expect(page.locator(':focus')).toHaveAttribute('data-row', '1');
  await page.keyboard.press('End');
  await expect(page.locator(':focus')).toHaveAttribute('data-row', '11');
  const kinds = new Set<string | null>();
  for (let press = 0; press < 12; press++) {
    kinds.add(await kind(page));
    await page.keyboard.press('PageDown');
  }
  expect(kinds).toEqual(new Set(['bar', 'end', 'axis', 'cut', 'handle']));
  for (let press = 0; press < 12; press++) await page.keyboard.press('PageUp');
  expect(await kind(page)).toBe('title');
  // Tab leaves the figure, Shift+Tab comes back to where one was.
  await page.keyboard.press('Tab');
  expect(await kind(page)).toBe(null);
  await page.keyboard.press('Shift+Tab');
  await expect.poll(() => kind(page)).toBe('title');
});

for (const key of ['Enter', ' ']) {
  test(`${key === ' ' ? 'Space' : key} opens what a click opens, and does nothing in what it has opened`, async ({ page }) => {
    await openStudy(page, demo, /Half of the causes/);
    const before = await revision(page);
    await reach(page, 'title');
    await page.keyboard.press(key);
    await expect(page.getByLabel('Title', { exact: true })).toBeFocused();
    await page.keyboard.press('Escape');
    await expect(page.getByLabel('Title', { exact: true })).toHaveCount(0);
    await expect.poll(() => kind(page)).toBe('title');
    await reach(page, 'cut');
    await page.keyboard.press(key);
    const words = page.getByLabel('Words of your own; none for the reading');
    await expect(words).toBeFocused();
    await page.keyboard.press('Escape');
    await expect(words).toHaveCount(0);
    await expect.poll(() => kind(page)).toBe('cut');
    expect(await revision(page)).toBe(before);
    // An entry of a key, or the name of a group.
    await openStudy(page, demo, /Routes and passenger types/);
    const other = await revision(page);
    await reach(page, 'key');
    await page.keyboard.press(key);
    await expect(page.getByRole('dialog', { name: /^Colour of / })).toBeVisible();
    await page.waitForTimeout(300);
    await expect(page.getByRole('dialog', { name: /^Colour of / })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect.poll(() => kind(page)).toBe('key');
    expect(await revision(page)).toBe(other);
  });
}

test('the end of an axis is opened without a false alarm', async ({ page }) => {
  const heard = await hear(page);
  await openStudy(page, demo, /Half of the causes/);
  await reach(page, 'axis');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('The axis ends at')).toBeFocused();
  await page.waitForTimeout(300);
  expect((await heard.taken()).join(' ')).not.toContain('An axis ends at a number above 0');
  await page.keyboard.press('Escape');
  await expect.poll(() => kind(page)).toBe('axis');
});

test('Space adds a bar to what is chosen, Enter chooses it alone; that they are is heard', async ({ page }) => {
  const heard = await hear(page);
  await openStudy(page, demo, /Half of the causes/);
  await figure(page).locator('[data-row="0"]').focus();
  await page.keyboard.press(' ');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press(' ');
  await expect(page.getByRole('row', { selected: true })).toHaveCount(2);
  await expect(figure(page).locator('[data-row="1"]')).toHaveAttribute('aria-label', /, chosen$/);
  expect((await heard.until(/of the whole|minutes/)).length).toBeGreaterThan(0);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('row', { selected: true })).toHaveCount(1);
});

test('a cut takes the arrows after Enter, until Escape; fast presses all count and are one change', async ({ page }) => {
  const heard = await hear(page);
  await openStudy(page, demo, /Half of the causes/);
  const slider = page.getByRole('slider', { name: 'cut at a share' });
  await slider.focus();
  // Before Enter arrows go on to other things.
  await page.keyboard.press('ArrowLeft');
  await expect(slider).not.toBeFocused();
  await slider.focus();
  const before = await revision(page);
  await page.keyboard.press('Enter');
  await heard.until(/arrows move it, Escape leaves it/);
  for (let press = 0; press < 7; press++) await page.keyboard.press('ArrowDown');
  await expect(slider).toHaveAttribute('aria-valuetext', '73 %');
  await page.keyboard.press('PageUp');
  await expect(slider).toHaveAttribute('aria-valuetext', '83 %');
  await page.keyboard.press('Escape');
  await expect(slider).toBeFocused();
  await heard.until(/Saved/);
  expect(await revision(page)).toBe(before + 1);
  expect((await demo.ask(`/api/studies/${new URL(page.url()).pathname.split('/').pop()}`)).study.form.cuts[0].share).toBe(0.83);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Home');
  await expect(slider).toHaveAttribute('aria-valuenow', (await slider.getAttribute('aria-valuemin')) ?? '');
  await page.keyboard.press('End');
  await expect(slider).toHaveAttribute('aria-valuenow', (await slider.getAttribute('aria-valuemax')) ?? '');
  await page.keyboard.press('Escape');
});

test('colour, emphasis, order and a cut’s words are reached in Finish, too', async ({ page }) => {
  await openStudy(page, demo, /Revenue by year/);
  await page.getByRole('button', { name: 'Finish', exact: true }).click();
  await page.getByRole('tab', { name: 'parts' }).click();
  const parts = page.getByRole('list', { name: 'Parts of the figure' });
  await parts.getByRole('button', { name: /^Freight/ }).click();
  await parts.getByRole('button', { name: 'plum' }).click();
  await expect(figure(page).locator('[role="graphics-symbol"][aria-label*="Freight"] rect').first()).toHaveAttribute(
    'fill',
    '#5d3470',
  );
  await parts.getByRole('button', { name: 'let it stand out, the others grey' }).click();
  await expect(parts.getByRole('button', { name: /^Freight/ })).toContainText('stands out');
  await parts.getByRole('button', { name: 'earlier' }).click();
  await expect(page.getByTestId('statement')).toContainText('in an order of my own');
  await openStudy(page, demo, /Half of the causes/);
  await page.getByRole('button', { name: 'Finish', exact: true }).click();
  await page.getByRole('tab', { name: 'cuts' }).click();
  const cut = page.getByRole('form', { name: /^Cut: / }).first();
  await cut.getByLabel('Words of your own; none for the reading').fill('Half the causes');
  await cut.getByRole('button', { name: 'Set' }).click();
  await expect(figure(page)).toContainText('Half the causes');
});
