import AxeBuilder from '../../../web/node_modules/@axe-core/playwright';
import { everyForm, expect, figure, form, type Page, seen, test } from '../playwright';
import { type Demo, openStudy, startDemo, studyOf } from './demo';

let demo: Demo;
test.beforeAll(async () => {
  demo = await startDemo();
});
test.afterAll(() => demo.stop());

/** Every finding of axe in a part of the page, of whatever impact, as one line each; in both themes where it is asked for. */
async function findings(page: Page, within?: string, themes: ('light' | 'dark')[] = ['light', 'dark']): Promise<string[]> {
  const told: string[] = [];
  for (const [at, theme] of themes.entries()) {
    await page.evaluate((next) => {
      document.documentElement.dataset.theme = next;
    }, theme);
    // In this page alone, and only what is wrong: there are no frames.
    let axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
    if (within) axe = axe.include(within);
    // A theme changes colours alone.
    if (at > 0) axe = axe.withRules(['color-contrast']);
    const { violations } = await axe.analyze();
    told.push(
      ...violations.map(
        (found) => `${theme} ${found.id} (${found.impact}): ${found.nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`,
      ),
    );
  }
  return told;
}

/** Looks at states one after another, and fails with all that was found. */
function looks(page: Page) {
  const told: string[] = [];
  return {
    at: async (what: string, within?: string) => told.push(...(await findings(page, within)).map((line) => `${what}: ${line}`)),
    end: () => expect(told).toEqual([]),
  };
}

/** A word of a sentence that can be changed. */
type Word = { path?: string; control?: string; ask?: string };

test.use({ reducedMotion: 'reduce' } as object);

test('axe finds nothing of any impact on the screens', async ({ page }) => {
  const look = looks(page);
  for (const path of [
    '/',
    '/tables',
    '/briefings',
    `/tables/${demo.tables[0]?.id}`,
    `/briefings/${demo.briefings[0]?.id}`,
    '/nowhere',
  ]) {
    await page.goto(`${demo.url}${path}`);
    await expect(page.locator('main h1')).toBeAttached();
    await expect(seen(page, /^Opening/)).toHaveCount(0);
    if (path.includes('briefings/')) await expect(figure(page).first()).toBeVisible();
    await look.at(path);
  }
  look.end();
});

// The states of a study are made from what its form's sentence and settings offer.
test('axe finds nothing in the study of any form, in any of its words’ choices, in any part of Finish', async ({ page }) => {
  test.setTimeout(240_000);
  const look = looks(page);
  // What has been looked at in one form is not looked at again in another.
  const seen = new Set<string>();
  const isNew = (...names: string[]) => {
    const fresh = names.filter((name) => !seen.has(name));
    for (const name of fresh) seen.add(name);
    return fresh.length > 0;
  };
  for (const kind of new Set(demo.studies.map((study) => study.kind))) {
    const id = demo.studies.find((study) => study.kind === kind)?.id;
    await page.goto(`${demo.url}/studies/${id}`);
    await everyForm(page);
    await look.at(kind);
    // A word of each kind is opened: what it asks, and how it is answered.
    const view = await demo.ask(`/api/studies/${id}`);
    const tokens: Word[] = view.statement
      .flatMap((phrase: { tokens: Word[] }) => phrase.tokens)
      .filter((token: Word) => token.path && token.control && token.control !== 'swap');
    const words = page.getByTestId('statement').locator('button[aria-haspopup="dialog"]');
    // The last one adds a clause.
    await expect(words).toHaveCount(tokens.length + 1);
    for (const [at, asked] of [...tokens.map((token) => `${token.control} ${token.ask}`), 'a clause'].entries()) {
      if (!isNew(asked)) continue;
      await words.nth(at).click();
      await expect(page.getByRole('dialog').locator('button, input, select').first()).toBeVisible();
      await look.at(`${kind}, ${asked}`, '[role="dialog"]');
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
    }
    await page.getByRole('button', { name: 'Finish', exact: true }).click();
    const tabs = page.getByRole('dialog').getByRole('tab');
    await expect(tabs.first()).toBeVisible();
    for (let at = 0; at < (await tabs.count()); at++) {
      await tabs.nth(at).click();
      const settings = await page
        .getByRole('tabpanel')
        .locator('legend, label > span:first-child, form[aria-label]')
        .allTextContents();
      if (isNew(...settings, (await tabs.nth(at).textContent()) ?? ''))
        await look.at(`${kind}, Finish, ${await tabs.nth(at).textContent()}`, '[role="dialog"]');
    }
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  look.end();
});

test('axe finds nothing in what opens over a study', async ({ page }) => {
  const look = looks(page);
  await openStudy(page, demo, /Half of the causes/);
  for (const [key, name] of [
    ['h', 'hand over'],
    ['/', 'find or do'],
    ['?', 'the guide'],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page.getByRole('dialog').first()).toBeVisible();
    await look.at(name);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  await page.locator('#ledger-1-1 button').click();
  await expect(page.getByRole('region', { name: 'Arithmetic' })).toBeVisible();
  await look.at('the arithmetic');
  await figure(page).locator('[data-row="2"]').click();
  await look.at('a bar that is chosen');
  await page.getByRole('button', { name: /^Title: / }).click();
  await look.at('the title being written');
  await page.keyboard.press('Escape');
  await page
    .getByRole('button', { name: /^Words of the cut/ })
    .first()
    .press('Enter');
  await look.at('the words of a cut being written');
  await page.keyboard.press('Escape');
  await page
    .getByRole('button', { name: /say where the axis ends/ })
    .first()
    .press('Enter');
  await look.at('the end of an axis');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'What changed', exact: true }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await look.at('what changed', '[role="dialog"]');
  await page.keyboard.press('Escape');
  // What can't be drawn says so, with a remedy.
  await openStudy(page, demo, /Revenue by year/);
  await form(page, 'Pyramid').click();
  await expect(page.getByTestId('statement')).toBeVisible();
  await look.at('a form that does not fit');
  await page.goto(studyOf(demo, /Routes and passenger types/));
  await page.locator('[data-stop="key"]').first().press('Enter');
  await expect(page.getByRole('dialog', { name: /^Colour of/ })).toBeVisible();
  await look.at('the colours of a part', '[role="dialog"]');
  await page.keyboard.press('Escape');
  // Repeating it on another table.
  await page.keyboard.press('/');
  await page.getByPlaceholder('Find a part or a word, or do something').fill('repeat this study');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
  await look.at('repeat this study', '[role="dialog"]');
  look.end();
});

test('axe finds nothing where a table is brought in and made fit, in the form of any step', async ({ page }) => {
  test.setTimeout(240_000);
  const look = looks(page);
  await page.goto(demo.url);
  for (const name of ['Paste rows', 'Type rows', 'From a source']) {
    await page.getByRole('button', { name, exact: true }).click();
    await look.at(name, 'section[aria-label="Bring a table in"]');
    await page.getByRole('region', { name: 'Bring a table in' }).getByRole('button', { name: 'Not now' }).last().click();
  }
  await page.setInputFiles('input[type="file"]', `${demo.demo}/company.sqlite`);
  await expect(seen(page, 'Which table?')).toBeVisible();
  await look.at('which table', 'section[aria-label="Bring a table in"]');
  await page.goto(`${demo.url}/tables/${demo.tables.find((table) => table.name === 'delays')?.id}`);
  await expect(page.getByRole('grid')).toBeVisible();
  await page.getByRole('grid').focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Shift+ArrowRight');
  await look.at('a block of cells');
  await page.getByRole('columnheader').getByRole('button').first().click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await look.at('the portrait of a column', '[role="dialog"]');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Prepare' }).click();
  const list = page.getByLabel('Add a step');
  const steps = (await demo.ask('/api/step-kinds')) as { kind: string; name: string }[];
  expect(steps.length).toBeGreaterThan(8);
  for (const { kind, name } of steps) {
    await list.selectOption(kind);
    await expect(page.locator('[data-goes-on="#add-step"]')).toBeVisible();
    await look.at(`step: ${name}`, 'section[aria-label="Prepare"]');
    await page
      .locator('[data-goes-on="#add-step"]')
      .getByRole('button', { name: /Not now|Cancel|Leave/ })
      .first()
      .click();
  }
  look.end();
});

test('axe finds nothing on a briefing that is arranged, read, written on, and where things were taken away', async ({ page }) => {
  const look = looks(page);
  await page.goto(`${demo.url}/briefings/${demo.briefings[0]?.id}`);
  await expect(figure(page).first()).toBeVisible();
  for (const name of ['+ study', '+ filter for the page', 'Hand over']) {
    await page.getByRole('button', { name, exact: true }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await look.at(name, '[role="dialog"]');
    await page.keyboard.press('Escape');
  }
  await page.getByRole('button', { name: 'Edit the text' }).first().click();
  await look.at('the text being written');
  await page.getByRole('button', { name: 'Done' }).click();
  await page
    .getByRole('button', { name: /^Show both: / })
    .first()
    .click();
  await expect(page.getByRole('table').first()).toBeVisible();
  await look.at('figure and workings');
  await page.getByRole('button', { name: 'Read' }).click();
  await look.at('read');
  await page.goto(`${demo.url}/briefings`);
  await page
    .getByRole('button', { name: /^Remove / })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'Taken away' })).toBeVisible();
  await page
    .getByRole('button', { name: /for good$/ })
    .first()
    .click();
  await look.at('taken away');
  look.end();
});
