// Draws every form in many states and sizes, and lays the pictures out on one sheet each, to be looked at.
// node scripts/contact-sheet.mjs FOLDER [FORM …]; ./start or ./test must have built the command before.
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { chromium } from '../web/node_modules/@playwright/test/index.mjs';
import { states, studies } from './contact-states.mjs';

const [folder = '/tmp/contact', ...only] = process.argv.slice(2);
const sizes = ['960x600', '480x320', '112x72'];
mkdirSync(folder, { recursive: true });
const command = resolve(import.meta.dirname, '..', 'onewhole');
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1500, height: 900 } });
for (const [form, study] of Object.entries(studies)) {
  if (only.length && !only.some((asked) => form === asked || form.startsWith(`${asked}-`))) continue;
  const pictures = [];
  for (const [state, { table, change }] of Object.entries(states(form))) {
    const csv = join(folder, `${form}.${state}.csv`);
    const json = join(folder, `${form}.${state}.study.json`);
    writeFileSync(csv, table);
    writeFileSync(json, JSON.stringify({ format: 'onewhole.study/1', ...study, ...change }));
    for (const size of sizes) {
      const png = join(folder, `${form}.${state}.${size}.png`);
      try {
        execFileSync(command, ['figure', '--table', csv, '--study', json, '--out', png, '--size', size], { stdio: 'pipe' });
        pictures.push([state, size, `data:image/png;base64,${readFileSync(png).toString('base64')}`]);
      } catch (fault) {
        pictures.push([state, size, null, String(fault.stderr).trim()]);
      }
    }
  }
  for (const size of sizes) {
    const [width, height] = size.split('x').map(Number);
    const drawn = Math.min(width, 490);
    const shown = pictures
      .filter((picture) => picture[1] === size)
      .map(([state, , source, problem]) => {
        const body = source ? `<img src="${source}" width="${drawn}" height="${(height * drawn) / width}">` : `<p>${problem}</p>`;
        return `<figure><figcaption>${form}, ${state}</figcaption>${body}</figure>`;
      });
    await page.setContent(`<style>
      body{margin:6px;font:12px sans-serif;background:#ddd;display:flex;flex-wrap:wrap;gap:6px;align-items:flex-start}
      figure{margin:0}img{display:block}p{width:200px;color:#a33}</style>${shown.join('')}`);
    const path = join(folder, `${form}.${size}.png`);
    await page.screenshot({ path, fullPage: true });
    console.log(path);
  }
}
await browser.close();
