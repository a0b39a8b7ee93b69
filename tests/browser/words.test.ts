import { expect, figure, form, ledger, type Page, seen, test } from './playwright';
import { startServer } from './server';

// What is looked for is found by everyday words, what opens stays open and in the window, and what has no room is said.
let server: Awaited<ReturnType<typeof startServer>>;
test.beforeAll(async () => {
  server = await startServer();
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
});
test.afterAll(() => server.stop());

const statement = (page: Page) => page.getByTestId('statement');

async function start(page: Page, table: string) {
  await page.goto(`${server.url}/tables`);
  await page.getByRole('link', { name: table, exact: true }).click();
  await page.getByRole('button', { name: 'Start a study' }).click();
  await expect(ledger(page).getByText('Whole')).toBeVisible();
}

/** A study whose ninety stops are too many for its sheet. */
async function crowded(page: Page) {
  const letter = (at: number) => String.fromCharCode(97 + at);
  const rows = Array.from({ length: 90 }, (_, at) => `Pier ${letter(Math.floor(at / 10))}${letter(at % 10)},${1000 - at * 10}`);
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Paste rows' }).click();
  await page.getByLabel('Paste rows, headings first').fill(`Stop,Boardings\n${rows.join('\n')}\n`);
  await page.getByRole('button', { name: 'Bring in', exact: true }).click();
  await page
    .getByRole('button', { name: /start with this$/ })
    .first()
    .click();
  await expect(statement(page)).toBeVisible();
}

test('a click on another word opens that word', async ({ page }) => {
  await start(page, 'revenue');
  const words = statement(page).locator('button[aria-haspopup="dialog"].word');
  await words.nth(0).click();
  const first = await page.getByRole('dialog').getAttribute('aria-label');
  await words.nth(1).click();
  await expect(page.getByRole('dialog')).toHaveCount(1);
  const second = await page.getByRole('dialog').getAttribute('aria-label');
  expect(second).not.toBe(first);
  // It stays, and has the focus.
  await expect.poll(() => page.evaluate(() => !!document.activeElement?.closest('[role="dialog"]'))).toBe(true);
  await words.nth(2).click();
  await expect(page.getByRole('dialog')).not.toHaveAttribute('aria-label', second ?? '');
});

for (const [word, leads, then] of [
  ['legend', 'key: hidden', (page: Page) => expect(figure(page).locator('[data-carried="part-name"]')).toHaveCount(0)],
  ['doughnut', 'Ring: draw it so', (page: Page) => expect(figure(page)).toHaveAttribute('aria-label', /^Pie|^Ring/)],
  [
    'subtitle',
    'text under the title: hidden',
    (page: Page) =>
      expect(
        figure(page)
          .getByText(/^100 % is|; revenue|100 % is each/)
          .last(),
      ).toBeVisible(),
  ],
  ['filter', 'Add a clause', (page: Page) => expect(page.getByRole('dialog', { name: 'Add a clause' })).toBeVisible()],
] as const) {
  test(`“${word}” leads to what it is called here`, async ({ page }) => {
    await start(page, 'revenue');
    await form(page, 'Nested bars').click();
    await expect(figure(page)).toHaveAttribute('aria-label', /^Nested bars/);
    await page.keyboard.press('/');
    await page.getByPlaceholder('Find a part or a word, or do something').fill(word);
    await page.getByRole('option', { name: leads }).first().click();
    await then(page);
  });
}

test('a part is found by its name and chosen', async ({ page }) => {
  await start(page, 'delays');
  await page.keyboard.press('/');
  await page.getByPlaceholder('Find a part or a word, or do something').fill('fog on');
  await page
    .getByRole('option', { name: /Fog on the Sound/ })
    .first()
    .click();
  await expect(seen(page, /^Fog on the Sound: .* of all/)).toBeVisible();
});

test('what has no room is said at the foot and beside the proofs, and the click that helps makes room', async ({ page }) => {
  await crowded(page);
  const remark = page.locator('[data-remark="no-room"]');
  await expect(remark).toBeVisible();
  const said = /^(.+ no room) in this figure/.exec((await remark.innerText()).trim())?.[1] ?? '';
  expect(said).toMatch(/\d+ of 90/);
  await expect(figure(page).locator('text').filter({ hasText: said }).first()).toBeVisible();
  // The largest has its name.
  await expect(figure(page).getByText('Pier aa', { exact: true })).toBeVisible();
  await remark.getByRole('button').click();
  // Every part that is drawn has its name now; a label or two may still be in the way of the line.
  const left = async () => ((await remark.count()) === 0 ? '' : await remark.innerText());
  await expect.poll(left).not.toContain('name');
  const labels = Number(/^(\d+) of/.exec(await left())?.[1] ?? 0);
  expect(labels).toBeLessThan(3);
});

test('studies are found by name and put in another order on the first screen', async ({ page }) => {
  await page.goto(server.url);
  const cards = page.getByRole('list', { name: 'Studies' }).getByRole('listitem');
  await expect(cards.first()).toBeVisible();
  const all = await cards.count();
  // Bringing a table in stands above all of them.
  const bring = await page.getByRole('region', { name: 'Bring a table in' }).boundingBox();
  const first = await cards.first().boundingBox();
  expect(bring && first && bring.y < first.y).toBe(true);
  await page.getByLabel('Find by name').fill('tickets');
  await expect.poll(() => cards.count()).toBeLessThan(all);
  for (const card of await cards.allInnerTexts()) expect(card.toLowerCase()).toContain('tickets');
  await page.getByLabel('Find by name').fill('nothing is called so');
  await page.getByRole('button', { name: /^Show all/ }).click();
  await page.getByLabel('In order of').selectOption('name');
  const names = (await cards.allInnerTexts()).map((card) => card.split('\n')[0] ?? '');
  expect(names).toEqual([...names].sort(new Intl.Collator('en', { numeric: true }).compare));
});

test('every form is in view, and one that these rows can’t be drawn as shows what it would be', async ({ page }) => {
  await start(page, 'delays');
  const buttons = page.getByRole('toolbar', { name: 'Forms' }).getByRole('button');
  await expect.poll(() => buttons.count()).toBeGreaterThan(14);
  for (const box of await buttons.evaluateAll((all) => all.map((one) => one.getBoundingClientRect().toJSON()))) {
    expect(box.right).toBeLessThanOrEqual(1280);
    expect(box.bottom).toBeLessThanOrEqual(800);
  }
  await expect(buttons.locator('svg')).toHaveCount(await buttons.count());
});

test('settings that would change nothing are not offered; what was changed is reset', async ({ page }) => {
  await start(page, 'tickets');
  await form(page, 'Pie').click();
  await expect(figure(page)).toHaveAttribute('aria-label', /^Pie/);
  await page.getByRole('button', { name: 'Finish' }).click();
  const panel = page.getByRole('dialog', { name: 'Finish' });
  await expect(panel.getByText(/^Not listed, because they would change nothing/)).toContainText('grid');
  await panel.getByRole('tab', { name: 'labels' }).click();
  await panel
    .getByRole('group', { name: /^labels/ })
    .first()
    .getByLabel('amount', { exact: true })
    .click();
  await expect(panel.getByText('Changed here: labels')).toBeVisible();
  await panel.getByRole('button', { name: 'as it was' }).click();
  await expect(panel.getByText('Changed here')).toHaveCount(0);
});

test('a colour of one’s own is given by its value and offered again', async ({ page }) => {
  await start(page, 'revenue');
  await form(page, 'Nested bars').click();
  await figure(page).getByRole('button', { name: 'Colour of Oskery' }).click();
  const chooser = page.getByRole('dialog', { name: 'Colour of Oskery' });
  await chooser.getByLabel('Colour by its value').fill('#224466');
  await chooser.getByRole('button', { name: 'use it' }).click();
  const fill = () => figure(page).locator('[role="graphics-symbol"][aria-label*="Oskery"] rect').first().getAttribute('fill');
  await expect.poll(fill).toBe('#224466');
  await figure(page).getByRole('button', { name: 'Colour of Hallin' }).click();
  await expect(page.getByRole('button', { name: 'dark blue, a colour of your own' })).toBeVisible();
  const box = await page.getByRole('dialog', { name: 'Colour of Hallin' }).boundingBox();
  expect(box && box.y >= 0 && box.y + box.height <= 800 && box.x + box.width <= 1280).toBe(true);
});

test('the arrows step through a filter’s values from the first press', async ({ page }) => {
  await start(page, 'delays');
  await page.keyboard.press('/');
  await page.getByPlaceholder('Find a part or a word, or do something').fill('filter');
  await page.getByRole('option', { name: 'Add a clause' }).first().click();
  await page
    .getByRole('dialog', { name: 'Add a clause' })
    .getByRole('button', { name: /Season/i })
    .first()
    .click();
  await page.getByRole('button', { name: 'Only Summer' }).click();
  await expect(statement(page)).toContainText('season is Summer');
  await page.keyboard.press('Escape');
  await statement(page).getByRole('button', { name: 'season is Summer', exact: true }).click();
  await expect(page.getByRole('list', { name: 'Values of season' })).toBeFocused();
  await page.keyboard.press('ArrowUp');
  await expect(statement(page)).not.toContainText('season is Summer');
  await expect(statement(page)).toContainText(/season is \w+/);
  await page.getByRole('button', { name: 'all', exact: true }).click();
  await expect(statement(page)).not.toContainText('season');
});
