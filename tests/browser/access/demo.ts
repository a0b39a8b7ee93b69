import { expect, type Page } from '../playwright';
import { startServer } from '../server';

/** What the server says, as JSON. */
type Answer = ReturnType<typeof JSON.parse>;

declare global {
  interface Window {
    /** What was announced. */
    said: string[];
    /** Whether the browser was asked to print. */
    asked?: boolean;
  }
}

export type Demo = Awaited<ReturnType<typeof startServer>> & {
  /** The demo's studies, each with its form's kind. */
  studies: { id: string; name: string; kind: string }[];
  tables: { id: string; name: string }[];
  briefings: { id: string; title: string }[];
  ask: (path: string, how?: RequestInit) => Promise<Answer>;
};

/** A server of its own with the demo in it. */
export async function startDemo(): Promise<Demo> {
  const server = await startServer();
  const ask = async (path: string, how?: RequestInit) => (await fetch(`${server.url}${path}`, how)).json();
  await fetch(`${server.url}/api/demo`, { method: 'POST' });
  const all = (await ask('/api/studies?width=24&height=24')) as { id: string; name: string }[];
  const studies = await Promise.all(
    all.map(async ({ id, name }) => ({ id, name, kind: (await ask(`/api/studies/${id}`)).study.form.kind as string })),
  );
  return { ...server, ask, studies, tables: await ask('/api/tables'), briefings: await ask('/api/briefings') };
}

/** The address of a study of the demo. */
export const studyOf = (demo: Demo, name: RegExp) =>
  `${demo.url}/studies/${demo.studies.find((study) => name.test(study.name))?.id}`;

/** Opens a study and waits until it is drawn, for the room that it has by then: its first figure may be for another one. */
export async function openStudy(page: Page, demo: Demo, name: RegExp) {
  await page.goto(studyOf(demo, name));
  await expect(page.locator('[data-stop="bar"]').first()).toBeVisible();
  await page.waitForLoadState('networkidle');
}

/** Keeps all that is announced on a page, from the moment it is called: before the page is gone to. */
export async function hear(page: Page) {
  await page.addInitScript(() => {
    const said: string[] = [];
    window.said = said;
    const texts = new WeakMap<Element, string>();
    setInterval(() => {
      for (const region of document.querySelectorAll('[data-said]')) {
        const text = region.textContent ?? '';
        if (text && texts.get(region) !== text) said.push(text.trim());
        texts.set(region, text);
      }
    }, 30);
  });
  return {
    /** What was said since the last call. */
    taken: () => page.evaluate(() => window.said.splice(0)),
    /** Waits until something was said that a pattern fits, and gives all that was said until then. */
    until: async (pattern: RegExp) => {
      await expect.poll(() => page.evaluate(() => window.said.join('\n'))).toMatch(pattern);
      return (await page.evaluate(() => window.said.splice(0))) as string[];
    },
  };
}
