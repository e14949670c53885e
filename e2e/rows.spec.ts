// Rows on screen: a table and a crawl made in Build from a file that is saved, put on air, and saved again.
import { expect, test, type Page } from '@playwright/test';
import Excel from 'exceljs';
import { copyFileSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Picture } from './pixels';
import { TestServer } from './server';

const folder = mkdtempSync(join(tmpdir(), 'jorvan-rows-'));
for (const name of readdirSync('demo/data')) copyFileSync(join('demo/data', name), join(folder, name));
const server = new TestServer({ JORVAN_DATA: folder });
test.beforeAll(() => server.start());
test.afterAll(async () => {
  await server.dispose();
  rmSync(folder, { recursive: true, force: true });
});

interface OnAir {
  readonly graphic: string;
  readonly phase: string;
  readonly values: Record<string, { order: string[] }>;
}
const onAir = async (): Promise<OnAir[]> => {
  const air = (await (await fetch(`${server.url}/api/air`)).json()) as { onAir: Record<string, OnAir[]> };
  return air.onAir['main'] ?? [];
};
const give = async (command: object): Promise<number> =>
  (
    await fetch(`${server.url}/api/air/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ channel: 'main', ...command }),
    })
  ).status;
const openOutput = async (page: Page): Promise<Page> => {
  const output = await page.context().newPage();
  await output.setViewportSize({ width: 1920, height: 1080 });
  await output.goto(`${server.url}/out/main`);
  await expect(output.locator('html')).toHaveAttribute('data-frame', /\d+/);
  return output;
};
/** The first row from the top, 96 px from the left and so many px high, whose pixel is of a colour; -1: none is. */
const topOf = (picture: Picture, x: number, is: (r: number, g: number, b: number) => boolean): number => {
  for (let y = 0; y < picture.height; y += 1) {
    const [r, g, b, a] = picture.at(x, y);
    if (a > 250 && is(r, g, b)) return y;
  }
  return -1;
};

test('a workbook that is dropped in becomes a table: taken from a few pictures, columns changed, on air, saved again in another order', async ({
  page,
}) => {
  const save = async (points: readonly number[]): Promise<void> => {
    const book = new Excel.Workbook();
    const teams = ['Skerry', 'Ox', 'Marram', 'Tern'];
    book.addWorksheet('Points').addRows([['Team', 'Score'], ...teams.map((team, i) => [team, points[i]])]);
    writeFileSync(join(folder, 'results.xlsx'), new Uint8Array(await book.xlsx.writeBuffer()));
  };
  await save([9.5, 8, 7.25, 6]);
  await page.goto(`${server.url}/data/results`);
  await page.getByLabel('File in the watched folder').selectOption('results.xlsx');
  await expect(page.getByRole('grid')).toContainText('Marram');
  await page.goto(`${server.url}/build/notice-strip`);
  await expect(page.getByRole('treeitem', { name: 'Line', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'New template' }).click();
  await expect(page.getByText('Nothing drawn yet.')).toBeVisible();
  await page.getByRole('button', { name: 'From rows' }).click();
  await page.getByRole('option', { name: 'Results (source)' }).click();
  await expect(page.getByText('4 rows · Team, Score')).toBeVisible();
  await page.getByRole('button', { name: /^Standings .*Team and Score, row by row/ }).click();
  await expect(page.getByRole('treeitem', { name: 'Results' })).toHaveAttribute('aria-selected', 'true');
  const columns = page.getByRole('list', { name: 'Columns of Results' });
  await expect(columns.getByRole('listitem')).toHaveCount(2);
  // A column of another kind, and a rule by condition.
  await page.getByRole('button', { name: 'Score Number' }).click();
  await page.getByLabel('Shows').selectOption('bar');
  await expect(page.getByRole('button', { name: 'Score Bar' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Score Number' })).toBeVisible();
  await page.getByRole('button', { name: 'Rule', exact: true }).click();
  await page.getByLabel('Lines').last().selectOption('where');
  await page.getByLabel('Words of the test').fill('Ox');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Add to the look of Where Team is Ox' }).click();
  await page.getByRole('menuitem', { name: 'Fill', exact: true }).click();
  const fill = page.getByRole('group', { name: 'Look of Where Team is Ox' }).getByRole('textbox').first();
  await fill.fill('#ff00ff');
  await fill.press('Enter');
  await page.getByRole('button', { name: 'Release…' }).click();
  await page.getByRole('button', { name: 'Release', exact: true }).click();
  await expect(page.getByText('is released')).toBeVisible();
  const id = new URL(page.url()).pathname.split('/').at(-1);
  const output = await openOutput(page);
  expect(await give({ do: 'cue', template: id })).toBe(200);
  expect(await give({ do: 'take' })).toBe(200);
  const order = async (): Promise<string> =>
    Object.values((await onAir())[0]?.values ?? {})
      .flatMap((list) => list.order)
      .join();
  await expect.poll(order).toBe('Skerry,Ox,Marram,Tern');
  await expect.poll(async () => (await onAir())[0]?.phase).toBe('hold');
  const isOx = (r: number, g: number, b: number): boolean => r > 230 && g < 40 && b > 230;
  const placeOfOx = async (): Promise<number> => topOf(await Picture.of(output), 104, isOx);
  await expect.poll(placeOfOx).toBeGreaterThan(0);
  const second = await placeOfOx();
  // Saved again with the last one first: the others go down by a row, Ox with them.
  const book = new Excel.Workbook();
  book.addWorksheet('Points').addRows([['Team', 'Score'], ['Tern', 9.9], ['Skerry', 9.5], ['Ox', 8], ['Marram', 7.25]]); // prettier-ignore
  writeFileSync(join(folder, 'results.xlsx'), new Uint8Array(await book.xlsx.writeBuffer()));
  await expect.poll(order).toBe('Tern,Skerry,Ox,Marram');
  await expect.poll(placeOfOx).toBe(second + 72);
  await output.close();
});

test('a crawl runs alike on two outputs, takes what is saved meanwhile, stops clean and goes on', async ({
  page,
}) => {
  expect(await give({ do: 'take', number: '321' })).toBe(200);
  const [a, b] = [await openOutput(page), await openOutput(page)];
  const frameOf = (output: Page) => output.evaluate(() => Number(document.documentElement.dataset['frame']));
  await expect.poll(async () => (await Picture.of(a)).inked()).not.toBeNull();
  const news = Array.from({ length: 10 }, (_, i) => `Tide,News number ${i + 1} of the afternoon`);
  writeFileSync(join(folder, 'beach.csv'), `Category,Text\n${news.join('\n')}\n`);
  const lists = async (): Promise<number> => {
    const air = (await (await fetch(`${server.url}/api/air`)).json()) as {
      state: { air: Record<string, { graphics: { lists: Record<string, unknown[]> }[] }> };
    };
    return air.state.air['main']?.graphics.at(-1)?.lists['b-items']?.length ?? 0;
  };
  await expect.poll(lists).toBe(2);
  expect(await give({ do: 'crawl', act: 'stop' })).toBe(200);
  // Where an item stands at the far end: after 1920 px at 200 px a second at the latest.
  const still = async (): Promise<boolean> => {
    const before = await Picture.of(a);
    await expect.poll(() => frameOf(a), { intervals: [100] }).toBeGreaterThan((await frameOf(a)) + 10);
    return (await Picture.of(a)).differs(before) === 0;
  };
  await expect.poll(still, { timeout: 30_000 }).toBe(true);
  expect((await Picture.of(a)).differs(await Picture.of(b))).toBe(0);
  // One that has just come shows the same.
  await b.reload();
  await expect(b.locator('html')).toHaveAttribute('data-frame', /\d+/);
  await expect.poll(async () => (await Picture.of(b)).differs(await Picture.of(a))).toBe(0);
  expect(await give({ do: 'crawl', act: 'go' })).toBe(200);
  await expect.poll(still).toBe(false);
  for (const output of [a, b]) await output.close();
});
