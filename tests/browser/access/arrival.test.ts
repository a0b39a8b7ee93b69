import { expect, test } from '../playwright';
import { startServer } from '../server';

let server: Awaited<ReturnType<typeof startServer>>;
test.beforeAll(async () => {
  server = await startServer();
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
});
test.afterAll(() => server.stop());

test('each screen has its title, and the focus is on its heading after it was gone to', async ({ page }) => {
  await page.goto(server.url);
  await expect(page).toHaveTitle('Studies – One Whole');
  const places = page.getByRole('navigation', { name: 'Places' });
  for (const name of ['Tables', 'Briefings', 'Studies']) {
    await places.getByRole('link', { name }).press('Enter');
    await expect(page).toHaveTitle(`${name} – One Whole`);
    await expect(page.getByRole('heading', { level: 1, name })).toBeFocused();
  }
  await page.getByRole('link', { name: /Half of the causes/ }).press('Enter');
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toHaveText(/Half of the causes/);
  await expect(heading).toBeFocused();
  await expect(page).toHaveTitle(/^Half of the causes .* – One Whole$/);
  // Back leads to the heading of what was left.
  await page.goBack();
  await expect(page.getByRole('heading', { level: 1, name: 'Studies' })).toBeFocused();
});

test('a renamed study renames the window', async ({ page }) => {
  await page.goto(server.url);
  await page.getByRole('link', { name: /Half of the causes/ }).click();
  await expect(page).toHaveTitle(/^Half of the causes/);
  const id = new URL(page.url()).pathname.split('/').pop();
  const view = await (await page.request.get(`${server.url}/api/studies/${id}`)).json();
  await page.request.post(`${server.url}/api/studies/${id}/change`, {
    data: { revision: view.revision, path: 'title', value: 'Fog first' },
    headers: { origin: server.url },
  });
  await page.reload();
  await expect(page).toHaveTitle('Fog first – One Whole');
});

test('the first key on a screen leads past what stands above it', async ({ page }) => {
  await page.goto(`${server.url}/tables`);
  await expect(page.getByRole('heading', { level: 1, name: 'Tables' })).toBeVisible();
  await page.keyboard.press('Tab');
  const skip = page.getByRole('button', { name: 'Skip to the work' });
  await expect(skip).toBeFocused();
  // It is seen when it has the focus.
  expect((await skip.boundingBox())?.width).toBeGreaterThan(60);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Tables' })).toBeFocused();
});
