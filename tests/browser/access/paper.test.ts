import { createRequire } from 'node:module';
import { expect, ledger, type Page, test } from '../playwright';
import { type Demo, openStudy, startDemo } from './demo';

const need = createRequire(`${__dirname}/../../../web/package.json`);

let demo: Demo;
test.beforeAll(async () => {
  demo = await startDemo();
});
test.afterAll(() => demo.stop());

/** Prints a page to PDF and reads the text of each of its pages. */
async function printed(page: Page): Promise<string[]> {
  const pdf = await page.pdf({ format: 'A4' });
  const reader = await import(need.resolve('pdfjs-dist/legacy/build/pdf.mjs'));
  const document = await reader.getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let at = 1; at <= document.numPages; at++) {
    const content = await (await document.getPage(at)).getTextContent();
    pages.push(
      content.items
        .map((item: { str: string }) => item.str)
        .join(' ')
        .replace(/\s+/g, ' '),
    );
  }
  return pages;
}

/** Ctrl+P, without the browser's window. */
async function fetchForPaper(page: Page) {
  await page.evaluate(() => {
    window.print = () => {
      window.asked = true;
    };
  });
  await page.keyboard.press('Control+p');
  await page.waitForFunction(() => window.asked === true);
}

test('a study prints its sheet, its workings and its proofs, and nothing to be pressed', async ({ page }) => {
  await openStudy(page, demo, /Half of the causes/);
  const text = (await printed(page)).join(' ');
  expect(text).toContain('Half of the causes make four fifths of the minutes lost');
  expect(text).toContain('6 of 12 causes make 80 %');
  expect(text).toContain('Fog on the Sound 26,243');
  expect(text).toMatch(/Whole 74,930/);
  expect(text).toContain('12 causes add up to the whole: 74,930 = 74,930');
  for (const control of ['Find or do', 'Hand over', 'Finish', 'clause', 'make them add up', '100 % stacked', 'saved'])
    expect(text).not.toContain(control);
  // On the screen it is not there.
  await expect(page.locator('[data-paper]')).toHaveCount(0);
  await expect(ledger(page)).toBeVisible();
});

test('long workings go over pages, each with their headings, and all of their rows are fetched', async ({ page }) => {
  const rows = Array.from({ length: 900 }, (_, at) => `Part ${at + 1},${1000 - at}`).join('\n');
  const made = await demo.ask('/api/tables/import?name=long.csv', {
    method: 'POST',
    headers: { 'content-type': 'text/csv', origin: demo.url },
    body: `Name,Amount\n${rows}\n`,
  });
  let status = made;
  while (status.state !== 'done') status = await demo.ask(`/api/imports/${made.id}`);
  await page.goto(`${demo.url}/tables/${status.table.id}`);
  await page.getByRole('button', { name: 'Start a study' }).click();
  await expect(ledger(page)).toContainText('Part 1');
  // What is at hand is printed, and says how much more there is.
  expect((await printed(page)).join(' ')).toContain('and 500 rows more: Ctrl+P prints them all');
  await fetchForPaper(page);
  const pages = await printed(page);
  expect(pages.length).toBeGreaterThan(8);
  const text = pages.join(' ');
  expect(text).toContain('Part 900');
  expect(text).not.toContain('rows more');
  const withRows = pages.filter((one) => (one.match(/Part \d+/g) ?? []).length > 5);
  expect(withRows.length).toBeGreaterThan(7);
  for (const one of withRows) expect(one).toMatch(/share/);
});

test('a table prints its rows, with their headings on each page', async ({ page }) => {
  await page.goto(`${demo.url}/tables/${demo.tables.find((table) => table.name === 'survey')?.id ?? demo.tables[0]?.id}`);
  await expect(page.getByRole('grid')).toBeVisible();
  const heads = await page.getByRole('columnheader').allTextContents();
  await fetchForPaper(page);
  const pages = await printed(page);
  const cells = await page.getByRole('gridcell').first().textContent();
  expect(pages[0]).toContain(heads.find((head) => /[a-z]{3}/.test(head))?.match(/[A-Za-z]{3,}/)?.[0] ?? '?');
  expect(pages.join(' ')).toContain((cells ?? '').trim());
  for (const control of ['Prepare', 'Start a study', 'add a row']) expect(pages.join(' ')).not.toContain(control);
});

test('a briefing prints its figures and text, and nothing to be pressed', async ({ page }) => {
  await page.goto(`${demo.url}/briefings/${demo.briefings[0]?.id}`);
  await expect(page.locator('[role="graphics-document"]').first()).toBeVisible();
  const text = (await printed(page)).join(' ');
  expect(text).toContain(demo.briefings[0]?.title ?? '?');
  for (const control of ['Hand over', 'Arrange', '+ study', '+ text', '+ filter', 'edit']) expect(text).not.toContain(control);
});
