// Names what failed at the end of a run, where the last lines of a long log are all that is kept.
import { appendFileSync } from 'node:fs';

/** Adds names, each with the first lines of its reason, to the list that `./test` prints before its last line. */
export function tellFailures(suite, names) {
  const list = process.env.FAILURES;
  if (list && names.length > 0) appendFileSync(list, names.map((name) => `failed (${suite}): ${name}\n`).join(''));
}
