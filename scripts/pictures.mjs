// Takes a picture of every main view from the demo data, at 1280 x 800, into docs/screenshots (or another folder).
// node scripts/pictures.mjs [FOLDER]; ./start or ./test must have built the application before.
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { chromium } from '../web/node_modules/@playwright/test/index.mjs';
import { serve } from './serve.cjs';

const root = resolve(import.meta.dirname, '..');
const folder = resolve(process.argv[2] ?? join(root, 'docs/screenshots'));
const data = mkdtempSync(join(tmpdir(), 'onewhole-pictures-'));
const { server, ready, gone } = serve(join(data, 'pictures.db'), undefined, '--demo', join(root, 'demo'), '--load-demo', 'true');
const url = await ready;
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });

const study = (title) => async (page) => {
  await page.goto(`${url}/`);
  await page.getByRole('link', { name: title }).first().click();
  await page.locator('[role="graphics-document"]').waitFor();
};
const tables = async (page) => page.goto(`${url}/tables`);
const table = (name) => async (page) => {
  await tables(page);
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByRole('grid').waitFor();
};
const pareto = study(/Half of the causes/);

const views = {
  home: async (page) => page.goto(`${url}/`),
  study: pareto,
  'study-dark': pareto,
  whole: async (page) => {
    await pareto(page);
    await page
      .getByTestId('statement')
      .getByRole('button', { name: /^all minutes/ })
      .click();
  },
  'what-changed': async (page) => {
    await study('Revenue by year, and who brings it')(page);
    await page.getByRole('button', { name: 'What changed', exact: true }).click();
    await page.getByRole('button', { name: /^from 2024 to 2025/ }).click();
    await page.getByTestId('statement').getByText('became').waitFor();
  },
  'what-if': async (page) => {
    await pareto(page);
    await page.locator('#ledger-1-1 button').click();
    await page.getByPlaceholder('5000, ×1.2 or 25 %').fill('×0.5');
    await page.keyboard.press('Enter');
    await page.getByTestId('statement').getByText('trying').waitFor();
    await page.locator('#ledger-0-1 button').click();
  },
  mekko: study('Who pays on which route'),
  pyramid: study('Hallin is ageing'),
  finish: async (page) => {
    await study('Revenue by year, and who brings it')(page);
    await page.getByRole('button', { name: 'Finish' }).click();
    await page.getByRole('tab', { name: 'colours' }).click();
  },
  each: async (page) => {
    await study('Hallin is ageing')(page);
    await page.getByRole('button', { name: 'Drop “against 2015”' }).click();
    await page.getByRole('button', { name: 'clause', exact: true }).click();
    await page.getByRole('button', { name: /^the same for each island/ }).click();
    await page.getByLabel('Whose workings').waitFor();
  },
  briefing: async (page) => {
    await page.goto(`${url}/briefings`);
    await page.getByRole('link', { name: 'The ferry company on one page' }).click();
    await page.locator('[role="graphics-document"]').nth(3).waitFor();
  },
  'briefing-filtered': async (page) => {
    await page.goto(`${url}/briefings`);
    await page.getByRole('link', { name: 'The ferry company on one page' }).click();
    await page.getByRole('button', { name: '+ filter for the page' }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^Year in/ })
      .click();
    await page.getByRole('dialog').getByLabel('2025', { exact: true }).check();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'only year is 2025', exact: true }).waitFor();
    await page.getByRole('button', { name: 'Read', exact: true }).click();
  },
  'hand-over': async (page) => {
    await study('Revenue by year, and who brings it')(page);
    await page.getByRole('button', { name: 'Hand over' }).click();
  },
  table: table('delays'),
  'table-totals': table('fuel'),
  prepare: async (page) => {
    await table('delays')(page);
    await page.getByRole('button', { name: /^Prepare/ }).click();
    await page.getByLabel('Add a step').selectOption('bands');
    await page.getByLabel('Column', { exact: true }).selectOption('Minutes');
    await page.getByRole('button', { name: 'take round ones that cover every value' }).click();
    await page.getByRole('list', { name: /^What .* would hold/ }).waitFor();
  },
  sources: async (page) => {
    await tables(page);
    await page.getByRole('button', { name: 'From a source' }).click();
    await page.getByRole('button', { name: /^Archive of crossings/ }).click();
    await page.getByRole('button', { name: /leave the rows there/ }).click();
    await page.getByRole('button', { name: /^crossings/ }).click();
    await page
      .getByRole('region', { name: 'Bring it in' })
      .getByText(/rows come here/)
      .waitFor();
  },
  'table-left': async (page) => {
    await views.sources(page);
    await page.getByRole('button', { name: 'Leave it there' }).click();
    await page.getByRole('region', { name: 'Start with' }).locator('svg').nth(2).waitFor();
    await page.getByRole('table').getByRole('row').nth(20).waitFor();
  },
  'choose-sheet': async (page) => {
    await tables(page);
    await page.getByLabel('Table file').setInputFiles(join(root, 'tests/fixtures/ferries.xlsx'));
    await page.getByLabel('Residents').click();
  },
};

mkdirSync(folder, { recursive: true });
for (const [name, show] of Object.entries(views)) {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    colorScheme: name.endsWith('-dark') ? 'dark' : 'light',
  });
  const page = await context.newPage();
  try {
    await show(page);
    await page.waitForLoadState('networkidle');
    await page.evaluate(() => document.fonts.ready);
    // The strip's shapes, and a list of settings that is still tried, come in the next breath.
    if (await page.getByRole('toolbar', { name: 'Forms' }).count())
      await page.getByRole('toolbar', { name: 'Forms' }).getByRole('button').nth(10).waitFor();
    // Nothing is lit by a pointer that was left somewhere.
    if (!/finish|hand-over|whole/.test(name)) await page.mouse.move(6, 420);
    await page.waitForTimeout(600);
    await page.screenshot({ path: join(folder, `${name}.png`) });
  } catch (fault) {
    console.error(`${name}: ${fault.message.split('\n')[0]}`);
    process.exitCode = 1;
  }
  await context.close();
}
await browser.close();
// It puts away its temporary files as it ends: their folder goes after it.
server.kill();
await gone;
rmSync(data, { recursive: true, force: true });
