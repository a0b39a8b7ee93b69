// Measures the built application as its user meets it: the command's time on the demo, an import's peak memory, a column's portrait, and
// the time from a change of the statement to the painted figure at a million rows. ./start or ./test must have built it before.
import { execFileSync } from 'node:child_process';
import { createWriteStream, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { serve as start } from '../scripts/serve.cjs';
import { chromium } from '../web/node_modules/@playwright/test/index.mjs';

const root = resolve(import.meta.dirname, '..');
const folder = mkdtempSync(join(tmpdir(), 'onewhole-bench-'));
const median = (times) => times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)];
const p95 = (times) => times.toSorted((a, b) => a - b)[Math.ceil(times.length * 0.95) - 1];
const megabytes = (bytes) => `${(bytes / 2 ** 20).toFixed(0)} MB`;

/** By turns with a command that does nothing, which tells a slow hour of the machine from a slow command. */
function commandOnTheDemo() {
  const study = join(root, 'demo/studies/delays.minutes-by-cause.study.json');
  const commands = {
    "command, workings of the demo's delays": ['workings', '--table', join(root, 'demo/delays.csv'), '--study', study],
    'command, its version': ['--version'],
  };
  const times = Object.fromEntries(Object.keys(commands).map((name) => [name, []]));
  for (let run = 0; run < 40; run++)
    for (const [name, words] of Object.entries(commands)) {
      const start = performance.now();
      execFileSync(join(root, 'onewhole'), words);
      times[name].push(performance.now() - start);
    }
  for (const [name, each] of Object.entries(times))
    console.log(
      `${name}: median ${median(each).toFixed(0)} ms, fastest ${Math.min(...each).toFixed(0)} ms of ${each.length} runs`,
    );
}

async function writeTable(path, rows) {
  const file = createWriteStream(path);
  file.write('Booking,Route,Season,Kind,Minutes,Fare,Adults,Stop\n');
  let state = 7;
  const random = (most) => {
    state = (state * 48271) % 2147483647;
    return state % most;
  };
  for (let i = 0; i < rows; i += 1000) {
    let text = '';
    for (let at = i; at < i + 1000; at++)
      text +=
        `B-${at}-${random(1e6)},Route ${random(12)},Season ${random(4)},Kind ${random(40)},${random(600)},` +
        `${random(9000) / 100},${random(6)},Stop ${random(90)}\n`;
    if (!file.write(text)) await new Promise((go) => file.once('drain', go));
  }
  await new Promise((done) => file.end(done));
}

async function serve() {
  const { server, ready } = start(join(folder, 'bench.db'));
  return { child: server, url: await ready };
}

const memory = (child, what) =>
  Number(new RegExp(`${what}:\\s+(\\d+)`).exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))[1]) * 1024;

async function importInto({ child, url }, path) {
  await (await fetch(`${url}/api/tables`)).json();
  const idle = memory(child, 'VmRSS');
  const { openAsBlob } = await import('node:fs');
  const start = performance.now();
  let status = await (
    await fetch(`${url}/api/tables/import?name=bookings.csv`, { method: 'POST', body: await openAsBlob(path) })
  ).json();
  while (status.state === 'queued' || status.state === 'running') {
    await new Promise((go) => setTimeout(go, 50));
    status = await (await fetch(`${url}/api/imports/${status.id}`)).json();
  }
  const size = statSync(path).size,
    over = memory(child, 'VmHWM') - idle;
  console.log(
    `import of ${megabytes(size)}, ${status.rows} rows: ${((performance.now() - start) / 1000).toFixed(1)} s, peak ` +
      `${megabytes(over)} over idle, ${(over / size).toFixed(2)} × the file`,
  );
  return status.table.id;
}

async function portraits({ url }, table) {
  const columns = (await (await fetch(`${url}/api/tables/${table}`)).json()).columns;
  const times = [];
  for (let round = 0; round < 4; round++) {
    for (const column of columns) {
      const start = performance.now();
      await (await fetch(`${url}/api/tables/${table}/portrait?column=${encodeURIComponent(column.name)}`)).json();
      if (round > 0) times.push(performance.now() - start);
    }
  }
  console.log(
    `portrait of a column of a million rows: median ${median(times).toFixed(0)} ms, slowest ` +
      `${Math.max(...times).toFixed(0)} ms of ${times.length}`,
  );
}

/** One cell of each column typed over, and what the database file grows by. */
async function edits({ url }, table) {
  let view = await (await fetch(`${url}/api/tables/${table}`)).json();
  const size = () => ['', '-wal'].reduce((sum, end) => sum + statSync(join(folder, `bench.db${end}`)).size, 0);
  const before = size(),
    times = [];
  for (let round = 0; round < 3; round++) {
    for (const column of view.columns) {
      const edit = {
        cells: [
          { row: 400_000 + round * 100_000, column: column.name, text: column.type === 'quantity' ? '7' : `typed ${round}` },
        ],
      };
      const start = performance.now();
      view = await (
        await fetch(`${url}/api/tables/${table}/edit`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ revision: view.revision, edit }),
        })
      ).json();
      times.push(performance.now() - start);
    }
  }
  console.log(
    `one cell typed over in a million rows: median ${median(times).toFixed(0)} ms, slowest ` +
      `${Math.max(...times).toFixed(0)} ms of ${times.length}; the database grows by ` +
      `${((size() - before) / times.length / 1024).toFixed(0)} kB an edit, of ${megabytes(before)}`,
  );
}

async function changes({ url }, table) {
  const study = await (await fetch(`${url}/api/tables/${table}/studies`, { method: 'POST' })).json();
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}/studies/${study.id}`);
  await page.locator('[role="graphics-document"]').waitFor();
  const painted = [],
    strip = [];
  const choices = [
    ['value', 'number of bookings'],
    ['value', 'fare'],
    ['order.parts', 'smallest first'],
    ['order.parts', 'largest first'],
    ['parts', 'stop'],
    ['parts', 'kind'],
    ['value', 'minutes'],
    ['parts', 'route'],
  ];
  for (let round = 0; round < 6; round++) {
    for (const [path, text] of choices) {
      await page.keyboard.press('Escape');
      const word = page.getByTestId('statement').locator('button.word');
      const at = { value: 0, parts: 1, 'order.parts': 2 }[path];
      await word.nth(at).click();
      const choice = page.getByRole('button', { name: new RegExp(`^${text}`) });
      await choice.waitFor();
      await page.evaluate(() => {
        window.measured = new Promise((done) => {
          document.addEventListener(
            'click',
            () => {
              const start = performance.now();
              const figure = document.querySelector('[role="graphics-document"]');
              const forms = document.querySelector('[aria-label="Forms"]');
              const times = {};
              const finish = () => times.figure && times.strip && done(times);
              new MutationObserver((_, self) => {
                self.disconnect();
                requestAnimationFrame(() =>
                  setTimeout(() => {
                    times.figure = performance.now() - start;
                    finish();
                  }),
                );
              }).observe(figure, { subtree: true, childList: true, attributes: true, attributeFilter: ['aria-label', 'd'] });
              new MutationObserver((_, self) => {
                self.disconnect();
                requestAnimationFrame(() =>
                  setTimeout(() => {
                    times.strip = performance.now() - start;
                    finish();
                  }),
                );
              }).observe(forms, { subtree: true, childList: true, attributes: true, attributeFilter: ['height', 'd', 'x', 'y'] });
              setTimeout(() => {
                times.figure ||= NaN;
                times.strip ||= NaN;
                done(times);
              }, 3000);
            },
            { once: true, capture: true },
          );
        });
      });
      await choice.click();
      const times = await page.evaluate(() => window.measured);
      if (round > 0 && times.figure) painted.push(times.figure);
      if (round > 0 && times.strip) strip.push(times.strip);
    }
  }
  // A bar's end that is dragged: what it would be, asked for with each move, at a million rows.
  const tried = [];
  for (let move = 0; move < 60; move++) {
    const began = performance.now();
    const answer = await page.evaluate(
      async ([id, row, text]) => {
        const response = await fetch(`/api/studies/${id}/try-ahead?width=900&height=560`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ row, text }),
        });
        await response.json();
        return response.status;
      },
      [study.id, move % 4, String(1000 + 37 * move)],
    );
    if (answer !== 200) throw new Error(`A trial was answered with ${answer}.`);
    if (move >= 10) tried.push(performance.now() - began);
  }
  console.log(
    `a trial, asked for and answered with its figure, a million rows: median ${median(tried).toFixed(0)} ms, p95 ` +
      `${p95(tried).toFixed(0)} ms of ${tried.length}`,
  );
  await browser.close();
  console.log(
    `change of the statement to the painted figure, a million rows: median ${median(painted).toFixed(0)} ms, p95 ` +
      `${p95(painted).toFixed(0)} ms of ${painted.length}; miniatures p95 ${p95(strip).toFixed(0)} ms of ${strip.length}`,
  );
}

/** Each kind of file of a study of a million rows, and its bundle: how long, how often its progress moved, and how much memory it took. */
async function handOvers(server, table, size, parts) {
  const { child, url } = server;
  let study = await (await fetch(`${url}/api/tables/${table}/studies`, { method: 'POST' })).json();
  if (parts) {
    study = await (
      await fetch(`${url}/api/studies/${study.id}/change`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ revision: study.revision, path: 'parts', value: { column: parts } }),
      })
    ).json();
  }
  const kinds = (await (await fetch(`${url}/api/hand-over`)).json()).map((kind) => `hand-over/${kind.kind}`);
  for (const kind of [...kinds, 'bundle']) {
    // The peak is counted anew.
    writeFileSync(`/proc/${child.pid}/clear_refs`, '5');
    const before = memory(child, 'VmRSS'),
      start = performance.now(),
      seen = new Set();
    let status = await (await fetch(`${url}/api/studies/${study.id}/${kind}`, { method: 'POST' })).json();
    while (['queued', 'computing', 'writing'].includes(status.state)) {
      await new Promise((go) => setTimeout(go, 20));
      status = await (await fetch(`${url}/api/hand-overs/${status.id}`)).json();
      seen.add(status.progress);
    }
    const took = (performance.now() - start) / 1000;
    if (status.state === 'failed') {
      console.log(`handing over ${kind}: ${status.problem}`);
      continue;
    }
    const file = await (await fetch(`${url}/api/hand-overs/${status.id}/file`)).blob();
    const over = Math.max(0, memory(child, 'VmHWM') - before);
    console.log(
      `handing over ${kind.replace('hand-over/', '')} of a million rows${parts ? ', each a part' : ''}: ` +
        `${took.toFixed(1)} s, ${megabytes(file.size)}, its progress seen at ${seen.size} places, peak ` +
        `${megabytes(over)} more, ${(over / size).toFixed(2)} × the table's file`,
    );
  }
}

commandOnTheDemo();
/** Numbers in many columns; every fortieth is the sum of the two before it. */
function writeWide(path, columns, rows) {
  let state = 11;
  const random = () => {
    state = (state * 48271) % 2147483647;
    return state % 1000;
  };
  const lines = [['Item', ...Array.from({ length: columns - 1 }, (_, at) => `Amount ${at + 1}`)]];
  for (let row = 0; row < rows; row++) {
    const numbers = Array.from({ length: columns - 1 }, random);
    for (let at = 40; at < numbers.length; at += 40) numbers[at] = numbers[at - 1] + numbers[at - 2];
    lines.push([`item ${row}`, ...numbers]);
  }
  writeFileSync(path, `${lines.map((line) => line.join(',')).join('\n')}\n`);
}

async function wideTables(server) {
  for (const [columns, rows] of [
    [5000, 20],
    [1000, 1000],
  ]) {
    const path = join(folder, `wide-${columns}.csv`);
    writeWide(path, columns, rows);
    console.log(`${columns} columns × ${rows} rows:`);
    const table = await importInto(server, path);
    const known = (await (await fetch(`${server.url}/api/tables/${table}`)).json()).columns;
    console.log(`  ${known.filter((column) => column.following).length} columns found to follow from others`);
  }
}

const csv = join(folder, 'bookings.csv');
await writeTable(csv, 1_000_000);
const server = await serve();
try {
  const table = await importInto(server, csv);
  await portraits(server, table);
  await edits(server, table);
  await changes(server, table);
  await handOvers(server, table, statSync(csv).size);
  await handOvers(server, table, statSync(csv).size, 'Booking');
  await wideTables(server);
} finally {
  server.child.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
}
