/** One thing that can be found: what it is called, by which other words, and what it is. */
export type Finding = {
  /** What it is: "setting:finish.key", "word:parts", "form:pareto-bars", "do:undo". */
  id: string;
  name: string;
  detail?: string;
  /** Other words for it, where it brings them itself. */
  also?: string;
  act: () => unknown;
};

/**
 * The trade's and everyday words for what has another name here, by the beginning of an id. A word leads to everything whose
 * id begins so, after what has the word in its own name.
 */
export const alsoCalled: [id: string, words: string][] = [
  ['word:value', 'measure metric sum count values aggregate total y-axis field'],
  ['word:parts', 'category categories dimension labels rows x-axis slices segments breakdown'],
  ['word:groups', 'series columns split breakdown by clusters stacks'],
  ['word:whole', 'percent percentage denominator base proportion 100 total relative normalise normalize'],
  ['word:order.parts', 'sort sorting ascending descending rank ranking arrange alphabetical'],
  ['word:order.groups', 'sort series ascending descending arrange alphabetical'],
  ['word:where', 'filter condition criteria restrict exclude include'],
  ['word:fold', 'other others top bottom limit small merge combine'],
  ['do:clause', 'filter where condition only restrict criteria exclude date range'],
  ['clause:fold', 'other others top limit small merge combine bucket'],
  ['clause:negatives', 'minus below zero loss exclude hide'],
  ['clause:groups', 'split series breakdown by stack cluster second dimension'],
  ['clause:each', 'small multiples facet trellis repeat panel grid'],
  ['clause:form.cuts', 'threshold reference line 80/20 percentile cutoff target line'],
  ['clause:form.against', 'compare comparison benchmark previous versus before target'],
  ['clause:form.limits', 'abc thresholds classes'],
  ['setting:title', 'heading rename name header'],
  ['setting:finish.caption', 'subtitle description'],
  ['setting:finish.showCaption', 'subtitle hide description'],
  ['setting:finish.source', 'footnote footer source note credit'],
  ['setting:finish.labels', 'data label labels values percent percentage show numbers annotation'],
  ['setting:finish.labelPlace', 'position inside outside end'],
  ['setting:finish.labelInk', 'font colour color text'],
  ['setting:finish.labelTurn', 'rotate rotation vertical angle orientation'],
  ['setting:finish.labelOf', 'percent percentage of base'],
  ['setting:finish.groupLabel', 'totals subtotals stack total'],
  ['setting:finish.pointer', 'tooltip hover popup'],
  ['setting:rounding.decimals', 'precision round rounding digits places'],
  ['setting:rounding.reconcile', 'rounding error 100 add up adjust'],
  ['setting:finish.amountDecimals', 'precision round rounding digits places format'],
  ['setting:finish.amountIn', 'thousands millions k units format abbreviate display'],
  ['setting:finish.unit', 'currency prefix suffix symbol euro dollar'],
  ['setting:finish.trimZeros', 'trailing format'],
  ['setting:finish.palette', 'colour color colors theme scheme palette'],
  ['setting:finish.emphasisRule', 'emphasis focus accent emphasise emphasize conditional'],
  ['setting:finish.key', 'legend'],
  ['setting:finish.keyPlace', 'legend position'],
  ['setting:finish.axes.line', 'border axis'],
  ['setting:finish.axes.ticks', 'tick marks'],
  ['setting:finish.axes.numbers', 'axis labels scale title'],
  ['setting:finish.axes.names', 'category labels axis hide'],
  ['setting:finish.axes.grid', 'gridlines gridline background lines'],
  ['setting:finish.amountEnd', 'maximum minimum axis scale range limit bounds'],
  ['setting:finish.gap', 'gap spacing width thickness bar'],
  ['setting:finish.groupGap', 'gap spacing cluster'],
  ['setting:finish.proportion', 'size aspect ratio width height resize dimensions'],
  ['setting:finish.print', 'font size text bold'],
  ['setting:form.axes', 'secondary axis dual scale'],
  ['setting:form.lay', 'horizontal vertical orientation rotate flip'],
  ['do:swap', 'transpose switch flip exchange rows columns'],
  ['do:copy', 'duplicate clone save-as'],
  ['do:remove', 'delete trash discard'],
  ['do:changes', 'variance difference compare previous since last month year growth waterfall before then'],
  ['do:again', 'reuse template apply other table'],
  [
    'do:hand-over',
    'export download print save share pdf png svg image picture slide slides deck workbook spreadsheet csv send publish email clipboard',
  ],
  ['do:finish', 'format formatting style looks design appearance options settings properties customise customize'],
  ['do:table', 'data source rows spreadsheet edit refresh update reload'],
  [
    'do:prepare',
    'pivot unpivot transform clean unique rename column merge replace calculated formula split join type bins histogram buckets',
  ],
  ['do:theme', 'dark night mode theme'],
  ['do:keys', 'shortcuts keyboard help hotkeys'],
  ['do:undo', 'back revert'],
  ['do:briefings', 'dashboard report page pages'],
];

const words = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .split(/[^\p{L}\p{N}%/]+/u)
    .filter(Boolean);

/** How well an entry has a word: its name begins with it, a word of its name does, another word for it does; 0 for not at all. */
function rank(typed: string, name: string[], also: string[]): number {
  if (name[0]?.startsWith(typed)) return name[0] === typed ? 6 : 5;
  if (name.includes(typed)) return 4;
  if (also.includes(typed)) return 4.5;
  if (name.some((word) => word.startsWith(typed))) return 3;
  return typed.length > 1 && also.some((word) => word.startsWith(typed)) ? 2 : 0;
}

const synonyms = (id: string) =>
  alsoCalled
    .filter(
      ([begin]) =>
        id === begin ||
        id.startsWith(`${begin}.`) ||
        id.startsWith(`${begin}-`) ||
        id.startsWith(`${begin}:`) ||
        id.startsWith(`${begin}[`),
    )
    .flatMap(([, also]) => words(also));

/**
 * What has every typed word in its name or in another word for it, at the beginning of a word; the best first. Nothing is
 * found by loose letters.
 */
export function found<T extends Finding>(entries: T[], query: string): T[] {
  const typed = words(query);
  if (typed.length === 0) return entries;
  return entries
    .map((entry, at) => {
      const name = words(entry.name);
      const also = [...synonyms(entry.id), ...words(entry.also ?? '')];
      const ranks = typed.map((word) => rank(word, name, also));
      return { entry, at, rank: ranks.includes(0) ? 0 : ranks.reduce((sum, one) => sum + one, 0) };
    })
    .filter((one) => one.rank > 0)
    .sort((one, other) => other.rank - one.rank || one.at - other.at)
    .map((one) => one.entry);
}
