import AxeBuilder from '../../web/node_modules/@axe-core/playwright';
import { everyForm, expect, seen, test } from './playwright';
import { startServer } from './server';

let server: Awaited<ReturnType<typeof startServer>>;

test.beforeAll(async () => {
  server = await startServer();
});
test.afterAll(() => server.stop());

for (const scheme of ['light', 'dark'] as const) {
  test(`no serious finding of axe on any screen, ${scheme}`, async ({ browser }) => {
    const context = await browser.newContext({ colorScheme: scheme, reducedMotion: 'reduce' });
    const page = await context.newPage();
    const look = async (screen: string) => {
      // What is there is the same in the dark; only its colours are others.
      const axe = new AxeBuilder({ page });
      const { violations } = await (scheme === 'dark' ? axe.withRules(['color-contrast', 'link-in-text-block']) : axe).analyze();
      const serious = violations.filter((finding) => finding.impact === 'serious' || finding.impact === 'critical');
      expect(serious.map((finding) => `${screen}: ${finding.id} ${finding.nodes[0]?.html}`)).toEqual([]);
    };
    if (scheme === 'light') {
      await page.goto(server.url);
      const demo = page.getByRole('button', { name: 'Look at the demo' });
      await expect(demo).toBeVisible();
      await look('first screen, empty');
      await demo.click();
    } else {
      await fetch(`${server.url}/api/demo`, { method: 'POST' });
      await page.goto(server.url);
    }
    await expect(page.getByRole('link', { name: /Half of the causes/ })).toBeVisible();
    await look('first screen');
    await page.getByRole('link', { name: /Half of the causes/ }).click();
    await expect(page.getByRole('grid', { name: 'Workings' }).getByText('Whole')).toBeVisible();
    await everyForm(page);
    await look('study');
    await page.keyboard.press('w');
    await expect(seen(page, 'What is 100 %?')).toBeVisible();
    await look('study, a word open');
    await page.keyboard.press('Escape');
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toBeVisible();
    await look('keys');
    await page.keyboard.press('Escape');
    await page.getByRole('link', { name: 'Tables' }).click();
    await page.getByRole('link', { name: 'delays' }).click();
    await expect(page.getByRole('gridcell').first()).toBeVisible();
    await look('table');
    await context.close();
  });
}

test('the figure can be walked and selected by keyboard', async ({ page }) => {
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
  await page.goto(server.url);
  await page.getByRole('link', { name: /Half of the causes/ }).click();
  const bars = page.locator('[role="graphics-document"]').locator('[role="graphics-symbol"]');
  await expect(bars.first()).toBeVisible();
  await bars.first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(bars.nth(1)).toBeFocused();
  // A pointer that lies over the sheet takes nothing from the keyboard.
  const sheet = await page.locator('[role="graphics-document"]').boundingBox();
  await page.mouse.move((sheet?.x ?? 0) + 3, (sheet?.y ?? 0) + 3);
  await page.keyboard.press(' ');
  await expect(seen(page, /^Engine: .* minutes, .*\s% of all$/)).toBeVisible();
});

test('texts are as wide in the browser as the server measured them', async ({ page }) => {
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
  await page.goto(server.url);
  await page.getByRole('link', { name: /Half of the causes/ }).click();
  await expect(page.locator('[role="graphics-document"]').locator('text').first()).toBeVisible();
  await page.evaluate(() => document.fonts.ready);
  const id = page.url().split('/').at(-1);
  const apart = await page.evaluate(async (study) => {
    const figure = (await (await fetch(`/api/studies/${study}?width=900&height=560`)).json()).figure as {
      marks: { shape: string; text?: string; size?: number; weight?: number; typeface?: string; width?: number }[];
    };
    const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
    svg.setAttribute('class', 'sheet-figure');
    document.body.append(svg);
    const words = figure.marks.filter((mark) => mark.shape === 'text');
    const found: string[] = [];
    let measured = 0;
    for (const mark of words) {
      const text = document.createElementNS('http://www.w3.org/2000/svg', 'text');
      text.textContent = mark.text ?? '';
      text.setAttribute('font-size', String(mark.size));
      text.setAttribute('font-weight', String(mark.weight));
      text.setAttribute('font-family', mark.typeface === 'serif' ? 'var(--font-serif)' : 'var(--font-sans)');
      svg.append(text);
      measured++;
      const width = text.getComputedTextLength();
      if (Math.abs(width - (mark.width ?? 0)) > 0.25) found.push(`${mark.text}: ${width} in the browser, ${mark.width} measured`);
    }
    return { found, measured };
  }, id);
  expect(apart.measured).toBeGreaterThan(30);
  expect(apart.found).toEqual([]);
});
