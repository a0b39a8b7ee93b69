// Runs the front end's unit tests and prints "passed failed"; their own output goes to standard error.
import { spawnSync } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { tellFailures } from './failures.mjs';

const out = 'node_modules/.vitest-results.json';
rmSync(out, { force: true });
const run = spawnSync('npx', ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${out}`], {
  encoding: 'utf8',
});
process.stderr.write(run.stdout + run.stderr);
try {
  const results = JSON.parse(readFileSync(out, 'utf8'));
  const broken = results.numTotalTests === 0 || (results.numFailedTestSuites > 0 && results.numFailedTests === 0) ? 1 : 0;
  const tests = results.testResults.flatMap((file) => file.assertionResults);
  tellFailures(
    'front end',
    tests
      .filter((test) => test.status === 'failed')
      .map((test) => `${test.fullName}\n    ${(test.failureMessages?.[0] ?? '').slice(0, 600)}`),
  );
  console.log(results.numPassedTests, results.numFailedTests + broken);
} catch {
  console.log(0, 1);
}
