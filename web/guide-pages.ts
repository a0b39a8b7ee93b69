import { dirname, resolve } from 'node:path';
import { marked } from 'marked';
import type { Plugin } from 'vite';

/** The heading of a page, and the lines that divide it; each with the id by which it is led to. */
export type Heading = { id: string; text: string };

const plain = (text: string) => text.replaceAll(/[*`_]/g, '');
const idOf = (text: string) =>
  plain(text)
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, '-')
    .replaceAll(/^-|-$/g, '');

/**
 * A page of the guide as the front end shows it: made of its Markdown when the front end is built, so that no parser ships. Links to
 * other pages keep where they lead in `data-page`; figures become files of the build.
 */
export function guidePage(markdown: string, file: string) {
  const folder = dirname(file);
  const figures: string[] = [];
  const headings: Heading[] = [];
  const renderer = new marked.Renderer();
  renderer.heading = ({ tokens, depth }) => {
    const text = plain(tokens.map((token) => token.raw).join(''));
    headings.push({ id: idOf(text), text });
    return `<h${depth + 1} id="guide-${idOf(text)}" tabindex="-1">${marked.parseInline(text)}</h${depth + 1}>`;
  };
  renderer.link = ({ href, text }) => {
    const page = resolve('/', folder.split('/guide').at(-1) ?? '', href.split('#')[0] ?? '')
      .slice(1)
      .replace(/\.md$/, '');
    return `<a href="#guide" data-page="${page}">${marked.parseInline(text)}</a>`;
  };
  renderer.image = ({ href, text }) => {
    figures.push(resolve(folder, href));
    return `<img src="%figure-${figures.length - 1}%" alt="${text.replaceAll('"', '&quot;')}" width="720" height="500" loading="lazy">`;
  };
  const html = marked.parse(markdown.replaceAll(/<!--.*?-->\n?/g, ''), { renderer, async: false });
  const also = /<!-- also: (.*?) -->/.exec(markdown)?.[1] ?? /^Also looked for as: (.*)\.$/m.exec(markdown)?.[1] ?? '';
  return { html, headings, figures, title: headings[0]?.text ?? '', also: also.replaceAll(',', '') };
}

/** Makes modules of the guide's pages. */
export function guidePages(): Plugin {
  return {
    name: 'guide-pages',
    enforce: 'pre',
    transform(markdown, file) {
      if (!file.endsWith('.md')) return null;
      const { html, headings, figures, title, also } = guidePage(markdown, file);
      const imports = figures.map((figure, at) => `import figure${at} from ${JSON.stringify(`${figure}?url`)};`);
      const filled = figures.map((_, at) => `.replace('%figure-${at}%', figure${at})`).join('');
      const page = JSON.stringify({ headings, title, also });
      return { code: `${imports.join('\n')}\nexport default { ...${page}, html: ${JSON.stringify(html)}${filled} };`, map: null };
    },
  };
}
