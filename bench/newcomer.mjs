// Goes a newcomer's way and says how long each step took: a fresh clone, an empty HOME, empty caches, no variables but PATH. What it
// prints is the table of docs/performance.md. "node bench/newcomer.mjs [quick]": quick leaves the archive and the whole test run out.
import { spawn, spawnSync } from 'node:child_process';
import { appendFileSync, mkdirSync, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { announced } from '../scripts/serve.cjs';

const root = resolve(import.meta.dirname, '..');
const folder = mkdtempSync(join(tmpdir(), 'onewhole-newcomer-'));
const clone = join(folder, 'clone');
mkdirSync(join(folder, 'home'));
const kept = ['PATH', 'NUGET_CERT_REVOCATION_MODE'].filter((name) => process.env[name]);
const env = { HOME: join(folder, 'home'), LANG: 'C.UTF-8', ...Object.fromEntries(kept.map((name) => [name, process.env[name]])) };

const rows = [];

/** Times a step: what it gives back is what is said of it beside the time. */
async function step(name, work) {
  const start = performance.now();
  const said = await work();
  const seconds = (performance.now() - start) / 1000;
  rows.push([name, seconds < 100 ? `${seconds.toFixed(1)} s` : `${(seconds / 60).toFixed(1)} min`, said ?? '']);
  console.error(rows.at(-1).join(' · '));
}

/** Runs a command in the clone to its end; one that fails ends the way, with all that it said. */
function run(command, ...rest) {
  const done = spawnSync(command, rest, { cwd: clone, env, encoding: 'utf8', maxBuffer: 1 << 28 });
  if (done.status !== 0)
    throw new Error(`${command} ${rest.join(' ')} ended with ${done.status}:\n${done.stdout}\n${done.stderr}`);
  return done.stdout.trim();
}

/** Starts "./start" until it says its address and the page and the demo's first figure answer, and ends it. */
async function served() {
  const server = spawn('./start', ['--urls', 'http://127.0.0.1:0'], { cwd: clone, env, detached: true });
  try {
    const address = await announced(server).ready;
    const [study] = await (await fetch(`${address}/api/studies`)).json();
    for (const path of ['/', `/api/studies/${study.id}/hand-over/figure.svg`]) {
      const answer = await fetch(address + path);
      if (!answer.ok) throw new Error(`${path} answers ${answer.status}`);
      await answer.text();
    }
  } finally {
    process.kill(-server.pid);
  }
}

const lastLine = (text) => text.slice(text.lastIndexOf('\n') + 1);

try {
  spawnSync('git', ['clone', '-q', root, clone], { stdio: 'inherit' });
  await step('`./start` in a fresh clone, until the page and a figure answer', served);
  await step('`./start` again', served);
  appendFileSync(join(clone, 'web/src/main.tsx'), '\n');
  await step('`./start` after a change of the page', served);
  appendFileSync(join(clone, 'src/OneWhole.Core/Numbers/ExactInt.cs'), '\n');
  await step('`./start` after a change of the core', served);
  await step('`./onewhole figure` of the demo, as the README has it', () => {
    const study = 'demo/studies/delays.minutes-by-cause.study.json';
    run('./onewhole', 'figure', '--table', 'demo/delays.csv', '--study', study, '--out', join(folder, 'figure.svg'));
    return `${(statSync(join(folder, 'figure.svg')).size / 1024).toFixed(0)} kB`;
  });
  run('git', 'checkout', '-q', '.');
  await step('`./test --quick`, which builds the tests', () => lastLine(run('./test', '--quick')));
  await step('`./test --quick` again', () => lastLine(run('./test', '--quick')));
  if (process.argv[2] !== 'quick') {
    await step('`./package`', () => `${(statSync(join(clone, lastLine(run('./package')))).size / 2 ** 20).toFixed(0)} MB`);
    await step('`./test`', () => lastLine(run('./test')));
  }
  console.log(['| step | time | |', '|---|---|---|', ...rows.map((row) => `| ${row.join(' | ')} |`)].join('\n'));
} finally {
  rmSync(folder, { recursive: true, force: true });
}
