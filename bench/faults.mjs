// Faults and load from outside, on this machine alone (127.0.0.1), bounded in rounds and minutes. It ends with what was lost or torn.
//
//   node bench/faults.mjs [kills=200] [minutes=10] [only=kills|servers|disk|load]
//
// kills    kill -9 at random moments while a client imports, types, renames, refreshes, moves a source, colours and undoes
// servers  a second server on the same data file
// disk     a data file on a disk of 24 MB that runs full (needs the right to mount; passed over without it)
// load     50 readers and 10 writers; memory and handles over time
//
// ./start or ./test must have built the application before.
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serve as start } from '../scripts/serve.cjs';

const options = Object.fromEntries(process.argv.slice(2).map((argument) => argument.split('=')));
const kills = Number(options.kills ?? 200);
const minutes = Number(options.minutes ?? 10);
const wanted = (part) => !options.only || options.only === part;
const pause = (milliseconds) => new Promise((go) => setTimeout(go, milliseconds));

const serve = (folder, urls, ...more) => start(join(folder, 'data.db'), urls, ...more);

async function ask(url, method, path, body) {
  const response = await fetch(`${url}/api${path}`, {
    method,
    headers: typeof body === 'object' ? { 'Content-Type': 'application/json' } : {},
    body: typeof body === 'object' ? JSON.stringify(body) : body,
  });
  if (response.status === 204) return null;
  const answer = await response.json();
  if (!response.ok)
    throw Object.assign(new Error(answer.title ?? response.status), { status: response.status, code: answer.code });
  return answer;
}

/** The table of an import, once it is there. */
async function imported(url, started) {
  let status = started;
  while (status.state === 'running' || status.state === 'queued') {
    await pause(5);
    status = await ask(url, 'GET', `/imports/${status.id}`);
  }
  if (status.state !== 'done') throw new Error(status.problem);
  return status.table;
}

const bring = async (url, name, csv) => imported(url, await ask(url, 'POST', `/tables/import?name=${name}`, csv));

const months = (mark) =>
  `Month,Route,Revenue\n${['Jan', 'Feb', 'Mar'].map((month, at) => `${month},North,${mark + at}\n${month},South,${mark}`).join('\n')}\n`;

// ---- Killed at random moments ----

async function killed() {
  const folder = mkdtempSync(join(tmpdir(), 'onewhole-faults-'));
  const places = ['old', 'new'].map((name, at) => {
    const place = join(folder, name);
    mkdirSync(place);
    for (const file of ['fares', 'trips']) writeFileSync(join(place, `${file}.csv`), months(at === 0 ? 100 : 200));
    return place;
  });
  let { server, ready, gone } = serve(folder);
  const url = await ready;
  const table = await bring(url, 'revenue.csv', months(10));
  const size = '?width=400&height=300';
  const study = async (title) => {
    const made = await ask(url, 'POST', `/tables/${table.id}/studies${size}`, {});
    return (await ask(url, 'POST', `/studies/${made.id}/change${size}`, { revision: made.revision, path: 'title', value: title }))
      .id;
  };
  const studies = [await study('First'), await study('Second')];
  const page = await ask(url, 'POST', '/briefings', { title: 'Page', studies });
  await ask(url, 'POST', `/briefings/${page.id}/change`, {
    revision: 1,
    note: 'filter',
    document: { ...page.document, filter: [{ column: 'Month', is: ['Jan', 'Feb'] }] },
  });
  const source = await ask(url, 'POST', '/sources', { name: 'Files', place: places[0] });
  const drawn = [];
  for (const item of await ask(url, 'GET', `/sources/${source.id}/items`)) {
    drawn.push((await imported(url, await ask(url, 'POST', `/sources/${source.id}/import`, { item: item.item }))).id);
  }

  // What was acknowledged, by document; what is on its way may be there or not.
  const acknowledged = new Map();
  const torn = [];
  const lost = [];
  let changes = 0;
  let unknown = new Set();
  const know = async () => {
    for (const id of [table.id, ...drawn]) acknowledged.set(id, (await ask(url, 'GET', `/tables/${id}`)).revision);
    for (const id of studies) acknowledged.set(id, (await ask(url, 'GET', `/studies/${id}${size}`)).revision);
    acknowledged.set(page.id, (await ask(url, 'GET', `/briefings/${page.id}`)).revision);
    acknowledged.set(source.id, (await ask(url, 'GET', '/sources')).find((found) => found.id === source.id).revision);
  };
  await know();
  let tables = (await ask(url, 'GET', '/tables')).length;
  const pick = (list) => list[Math.floor(Math.random() * list.length)];
  const done = (id, answer) => {
    acknowledged.set(id, answer.revision);
    changes++;
  };
  const acts = {
    rename: async () => {
      unknown = new Set([table.id]);
      const now = await ask(url, 'GET', `/tables/${table.id}`);
      const column = pick(now.columns).name;
      done(
        table.id,
        await ask(url, 'POST', `/tables/${table.id}/column`, {
          revision: now.revision,
          column,
          name: column.endsWith(' 2') ? column.slice(0, -2) : `${column} 2`,
        }),
      );
    },
    type: async () => {
      unknown = new Set([table.id]);
      const now = await ask(url, 'GET', `/tables/${table.id}`);
      done(
        table.id,
        await ask(url, 'POST', `/tables/${table.id}/edit`, {
          revision: now.revision,
          edit: {
            cells: [
              {
                row: Math.floor(Math.random() * now.rowCount),
                column: now.columns[2].name,
                text: String(Math.floor(Math.random() * 1000)),
              },
            ],
          },
        }),
      );
    },
    title: async () => {
      const id = pick(studies);
      unknown = new Set([id]);
      done(
        id,
        await ask(url, 'POST', `/studies/${id}/change${size}`, {
          revision: acknowledged.get(id),
          path: 'title',
          value: `Title ${changes}`,
        }),
      );
    },
    colour: async () => {
      const id = pick(studies);
      unknown = new Set(studies);
      done(
        id,
        await ask(url, 'POST', `/studies/${id}/change${size}`, {
          revision: acknowledged.get(id),
          path: 'finish.colours.Jan',
          value: `#${String(100000 + (changes % 800000)).padStart(6, '0')}`,
        }),
      );
      // The other study has the colour, too.
      const other = studies.find((found) => found !== id);
      acknowledged.set(other, (await ask(url, 'GET', `/studies/${other}${size}`)).revision);
    },
    undo: async () => {
      const id = pick([table.id, ...studies]);
      unknown = new Set([table.id, ...studies]);
      const kind = id === table.id ? 'tables' : 'studies';
      try {
        done(id, await ask(url, 'POST', `/${kind}/${id}/undo${size}`, { revision: acknowledged.get(id) }));
      } catch (fault) {
        if (fault.code !== 'in-the-way') throw fault;
      }
      await know();
    },
    refresh: async () => {
      unknown = new Set([table.id, ...studies]);
      const fresh = await ask(url, 'POST', `/tables/${table.id}/fresh?name=next.csv`, months(Math.floor(Math.random() * 50)));
      done(table.id, await ask(url, 'POST', `/fresh/${fresh.id}`));
      await know();
    },
    move: async () => {
      unknown = new Set([source.id, ...drawn]);
      const now = (await ask(url, 'GET', '/sources')).find((found) => found.id === source.id);
      done(
        source.id,
        await ask(url, 'POST', `/sources/${source.id}/move`, {
          revision: now.revision,
          name: 'Files',
          place: places.find((place) => place !== now.place),
        }),
      );
      await know();
    },
    bring: async () => {
      unknown = new Set();
      await bring(url, 'more.csv', months(1));
      tables++;
      changes++;
    },
  };
  const check = async (round) => {
    const reading = async (id) => ask(url, 'GET', `/studies/${id}${size}`);
    for (const [id, revision] of acknowledged) {
      if (unknown.has(id)) continue;
      const path =
        id === page.id
          ? `/briefings/${id}`
          : studies.includes(id)
            ? `/studies/${id}${size}`
            : id === source.id
              ? null
              : `/tables/${id}`;
      const now = path
        ? (await ask(url, 'GET', path)).revision
        : (await ask(url, 'GET', '/sources')).find((found) => found.id === id)?.revision;
      if (now !== revision) lost.push(`round ${round}: ${id} is at ${now}, ${revision} was acknowledged`);
    }
    const there = (await ask(url, 'GET', '/tables')).length;
    if (there < tables) lost.push(`round ${round}: ${tables - there} tables`);
    tables = there;
    const shown = [await reading(studies[0]), await reading(studies[1])];
    for (const one of shown) if (one.problem) torn.push(`round ${round}: ${one.title}: ${one.problem}`);
    const [first, second] = shown.map((one) => one.study.finish?.colours?.Jan);
    if (first !== second) torn.push(`round ${round}: colours ${first} and ${second}`);
    const now = await ask(url, 'GET', `/briefings/${page.id}`);
    for (const block of now.blocks)
      if (block.problem || block.study?.remark?.includes('no such column'))
        torn.push(`round ${round}: briefing: ${block.problem ?? block.study.remark}`);
    // A source and all of its tables are at one place.
    const place = places.indexOf((await ask(url, 'GET', '/sources')).find((found) => found.id === source.id).place);
    for (const id of drawn) {
      const text = (await ask(url, 'GET', `/tables/${id}/rows?first=0&count=1`)).rows[0][2];
      if (text !== (place === 0 ? '100' : '200'))
        torn.push(`round ${round}: the source is at ${place}, a table of it has ${text}`);
    }
  };
  for (let round = 1; round <= kills; round++) {
    const timer = setTimeout(() => server.kill('SIGKILL'), 150 + Math.random() * 900);
    try {
      for (;;) {
        await acts[pick(Object.keys(acts))]();
        unknown = new Set();
      }
    } catch (fault) {
      if (fault.status) {
        clearTimeout(timer);
        server.kill('SIGKILL');
        lost.push(`round ${round}: refused: ${fault.message}`);
      }
    }
    await gone;
    ({ server, ready, gone } = serve(folder, url));
    await ready;
    await check(round);
    await know();
    unknown = new Set();
    if (round % 20 === 0)
      console.log(`  ${round} kills, ${changes} acknowledged changes, ${lost.length} lost, ${torn.length} torn`);
  }
  server.kill('SIGKILL');
  await gone;
  rmSync(folder, { recursive: true, force: true });
  console.log(`kills: ${kills} rounds, ${changes} acknowledged changes: ${lost.length} lost, ${torn.length} torn`);
  for (const line of [...lost, ...torn].slice(0, 20)) console.log(`  ${line}`);
  return lost.length + torn.length;
}

// ---- Two servers on one file ----

async function servers() {
  const folder = mkdtempSync(join(tmpdir(), 'onewhole-faults-'));
  const first = serve(folder);
  const url = await first.ready;
  await bring(url, 'revenue.csv', months(10));
  const second = serve(folder);
  second.ready.catch(() => undefined);
  const { code, said } = await second.gone;
  const still = await ask(url, 'GET', '/tables');
  first.server.kill('SIGKILL');
  await first.gone;
  rmSync(folder, { recursive: true, force: true });
  const right = code === 1 && said.includes(String(first.server.pid)) && still.length === 1;
  console.log(`servers: the second ends with ${code}: ${said.trim()}`);
  return right ? 0 : 1;
}

// ---- A full disk ----

async function disk() {
  const folder = mkdtempSync(join(tmpdir(), 'onewhole-disk-'));
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=24m', 'tmpfs', folder], { stdio: 'pipe' });
  } catch {
    console.log('disk: passed over, no right to mount');
    return 0;
  }
  let wrong = 0;
  try {
    const { server, ready, gone } = serve(folder);
    const url = await ready;
    const kept = [];
    let said = '';
    for (let time = 0; time < 40 && !said; time++) {
      try {
        kept.push(
          (
            await bring(
              url,
              'large.csv',
              `a,b\n${Array.from({ length: 60_000 }, (_, row) => `label ${time} ${row},${row}`).join('\n')}\n`,
            )
          ).id,
        );
      } catch (fault) {
        said = fault.message;
      }
    }
    if (!/room/.test(said)) wrong++;
    for (const id of kept) if ((await ask(url, 'GET', `/tables/${id}`)).rowCount !== 60_000) wrong++;
    console.log(`disk: ${kept.length} tables fit, then: ${said}`);
    server.kill('SIGKILL');
    await gone;
    // Where room is made everything that was acknowledged is there.
    execFileSync('mount', ['-o', 'remount,size=80m', folder], { stdio: 'pipe' });
    const again = serve(folder);
    const there = await ask(await again.ready, 'GET', '/tables');
    if (there.length !== kept.length) wrong++;
    again.server.kill('SIGKILL');
    await again.gone;
  } finally {
    execFileSync('umount', [folder], { stdio: 'pipe' });
    rmSync(folder, { recursive: true, force: true });
  }
  return wrong;
}

// ---- Readers and writers ----

async function load() {
  const folder = mkdtempSync(join(tmpdir(), 'onewhole-load-'));
  // With so small a bound the caches are full within the first minute: what grows after that is not theirs.
  const { server, ready, gone } = serve(folder, undefined, '--memory', '16MB');
  const url = await ready;
  const size = '?width=640&height=400';
  const rows = Array.from({ length: 20_000 }, (_, row) => `cause ${row % 40},route ${row % 12},${row % 500}`).join('\n');
  const table = await bring(url, 'delays.csv', `Cause,Route,Minutes\n${rows}\n`);
  const made = [];
  for (let at = 0; at < 10; at++) made.push((await ask(url, 'POST', `/tables/${table.id}/studies${size}`, {})).id);
  const end = Date.now() + minutes * 60_000;
  const times = [];
  let errors = 0;
  let writes = 0;
  const reader = async () => {
    while (Date.now() < end) {
      const before = performance.now();
      try {
        await ask(url, 'GET', `/studies/${made[Math.floor(Math.random() * made.length)]}${size}`);
        times.push(performance.now() - before);
      } catch {
        errors++;
      }
      await pause(20 + Math.random() * 60);
    }
  };
  const writer = async (id) => {
    let { revision } = await ask(url, 'GET', `/studies/${id}${size}`);
    for (let at = 0; Date.now() < end; at++) {
      try {
        const [path, value] = [
          ['title', `Title ${at}`],
          ['fold', { keep: 3 + (at % 9) }],
          ['rounding.decimals', at % 3],
          ['where', [{ column: 'Route', isNot: [`route ${at % 12}`] }]],
        ][at % 4];
        revision = (await ask(url, 'POST', `/studies/${id}/change${size}`, { revision, path, value })).revision;
        writes++;
      } catch {
        errors++;
        revision = (await ask(url, 'GET', `/studies/${id}${size}`)).revision;
      }
      await pause(60 + Math.random() * 120);
    }
  };
  const looked = [];
  const look = async () => {
    while (Date.now() < end) {
      const status = readFileSync(`/proc/${server.pid}/status`, 'utf8');
      looked.push({
        at: Date.now(),
        megabytes: Number(/VmRSS:\s+(\d+)/.exec(status)[1]) / 1024,
        handles: readdirSync(`/proc/${server.pid}/fd`).length,
      });
      await pause(2000);
    }
  };
  await Promise.all([look(), ...Array.from({ length: 50 }, reader), ...made.map(writer)]);
  server.kill('SIGKILL');
  await gone;
  rmSync(folder, { recursive: true, force: true });
  times.sort((a, b) => a - b);
  const start = looked[0].at;
  const mean = (from, to, what) => {
    const within = looked.filter(({ at }) => at - start >= from && at - start < to);
    return within.reduce((sum, one) => sum + one[what], 0) / Math.max(1, within.length);
  };
  const last = (minutes - 1) * 60_000;
  const [second, final] = [mean(60_000, 120_000, 'megabytes'), mean(last, last + 60_000, 'megabytes')];
  console.log(
    `load: ${minutes} minutes, ${times.length} reads, ${writes} writes, ${errors} errors; a study p50 ` +
      `${times[Math.floor(times.length / 2)].toFixed(0)} ms, p99 ${times[Math.floor(times.length * 0.99)].toFixed(0)} ms`,
  );
  console.log(
    `  memory in the second minute ${second.toFixed(0)} MB, in the last ${final.toFixed(0)} MB (` +
      `${((final / second - 1) * 100).toFixed(1)} %); handles ${mean(60_000, 120_000, 'handles').toFixed(0)} and ` +
      `${mean(last, last + 60_000, 'handles').toFixed(0)}`,
  );
  const inMinute = (minute) => mean(minute * 60_000, (minute + 1) * 60_000, 'megabytes').toFixed(0);
  console.log(`  minute by minute: ${Array.from({ length: minutes }, (_, minute) => inMinute(minute)).join(', ')} MB`);
  return errors;
}

let wrong = 0;
if (wanted('servers')) wrong += await servers();
if (wanted('disk')) wrong += await disk();
if (wanted('kills')) wrong += await killed();
if (wanted('load')) wrong += await load();
console.log(wrong === 0 ? 'nothing lost, nothing torn' : `${wrong} wrong`);
process.exitCode = wrong === 0 ? 0 : 1;
