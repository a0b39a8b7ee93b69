// The tests live outside the front end's folder; its packages are found from here.
export * from '../../web/node_modules/@playwright/test';

import { expect, type Page } from '../../web/node_modules/@playwright/test';

/** The figure of a study. */
export const figure = (page: Page) => page.locator('[role="graphics-document"]');

/** Its workings. */
export const ledger = (page: Page) => page.getByRole('grid', { name: 'Workings' });

/** A text that is seen: what is announced stands in the page as well, for those who hear it, and comes and goes a moment later. */
export const seen = (page: Page, text: string | RegExp, options?: { exact: boolean }) =>
  page.getByText(text, options).and(page.locator(':not([data-said])'));

/** A shape in the strip of forms. */
export const form = (page: Page, name: string) =>
  page.getByRole('toolbar', { name: 'Forms' }).getByRole('button', { name, exact: true });

/** Waits until every shape of every form stands in the strip: as many as the server knows for this study. */
export async function everyForm(page: Page) {
  const id = new URL(page.url()).pathname.split('/').pop();
  const shapes = await (await page.request.get(new URL(`/api/studies/${id}/strip`, page.url()).href)).json();
  expect(shapes.length).toBeGreaterThan(10);
  await expect(page.getByRole('toolbar', { name: 'Forms' }).getByRole('button')).toHaveCount(shapes.length);
}
