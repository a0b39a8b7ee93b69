/** A page of the guide. */
export type GuidePage = { title: string; html: string; also: string; headings: { id: string; text: string }[] };

const modules = import.meta.glob<GuidePage>(['../../../docs/guide/?-*.md', '../../../docs/guide/forms/*.md'], {
  eager: true,
  import: 'default',
});

/** All pages by what they are called in links ("3-say-the-whole", "forms/mekko"): those of the work in its order, then the forms. */
export const pages: ReadonlyMap<string, GuidePage> = new Map(
  Object.entries(modules)
    .map(([file, page]) => [file.replace(/^.*\/docs\/guide\//, '').replace(/\.md$/, ''), page] as const)
    .sort(([one], [other]) => Number(one.includes('/')) - Number(other.includes('/')) || (one < other ? -1 : 1)),
);
