import { describe, expect, test } from 'vitest';
import type { BriefingDocument } from '../lib/api';
import { laidOn } from './laidOn';

const text = (key: string, words: string) => ({ key, kind: 'text' as const, text: words });
const page = (title: string, ...blocks: BriefingDocument['blocks'] & object): BriefingDocument => ({
  format: 'onewhole.briefing/1',
  title,
  blocks,
});

describe('a change of a page laid on a newer page', () => {
  const before = page('Page', text('a', 'one'), text('b', 'two'));

  test('leaves what it did not touch as it is there', () => {
    const after = page('Page', text('a', 'one!'), text('b', 'two'));
    const now = page('Other', text('a', 'one'), text('b', 'two?'), text('c', 'three'));
    expect(laidOn(now, before, after)).toEqual({
      document: { ...page('Other', text('a', 'one!'), text('b', 'two?'), text('c', 'three')) },
      clash: null,
    });
  });

  test('tells what both have changed, and takes its own', () => {
    const { document, clash } = laidOn(
      page('Page', text('a', 'theirs'), text('b', 'two')),
      before,
      page('Page', text('a', 'mine'), text('b', 'two')),
    );
    expect(clash).toEqual({ words: 'The text', mine: '“mine”', theirs: '“theirs”' });
    expect(document.blocks?.[0]?.text).toBe('mine');
  });

  test('what both have changed alike is no clash', () => {
    const same = page('Page', text('a', 'the same'), text('b', 'two'));
    expect(laidOn(same, before, same).clash).toBeNull();
  });

  test('moves, adds and takes away blocks beside those that came', () => {
    const now = page('Page', text('a', 'one'), text('b', 'two'), text('c', 'three'));
    expect(
      laidOn(now, before, page('Page', text('b', 'two'), text('a', 'one'))).document.blocks?.map((block) => block.key),
    ).toEqual(['b', 'a', 'c']);
    expect(laidOn(now, before, page('Page', text('b', 'two'))).document.blocks?.map((block) => block.key)).toEqual(['b', 'c']);
    const added = laidOn(now, before, page('Page', text('a', 'one'), text('b', 'two'), text('c', 'mine'))).document.blocks;
    expect(added?.map((block) => block.text)).toEqual(['one', 'two', 'three', 'mine']);
  });

  test('a block that is gone there and changed here is asked about', () => {
    expect(laidOn(page('Page', text('b', 'two')), before, page('Page', text('a', 'one!'), text('b', 'two'))).clash?.theirs).toBe(
      'taken away',
    );
  });
});
