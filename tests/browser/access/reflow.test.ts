import { expect, figure, type Page, seen, test } from '../playwright';
import { type Demo, openStudy, startDemo } from './demo';

let demo: Demo;
test.beforeAll(async () => {
  demo = await startDemo();
});
test.afterAll(() => demo.stop());

const sizes = [
  { width: 1280, height: 800 },
  { width: 800, height: 600 },
  { width: 640, height: 400 },
  { width: 320, height: 640 },
];

/** What is wider than the window, cut off at its side, or lies over something else that can be used. */
const misplaced = (page: Page) =>
  page.evaluate(() => {
    const told: string[] = [];
    const across = document.scrollingElement?.scrollWidth ?? 0;
    if (across > window.innerWidth + 1) told.push(`the page is ${across} wide`);
    const scrolls = (element: Element) => {
      for (let at = element.parentElement; at; at = at.parentElement) {
        const { overflowX } = getComputedStyle(at);
        // Tables, and what is a table, scroll sideways by themselves.
        if (overflowX === 'auto' || overflowX === 'scroll') return true;
      }
      return false;
    };
    const used = [...document.querySelectorAll<HTMLElement>('a[href], button, input, select, textarea, h1, h2, p')].filter(
      (element) =>
        element.getClientRects().length > 0 &&
        !element.closest('.sr-only, svg, [aria-hidden="true"]') &&
        !element.matches('.sr-only, [type="file"]'),
    );
    for (const element of used) {
      const box = element.getBoundingClientRect();
      if (box.width === 0 || box.height === 0) continue;
      if ((box.right > window.innerWidth + 1 || box.left < -1) && !scrolls(element))
        told.push(`${element.tagName} “${(element.textContent ?? '').slice(0, 30)}” ends at ${Math.round(box.right)}`);
    }
    // No button lies on another one.
    const buttons = used.filter(
      (element) => element.matches('button, select, input') && !element.closest('[role="grid"], label'),
    );
    for (const [at, one] of buttons.entries())
      for (const other of buttons.slice(at + 1)) {
        if (one.contains(other) || other.contains(one)) continue;
        const [a, b] = [one.getBoundingClientRect(), other.getBoundingClientRect()];
        const [w, h] = [
          Math.min(a.right, b.right) - Math.max(a.left, b.left),
          Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top),
        ];
        // Words of a sentence are broken over lines.
        if (w > 2 && h > 4 && one.getClientRects().length === 1 && other.getClientRects().length === 1 && !scrolls(one))
          told.push(`“${one.textContent}” and “${other.textContent}” lie on one another`);
      }
    return told;
  });

for (const size of sizes) {
  test(`every screen fits ${size.width} × ${size.height}`, async ({ browser }) => {
    const context = await browser.newContext({ viewport: size });
    const page = await context.newPage();
    const told: string[] = [];
    const look = async (what: string) => {
      await page.waitForTimeout(150);
      told.push(...(await misplaced(page)).map((line) => `${what}: ${line}`));
    };
    for (const path of ['/', '/tables', '/briefings', `/tables/${demo.tables[0]?.id}`]) {
      await page.goto(`${demo.url}${path}`);
      await expect(page.locator('main h1')).toBeAttached();
      await expect(seen(page, /^Opening/)).toHaveCount(0);
      await look(path);
    }
    await page.getByRole('button', { name: 'Prepare' }).click();
    await look('prepare');
    for (const study of demo.studies) {
      await page.goto(`${demo.url}/studies/${study.id}`);
      await expect(figure(page)).toBeVisible();
      await look(study.name);
    }
    await page.goto(`${demo.url}/briefings/${demo.briefings[0]?.id}`);
    await expect(figure(page).first()).toBeVisible();
    await look('a briefing');
    // A figure on it is laid out for the width that it has: one pixel of it is one of the screen.
    const ratio = await figure(page)
      .first()
      .evaluate((svg: SVGSVGElement) => svg.viewBox.baseVal.width / svg.getBoundingClientRect().width);
    expect(ratio).toBeGreaterThan(0.9);
    expect(ratio).toBeLessThan(1.1);
    expect(told).toEqual([]);
    await context.close();
  });
}

for (const size of [
  { width: 640, height: 400 },
  { width: 320, height: 640 },
]) {
  test(`what opens fits ${size.width} × ${size.height}, and all of it can be reached`, async ({ browser }) => {
    const context = await browser.newContext({ viewport: size });
    const page = await context.newPage();
    await openStudy(page, demo, /Half of the causes/);
    /** All that can be used in what is open can be scrolled to, within the window. */
    const isReached = async (what: string) => {
      const dialog = page.getByRole('dialog').last();
      await expect(dialog).toBeVisible();
      const box = await dialog.boundingBox();
      expect(box?.x, what).toBeGreaterThanOrEqual(0);
      expect(box?.y, what).toBeGreaterThanOrEqual(0);
      expect((box?.x ?? 0) + (box?.width ?? 0), what).toBeLessThanOrEqual(size.width);
      expect((box?.y ?? 0) + (box?.height ?? 0), what).toBeLessThanOrEqual(size.height + 1);
      const inside = dialog.locator('button:visible, input:visible, select:visible');
      for (const at of [0, Math.floor((await inside.count()) / 2), (await inside.count()) - 1]) {
        // What comes a moment later (a list, a state) may move it once more.
        await expect(async () => {
          await inside.nth(at).scrollIntoViewIfNeeded();
          const one = await inside.nth(at).boundingBox();
          expect((one?.y ?? 0) + (one?.height ?? 0), `${what}, ${at}`).toBeLessThanOrEqual(size.height + 1);
          expect((one?.x ?? 0) + (one?.width ?? 0), `${what}, ${at}`).toBeLessThanOrEqual(size.width + 1);
        }).toPass({ timeout: 10_000 });
      }
    };
    await page.getByRole('button', { name: 'Finish', exact: true }).click();
    const tabs = page.getByRole('dialog').getByRole('tab');
    for (let at = 0; at < (await tabs.count()); at++) {
      await tabs.nth(at).click();
      await isReached(`Finish, ${await tabs.nth(at).textContent()}`);
    }
    // One of its settings is used where it is smallest.
    await page.getByRole('tab', { name: 'labels' }).click();
    const decimals = page.getByRole('group', { name: /^decimals of shares/ }).getByLabel('2', { exact: true });
    await decimals.click();
    await expect(decimals).toBeChecked();
    await page.keyboard.press('Escape');
    for (const [open, what] of [
      [() => page.getByTestId('statement').getByRole('button', { name: 'clause' }).click(), 'clause'],
      [() => page.getByTestId('statement').getByRole('button', { name: 'largest first' }).click(), 'order'],
      [() => page.getByRole('button', { name: 'Hand over' }).click(), 'hand over'],
      [() => page.getByRole('button', { name: /^Find or do/ }).click(), 'find or do'],
    ] as const) {
      await open();
      await isReached(what);
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
    }
    // The workings are a drawer.
    await page.getByRole('button', { name: 'Workings', exact: true }).click();
    const grid = page.getByRole('grid', { name: 'Workings' });
    await expect(grid).toBeVisible();
    await grid.focus();
    await page.keyboard.press('ArrowDown');
    await expect(page.locator('.active-cell')).toBeInViewport();
    await page.getByRole('button', { name: 'Close the workings' }).click();
    await expect(grid).toBeHidden();
    await context.close();
  });
}

test('what can be hit is 24 pixels high and wide, or has room around it', async ({ page }) => {
  const told: string[] = [];
  for (const path of ['/', '/tables', '/briefings', `/studies/${demo.studies[0]?.id}`, `/briefings/${demo.briefings[0]?.id}`]) {
    await page.goto(`${demo.url}${path}`);
    await page.waitForTimeout(1200);
    told.push(
      ...(
        await page.evaluate(() => {
          // WCAG 2.2, 2.5.8: a circle of 24 px about its middle meets no other target nor its circle; words in a sentence are free.
          const targets = [...document.querySelectorAll<HTMLElement>('button, input, select, [role="slider"]')]
            .filter(
              (element) =>
                element.getClientRects().length > 0 && !element.closest('[data-testid="statement"], p, li > span, .sr-only'),
            )
            .map((element) => ({ element: (element.closest('label') as HTMLElement | null) ?? element }))
            .map(({ element }) => ({ element, box: element.getBoundingClientRect() }));
          const small = targets.filter(({ box }) => box.width < 23.5 || box.height < 23.5);
          return small.flatMap(({ element, box }) => {
            const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
            const near = targets.find(
              (other) =>
                other.element !== element &&
                Math.hypot(
                  Math.max(other.box.left - x, 0, x - other.box.right),
                  Math.max(other.box.top - y, 0, y - other.box.bottom),
                ) < 12,
            );
            return near ? [`${element.getAttribute('aria-label') ?? element.textContent} by ${near.element.textContent}`] : [];
          });
        })
      ).map((line) => `${path}: ${line}`),
    );
  }
  expect(told).toEqual([]);
});
