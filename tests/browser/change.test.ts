import AxeBuilder from '../../web/node_modules/@axe-core/playwright';
import { expect, figure, form, ledger, seen, test } from './playwright';
import { startServer } from './server';

// What moved since last month, and what would be.
let server: Awaited<ReturnType<typeof startServer>>;
test.beforeAll(async () => {
  server = await startServer();
});
test.afterAll(() => server.stop());

const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
const october = file('october.csv', 'Cause,Minutes\nFog,120\nEngine,80\nCrew change,40\n');
const november = file('november.csv', 'Cause,Minutes\nFog,190\nEngine,60\nTicket queue,10\n');

test('what changed since last month, from two files in three actions', async ({ page }) => {
  await page.goto(`${server.url}/`);
  await page.getByLabel('Table file').setInputFiles(october); // 1
  await expect(page.getByRole('grid')).toBeVisible();
  await page.goto(`${server.url}/`);
  await page.getByLabel('Table file').setInputFiles(november); // 2
  await expect(page.getByRole('grid')).toBeVisible();
  // 3: it is among what the new table proposes.
  await page.getByRole('button', { name: /^Minutes by cause, what changed since october/ }).click();
  await expect(page.getByTestId('statement')).toContainText('from october to now, 240 became 260');
  // And from any study of it.
  await page.goto(`${server.url}/tables`);
  await page.getByRole('link', { name: 'november', exact: true }).click();
  await page.getByRole('button', { name: 'Start a study' }).click();
  await page.getByRole('button', { name: 'What changed', exact: true }).click();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByRole('button', { name: /^from the table october to november/ }).click();
  await expect(page.getByTestId('statement')).toContainText('from october to now, 240 became 260');
  await expect(seen(page, /Fog rose most, by 70; Crew change fell most, by 40/)).toBeVisible();
  await expect(seen(page, /not in both: .*Crew change is gone \(40\)/)).toBeVisible();
  await form(page, 'Slope').click();
  // 120 of 240 and 190 of 260.
  await expect(figure(page).getByText('Fog  50.0 %')).toBeVisible();
  await expect(figure(page).getByText('73.1 %  Fog')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // A line is pointed at from near by.
  await form(page, 'Bridge').click();
  await expect(figure(page)).toHaveAttribute('aria-label', /^Bridge/);
});

test('what if: an amount is tried in the workings, said everywhere, and left by one click', async ({ page }) => {
  await page.goto(`${server.url}/`);
  await page.getByLabel('Table file').setInputFiles(file('causes.csv', 'Cause,Minutes\nFog,120\nEngine,80\nCrew change,40\n'));
  await page.getByRole('button', { name: 'Start a study' }).click();
  await ledger(page).getByRole('button', { name: '80', exact: true }).click(); // 1
  await page.getByLabel('What if Engine were').fill('×0.5'); // 2
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('statement')).toContainText('trying Engine times 0.5');
  await expect(ledger(page).getByRole('columnheader', { name: 'counted' })).toBeAttached();
  await expect(figure(page).getByText(/^a trial; /)).toBeVisible();
  await expect(ledger(page).locator('[role="row"]', { hasText: 'Whole' }).last()).toContainText('200');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // Every file says it, too.
  const id = new URL(page.url()).pathname.split('/').pop();
  for (const kind of ['figure.svg', 'page.html', 'workings.json'])
    expect(await (await fetch(`${server.url}/api/studies/${id}/hand-over/${kind}`)).text(), kind).toMatch(/trial|tried|trying/);
  // By keyboard: Enter on a cell opens its arithmetic, Tab leads to the field.
  await ledger(page).getByRole('button', { name: '120', exact: true }).first().click();
  await page.getByLabel('What if Fog were').fill('a lot');
  await page.keyboard.press('Enter');
  await expect(seen(page, /“a lot” can't be tried/).first()).toBeVisible();
  await page.getByRole('button', { name: /^Drop “.*trying Engine times 0\.5/ }).click();
  await expect(page.getByTestId('statement')).not.toContainText('trying');
  await expect(figure(page).getByText(/^a trial; /)).toHaveCount(0);
});

test('what if: a bar is dragged at its end, and moved by keys; what was counted stays as an outline', async ({ page }) => {
  await page.goto(`${server.url}/`);
  await page.getByLabel('Table file').setInputFiles(file('ends.csv', 'Cause,Minutes\nFog,120\nEngine,80\nCrew change,40\n'));
  await page.getByRole('button', { name: 'Start a study' }).click();
  await form(page, 'Share bars').click();
  await expect(figure(page)).toHaveAttribute('aria-label', /^Share bars/);
  const bar = figure(page).locator('[data-row="1"]');
  await bar.hover();
  const end = figure(page).getByRole('slider', { name: 'try another amount of Engine' });
  const box = await end.boundingBox();
  const [x, y] = [(box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const trying = async () =>
    /trying Engine at (\d+) instead of 80/.exec((await page.getByTestId('statement').textContent()) ?? '')?.[1];
  // One movement after the other is answered: then there is no later answer to come.
  await page.mouse.move(x + 30, y);
  await expect.poll(trying).toBeDefined();
  const first = await trying();
  await page.mouse.move(x + 120, y);
  // What it would be is shown before it is taken: Engine has overtaken Fog by now, and its end is where the pointer is.
  await expect.poll(trying).not.toBe(first);
  const ahead = await page.getByTestId('statement').textContent();
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  expect(await page.getByTestId('statement').textContent()).toBe(ahead);
  await expect(figure(page).locator('path[stroke-dasharray]').first()).toBeVisible();
  // By keys: from the bar to its end, and one step down.
  await end.press('Enter');
  const before = Number(await end.getAttribute('aria-valuenow'));
  await page.keyboard.press('ArrowLeft');
  await expect.poll(async () => Number(await end.getAttribute('aria-valuenow'))).toBeLessThan(before);
  await expect(end).toBeFocused();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // A slice is turned, as a share.
  await page.getByRole('button', { name: /^Drop “.*trying Engine/ }).click();
  await form(page, 'Pie').click();
  await expect(figure(page)).toHaveAttribute('aria-label', /^Pie/);
  await figure(page).locator('[data-row="1"]').focus();
  // The next kind of thing after the bars is the end of the one that had the focus; Enter takes it.
  await page.keyboard.press('PageDown');
  await expect(figure(page).getByRole('slider', { name: 'try another amount of Engine' })).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.press('PageUp');
  await expect(page.getByTestId('statement')).toContainText(/trying Engine at a share of 38\.5\s%/);
});
