import type { Block, BriefingDocument } from '../lib/api';
import type { Conflict } from '../lib/useSaving';

const same = (one: unknown, other: unknown) => JSON.stringify(one ?? null) === JSON.stringify(other ?? null);

/**
 * Lays what a change made of a page on a newer page: what it left alone stays as it is there. Where both have changed the same, the
 * change's own is taken, and the clash is told.
 */
export function laidOn(
  now: BriefingDocument,
  before: BriefingDocument,
  after: BriefingDocument,
): { document: BriefingDocument; clash: Conflict | null } {
  let clash: Conflict | null = null;
  const taken = <T>(words: string, here: T, old: T, mine: T, shown: (value: T) => string): T => {
    if (same(mine, old)) return here;
    if (!same(here, old) && !same(here, mine)) clash ??= { words, mine: shown(mine), theirs: shown(here) };
    return mine;
  };
  const document: BriefingDocument = { ...now };
  document.title = taken('The title', now.title, before.title, after.title, (title) => `“${title ?? ''}”`);
  document.columns = taken('The number of columns', now.columns, before.columns, after.columns, (count) => String(count ?? 2));
  document.filter = taken('The filter', now.filter, before.filter, after.filter, (filter) =>
    filter?.length ? filter.map((clause) => clause.column).join(', ') : 'none',
  );
  const blocks = new Map((now.blocks ?? []).map((block) => [block.key, block]));
  const old = new Map((before.blocks ?? []).map((block) => [block.key, block]));
  for (const mine of after.blocks ?? []) {
    const was = old.get(mine.key);
    const here = blocks.get(mine.key);
    if (same(mine, was)) continue;
    if (was && !here) {
      clash ??= { words: 'A block that was changed here', mine: wordsOf(mine), theirs: 'taken away' };
      blocks.set(mine.key, mine);
    } else if (!was || !here) blocks.set(here ? `${mine.key}x` : mine.key, here ? { ...mine, key: `${mine.key}x` } : mine);
    else blocks.set(mine.key, taken(mine.kind === 'text' ? 'The text' : 'A block', here, was, mine, wordsOf));
  }
  for (const key of old.keys()) if (!after.blocks?.some((block) => block.key === key)) blocks.delete(key);
  // The order is the change's own where it moved something; what only the newer page has comes last.
  const moved = !same(order(before, after), order(after, before));
  const keys = moved ? [...(after.blocks ?? []).map((block) => block.key), ...blocks.keys()] : [...blocks.keys()];
  document.blocks = [...new Set(keys)].flatMap((key) => blocks.get(key) ?? []);
  return { document, clash };
}

/** The keys of one page's blocks that the other has, too. */
const order = (page: BriefingDocument, other: BriefingDocument) =>
  (page.blocks ?? []).map((block) => block.key).filter((key) => other.blocks?.some((block) => block.key === key));

const wordsOf = (block: Block) => (block.kind === 'text' ? `“${block.text ?? ''}”` : (block.show ?? 'the figure'));
