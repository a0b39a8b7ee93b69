import { type CDPSession, expect, ledger, type Page, test } from '../playwright';
import { type Demo, startDemo, studyOf } from './demo';

let demo: Demo;
test.beforeAll(async () => {
  demo = await startDemo();
});
test.afterAll(() => demo.stop());

type Node = { role: string; name: string; node: number; level?: number; properties: Record<string, unknown> };

/** A page as the accessibility tree has it: nothing else is looked at, and only what stands in it is used. */
async function tree(page: Page) {
  const session: CDPSession = await page.context().newCDPSession(page);
  const all = async (): Promise<Node[]> => {
    const { nodes } = await session.send('Accessibility.getFullAXTree');
    return nodes
      .filter((node) => !node.ignored)
      .map((node) => ({
        role: String(node.role?.value ?? ''),
        name: String(node.name?.value ?? ''),
        node: node.backendDOMNodeId ?? 0,
        properties: Object.fromEntries((node.properties ?? []).map((property) => [property.name, property.value.value])),
      }));
  };
  const find = async (role: string, name: RegExp): Promise<Node> => {
    let found: Node | undefined;
    await expect
      .poll(async () => {
        found = (await all()).find((node) => node.role === role && name.test(node.name));
        return found !== undefined;
      }, `${role} ${name}`)
      .toBe(true);
    return found as Node;
  };
  const on = async (node: Node, make: string, ...args: unknown[]) => {
    const { object } = await session.send('DOM.resolveNode', { backendNodeId: node.node });
    await session.send('Runtime.callFunctionOn', {
      objectId: object.objectId,
      functionDeclaration: make,
      arguments: args.map((value) => ({ value })),
      userGesture: true,
    });
  };
  return {
    all,
    find,
    /** What a screen reader does when one activates something. */
    press: async (role: string, name: RegExp) => on(await find(role, name), 'function () { this.focus(); this.click(); }'),
    focus: async (role: string, name: RegExp) => on(await find(role, name), 'function () { this.focus(); }'),
    write: async (role: string, name: RegExp, text: string) => {
      await on(await find(role, name), 'function () { this.focus(); this.select?.(); }');
      await page.keyboard.insertText(text);
    },
  };
}

test('nothing that is used has no name, and no cell is empty to the ear', async ({ page }) => {
  for (const study of demo.studies) {
    await page.goto(`${demo.url}/studies/${study.id}`);
    await expect(page.locator('[data-stop="bar"]').first()).toBeVisible();
    await expect(ledger(page).locator('[role="row"]').nth(2)).toBeVisible();
    const nodes = await (await tree(page)).all();
    const used = [
      'button',
      'link',
      'gridcell',
      'rowheader',
      'columnheader',
      'slider',
      'textbox',
      'checkbox',
      'radio',
      'combobox',
      'heading',
    ];
    const nameless = nodes.filter((node) => used.includes(node.role) && !node.name.trim());
    expect(
      nameless.map((node) => node.role),
      study.name,
    ).toEqual([]);
    expect(nodes.filter((node) => node.role === 'rowheader').length, study.name).toBeGreaterThan(1);
  }
});

test('the workings are a table: each row has its header, the whole’s row can be gone to, chosen rows say so', async ({
  page,
}) => {
  await page.goto(studyOf(demo, /Half of the causes/));
  await expect(ledger(page)).toBeVisible();
  await ledger(page).focus();
  await page.keyboard.press('Control+End');
  const active = () =>
    page.evaluate(
      () =>
        document.getElementById(document.activeElement?.getAttribute('aria-activedescendant') ?? '')?.closest('[role="row"]')
          ?.textContent,
    );
  await page.keyboard.press('Home');
  expect(await active()).toMatch(/^Whole/);
  await page.keyboard.press('ArrowUp');
  expect(await active()).toMatch(/^Loading of freigt/);
  await page.keyboard.press(' ');
  const reader = await tree(page);
  const rows = (await reader.all()).filter((node) => node.role === 'row');
  expect(rows.filter((node) => node.properties.selected === true)).toHaveLength(1);
  expect(rows.length).toBe(14);
});

test('a study on a briefing is a heading, and the text of a briefing is read', async ({ page }) => {
  await page.goto(`${demo.url}/briefings/${demo.briefings[0]?.id}`);
  await expect(page.locator('[data-stop="bar"]').first()).toBeVisible();
  const nodes = await (await tree(page)).all();
  const headings = nodes.filter((node) => node.role === 'heading').map((node) => node.name);
  const page1 = await demo.ask(`/api/briefings/${demo.briefings[0]?.id}`);
  for (const block of page1.blocks) {
    if (block.study) expect(headings).toContain(block.study.title);
    const first = block.segments?.find(
      (segment: { reading?: string; text: string }) => !segment.reading && segment.text.trim().length > 8,
    );
    if (first)
      expect(nodes.some((node) => node.role === 'StaticText' && node.name.includes(first.text.trim().slice(0, 30)))).toBe(true);
  }
});

test('the whole job by the accessibility tree alone', async ({ page }) => {
  test.setTimeout(120_000);
  await page.goto(demo.url);
  const reader = await tree(page);
  await reader.press('button', /^Paste rows$/);
  await reader.write('textbox', /^Paste rows, headings first/, 'Cause;Minutes\nFog;120\nEngine;80\nCrew;30\nTide;5\n');
  await reader.press('button', /^Bring in$/);
  await reader.find('heading', /^pasted/);
  // Made fit: a step by its name, its form, and back.
  await reader.press('button', /^Prepare/);
  await reader.focus('combobox', /^Add a step$/);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await reader.press('button', /^(Not now|Leave|Cancel)/);
  await reader.press('button', /^Start a study$/);
  // Said: a word, another choice.
  await reader.press('button', /^largest first$/);
  await reader.press('button', /^smallest first/);
  await reader.find('button', /^smallest first$/);
  await reader.press('button', /^Undo$/);
  await reader.find('button', /^largest first$/);
  // Chosen: the bar, and what it reads.
  await reader.press('button', /^Share bars$/);
  await expect.poll(async () => (await reader.all()).some((node) => /^Share bars\. /.test(node.name))).toBe(true);
  const symbol = (await reader.all()).find((node) => /^Fog, /.test(node.name));
  expect(symbol?.name).toMatch(/^Fog, .*120/);
  // Finished.
  await reader.press('button', /^Finish$/);
  await reader.press('tab', /^labels$/i).catch(() => undefined);
  await reader.find('radio', /^amount$/);
  await page.keyboard.press('Escape');
  // Handed over.
  const download = page.waitForEvent('download');
  await reader.press('button', /^Hand over$/);
  await reader.press('link', /^Workings, CSV/);
  expect((await download).suggestedFilename()).toMatch(/\.csv$/);
  await page.keyboard.press('Escape');
  // Briefed.
  await reader.press('link', /^Briefings$/);
  await reader.write('textbox', /^Title of the briefing$/, 'By ear');
  await reader.press('checkbox', /Minutes by cause/);
  await reader.press('button', /^Begin$/);
  await reader.find('heading', /^By ear$/);
  await reader.find('heading', /Minutes by cause/);
});
