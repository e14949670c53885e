// Work is never lost in silence: several windows of one show, a full storage, words typed in the last moment.
import { readFileSync } from 'node:fs';
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

test('what was typed is kept when the page is closed 50 ms after the key', async ({ context }) => {
  const cell = (of: Page) => of.getByRole('grid').getByRole('row').nth(1).getByRole('gridcell').nth(1);
  const typed = async (path: string, type: (page: Page) => Promise<void>): Promise<void> => {
    const page = await context.newPage();
    await page.goto(server.url + path);
    await type(page);
    await page.waitForTimeout(50);
    await page.close({ runBeforeUnload: false });
  };
  await typed('/data/heats', async (page) => {
    await cell(page).click();
    await page.keyboard.type('Lúcia Vareiro');
  });
  await typed('/build/notice-strip', async (page) => {
    await expect(name(page)).toHaveValue('Notice strip');
    await name(page).press('End');
    await page.keyboard.type(' of the bay');
  });
  const page = await context.newPage();
  await page.goto(`${server.url}/data/heats`);
  await expect(cell(page)).toHaveText('Lúcia Vareiro');
  await page.goto(`${server.url}/build/notice-strip`);
  await expect(name(page)).toHaveValue('Notice strip of the bay');
  await page.close();
});

test('what was typed in a cell is kept when another cell is clicked', async ({ page }) => {
  const cell = (row: number) => page.getByRole('grid').getByRole('row').nth(row).getByRole('gridcell').nth(1);
  await page.goto(`${server.url}/data/vote-kites`);
  await cell(2).click();
  await page.keyboard.type('Clicked away');
  await cell(4).click();
  await expect(cell(2)).toHaveText('Clicked away');
});

test('two windows that type into different tables at once lose nothing, and end alike', async ({
  page,
  context,
}) => {
  const cells = (of: Page) => of.getByRole('grid').getByRole('row');
  const cell = (of: Page, row: number) => cells(of).nth(row).getByRole('gridcell').nth(1);
  const other = await context.newPage();
  await page.goto(`${server.url}/data/tide`);
  await other.goto(`${server.url}/data/vote-kites`);
  const type = async (of: Page, words: string): Promise<void> => {
    await cell(of, 1).click();
    for (let i = 1; i <= 4; i += 1) {
      await of.keyboard.type(`${words} ${i}\n`);
      await of.keyboard.press('ArrowDown');
    }
  };
  await Promise.all([type(page, 'Beach'), type(other, 'Kite')]);
  await page.goto(`${server.url}/data/vote-kites`);
  await other.goto(`${server.url}/data/tide`);
  for (let i = 1; i <= 4; i += 1) {
    await expect(cell(page, i)).toHaveText(`Kite ${i}`);
    await expect(cell(other, i)).toHaveText(`Beach ${i}`);
  }
  await other.close();
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

test('a show that an older Jorvan kept in this browser opens, in every layout there was, with its way back and what was kept of it', async ({
  browser,
}) => {
  const fixture = JSON.parse(readFileSync('src/core/show/fixtures/format-13.json', 'utf8')) as Record<string, unknown>; // prettier-ignore
  for (const layout of [1, 2, 3]) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.goto(`${server.url}/out/main`);
    const id = 'older';
    const nameEdit = (label: string, from: string, to: string) => ({
      id: label,
      label,
      patches: [{ op: 'replace', path: ['name'], value: to }],
      inverse: [{ op: 'replace', path: ['name'], value: from }],
      merge: null,
    });
    await page.evaluate(
      async ({ layout, id, document, before, after }) => {
        const asked = indexedDB.open('jorvan', layout * 10);
        asked.onupgradeneeded = () => {
          const { result: db, transaction } = asked;
          db.createObjectStore('shows', { keyPath: 'id' }).createIndex('changedAt', 'changedAt');
          db.createObjectStore('assets', { keyPath: 'id' });
          db.createObjectStore('history', { keyPath: 'id' });
          if (layout > 1)
            db.createObjectStore('states', { keyPath: 'id', autoIncrement: true }).createIndex(
              'show',
              'show',
            );
          if (layout > 2) {
            db.createObjectStore('steps', { keyPath: 'seq', autoIncrement: true }).createIndex('[show+seq]', ['show', 'seq']); // prettier-ignore
            db.createObjectStore('heads', { keyPath: 'id' });
          }
          const put = (store: string, value: object) => transaction?.objectStore(store).put(value);
          put('shows', { id, name: 'Before', changedAt: 1, document, ...(layout > 2 ? { seq: 0 } : {}) });
          put('history', { id, undo: [before], redo: [] });
          if (layout > 1) put('states', { show: id, name: 'First draft', keptAt: 1, document });
          if (layout < 3) return;
          put('heads', { id, seq: 0, dropped: 0 });
          put('steps', { show: id, by: 'another', after: 0, steps: [{ do: 'edit', ...after }] });
        };
        await new Promise((done) => (asked.onsuccess = done));
        asked.result.close();
        localStorage.setItem('jorvan.show', id);
      },
      {
        layout,
        id,
        document: JSON.stringify({ ...fixture, id, name: 'Before' }),
        before: nameEdit('First name', 'At first', 'Before'),
        after: nameEdit('Last name', 'Before', 'At last'),
      },
    );
    await page.goto(`${server.url}/build`);
    const heading = (words: string) => page.getByRole('banner').getByText(words, { exact: true });
    await expect(heading(layout > 2 ? 'At last' : 'Before')).toBeVisible();
    if (layout > 2) {
      await page.getByRole('button', { name: /^Undo/ }).click();
      await expect(heading('Before')).toBeVisible();
    }
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect(heading('At first')).toBeVisible();
    // From then on it is kept in parts, and its way on with it.
    const kept = () =>
      page.evaluate(async () => {
        const asked = indexedDB.open('jorvan');
        await new Promise((done) => (asked.onsuccess = done));
        const read = asked.result.transaction('shows').objectStore('shows').get('older');
        await new Promise((done) => (read.onsuccess = done));
        asked.result.close();
        const { layout, document } = read.result as { layout?: unknown; document?: unknown };
        return [layout !== undefined, document !== undefined];
      });
    await expect.poll(kept).toEqual([true, false]);
    await page.reload();
    await expect(heading('At first')).toBeVisible();
    await page.getByRole('button', { name: /^Redo/ }).click();
    await expect(heading('Before')).toBeVisible();
    if (layout > 1) {
      await page.getByRole('button', { name: /^History/ }).click();
      await page.getByRole('button', { name: 'Go back to First draft' }).click();
      await expect(page.getByText('The show is as it was at “First draft”', { exact: false })).toBeVisible();
    }
    await context.close();
  }
});

test('the application opens while the server is away, and what is done then is kept', async ({ browser }) => {
  const context = await browser.newContext({ serviceWorkers: 'allow' });
  const page = await context.newPage();
  await page.goto(`${server.url}/build/notice-strip`);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.reload();
  await expect(name(page)).toHaveValue('Notice strip');
  await server.kill();
  await page.goto(`${server.url}/build/notice-strip`);
  await expect(name(page)).toHaveValue('Notice strip');
  await expect(page.getByText('No answer from the server')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Release…' })).toBeDisabled();
  await tool(page, 'Rectangle');
  await page.getByRole('link', { name: 'Data' }).click();
  await expect(page.getByRole('grid').first()).toBeVisible();
  await page.goto(`${server.url}/build/notice-strip`);
  await expect(row(page, 'Rectangle')).toBeVisible();
  await server.start();
  await expect(page.getByText('Server answers')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Release…' })).toBeEnabled();
  await context.close();
});
