import { expect, seen, test } from '../playwright';
import { type Demo, hear, openStudy, startDemo } from './demo';

let demo: Demo;
test.beforeAll(async () => {
  demo = await startDemo();
});
test.afterAll(() => demo.stop());

const gone = 'Taken away';

test('a study is taken away and brought back by keyboard; it is said, and the focus goes to the neighbour', async ({ page }) => {
  const heard = await hear(page);
  await page.goto(demo.url);
  const cards = page.getByRole('list', { name: 'Studies' }).getByRole('listitem');
  const count = demo.studies.length;
  await expect(cards).toHaveCount(count);
  const [first, second] = [await cards.nth(0).getByRole('link').textContent(), cards.nth(1)];
  await cards
    .nth(0)
    .getByRole('button', { name: /^Remove / })
    .press('Enter');
  await expect(cards).toHaveCount(count - 1);
  expect((await heard.until(/is taken away/)).join(' ')).toMatch(/is taken away\. It can be brought back below the list\./);
  // On the card that has taken its place.
  await expect(cards.nth(0).locator(':focus')).toHaveCount(1);
  expect(await second.count()).toBe(1);
  // After a reload it is there still.
  await page.reload();
  const listed = page.getByRole('region', { name: gone });
  await expect(listed).toContainText('today at');
  await listed.getByRole('button', { name: /^Bring .* back$/ }).press('Enter');
  await heard.until(/is back/);
  await expect(cards).toHaveCount(count);
  expect(await cards.allTextContents()).toEqual(expect.arrayContaining([expect.stringContaining((first ?? '').slice(0, 20))]));
  await expect(listed).toHaveCount(0);
});

test('a table goes with its studies and comes back with them', async ({ page }) => {
  await page.goto(`${demo.url}/tables`);
  const row = page.getByRole('row').filter({ hasText: 'delays' }).first();
  await row.getByRole('button', { name: 'Remove delays' }).click();
  const listed = page.getByRole('region', { name: gone });
  await expect(listed).toContainText(/the table “delays”, with its (study|\d+ studies)/);
  await expect(page.getByRole('link', { name: 'delays', exact: true })).toHaveCount(0);
  await listed.getByRole('button', { name: 'Bring delays back' }).click();
  await expect(page.getByRole('link', { name: 'delays', exact: true })).toBeVisible();
  await openStudy(page, demo, /Half of the causes/);
});

test('a briefing and a source come back; one that is let go of for good asks first', async ({ page }) => {
  await page.goto(`${demo.url}/briefings`);
  const title = demo.briefings[0]?.title ?? '';
  await page.getByRole('button', { name: `Remove ${title}` }).click();
  const listed = page.getByRole('region', { name: gone });
  await listed.getByRole('button', { name: `Bring ${title} back` }).click();
  await expect(page.getByRole('link', { name: title })).toBeVisible();
  await fetch(`${demo.url}/api/sources`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Monthly', place: demo.demo }),
  });
  await page.goto(`${demo.url}/tables`);
  await page
    .locator('li', { has: seen(page, 'Monthly', { exact: true }) })
    .getByRole('button', { name: 'forget it' })
    .click();
  await listed.getByRole('button', { name: 'Bring Monthly back' }).click();
  await page
    .locator('li', { has: seen(page, 'Monthly', { exact: true }) })
    .getByRole('button', { name: 'forget it' })
    .click();
  await listed.getByRole('button', { name: 'Delete Monthly for good' }).click();
  await listed.getByRole('button', { name: 'no', exact: true }).click();
  await expect(listed.getByRole('button', { name: 'Bring Monthly back' })).toBeVisible();
  await listed.getByRole('button', { name: 'Delete Monthly for good' }).click();
  await listed.getByRole('button', { name: 'Yes, delete Monthly for good' }).click();
  await expect(listed).toHaveCount(0);
  expect(await demo.ask('/api/taken-away')).toEqual([]);
});

test('the tools of a card can be seen and hit on touch, and are not on its link', async ({ browser }) => {
  const context = await browser.newContext({ hasTouch: true, isMobile: true, viewport: { width: 390, height: 800 } });
  const page = await context.newPage();
  await page.goto(demo.url);
  const card = page.getByRole('list', { name: 'Studies' }).getByRole('listitem').first();
  const link = await card.getByRole('link').boundingBox();
  for (const name of [/^Copy /, /^Remove /]) {
    const tool = card.getByRole('button', { name });
    await expect(tool).toBeVisible();
    expect(Number(await tool.evaluate((element) => getComputedStyle(element).opacity))).toBe(1);
    const box = await tool.boundingBox();
    expect(Math.min(box?.width ?? 0, box?.height ?? 0)).toBeGreaterThanOrEqual(24);
    expect(box?.y ?? 0).toBeGreaterThanOrEqual((link?.y ?? 0) + (link?.height ?? 0) - 1);
  }
  await context.close();
});
