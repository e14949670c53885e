// Every area for whoever cannot see it well or has no mouse: WCAG 2.2, levels A and AA, as far as a program can tell.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test, type Page } from '@playwright/test';
import type { AxeResults } from 'axe-core';
import { TestServer } from './server';

const server = new TestServer();
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
let page: Page;

test.beforeAll(async ({ browser }) => {
  await server.start();
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
});
test.afterAll(async () => {
  await page.close();
  await server.dispose();
});

/** What is wrong on the page as it is, each with where. */
async function wrong(): Promise<string[]> {
  await page.evaluate(axe);
  const { violations } = await page.evaluate(() =>
    (globalThis as unknown as { axe: { run: (options: object) => Promise<AxeResults> } }).axe.run({
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
      resultTypes: ['violations'],
    }),
  );
  return violations.flatMap(({ id, nodes }) =>
    nodes
      // A key of the score stands where its time is, and is small for it: that is essential (2.5.8), and each can be
      // reached and moved by the keyboard.
      .filter(({ target }) => !(id === 'target-size' && target.join('').includes('[data-key=')))
      .map(
        ({ target, failureSummary }) =>
          `${id}: ${target.join(' ')}: ${failureSummary?.split('\n')[1]?.trim() ?? ''}`,
      ),
  );
}

/** The areas, what is there when each has come, and what is opened in it then. */
const areas: readonly (readonly [path: string, ready: (page: Page) => Promise<unknown>])[] = [
  ['/shows', (on) => on.getByRole('button', { name: 'Open', exact: true }).first().waitFor()],
  ['/build/notice-strip', (on) => on.getByRole('treeitem').first().click()],
  ['/build/duel-strip', (on) => on.getByRole('tab', { name: 'Motion' }).click()],
  ['/data/heats', (on) => on.getByRole('gridcell').first().waitFor()],
  ['/data/wind', (on) => on.locator('[aria-roledescription=draggable]').first().waitFor()],
  ['/desk/main', (on) => on.getByText('Server answers').waitFor()],
  ['/ticker', (on) => on.getByRole('toolbar', { name: 'Ticker' }).waitFor()],
  ['/posts', (on) => on.getByText('Server answers').waitFor()],
  ['/outputs', (on) => on.getByRole('heading', { name: 'Outputs' }).waitFor()],
  ['/pads', (on) => on.getByText('Server answers').waitFor()],
  ['/pad', (on) => on.getByRole('button').first().waitFor()],
  ['/mixer', (on) => on.getByText('Server answers').waitFor()],
  ['/panel', (on) => on.getByText('Server answers').waitFor()],
  ['/as-run', (on) => on.getByRole('heading', { name: 'As-run log' }).waitFor()],
  ['/scorer', (on) => on.getByText('Server answers').waitFor()],
  ['/stand-ins', (on) => on.getByText('Server answers').waitFor()],
  ['/typing', (on) => on.getByText('Server answers').waitFor()],
];
for (const [path, ready] of areas)
  test(`nothing on ${path} keeps anyone out`, async () => {
    await page.goto(server.url + path);
    await ready(page);
    expect(await wrong()).toEqual([]);
  });

test('nothing in the palette or in what it opens keeps anyone out', async () => {
  await page.goto(`${server.url}/build/notice-strip`);
  await page.getByLabel('Name of the template').waitFor();
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Go to, or do' }).fill('a');
  expect(await wrong()).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Release…' }).click();
  await page.getByRole('dialog').waitFor();
  expect(await wrong()).toEqual([]);
});

test('a few letters lead to every area, template, table, card, element, setting and action, by the keyboard alone', async () => {
  const lead = async (letters: string, first: RegExp): Promise<void> => {
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Go to, or do' }).fill(letters);
    await expect(page.getByRole('option').first()).toHaveText(first);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog', { name: 'Go to, or do' })).toBeHidden();
  };
  await page.goto(`${server.url}/outputs`);
  await page.getByRole('heading', { name: 'Outputs' }).waitFor();
  await lead('shows', /^ShowsArea/);
  await page.getByRole('button', { name: 'Open', exact: true }).first().click();
  await page.getByLabel('Name of the template').waitFor();
  await lead('overall st', /^Overall standingsView/);
  await expect(page).toHaveURL(/data\/overall/);
  await lead('notice strip', /^Notice stripTemplate/);
  await expect(page.getByLabel('Name of the template')).toHaveValue('Notice strip');
  await lead('bridle element notice', /^BridleElement of Notice strip/);
  await expect(page.getByRole('treeitem', { name: /^Bridle/ })).toHaveAttribute('aria-selected', 'true');
  await lead('dupl', /^DuplicateActionCtrl\+D/);
  await expect(page.getByRole('treeitem', { name: /^Bridle/ })).toHaveCount(2);
  await lead('undo', /^Undo: Duplicate BridleActionCtrl\+Z/);
  await expect(page.getByRole('treeitem', { name: /^Bridle/ })).toHaveCount(1);
  await lead('language', /^Language that words are sorted by/);
  await expect(page.getByLabel('Language that words are sorted by')).toBeFocused();
  await lead('405.1', /^405\.1 /);
  await expect(page).toHaveURL(/desk/);
  await expect(page.locator('[data-take]')).toContainText('takes 405.1');
  // What was used stands first.
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('option').first()).toHaveText(/^405\.1 /);
  await page.keyboard.press('Escape');
});
