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

test('a handed-over page opens without a network, tells what a bar is, and passes axe', async ({ page, context }) => {
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
  await expect(note).toContainText('14.3 %');
  await expect(page.getByRole('table')).toContainText('Fog on the Sound');
  await expect(page.getByRole('list', { name: 'Proofs' })).toContainText('causes add up to the whole');
  await page.addScriptTag({ path: need.resolve('axe-core') });
  const found = await page.evaluate(async () => {
    const result = await (window as unknown as { axe: { run: () => Promise<{ violations: { id: string; impact: string }[] }> } }).axe.run();
    return result.violations.filter((violation) => violation.impact === 'serious' || violation.impact === 'critical').map((violation) => violation.id);
  });
  expect(found).toEqual([]);
  expect(faults).toEqual([]);
});

test('every kind of file is offered and comes down whole', async ({ page }) => {
  const server = await startServer();
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
  await page.goto(server.url);
  await page.getByRole('link', { name: /Half of the causes/ }).click();
  await page.getByRole('button', { name: 'Hand over' }).click();
  const links = page.getByRole('dialog', { name: 'Hand over' }).getByRole('link');
  await expect(links).toHaveCount(11);
  for (const [name, begins] of [
    ['Figure and workings, PDF', '%PDF-'],
    ['Page, HTML', '<!DOCTYPE html>'],
    ['Workings, Markdown', '# Half of the causes'],
    ['Workings, Parquet', 'PAR1'],
  ] as const) {
    const coming = page.waitForEvent('download');
    await links.filter({ hasText: name }).click();
    const file = await (await coming).path();
    expect(readFileSync(file, 'latin1').slice(0, begins.length)).toBe(begins);
  }
  await server.stop();
});
