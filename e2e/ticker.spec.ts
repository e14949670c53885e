// The ticker: from the feeds into the band on air, told by keyboard; it outlives its server and its feeds.
import { expect, test, type Page } from '@playwright/test';
import { copyFileSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { near, Picture, type Rgba } from './pixels';
import { TestServer } from './server';

const folder = mkdtempSync(join(tmpdir(), 'jorvan-ticker-'));
for (const name of readdirSync('demo/data')) copyFileSync(join('demo/data', name), join(folder, name));
const server = new TestServer({ JORVAN_DATA: folder });
test.beforeAll(() => server.start());
test.afterAll(async () => {
  await server.dispose();
  rmSync(folder, { recursive: true, force: true });
});

const band = (page: Page) => page.getByRole('region', { name: 'Beach news on air' });
const up = async (): Promise<string> =>
  JSON.stringify((await server.air()).onAir['main']?.find(({ lane }) => lane === 'ticker')?.values ?? null);

test('items of feeds come into the band; by keys alone one is taken in, edited, pinned, moved, called at once and held', async ({
  page,
  context,
}) => {
  const output = await context.newPage();
  await output.setViewportSize({ width: 1920, height: 1080 });
  await output.goto(`${server.url}/out/main`);
  await page.goto(`${server.url}/ticker`);
  const field = page.getByRole('list', { name: 'Items of Field' });
  const bay = page.getByRole('list', { name: 'Items of Bay' });
  await expect(field).toContainText('Ox lead the ballet by a whisker');
  // What is told of the bay waits; what is wrong with a feed is said at the item.
  await expect(bay).toContainText('Incoming');
  await expect(bay).toContainText('Lost: one blue kite, answers to “Gustav”');
  const strands = page.getByRole('group', { name: 'Strands' });
  await strands.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  const first = bay.getByRole('button', { pressed: true });
  const words = (await first.locator('[dir=auto]').textContent()) ?? '';
  await expect(page.getByRole('img', { name: `Preview of “${words}”` })).toBeVisible();
  await page.keyboard.press('e');
  await page.getByRole('textbox', { name: 'Words of the item' }).fill('The lantern walk begins at nine');
  await page.keyboard.press('Enter');
  await expect(bay).toContainText('edited');
  await page.keyboard.press('Enter');
  await expect(bay).toContainText('In 1');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(band(page).locator('strong')).not.toHaveText('The lantern walk begins at nine');
  // Found by a search over all strands; pinned, and called at once: another category, and urgent.
  await page.keyboard.press('/');
  await page.keyboard.type('lantern walk');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('p');
  await expect(bay).toContainText('every round');
  await page.keyboard.press('Shift+U');
  await expect(band(page).locator('strong')).toHaveText('The lantern walk begins at nine');
  await expect(band(page)).toContainText('urgent');
  await page.keyboard.press('h');
  await expect(band(page)).toContainText('holds');
  await expect.poll(up).toContain('The lantern walk begins at nine');
  // In the picture: the label in the colour of its strand, the cloth in that of what is urgent.
  const at = async (x: number, y: number): Promise<Rgba> => (await Picture.of(output)).at(x, y);
  await expect.poll(async () => near(await at(30, 960), '#e8674f')).toBe(true);
  await expect.poll(async () => near(await at(1500, 934), '#8f2a15', 40)).toBe(true);
  // Another page sees the same; by next the round goes on where it was, in another strand.
  const other = await context.newPage();
  await other.goto(`${server.url}/ticker`);
  await expect(band(other).locator('strong')).toHaveText('The lantern walk begins at nine');
  await other.close();
  await strands.focus();
  await page.keyboard.press('n');
  await expect(band(page).locator('strong')).not.toHaveText('The lantern walk begins at nine');
  await expect.poll(async () => near(await at(1500, 934), '#0b2630', 40)).toBe(true);
  // Left out: it reaches air by no other way.
  await page.keyboard.press('x');
  await expect(bay).toContainText('Left out');
  await page.keyboard.press('Shift+U');
  await expect(page.getByText('is not in. Take it in first.')).toBeVisible();
  await output.close();
});

test('a server that falls is back at the item where it would have been; a file that is saved and a feed that falls silent are told of', async ({
  page,
}) => {
  await page.goto(`${server.url}/ticker`);
  await expect(page.getByRole('list', { name: 'Items of Field' })).toContainText('Ox lead');
  const start = page.getByRole('button', { name: 'Start' });
  await expect(start.or(band(page).locator('strong'))).toBeVisible();
  if (await start.isVisible()) await start.click();
  await expect(band(page).locator('strong')).toBeVisible();
  const beach = join(folder, 'beach.csv');
  writeFileSync(beach, `${readFileSync(beach, 'utf8').trimEnd()}\nField,The <b>whale</b> &amp; the lantern rise at nine\n`);
  await expect(page.getByRole('list', { name: 'Items of Field' })).toContainText('The whale & the lantern rise at nine');
  const standing = async () => ((await server.air()).state as unknown as { tickers: { news: { standing: { plays: Record<string, { now: { words: string; until: number }; turns: number }> } } } }).tickers.news.standing.plays[''];
  const before = await standing();
  await server.kill();
  await server.start();
  // Nothing is skipped or played twice: as many turns as items have had their time.
  const after = await standing();
  expect(after?.turns ?? 0).toBeGreaterThanOrEqual(before?.turns ?? 0);
  expect((after?.turns ?? 0) - (before?.turns ?? 0)).toBeLessThanOrEqual(4);
  if (after?.turns === before?.turns) expect(after?.now).toEqual(before?.now);
  await expect(band(page).locator('strong')).toHaveText((await standing())?.now.words ?? '');
  await fetch(`${server.url}/api/data/stand-ins/strand-tide`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ mode: 'broken' }) });
  await expect(page.getByRole('region', { name: 'Strand Tide' }).getByRole('status')).toContainText('What has come stands.');
  await expect(page.getByRole('list', { name: 'Items of Tide' })).toContainText('Car park B is full');
  await page.getByRole('button', { name: 'Off at once' }).click();
  await expect(band(page)).toContainText('Nothing on air');
}); // prettier-ignore
