import { expect, type Page, seen, test } from './playwright';
import { startServer } from './server';

let server: Awaited<ReturnType<typeof startServer>>;
test.beforeAll(async () => {
  server = await startServer();
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
});
test.afterAll(() => server.stop());

const guide = (page: Page) => page.getByRole('dialog', { name: 'Guide' });
const title = (page: Page) => guide(page).getByRole('heading', { level: 2 }).nth(1);
const opened = async (page: Page, name: string | RegExp) => expect(title(page)).toHaveText(name);

/** A study of the demo in a form. */
async function study(kind: string): Promise<string> {
  const studies = (await (await fetch(`${server.url}/api/studies?width=24&height=24`)).json()) as { id: string }[];
  for (const { id } of studies) {
    const view = (await (await fetch(`${server.url}/api/studies/${id}`)).json()) as { study: { form: { kind: string } } };
    if (view.study.form.kind === kind) return `${server.url}/studies/${id}`;
  }
  throw new Error(`the demo has no ${kind}`);
}

test('“?” opens the page of what one looks at, and Escape leads back to it', async ({ page }) => {
  const problems: string[] = [];
  page.on('console', (message) => message.type() === 'error' && problems.push(message.text()));
  await page.goto(server.url);
  await expect(page.getByRole('heading', { name: 'Studies', exact: true, level: 2 })).toBeVisible();
  await page.keyboard.press('?');
  await opened(page, 'Bring a table in');
  await page.keyboard.press('Escape');
  await expect(guide(page)).toHaveCount(0);

  await page.goto(await study('mekko'));
  await expect(seen(page, /^saved \d/)).toBeVisible();
  await page.keyboard.press('?');
  await opened(page, 'Mekko');
  // It is read from its heading on.
  await expect(title(page)).toBeFocused();
  await expect(guide(page).getByRole('img')).toHaveJSProperty('complete', true);
  expect(
    await guide(page)
      .getByRole('img')
      .evaluate((image: HTMLImageElement) => image.naturalWidth),
  ).toBeGreaterThan(300);
  await page.keyboard.press('Escape');

  // The statement, and what is open over the screen, have pages of their own.
  await page
    .getByRole('button', { name: /^100 %|each route|all / })
    .first()
    .focus();
  await page.keyboard.press('?');
  await opened(page, 'Say what is counted, and what 100 % is');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.keyboard.press('?');
  await opened(page, 'Finish it');
  expect(problems).toEqual([]);
});

test('it is turned by its list, its links and its search, and closed by a button', async ({ page }) => {
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Guide' }).click();
  await guide(page).getByRole('button', { name: 'Choose the form' }).click();
  await opened(page, 'Choose the form');
  await guide(page).getByRole('link', { name: 'Mekko' }).click();
  await opened(page, 'Mekko');
  await guide(page).getByRole('searchbox').fill('waterfall');
  await guide(page).getByRole('button', { name: 'Bridge', exact: true }).last().click();
  await opened(page, 'Bridge');
  await guide(page).getByRole('searchbox').fill('no such word');
  await expect(guide(page).getByText('Nothing of that name in the guide')).toBeVisible();
  await guide(page).getByRole('searchbox').fill('');
  await guide(page).getByRole('button', { name: 'Keys' }).click();
  await guide(page).getByRole('checkbox', { name: 'Switch single keys off' }).check();
  await guide(page).getByRole('button', { name: 'Close the guide' }).click();
  // Switched off, "?" is a letter like others.
  await page.keyboard.press('?');
  await expect(guide(page)).toHaveCount(0);
});

test('“Find or do” leads into it at a heading', async ({ page }) => {
  await page.goto(await study('pareto'));
  await expect(seen(page, /^saved \d/)).toBeVisible();
  await page.keyboard.press('/');
  await page.getByRole('combobox').fill('fresh rows');
  await page.getByRole('option', { name: /Fresh rows in the guide/ }).click();
  await opened(page, 'Use it again, and ask what changed');
  await expect(guide(page).getByRole('heading', { name: 'Fresh rows' })).toBeInViewport();
});
