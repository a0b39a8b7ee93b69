import AxeBuilder from '../../../web/node_modules/@axe-core/playwright';
import { everyForm, expect, type Page, test } from '../playwright';
import { startServer } from '../server';

let server: Awaited<ReturnType<typeof startServer>>;
let studies: { id: string; kind: string }[];
let tables: { id: string }[];
let briefings: { id: string }[];

test.beforeAll(async () => {
  server = await startServer();
  const ask = async (path: string, how?: RequestInit) => (await fetch(`${server.url}${path}`, how)).json();
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
  const all = (await ask('/api/studies?width=24&height=24')) as { id: string }[];
  studies = await Promise.all(
    all.map(async ({ id }) => ({
      id,
      kind: ((await ask(`/api/studies/${id}`)) as { study: { form: { kind: string } } }).study.form.kind,
    })),
  );
  tables = await ask('/api/tables');
  briefings = await ask('/api/briefings');
});
test.afterAll(() => server.stop());

/** Every finding of axe, of whatever impact, as one line each. */
async function findings(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations.map(
    (found) => `${found.id} (${found.impact}): ${found.nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`,
  );
}

for (const scheme of ['light', 'dark'] as const) {
  test(`axe finds nothing of any impact on the screens and in each form's study, ${scheme}`, async ({ browser }) => {
    const context = await browser.newContext({ colorScheme: scheme, reducedMotion: 'reduce' });
    const page = await context.newPage();
    const told: string[] = [];
    const look = async (what: string) => told.push(...(await findings(page)).map((line) => `${what}: ${line}`));
    for (const path of ['/', '/tables', '/briefings', `/tables/${tables[0]?.id}`, `/briefings/${briefings[0]?.id}`]) {
      await page.goto(`${server.url}${path}`);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await expect(page.getByText(/^Opening/)).toHaveCount(0);
      await look(path);
    }
    // One study of each form that the demo has.
    for (const kind of new Set(studies.map((study) => study.kind))) {
      await page.goto(`${server.url}/studies/${studies.find((study) => study.kind === kind)?.id}`);
      await everyForm(page);
      await look(kind);
    }
    // What opens over a study.
    for (const [key, name] of [
      ['w', 'the whole'],
      ['o', 'the order'],
      ['h', 'hand over'],
      ['/', 'find or do'],
      ['?', 'the guide'],
    ] as const) {
      await page.keyboard.press(key);
      await expect(page.getByRole('dialog').first()).toBeVisible();
      await look(name);
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
    }
    expect(told).toEqual([]);
    await context.close();
  });
}
