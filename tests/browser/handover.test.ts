import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, test } from './playwright';
import { startServer } from './server';

// What is handed over is opened again: a page from its file, without a server and without the network.
const root = resolve(__dirname, '../..');
const need = createRequire(join(root, 'web', 'package.json'));
const folder = mkdtempSync(join(tmpdir(), 'onewhole-handover-'));

test('a handed-over page opens without a network, tells what a bar is, and passes axe', async ({ page, context, browser }) => {
  const out = join(folder, 'page.html');
  const study = join(root, 'demo/studies/delays.minutes-by-cause.study.json');
  execFileSync(join(root, 'onewhole'), ['figure', '--table', join(root, 'demo/delays.csv'), '--study', study, '--out', out]);
  const faults: string[] = [];
  page.on('console', (message) => message.type() === 'error' && faults.push(message.text()));
  page.on('pageerror', (fault) => faults.push(fault.message));
  await context.setOffline(true);
  await page.goto(`file://${out}`);
  await page.locator('[data-row="1"]').first().hover();
  const note = page.locator('#note');
  await expect(note).toContainText('Engine');
  await expect(note).toContainText('14.4 %');
  // One stop for the figure, its bars by arrow keys; what is read is said.
  await page.mouse.move(2, 2);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('figure')).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(note).toContainText('Fog on the Sound');
  await page.keyboard.press('End');
  await expect(note).toContainText('Loading of freigt');
  await page.keyboard.press('ArrowLeft');
  await expect(note).toContainText('(blank)');
  await expect(page.getByRole('status')).toContainText('0.9 %');
  await page.keyboard.press('Escape');
  await expect(note).toBeHidden();
  await expect(page.getByRole('table')).toContainText('Fog on the Sound');
  await expect(page.getByRole('list', { name: 'Proofs' })).toContainText('causes add up to the whole');
  expect(faults).toEqual([]);
  // The page's own policy lets no other script run: axe looks at it where policies are passed over.
  await expect(page.addScriptTag({ content: 'document.title = "changed"' })).rejects.toThrow(/Content Security Policy/);
  const looked = await (await browser.newContext({ bypassCSP: true, offline: true })).newPage();
  await looked.goto(`file://${out}`);
  await looked.addScriptTag({ path: need.resolve('axe-core') });
  const found = await looked.evaluate(async () => {
    const result = await (
      window as unknown as { axe: { run: () => Promise<{ violations: { id: string; impact: string }[] }> } }
    ).axe.run();
    return result.violations
      .filter((violation) => violation.impact === 'serious' || violation.impact === 'critical')
      .map((violation) => violation.id);
  });
  expect(found).toEqual([]);
  await looked.context().close();
});

test('every kind of file is offered and comes down whole', async ({ page }) => {
  const server = await startServer();
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
  await page.goto(server.url);
  await page.getByRole('link', { name: /Half of the causes/ }).click();
  await page.getByRole('button', { name: 'Hand over' }).click();
  const links = page.getByRole('dialog', { name: 'Hand over' }).getByRole('link');
  const kinds = (await (await fetch(`${server.url}/api/hand-over`)).json()) as { pixelRatios: number[] }[];
  // Every kind in each of its sizes, and the bundle.
  await expect(links).toHaveCount(1 + kinds.reduce((all, kind) => all + kind.pixelRatios.length, 0));
  for (const [name, begins] of [
    ['Figure and workings, PDF', '%PDF-'],
    ['Page, HTML', '<!DOCTYPE html>'],
    ['Workings, Markdown', '# Half of the causes'],
    ['Workings, Parquet', 'PAR1'],
    ['Workings, ODS', 'PK'],
    ['Workbook', 'PK'],
    ['Slides', 'PK'],
  ] as const) {
    const coming = page.waitForEvent('download');
    await links.filter({ hasText: name }).click();
    const file = await (await coming).path();
    expect(readFileSync(file, 'latin1').slice(0, begins.length)).toBe(begins);
  }
  await server.stop();
});

test('the first page of a PDF is the picture, drawn by a reader that is not ours', async ({ page }) => {
  await page.goto('about:blank');
  await page.addScriptTag({ path: need.resolve('pdfjs-dist/build/pdf.worker.mjs'), type: 'module' });
  await page.addScriptTag({ path: need.resolve('pdfjs-dist/build/pdf.mjs'), type: 'module' });
  for (const study of ['delays.minutes-by-cause', 'revenue.mix-by-route', 'residents.hallin-by-age', 'tickets.money-ring']) {
    const [pdf, png] = ['pdf', 'png'].map((kind) => {
      const out = join(folder, `${study}.${kind}`);
      execFileSync(join(root, 'onewhole'), [
        'figure',
        '--table',
        join(root, 'demo', `${study.split('.')[0]}.csv`),
        '--study',
        join(root, 'demo/studies', `${study}.study.json`),
        '--out',
        out,
      ]);
      return readFileSync(out).toString('base64');
    });
    const difference = await page.evaluate(
      async ([document64, picture64]) => {
        const bytes = (text: string) => Uint8Array.from(atob(text), (character) => character.charCodeAt(0));
        // biome-ignore lint/suspicious/noExplicitAny: the reader puts itself there.
        const reader = (globalThis as any).pdfjsLib;
        const first = await (await reader.getDocument({ data: bytes(document64 ?? ''), isEvalSupported: false }).promise).getPage(
          1,
        );
        const picture = await createImageBitmap(new Blob([bytes(picture64 ?? '')], { type: 'image/png' }));
        const pixels = async (draw: (canvas: HTMLCanvasElement, context: CanvasRenderingContext2D) => Promise<void> | void) => {
          const canvas = Object.assign(document.createElement('canvas'), { width: picture.width, height: picture.height });
          const context = canvas.getContext('2d', { willReadFrequently: true });
          if (!context) return new Uint8ClampedArray();
          context.fillStyle = '#fff';
          context.fillRect(0, 0, canvas.width, canvas.height);
          await draw(canvas, context);
          return context.getImageData(0, 0, canvas.width, canvas.height).data;
        };
        const ours = await pixels((_, context) => context.drawImage(picture, 0, 0));
        const theirs = await pixels(
          (canvas, canvasContext) =>
            first.render({ canvas, canvasContext, viewport: first.getViewport({ scale: 96 / 72 }) }).promise,
        );
        let sum = 0;
        let far = 0;
        for (let at = 0; at < ours.length; at += 4) {
          const by = Math.max(...[0, 1, 2].map((channel) => Math.abs((ours[at + channel] ?? 0) - (theirs[at + channel] ?? 0))));
          sum += by;
          if (by > 96) far++;
        }
        return { mean: sum / (ours.length / 4) / 255, far: far / (ours.length / 4) };
      },
      [pdf, png],
    );
    // What is left are the edges of letters and lines, which two painters smooth in two ways.
    expect(difference.mean, study).toBeLessThan(0.012);
    expect(difference.far, study).toBeLessThan(0.012);
  }
});
