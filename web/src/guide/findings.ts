import type { Finding } from '../study/find';
import type { GuidePage } from './pages';
import { openGuide } from './useGuide';

/** A place of the guide that can be found. */
export type GuideFinding = Finding & { page: string; heading?: string };

/** The pages and their headings, found by their own words and by those that they are also looked for by. */
export function findings(pages: ReadonlyMap<string, GuidePage>): GuideFinding[] {
  return [...pages.entries()].flatMap(([page, { title, headings, also }]) =>
    headings.map(({ id, text }, at) => {
      const heading = at === 0 ? undefined : id;
      return {
        id: `guide:${page}${heading ? `#${heading}` : ''}`,
        name: at === 0 ? title : text,
        detail: at === 0 ? 'in the guide' : `in the guide: ${title}`,
        also: at === 0 ? also : '',
        page,
        heading,
        act: () => openGuide({ page, heading }),
      };
    }),
  );
}
