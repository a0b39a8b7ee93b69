// Adds up the counters of all test result files of a folder; no file at all counts as one failure.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const folder = process.argv[2];
let passed = 0;
let failed = 0;
let files = [];
try {
  files = readdirSync(folder).filter((name) => name.endsWith('.trx'));
} catch {
  failed = 1;
}
for (const name of files) {
  const counters = /<Counters ([^>]*)>/.exec(readFileSync(join(folder, name), 'utf8'))?.[1] ?? '';
  const read = (key) => Number(new RegExp(`\\b${key}="(\\d+)"`).exec(counters)?.[1] ?? 0);
  passed += read('passed');
  failed += read('failed') + read('error') + read('timeout') + read('aborted');
}
console.log(passed, files.length === 0 ? Math.max(1, failed) : failed);
