// The ticker: items of a file into the band on air, told by keyboard.
import { expect, test } from '@playwright/test';
import { copyFileSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TestServer } from './server';

const folder = mkdtempSync(join(tmpdir(), 'jorvan-ticker-'));
for (const name of readdirSync('demo/data')) copyFileSync(join('demo/data', name), join(folder, name));
const server = new TestServer({ JORVAN_DATA: folder });
test.beforeAll(() => server.start());
test.afterAll(async () => {
  await server.dispose();
  rmSync(folder, { recursive: true, force: true });
});

test('items of a saved file play one after another; by keys one is edited, pinned, left out and urgent; another page sees the same', async ({
  page,
  context,
}) => {
  await page.goto(`${server.url}/ticker`);
  const band = page.getByRole('region', { name: 'Beach news on air' });
  const field = page.getByRole('list', { name: 'Items of Field' });
  await expect(field.getByRole('listitem')).toHaveCount(3);
  await band.getByRole('button', { name: 'Start' }).click();
  await expect(band).toContainText('Ox lead the ballet');
  const up = async (): Promise<string> =>
    JSON.stringify((await server.air()).onAir['main']?.find(({ lane }) => lane === 'lower')?.values ?? null);
  await expect.poll(up).toContain('Ox lead the ballet');
  // What is saved in the file comes in by the rule of its strand.
  const beach = join(folder, 'beach.csv');
  writeFileSync(
    beach,
    `${readFileSync(beach, 'utf8').trimEnd()}\nBay,The <b>whale</b> &amp; the lantern rise at nine\n`,
  );
  const bay = page.getByRole('list', { name: 'Items of Bay' });
  await expect(bay).toContainText('The whale & the lantern rise at nine');
  // By keys alone: to the second item of Field, edit it, pin it, call it at once.
  const strands = page.getByRole('group', { name: 'Strands' });
  await strands.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('e');
  await page.getByRole('textbox', { name: 'Words of the item' }).fill('Rokkaku duel at three');
  await page.keyboard.press('Enter');
  await expect(field).toContainText('Rokkaku duel at three');
  await expect(field).toContainText('edited');
  await strands.focus();
  await page.keyboard.press('p');
  await expect(field).toContainText('every round');
  await page.keyboard.press('Shift+U');
  await expect(band.locator('strong')).toHaveText('Rokkaku duel at three');
  await expect.poll(up).toContain('Rokkaku duel at three');
  await page.keyboard.press('h');
  await expect(band).toContainText('holds');
  const other = await context.newPage();
  await other.goto(`${server.url}/ticker`);
  await expect(other.getByRole('region', { name: 'Beach news on air' }).locator('strong')).toHaveText(
    'Rokkaku duel at three',
  );
  await other.close();
  await page.keyboard.press('x');
  await expect(field).toContainText('Left out');
  await page.keyboard.press('n');
  await expect(band.locator('strong')).not.toHaveText('Rokkaku duel at three');
  await band.getByRole('button', { name: 'Off at once' }).click();
  await expect(band).toContainText('Nothing on air');
});
