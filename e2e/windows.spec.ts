// Work is never lost in silence: several windows of one show, a full storage, words typed in the last moment.
import { expect, test, type Page } from '@playwright/test';
import { TestServer } from './server';
import { row, setNumbers, tool } from './stage';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());

const name = (page: Page) => page.getByLabel('Name of the template');

test('two windows of one show follow one another, in every area, and neither takes the other’s work away', async ({
  page,
  context,
}) => {
  await page.goto(`${server.url}/build/notice-strip`);
  await expect(name(page)).toHaveValue('Notice strip');
  const other = await context.newPage();
  await other.goto(`${server.url}/build/notice-strip`);
  await expect(name(other)).toHaveValue('Notice strip');
  await tool(page, 'Rectangle');
  await expect(row(other, 'Rectangle')).toBeVisible();
  await row(other, 'Rectangle').click();
  await setNumbers(page, { X: 700, Y: 300 });
  await expect(other.getByLabel('X', { exact: true })).toHaveValue('700');
  // Both at once.
  await Promise.all([setNumbers(page, { W: 333 }), setNumbers(other, { H: 222 })]);
  for (const one of [page, other]) {
    await expect(one.getByLabel('W', { exact: true })).toHaveValue('333');
    await expect(one.getByLabel('H', { exact: true })).toHaveValue('222');
  }
  // The way back is one way, in whichever window it is gone.
  await other.getByRole('button', { name: /^Undo: / }).click();
  await other.getByRole('button', { name: /^Undo: / }).click();
  await expect(page.getByLabel('W', { exact: true })).not.toHaveValue('333');
  await expect(page.getByLabel('H', { exact: true })).not.toHaveValue('222');
  // In Data too, and after a reload of both.
  await other.goto(`${server.url}/data/heats`);
  const cell = (of: Page) => of.getByRole('grid').getByRole('row').nth(1).getByRole('gridcell').nth(1);
  await cell(other).click();
  await other.keyboard.type('Lúcia Vareiro\n');
  await page.goto(`${server.url}/data/heats`);
  await expect(cell(page)).toHaveText('Lúcia Vareiro');
  await page.getByRole('button', { name: /^Undo: / }).click();
  await expect(cell(other)).not.toHaveText('Lúcia Vareiro');
  await other.close();
});

test('words typed just before a tab is pressed, and just before the page is reloaded, are kept', async ({
  page,
}) => {
  await page.goto(`${server.url}/build/notice-strip`);
  await tool(page, 'Rectangle');
  await page.getByLabel('X', { exact: true }).fill('123');
  await page.getByRole('tab', { name: 'Motion' }).click();
  await page.getByRole('tab', { name: 'Properties' }).click();
  await expect(page.getByLabel('X', { exact: true })).toHaveValue('123');
  await page.getByLabel('X', { exact: true }).fill('321');
  await page.reload();
  await row(page, 'Rectangle').click();
  await expect(page.getByLabel('X', { exact: true })).toHaveValue('321');
});

test('a full storage is said at once and stays said; what takes room is shown, and the show goes out as a file', async ({
  page,
}) => {
  // The browser refuses what is written, as it does when nothing is left of what it gives.
  await page.addInitScript(() => {
    for (const write of ['add', 'put'] as const) {
      const own = IDBObjectStore.prototype[write];
      IDBObjectStore.prototype[write] = function (this: IDBObjectStore, ...given) {
        if (document.documentElement.dataset['full']) throw new DOMException('', 'QuotaExceededError');
        return own.apply(this, given);
      };
    }
  });
  const full = (is: string) =>
    page.evaluate((word) => void (document.documentElement.dataset['full'] = word), is);
  await page.goto(`${server.url}/build/notice-strip`);
  await expect(name(page)).toHaveValue('Notice strip');
  await full('yes');
  await tool(page, 'Rectangle');
  const said = page.getByRole('alert').filter({ hasText: 'storage is full' });
  await expect(said).toContainText('is not kept');
  await tool(page, 'Text');
  await page.waitForTimeout(1000);
  await expect(said).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    said.getByRole('button', { name: 'Export this show' }).click(),
  ]);
  expect(file.suggestedFilename()).toContain('.jorvan');
  await said.getByRole('button', { name: 'What takes room…' }).click();
  await expect(page.getByRole('dialog').getByRole('row').nth(1)).toContainText('open');
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  // There is room again: all of it is kept, and nothing says otherwise.
  await full('');
  await expect(said).toHaveCount(0, { timeout: 20_000 });
  // What was refused when the page went is kept by the next one, which has room.
  await full('yes');
  await tool(page, 'Text');
  await expect(said).toBeVisible();
  page.on('dialog', (asks) => void asks.accept());
  await page.reload();
  await expect(row(page, 'Text 2')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(row(page, 'Text 2')).toHaveCount(0);
  await expect(row(page, 'Text')).toBeVisible();
  await expect(row(page, 'Rectangle')).toBeVisible();
  // The way back outlives the reload too.
  await page.keyboard.press('Control+z');
  await expect(row(page, 'Text')).toHaveCount(0);
});
