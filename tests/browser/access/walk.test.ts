import { expect, form, type Page, test } from '../playwright';
import { type Demo, hear, startDemo } from './demo';

let demo: Demo;
test.beforeAll(async () => {
  demo = await startDemo();
});
test.afterAll(() => demo.stop());

/** A keyboard that counts what is pressed. */
function keyboard(page: Page) {
  let count = 0;
  const name = () =>
    page.evaluate(() => {
      const element = document.activeElement as HTMLElement | null;
      if (!element || element === document.body) return '';
      const label =
        element.closest('label')?.textContent ??
        (element.id && document.querySelector(`label[for="${element.id}"]`)?.textContent);
      return (
        element.getAttribute('aria-label') ||
        label ||
        element.textContent ||
        element.getAttribute('placeholder') ||
        ''
      ).trim();
    });
  const press = async (key: string, times = 1) => {
    for (let at = 0; at < times; at++) {
      await page.keyboard.press(key);
      count++;
    }
  };
  return {
    press,
    name,
    type: async (text: string) => {
      await page.keyboard.type(text);
      count += text.length;
    },
    /** Tab until a thing of this name has the focus; says how many presses that took. */
    tabTo: async (wanted: RegExp, most = 40) => {
      for (let tabs = 1; tabs <= most; tabs++) {
        await press('Tab');
        if (wanted.test(await name())) return tabs;
      }
      throw new Error(`After ${most} Tabs nothing called ${wanted} had the focus; now it is “${await name()}”.`);
    },
    /** The same, backwards. */
    backTo: async (wanted: RegExp, most = 40) => {
      for (let tabs = 1; tabs <= most; tabs++) {
        await press('Shift+Tab');
        if (wanted.test(await name())) return tabs;
      }
      throw new Error(`After ${most} Tabs back nothing called ${wanted} had the focus; now it is “${await name()}”.`);
    },
    get count() {
      return count;
    },
  };
}

test('bringing a table in is within five Tabs of the first screen', async ({ page }) => {
  await page.goto(demo.url);
  await expect(page.getByRole('list', { name: 'Studies' })).toBeVisible();
  const keys = keyboard(page);
  const skip = await keys.tabTo(/^Skip to the work$/);
  await keys.press('Enter');
  const choose = await keys.tabTo(/^Choose a file$/);
  expect(skip + choose).toBeLessThanOrEqual(5);
});

test('the whole job by keyboard alone: bring in, fit, say, choose, finish, hand over, brief, refresh', async ({ page }) => {
  test.setTimeout(180_000);
  const heard = await hear(page);
  const keys = keyboard(page);
  // From now on the browser's own window for files is taken: where nobody listens yet it would open.
  let chosen: (() => void) | null = null;
  page.on('filechooser', async (chooser) => {
    await chooser.setFiles({
      name: 'fresh.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('Cause;Minutes\nFog;200\nEngine;80\n'),
    });
    chosen?.();
  });
  await page.goto(demo.url);
  await expect(page.getByRole('list', { name: 'Studies' })).toBeVisible();
  // Bring in.
  await keys.tabTo(/^Skip to the work$/);
  await keys.press('Enter');
  await keys.tabTo(/^Paste rows$/);
  await keys.press('Enter');
  await expect(page.getByLabel('Paste rows, headings first')).toBeFocused();
  await page.keyboard.insertText('Cause;Minutes\nFog;120\nEngine;80\nCrew;30\nfog ;10\nTide;5\n');
  await keys.tabTo(/^Bring in$/);
  await keys.press('Enter');
  await heard.until(/is brought in: 5 rows/);
  await expect(page.getByRole('grid')).toBeVisible();
  // Make it fit: a step is browsed to, taken by Enter, and saved.
  await keys.press('Shift+Tab');
  await keys.tabTo(/^Prepare/);
  await keys.press('Enter');
  await keys.tabTo(/^Add a step/, 60);
  const list = page.getByLabel('Add a step');
  const place = await list.evaluate((select: HTMLSelectElement) =>
    [...select.options].findIndex((option) => option.value === 'remove-repeats'),
  );
  expect(place).toBeGreaterThan(0);
  await keys.press('ArrowDown', place);
  await keys.press('Enter');
  await keys.tabTo(/^Add the step$/, 20);
  await keys.press('Enter');
  await heard.until(/Saved\./);
  await expect(list).toBeFocused();
  // Start a study.
  await keys.backTo(/^Start a study$/);
  await keys.press('Enter');
  await expect(page.locator('[data-stop="bar"]').first()).toBeVisible();
  const study = page.url();
  // Say the whole: the word's own key, an arrow of choices is a Tab each.
  await keys.press('o');
  await keys.tabTo(/^smallest first/);
  await keys.press('Enter');
  await heard.until(/smallest first/);
  await keys.press('Control+z');
  await heard.until(/^Undone: The order of parts/m);
  // Choose a form: the strip is one Tab stop.
  for (let tries = 0; tries < 40 && !(await page.evaluate(() => !!document.activeElement?.closest('[role="toolbar"]'))); tries++)
    await keys.press('Tab');
  await keys.press('ArrowRight', 2);
  await keys.press('Enter');
  await heard.until(/Share bars/);
  await expect(form(page, 'Share bars')).toHaveAttribute('aria-pressed', 'true');
  // Finish.
  await keys.backTo(/^Finish$/);
  await keys.press('Enter');
  await expect(page.getByRole('tab', { name: 'labels' })).toBeVisible();
  await keys.tabTo(/^usual/);
  await keys.press('ArrowRight');
  await heard.until(/Saved/);
  await keys.press('Escape');
  await expect(page.getByRole('button', { name: 'Finish', exact: true })).toBeFocused();
  // Hand over.
  const download = page.waitForEvent('download');
  await keys.press('h');
  await expect(page.getByRole('dialog')).toBeVisible();
  await keys.tabTo(/^Figure, SVG/);
  await keys.press('Enter');
  expect((await download).suggestedFilename()).toMatch(/\.(png|svg)$/);
  await keys.press('Escape');
  // Brief.
  await page.goto(`${demo.url}/briefings`);
  await keys.tabTo(/^Skip to the work$/);
  await keys.press('Enter');
  await keys.tabTo(/^Title of the briefing$/);
  await keys.type('Lost time');
  await keys.tabTo(/Minutes by cause/, 60);
  await keys.press(' ');
  await keys.backTo(/^Begin$/);
  await keys.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Lost time' })).toBeFocused();
  await expect(page.locator('[data-stop="bar"]').first()).toBeVisible();
  // Refresh: the table's new rows are picked by the file's own window, which a test fills in.
  await page.goto(study);
  await expect(page.locator('[data-stop="bar"]').first()).toBeVisible();
  await keys.tabTo(/^pasted$/, 12);
  await keys.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'pasted' })).toBeFocused();
  await keys.backTo(/^Refresh$/);
  const filled = new Promise<void>((done) => {
    chosen = done;
  });
  await keys.press('Enter');
  await filled;
  await expect(page.getByRole('dialog')).toBeVisible();
  await keys.tabTo(/^(Take|Use) /);
  await keys.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.goto(study);
  await expect(page.getByTestId('statement')).toContainText('280');
  expect(keys.count).toBeLessThan(260);
});
