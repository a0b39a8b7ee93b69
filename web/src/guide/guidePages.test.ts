import { describe, expect, test } from 'vitest';
import { guidePage } from '../../guide-pages';
import { found } from '../study/find';
import { findings } from './findings';

const page = guidePage(
  '# Choose *it*\n\n<!-- also: chart, type -->\n\nSee [Mekko](forms/mekko.md).\n\n## Order & fold\n\n![A "figure"](figures/folded.svg)\n\n| a | b |\n|---|---|\n| 1 | 2 |\n',
  '/x/docs/guide/4-choose.md',
);

describe('a page of the guide', () => {
  test('has its title, its headings with ids, and the words that it is looked for by', () => {
    expect(page.title).toBe('Choose it');
    expect(page.headings).toEqual([
      { id: 'choose-it', text: 'Choose it' },
      { id: 'order-fold', text: 'Order & fold' },
    ]);
    expect(page.also).toBe('chart type');
  });

  test('begins one level below the heading of the panel, and its headings can be led to', () => {
    expect(page.html).toContain('<h2 id="guide-choose-it" tabindex="-1">Choose it</h2>');
    expect(page.html).toContain('<h3 id="guide-order-fold" tabindex="-1">Order &amp; fold</h3>');
  });

  test('leads to pages by what they are called, from the work to forms and between forms', () => {
    expect(page.html).toContain('data-page="forms/mekko"');
    const form = guidePage('# A\n\n[B](pareto.md) and [the work](../5-finish.md#x)', '/x/docs/guide/forms/mekko.md');
    expect(form.html).toContain('data-page="forms/pareto"');
    expect(form.html).toContain('data-page="5-finish"');
  });

  test('keeps figures for the build, with their words', () => {
    expect(page.figures).toEqual(['/x/docs/guide/figures/folded.svg']);
    expect(page.html).toContain('alt="A &quot;figure&quot;"');
  });

  test('shows no remark of its source', () => expect(page.html).not.toContain('also:'));

  test('takes the words of a form from its sentence', () =>
    expect(guidePage('# Bridge\n\nAlso looked for as: waterfall, change.\n', '/docs/guide/forms/bridge.md').also).toBe(
      'waterfall change',
    ));
});

test('pages and headings are found by everyday words, and lead to their place', () => {
  const all = findings(new Map([['4-choose', { ...page }]]));
  expect(found(all, 'chart').map((hit) => [hit.page, hit.heading])).toEqual([['4-choose', undefined]]);
  expect(found(all, 'fold').map((hit) => [hit.name, hit.heading, hit.detail])).toEqual([
    ['Order & fold', 'order-fold', 'in the guide: Choose it'],
  ]);
});
