import { expect, figure, type Page, test } from '../playwright';
import { type Demo, startDemo } from './demo';

let demo: Demo;
test.beforeAll(async () => {
  demo = await startDemo();
});
test.afterAll(() => demo.stop());

/**
 * Every text of the figure that is shown against what is under its middle, as the browser paints them: texts below 4.5 : 1; and every
 * bar whose fill and edge both stand out from the sheet by less than 3 : 1.
 */
const faint = (page: Page) =>
  page.evaluate(() => {
    type Colour = [number, number, number];
    const canvas = document.createElement('canvas').getContext('2d', { willReadFrequently: true });
    const painted = (colour: string): Colour => {
      if (!canvas) return [0, 0, 0];
      canvas.clearRect(0, 0, 1, 1);
      canvas.fillStyle = colour;
      canvas.fillRect(0, 0, 1, 1);
      const [r = 0, g = 0, b = 0] = canvas.getImageData(0, 0, 1, 1).data;
      return [r, g, b];
    };
    const luminance = (colour: Colour) => {
      const [r = 0, g = 0, b = 0] = colour.map((value) => {
        const part = value / 255;
        return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
      });
      return 0.2126 * r + 0.7152 * g + 0.0722 * b;
    };
    const contrast = (one: string, other: string) => {
      const [a, b] = [luminance(painted(one)), luminance(painted(other))];
      return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
    };
    const svg = document.querySelector('[role="graphics-document"]');
    const sheet = getComputedStyle(document.documentElement).getPropertyValue('--sheet').trim();
    const bars = [...(svg?.querySelectorAll<SVGGraphicsElement>('rect.bar, rect.behind, [data-stop="bar"] path') ?? [])];
    const told: string[] = [];
    for (const text of svg?.querySelectorAll('text') ?? []) {
      const box = text.getBoundingClientRect();
      if (box.width === 0) continue;
      const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
      const under = bars.findLast((bar) => {
        const at = bar.getBoundingClientRect();
        if (x < at.left || x > at.right || y < at.top || y > at.bottom) return false;
        if (!(bar instanceof SVGGeometryElement)) return true;
        const matrix = bar.getScreenCTM()?.inverse();
        return !matrix || bar.isPointInFill(new DOMPoint(x, y).matrixTransform(matrix));
      });
      const fill = getComputedStyle(text).fill;
      const ground = under ? getComputedStyle(under).fill : sheet;
      const found = contrast(fill, ground === 'none' ? sheet : ground);
      if (found < 4.5) told.push(`“${text.textContent}”: ${found.toFixed(2)} (${fill} on ${ground})`);
    }
    for (const bar of bars) {
      const style = getComputedStyle(bar);
      const box = bar.getBoundingClientRect();
      if (Math.min(box.width, box.height) <= 4 || style.fill === 'none') continue;
      const edge = style.stroke !== 'none' && Number.parseFloat(style.strokeWidth) > 0 ? contrast(style.stroke, sheet) : 1;
      const own = contrast(style.fill, sheet);
      if (Math.max(edge, own) < 3) told.push(`a bar: ${own.toFixed(2)}, its edge ${edge.toFixed(2)} (${style.fill})`);
    }
    return told;
  });

test('every text and every bar stands out, in each form and set of colours, light and dark', async ({ page }) => {
  test.setTimeout(180_000);
  const told: string[] = [];
  for (const kind of new Set(demo.studies.map((study) => study.kind))) {
    const id = demo.studies.find((study) => study.kind === kind)?.id ?? '';
    const view = await demo.ask(`/api/studies/${id}`);
    const setting = view.settings.find((one: { path: string }) => one.path === 'finish.palette');
    const sets: unknown[] = setting ? setting.choices.map((choice: { value: unknown }) => choice.value) : [null];
    expect(sets.length).toBeGreaterThan(0);
    for (const set of sets) {
      const now = await demo.ask(`/api/studies/${id}`);
      await demo.ask(`/api/studies/${id}/change`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: demo.url },
        body: JSON.stringify({ revision: now.revision, path: 'finish.palette', value: set }),
      });
      await page.goto(`${demo.url}/studies/${id}`);
      await expect(figure(page).locator('[data-stop="bar"]').first()).toBeVisible();
      for (const theme of ['light', 'dark'] as const) {
        await page.evaluate((next) => {
          document.documentElement.dataset.theme = next;
        }, theme);
        told.push(...(await faint(page)).map((line) => `${theme}, ${kind}, ${JSON.stringify(set)}: ${line}`));
      }
    }
  }
  expect([...new Set(told)]).toEqual([]);
});

test('forced colours leave figures and swatches theirs, on their own sheet, and show what is chosen', async ({ browser }) => {
  const context = await browser.newContext({ forcedColors: 'active' });
  const page = await context.newPage();
  await page.goto(`${demo.url}/studies/${demo.studies.find((study) => /Routes and passenger/.test(study.name))?.id}`);
  await expect(figure(page).locator('[data-stop="bar"]').first()).toBeVisible();
  const fills = await figure(page)
    .locator('rect.bar')
    .evaluateAll((bars) => [...new Set(bars.map((bar) => getComputedStyle(bar).fill))]);
  expect(fills.length).toBeGreaterThan(2);
  expect(await figure(page).evaluate((svg) => getComputedStyle(svg).backgroundColor)).toBe('rgb(255, 255, 255)');
  const swatches = page.getByRole('grid', { name: 'Workings' }).locator('.swatch');
  expect(
    new Set(await swatches.evaluateAll((all) => all.map((one) => getComputedStyle(one).backgroundColor))).size,
  ).toBeGreaterThan(2);
  // Each swatch stands beside its name.
  await expect(
    page
      .getByRole('rowheader')
      .filter({ has: page.locator('.swatch') })
      .first(),
  ).toHaveText(/[A-Z]/);
  await figure(page).locator('[data-row="1"]').click();
  const row = page.getByRole('row', { selected: true }).first();
  expect(await row.evaluate((element) => getComputedStyle(element).outlineStyle)).toBe('solid');
  await context.close();
});
