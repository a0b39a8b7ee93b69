import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, figure, form, ledger, type Page, seen, test } from './playwright';
import { startServer } from './server';

let server: Awaited<ReturnType<typeof startServer>>;

test.beforeAll(async () => {
  server = await startServer();
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
});
test.afterAll(() => server.stop());

const table = (name: string) => {
  const [heads = '', ...lines] = readFileSync(join(server.demo, `${name}.csv`), 'utf8')
    .trim()
    .split(/\r?\n/);
  const names = heads.split(',');
  return lines.map((line) => Object.fromEntries(line.split(',').map((cell, at) => [names[at] ?? '', cell])));
};
const statement = (page: Page) => page.getByTestId('statement');
const word = (page: Page, name: string) => statement(page).getByRole('button', { name, exact: true });
const choose = (page: Page, name: RegExp) => page.getByRole('dialog').getByRole('button', { name }).first().click();
const sum = (rows: Record<string, string>[], of: string) => rows.reduce((total, row) => total + Number(row[of] || 0), 0);

async function start(page: Page, name: string, kind: string) {
  await page.goto(`${server.url}/tables`);
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByRole('button', { name: 'Start a study' }).click();
  await form(page, kind).click();
  await expect(form(page, kind)).toHaveAttribute('aria-pressed', 'true');
}

async function only(page: Page, column: string, label: string) {
  await page.getByRole('button', { name: 'clause' }).click();
  await page
    .getByRole('dialog', { name: 'Add a clause' })
    .getByRole('button', { name: new RegExp(`^${column}`) })
    .click();
  await page.getByRole('dialog', { name: 'Add a clause' }).getByLabel(`Only ${label}`).click();
  await page.keyboard.press('Escape');
  await expect(statement(page)).toContainText(`${column.toLowerCase()} is ${label}`);
}

test('residents by age and sex: men left, women right, youngest at the bottom, and is the island ageing?', async ({ page }) => {
  await start(page, 'residents', 'Pyramid');
  await expect(statement(page)).toContainText('Men to the left, Women to the right');
  const rows = table('residents');
  const median = (of: Record<string, string>[]) => {
    const bands = [...new Set(of.map((row) => row.Age ?? ''))].map((label) => ({
      from: Number(/\d+/.exec(label)?.[0]),
      people: sum(
        of.filter((row) => row.Age === label),
        'People',
      ),
    }));
    bands.sort((a, b) => a.from - b.from);
    const half = bands.reduce((all, band) => all + band.people, 0) / 2;
    let before = 0;
    for (const band of bands) {
      if (before + band.people >= half) return band.from + ((half - before) / band.people) * 5;
      before += band.people;
    }
    return Number.NaN;
  };
  await expect(seen(page, `Median age ${median(rows).toFixed(1)}`)).toBeVisible();
  // No minus sign stands in the figure; the youngest band is the lowest.
  const texts = await figure(page).locator('text').allTextContents();
  expect(texts.filter((text) => /^[−-]\d/.test(text))).toEqual([]);
  const top = async (label: string) => (await figure(page).getByText(label, { exact: true }).boundingBox())?.y ?? 0;
  expect(await top('0–4')).toBeGreaterThan(await top('80–84'));
  const men = rows.filter((row) => row.Sex === 'Men');
  const share = ((sum(men, 'People') / sum(rows, 'People')) * 100).toFixed(1);
  await expect(figure(page).getByText(`Men  ${share} %`)).toBeVisible();
});

test('boardings and landings back to back, by the difference, and side by side as lanes', async ({ page }) => {
  await start(page, 'boardings', 'Butterfly');
  const rows = table('boardings');
  await word(page, 'as in the table').last().click();
  await choose(page, /^by difference/);
  const first = rows.toSorted((a, b) => Number(b.Boardings) - Number(b.Landings) - (Number(a.Boardings) - Number(a.Landings)))[0];
  await expect(ledger(page).getByRole('row').nth(1)).toContainText(first?.Stop ?? '');
  await expect(ledger(page).getByRole('row').nth(1)).toContainText(String(Number(first?.Boardings) - Number(first?.Landings)));
  await expect(seen(page, 'rows have one length, spacers included')).toBeVisible();
  await word(page, 'every side on one scale').click();
  await choose(page, /^each side on a scale of its own/);
  await expect(statement(page)).toContainText('each side on a scale of its own');
  await form(page, 'Lanes').click();
  await expect(figure(page).getByText(Number(first?.Boardings).toLocaleString('en'), { exact: true })).toBeVisible();
});

test('five levels of satisfaction by route, centred on neutral: who is more positive on balance', async ({ page }) => {
  await start(page, 'survey', 'Diverging');
  await expect(statement(page)).toContainText('very poor, poor to the left and good, very good to the right');
  const rows = table('survey');
  const routes = [...new Set(rows.map((row) => row.Route ?? ''))];
  const net = (route: string) => {
    const of = rows.filter((row) => row.Route === route);
    const count = (levels: string[]) => of.filter((row) => levels.includes(row.Level ?? '')).length;
    return ((count(['good', 'very good']) - count(['very poor', 'poor'])) / of.length) * 100;
  };
  for (const route of routes) {
    const value = net(route);
    await expect(
      figure(page)
        .getByText(`${value > 0 ? '+' : '−'}${Math.abs(value).toFixed(1)}`, { exact: true })
        .first(),
    ).toBeVisible();
  }
  await word(page, 'shares').click();
  await choose(page, /^amounts/);
  await expect(statement(page)).toContainText('as amounts');
  const labels = await figure(page).locator('text').allTextContents();
  expect(labels).toContain(String(rows.filter((row) => row.Route === routes[0] && row.Level === 'good').length));
  await word(page, 'levels on each side').click();
  await choose(page, /^swap the ends/);
  await expect(statement(page)).toContainText('very good, good to the left');
});

test('from search to boarding: how many are left at each stage, and where most are lost', async ({ page }) => {
  await start(page, 'bookings', 'Funnel');
  const rows = table('bookings');
  const of = (stage: string, channel: string) =>
    Number(rows.find((row) => row.Stage === stage && row.Channel === channel)?.Count);
  await expect(
    figure(page).getByText(`${((of('Boardings', 'Web') / of('Searches', 'Web')) * 100).toFixed(1)} %`, { exact: true }),
  ).toBeVisible();
  await expect(
    figure(page).getByText(`${((of('Quotes', 'Phone') / of('Searches', 'Phone')) * 100).toFixed(1)} % of Searches`),
  ).toBeVisible();
  await expect(seen(page, /^Most is lost between Quotes and Holds/)).toBeVisible();
  await only(page, 'Channel', 'Phone');
  await expect(seen(page, /Most is lost between .* \(Phone\)/)).toBeVisible();
  await word(page, 'first').click();
  await choose(page, /^one before/);
  await expect(statement(page)).toContainText('each stage of the one before');
});

test('the pyramid of every island, another year as an outline, and the same again on other columns', async ({ page }) => {
  await start(page, 'residents', 'Pyramid');
  await only(page, 'Year', '2025');
  await page.getByRole('button', { name: 'clause' }).click();
  await page.getByRole('button', { name: /^against 2015/ }).click();
  await expect(statement(page)).toContainText('against 2015');
  await expect(ledger(page).getByRole('columnheader', { name: 'difference' })).toBeVisible();
  await page.getByRole('button', { name: 'clause' }).click();
  await page.getByRole('button', { name: /^the same for each island/ }).click();
  await expect(statement(page)).toContainText('the same for each island');
  // The workings are those of one island, chosen in the list or at its figure.
  const people = (island: string) =>
    sum(
      table('residents').filter((row) => row.Year === '2025' && row.Island === island),
      'People',
    );
  const whole = ledger(page).getByRole('row').last();
  await expect(whole).toContainText(people('Hallin').toLocaleString('en'));
  await figure(page).getByRole('button', { name: 'Workings of Oskery' }).click();
  await expect(whole).toContainText(people('Oskery').toLocaleString('en'));
  await page.getByLabel('Whose workings').selectOption('Big Wick');
  await expect(whole).toContainText(people('Big Wick').toLocaleString('en'));
  // The same again on a table that has none of its columns: each is asked for.
  await page.getByRole('button', { name: 'Find or do' }).click();
  await page.getByRole('option', { name: /^Repeat this study/ }).click();
  await page.getByLabel('On the table').selectOption('delays');
  await page.getByRole('button', { name: 'Make the study' }).click();
  await expect(page.getByRole('alert')).toContainText('"delays" has no column "Year"');
  await page.getByLabel('On the table').selectOption({ label: 'residents, other columns' });
  await expect(page.getByLabel('Sex is there')).toHaveValue('Sex');
  await page.getByRole('button', { name: 'Make the study' }).click();
  await expect(statement(page)).toContainText('People by sex within each age');
});

test('levels whose order nobody knows are asked about, put in order and cut into low, neutral and high', async ({ page }) => {
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Paste rows' }).click();
  await page
    .getByRole('textbox')
    .fill('Ward,Mood,People\nA,sunny,12\nA,cloudy,5\nA,stormy,3\nB,sunny,4\nB,cloudy,8\nB,stormy,9\n');
  await page.getByRole('button', { name: 'Bring in', exact: true }).click();
  await page.getByRole('button', { name: 'Start a study' }).click();
  await form(page, 'Diverging').click();
  if (!(await statement(page).textContent())?.includes('by mood'))
    await statement(page).getByRole('button', { name: 'swap', exact: true }).click();
  // By letters cloudy is the low end: that says nothing, and the page says so.
  await expect(page.getByRole('main').getByText(/net is right once they are put in order/)).toBeVisible();
  await word(page, 'whose order is to be given').click();
  await page.getByRole('button', { name: 'stormy lower' }).click();
  await page.getByRole('button', { name: 'This is their order' }).click();
  await expect(statement(page)).toContainText('stormy to the left and sunny to the right');
  await expect(page.getByRole('main').getByText(/net is right once they are put in order/)).toHaveCount(0);
  // 12 of 20 less 3 of 20; 4 of 21 less 9 of 21.
  await expect(figure(page)).toContainText('+45.0');
  await expect(figure(page)).toContainText('−23.8');
});
