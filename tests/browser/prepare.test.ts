import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page, seen, test } from './playwright';
import { startServer } from './server';

let server: Awaited<ReturnType<typeof startServer>>;
const folder = mkdtempSync(join(tmpdir(), 'onewhole-prepare-'));

test.beforeAll(async () => {
  server = await startServer();
});
test.afterAll(() => server.stop());

type Resident = { island: string; age: string; sex: string; people: number };

/** The residents of one year, read independently of the application. */
function residents(year: string): Resident[] {
  const [, ...lines] = readFileSync(join(server.demo, 'residents.csv'), 'utf8').trim().split(/\r?\n/);
  return lines
    .map((line) => line.split(','))
    .filter((cells) => cells[3] === year && cells[4] !== '')
    .map(([island = '', age = '', sex = '', , people = '']) => ({ island, age, sex, people: Number(people) }));
}

/**
 * The same in the shape that people keep: a title, men and women side by side with a "%" beside each, a blank line, a misspelling, a
 * total.
 */
function untidy(rows: Resident[]): string {
  const of = (island: string, age: string, sex: string) =>
    rows.find((row) => row.island === island && row.age === age && row.sex === sex)?.people ?? 0;
  const pairs = [...new Map(rows.map((row) => [`${row.island}|${row.age}`, row])).values()];
  const whole = rows.reduce((sum, row) => sum + row.people, 0);
  const lines = ['Residents of the islands', 'Island,Age,Men,%,Women,%'];
  for (const [at, { island, age }] of pairs.entries()) {
    const men = of(island, age, 'Men');
    const women = of(island, age, 'Women');
    const share = (value: number) => `${((value / whole) * 100).toFixed(2)}%`;
    lines.push(
      [
        at === 3 ? `${island.slice(0, -1)}nn`.replace('Hallinn', 'Halin') : island,
        age,
        men,
        share(men),
        women,
        share(women),
      ].join(','),
    );
    if (at === 7) lines.push(',,,,,');
  }
  const men = rows.filter((row) => row.sex === 'Men').reduce((sum, row) => sum + row.people, 0);
  lines.push(`Total,,${men},,${whole - men},`);
  return lines.join('\n');
}

async function addStep(page: Page, kind: string, fill: () => Promise<void>) {
  await page.getByLabel('Add a step').selectOption(kind);
  await fill();
  await page.getByRole('button', { name: 'Add the step' }).click();
  await expect(page.getByRole('button', { name: 'Add the step' })).toHaveCount(0);
}

test('an untidy wide table is made fit and gives the amounts of the tidy one', async ({ page }) => {
  const faults: string[] = [];
  page.on('pageerror', (fault) => faults.push(fault.message));
  const rows = residents('2025').length ? residents('2025') : residents('2015');
  const path = join(folder, 'residents wide.csv');
  writeFileSync(path, untidy(rows));
  await page.goto(server.url);
  await page.getByLabel('Table file').setInputFiles(path);
  await expect(page.getByRole('heading', { name: 'residents wide' })).toBeVisible();
  // The title is told from the headings, and the second "%" has a name of its own.
  await expect(seen(page, 'Residents of the islands')).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'Column % (2)' })).toBeVisible();

  await page.getByRole('button', { name: 'Prepare' }).click();
  const steps = page.getByRole('list', { name: 'Steps' });
  // The total and the empty row are left out already, by steps that can be taken back.
  await expect(steps).toContainText('rows left out that add up the others');
  await expect(steps).toContainText('empty rows left out');
  await addStep(page, 'unify', async () => {
    await page.getByLabel('Column', { exact: true }).selectOption('Island');
    await page
      .getByRole('button', { name: new RegExp(`^“${rows[6]?.island}”`) })
      .first()
      .click();
  });
  await addStep(page, 'columns-to-rows', async () => {
    await page.getByRole('group', { name: 'Columns' }).getByLabel('Men', { exact: true }).check();
    await page.getByRole('group', { name: 'Columns' }).getByLabel('Women', { exact: true }).check();
    await page.getByLabel('Heading for their headings').fill('Sex');
    await page.getByLabel('Heading for their cells').fill('People');
  });
  await expect(seen(page, `${rows.length} rows, 6 columns`)).toBeVisible();

  await page.getByRole('button', { name: 'Start a study' }).click();
  const statement = page.getByTestId('statement');
  // Ages by sex start as a pyramid; here the islands are compared.
  await page.getByRole('toolbar', { name: 'Forms' }).getByRole('button', { name: 'Pareto', exact: true }).click();
  await expect(statement).toContainText('with a cut');
  const words = statement.locator('button.word');
  await words.nth(0).click();
  await page.getByRole('button', { name: /^people/ }).click();
  await expect(statement).toContainText('People by');
  await words.nth(1).click();
  await page.getByRole('button', { name: /^island/ }).click();
  const islands = new Map<string, number>();
  for (const row of rows) islands.set(row.island, (islands.get(row.island) ?? 0) + row.people);
  const expected = [...islands].sort((a, b) => b[1] - a[1]);
  const ledger = page.getByRole('grid', { name: 'Workings' });
  for (const [at, [island, people]] of expected.entries()) {
    await expect(ledger.getByRole('row').nth(at + 1)).toContainText(island);
    await expect(ledger.getByRole('row').nth(at + 1)).toContainText(people.toLocaleString('en-US'));
  }
  await expect(statement).toContainText(
    `100 % is all people: ${rows.reduce((sum, row) => sum + row.people, 0).toLocaleString('en-US')}.`,
  );
  expect(faults).toEqual([]);
});

test('steps are switched off, moved and removed, and undone', async ({ page }) => {
  const path = join(folder, 'trips.csv');
  writeFileSync(path, 'Route,Day,Seats,Fare\nHallin,2026-01-31,10,2\nOskery,2026-05-09,0,3\nHallin,2026-05-10,4,1\n');
  await page.goto(server.url);
  await page.getByLabel('Table file').setInputFiles(path);
  await page.getByRole('button', { name: 'Prepare' }).click();
  const steps = page.getByRole('list', { name: 'Steps' }).getByRole('listitem');
  await addStep(page, 'work-out', async () => {
    await page.getByLabel('Heading of the new column').fill('Fare a seat');
    await page.getByLabel('How').selectOption('divide');
    await page.getByLabel('Add a column').selectOption('Fare');
    await page.getByLabel('Add a column').selectOption('Seats');
  });
  await expect(steps.nth(0)).toContainText('Fare a seat = Fare ÷ Seats');
  await expect(steps.nth(0)).toContainText('1 division by zero is blank');
  await addStep(page, 'drop', async () => {
    await page.getByRole('group', { name: 'Columns' }).getByLabel('Fare', { exact: true }).check();
  });
  await expect(page.getByRole('button', { name: 'Column Fare', exact: true })).toHaveCount(0);
  // Dropped before it is needed: the step says so, and nothing is lost.
  await page.getByRole('button', { name: 'Earlier: step 2' }).click();
  await expect(steps.nth(1)).toContainText('there is no column "Fare"');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(steps.nth(1)).toContainText('Fare dropped');
  await page.getByLabel('On: Fare dropped').click();
  await expect(page.getByRole('button', { name: 'Column Fare', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Remove step 1' }).click();
  await expect(page.getByRole('columnheader', { name: 'Column Fare a seat' })).toHaveCount(0);
  await page.reload();
  await page.getByRole('button', { name: 'Prepare (1)' }).click();
  await expect(steps).toHaveCount(1);
});

test('a sheet and its range are chosen with a look at the cells', async ({ page }) => {
  await page.goto(server.url);
  await page.getByLabel('Table file').setInputFiles(join(server.root, 'tests/fixtures/ferries.xlsx'));
  await page.getByRole('radio', { name: 'Residents' }).check();
  await expect(page.getByRole('table', { name: 'Preview of the cells' })).toContainText('Marrow Sound Ferries, residents');
  await page.getByRole('textbox', { name: 'Cells' }).fill('A5:C8');
  await expect(page.getByRole('table', { name: 'Preview of the cells' })).not.toContainText('Marrow Sound');
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(seen(page, '3 rows, 3 columns, from ferries.xlsx')).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'Column Women' })).toContainText('quantity');
});

test('a total row is told from the rows and left out on request', async ({ page }) => {
  const path = join(folder, 'totals.csv');
  writeFileSync(path, 'Stop,On\nHallin,12\nOskery,30\nTarn Holm,8\nTotal,53\n');
  await page.goto(server.url);
  await page.getByLabel('Table file').setInputFiles(path);
  const question = page.getByRole('region', { name: 'Question about the table' });
  await expect(question).toContainText('On 53, 3 more than its rows');
  await question.getByRole('button', { name: 'leave it out' }).click();
  await expect(seen(page, '3 rows, 2 columns')).toBeVisible();
  await expect(question).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(question).toBeVisible();
});

test('numbers pasted without a heading get one of their own', async ({ page }) => {
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Paste rows' }).click();
  await page.getByRole('textbox').fill('12\n30\n7.5\n');
  await page.getByRole('button', { name: 'Bring in', exact: true }).click();
  await expect(seen(page, '3 rows, 1 column,')).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'Column Column 1' })).toContainText('quantity');
});

test('pasted numbers are cut into bands, and rows outside are mended with one click', async ({ page }) => {
  const numbers = [3, 12, 18, 27, 31, 44, 45, 58, 60, 71, 88, 97];
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Paste rows' }).click();
  await page.getByRole('textbox').fill(`Wait\n${numbers.join('\n')}\n`);
  await page.getByRole('button', { name: 'Bring in', exact: true }).click();
  await page.getByRole('button', { name: 'Start a study' }).click();
  const statement = page.getByTestId('statement');
  await expect(statement).toContainText('by bands of wait from 0, each 20 wide, in natural order');
  await statement.getByRole('button', { name: 'from 0, each 20 wide' }).click();
  await page.getByLabel('Width').fill('25');
  await page.getByLabel('End', { exact: true }).fill('75');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  const outside = numbers.filter((number) => number > 75).length;
  const tieOut = page.getByRole('list', { name: 'Tie-out' });
  await expect(tieOut).toContainText(`${outside} rows are outside the bands`);
  await tieOut.getByRole('button', { name: 'let the bands cover every row' }).click();
  await expect(tieOut).toContainText('the bands cover every row');
  const ledger = page.getByRole('grid', { name: 'Workings' });
  let running = 0;
  for (const [at, start] of [0, 25, 50, 75].entries()) {
    running += numbers.filter((number) => number >= start && number < start + 25).length;
    const row = ledger.getByRole('row').nth(at + 1);
    await expect(row).toContainText(`${start}–${start + 25}`);
    await expect(row).toContainText(((running / numbers.length) * 100).toFixed(1));
  }
  expect(running).toBe(numbers.length);
});

test('a step of bands suggests round ones, shows what they would hold, and tells what falls outside', async ({ page }) => {
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Paste rows' }).click();
  await page.getByRole('textbox').fill('Stop\tWait\nPier\t3\nPier\t47\nQuay\t12\nQuay\t99\n');
  await page.getByRole('button', { name: 'Bring in', exact: true }).click();
  await page.getByRole('button', { name: 'Prepare' }).click();
  await page.getByLabel('Add a step').selectOption('bands');
  await page.getByLabel('Column', { exact: true }).selectOption('Wait');
  await page.getByRole('button', { name: 'take round ones that cover every value' }).click();
  const preview = page.getByRole('list', { name: 'What Wait band would hold' });
  await expect(preview.getByRole('listitem').first()).toContainText(/^0–/);
  const start = await page.getByLabel('Start').inputValue();
  expect(Number(start)).toBeLessThanOrEqual(3);
  await page.getByLabel('End').fill('50');
  await expect(seen(page, '1 row falls outside the bands and is blank')).toBeVisible();
  await page.getByRole('button', { name: 'Add the step' }).click();
  await expect(seen(page, '4 rows, 3 columns')).toBeVisible();
});

test('a heading opens its portrait, and steps begin from there', async ({ page }) => {
  const path = join(folder, 'portraits.csv');
  writeFileSync(path, 'Route,Minutes\nHallin,10\nHallin,20\nOskery,5\n,7\n');
  await page.goto(server.url);
  await page.getByLabel('Table file').setInputFiles(path);
  await page.getByRole('button', { name: 'Column Minutes' }).click();
  await expect(page.getByRole('region', { name: 'Summary of Minutes' })).toContainText('from 5 to 20; sum 42');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Column Route' }).click();
  const portrait = page.getByRole('region', { name: 'Summary of Route' });
  await expect(portrait).toContainText('Hallin50.0 %');
  await expect(portrait).toContainText('1 blank');
  await portrait.getByRole('button', { name: 'regroup labels' }).click();
  await page.getByLabel('Heading of the new column').fill('Ring');
  await page.getByLabel('Hallin becomes').fill('Inner');
  await page.getByLabel('Everything else').fill('Outer');
  await page.getByRole('button', { name: 'Add the step' }).click();
  await expect(page.getByRole('columnheader', { name: 'Column Ring' })).toContainText('2 distinct');
});

test('a small table is typed by hand and gets its Pareto', async ({ page }) => {
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Type rows' }).click();
  await page.getByLabel('Heading 1').fill('Month');
  await page.getByLabel('Heading 2').fill('Delays');
  await page.getByLabel('Row 1, column 1').fill('March');
  const amounts = [12, 40, 8, 25, 15];
  for (const [at, amount] of amounts.entries()) {
    if (at > 0) {
      await page.getByLabel(`Row ${at + 1}, column 1`).focus();
      await page.keyboard.press('Control+d');
    }
    await page.getByLabel(`Row ${at + 1}, column 2`).fill(String(amount));
  }
  await expect(page.getByLabel('Row 5, column 1')).toHaveValue('July');
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(seen(page, '5 rows, 2 columns')).toBeVisible();
  await page.getByRole('button', { name: 'Start a study' }).click();
  await expect(page.getByTestId('statement')).toContainText('Delays by month, largest first');
  const ledger = page.getByRole('grid', { name: 'Workings' });
  await expect(ledger.getByRole('row').nth(1)).toContainText('April');
  await expect(ledger.getByRole('row').nth(1)).toContainText('40.0');
  await expect(ledger.getByRole('row').nth(5)).toContainText('100.0');
});

test('a table is refreshed: the summary says what moves, a new category arrives and an absent one stays listed', async ({
  page,
}) => {
  const first = join(folder, 'march.csv');
  writeFileSync(first, 'Cause,Minutes\nFog,50\nEngine,30\nBerth,20\n');
  await page.goto(server.url);
  await page.getByLabel('Table file').setInputFiles(first);
  await page.getByRole('button', { name: 'Prepare' }).click();
  await addStep(page, 'unify', async () => {
    await page.getByLabel('Column', { exact: true }).selectOption('Cause');
    await page.getByLabel('Fog becomes').fill('Fog on the Sound');
  });
  await page.getByRole('button', { name: 'Start a study' }).click();
  await expect(page.getByTestId('statement')).toContainText('100 % is all minutes: 100.');
  const study = page.url();
  await page.getByRole('link', { name: 'march' }).click();
  const second = join(folder, 'april.csv');
  writeFileSync(second, 'Cause,Minutes lost\nFog,70\nEngine,30\nIce,40\nIce,10\n');
  await page.getByLabel('Fresh rows').setInputFiles(second);
  const changes = page.getByRole('list', { name: 'What changes' });
  await expect(changes).toContainText('4 rows from april.csv, 3 before (1 more)');
  await expect(changes).toContainText('Minutes may be called Minutes lost now');
  await changes.getByRole('button', { name: 'it is the same column' }).click();
  await expect(changes).not.toContainText('Minutes lost');
  await expect(changes).toContainText('Cause: new Ice; absent now Berth');
  await expect(changes).toContainText('the whole goes from 100 minutes to 150 minutes');
  await page.getByRole('button', { name: 'Take the fresh rows' }).click();
  await expect(seen(page, '4 rows, 2 columns, from april.csv')).toBeVisible();
  await page.goto(study);
  await expect(page.getByTestId('statement')).toContainText('100 % is all minutes: 150.');
  const ledger = page.getByRole('grid', { name: 'Workings' });
  // The step ran again on the fresh rows; Berth is listed with nothing, Ice has its place.
  await expect(ledger.getByRole('row').nth(1)).toContainText('Fog on the Sound');
  await expect(ledger.getByRole('row').nth(2)).toContainText('Ice');
  await expect(ledger.getByRole('row').nth(4)).toContainText('Berth');
  await expect(ledger.getByRole('row').nth(4)).toContainText('0.0');
});
