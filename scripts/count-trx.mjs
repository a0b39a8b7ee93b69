// Adds up the counters of all test result files of a folder; no file at all counts as one failure.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { tellFailures } from './failures.mjs';

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
  const text = readFileSync(join(folder, name), 'utf8');
  const counters = /<Counters ([^>]*)>/.exec(text)?.[1] ?? '';
  const read = (key) => Number(new RegExp(`\\b${key}="(\\d+)"`).exec(counters)?.[1] ?? 0);
  passed += read('passed');
  failed += read('failed') + read('error') + read('timeout') + read('aborted');
  for (const [result] of text.matchAll(/<UnitTestResult [^>]*outcome="Failed"[\s\S]*?<\/UnitTestResult>/g)) {
    const test = /testName="([^"]*)"/.exec(result)?.[1] ?? '?';
    const reason = /<Message>([\s\S]*?)<\/Message>/.exec(result)?.[1] ?? '';
    tellFailures('xUnit', [`${test}\n    ${reason.slice(0, 600).replaceAll('\n', '\n    ')}`]);
  }
}
console.log(passed, files.length === 0 ? Math.max(1, failed) : failed);
