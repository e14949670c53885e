// Clocks and scores of the show: made in Data, shown in Build, run from the Desk, a pad and the field of play.
import { expect, test, type Page } from '@playwright/test';
import { beside } from './beside';
import { Picture, type Rgba } from './pixels';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());

const openOutput = async (page: Page): Promise<Page> => {
  const output = await beside(page, 1920, 1080);
  await output.goto(`${server.url}/out/main`);
  await expect(output.locator('html')).toHaveAttribute('data-frame', /\d+/);
  return output;
};
const isNear = ([r, g, b]: Rgba, to: readonly number[]): boolean =>
  [r, g, b].every((part, i) => Math.abs(part - (to[i] ?? 0)) < 24);
const saffron = [242, 182, 50];
const coral = [232, 89, 58];
/** Where the cloth of the duel's clock is, free of its figures. */
const clothAt = async (output: Page): Promise<Rgba> => (await Picture.of(output)).at(1112, 884);

test('one clock for all: started by a key, corrected on the pad, alive through a kill; its last seconds turn the cloth, and at zero it stands', async ({
  page,
}) => {
  await page.goto(`${server.url}/desk/main`);
  expect((await server.command({ do: 'take', channel: 'main', number: '622' })).status).toBe(200);
  const output = await openOutput(page);
  await expect.poll(async () => isNear(await clothAt(output), saffron)).toBe(true);
  const tile = page.getByRole('region', { name: 'Clock Duel clock' });
  await expect(tile).toContainText('3:00.0');
  await page.getByLabel('Call line').or(page.locator('body')).first().press('c');
  await expect(tile.getByRole('button', { name: 'Stop Duel clock' })).toBeVisible();
  await page.keyboard.press('l');
  await expect(tile).toContainText('1 lap');
  // A second person, at the pad: the same clock, and points.
  const pad = await beside(page, 420, 800);
  await pad.goto(`${server.url}/pad/duel`);
  await pad.getByRole('button', { name: 'Left +1' }).click();
  await pad.getByRole('button', { name: 'Left +1' }).click();
  await expect(page.getByRole('region', { name: 'Score Lines cut, left' })).toContainText('2');
  await pad.getByRole('button', { name: 'Stop Duel clock' }).click();
  await expect(tile.getByRole('button', { name: 'Start Duel clock' })).toBeVisible();
  // Set at the Desk, over what stands, and corrected by a second.
  await tile.getByRole('button', { name: 'Set Duel clock' }).click();
  await page.getByLabel('Set Duel clock to').fill('quarter');
  await page.keyboard.press('Enter');
  await expect(tile.getByRole('alert')).toContainText('a time such as 1:30');
  await page.getByLabel('Set Duel clock to').fill('0:15');
  await page.keyboard.press('Enter');
  await expect(tile).toContainText('0:15.0');
  await tile.getByRole('button', { name: 'Duel clock: 1 s less' }).click();
  await expect(tile).toContainText('0:14.0');
  await page.keyboard.press('Escape');
  await page.keyboard.press('c');
  await expect(tile.getByRole('button', { name: 'Stop Duel clock' })).toBeVisible();
  await server.kill();
  await server.start();
  await expect.poll(async () => isNear(await clothAt(output), coral), { timeout: 15_000 }).toBe(true);
  await server.command({ do: 'timer', clock: 'Duel clock', act: 'set', seconds: 1 });
  await expect(tile).toContainText('0:00.0');
  await expect(tile.getByRole('button', { name: 'Start Duel clock' })).toBeVisible();
  await output.reload();
  await expect.poll(async () => isNear(await clothAt(output), coral)).toBe(true);
  await page.goto(`${server.url}/as-run`);
  await expect(page.getByText('stands at 0:00.00')).toBeVisible();
});

test('the score box stand-in steers clock and points on air, and tells the Desk', async ({ page }) => {
  await page.goto(`${server.url}/scorer`);
  await page.getByRole('button', { name: 'Reset' }).click();
  await page.getByRole('button', { name: 'Lines cut, right +1' }).click();
  await expect(page.getByRole('region', { name: 'Lines sent' })).toContainText('{"score":"right","add":1}');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  const desk = await beside(page);
  await desk.goto(`${server.url}/desk/main`);
  await expect(desk.getByRole('region', { name: 'Score Lines cut, right' })).toContainText('1');
  await expect(desk.getByRole('button', { name: 'Stop Duel clock' })).toBeVisible();
});

test('a clock is made in Data, what it cannot count is said, and Build shows it in a clock of its own and on a dial', async ({
  page,
}) => {
  await page.goto(`${server.url}/data/duel-clock`);
  const length = page.getByLabel('From (1:30, or seconds)');
  await length.fill('three');
  await length.press('Tab');
  await expect(page.getByRole('alert')).toContainText('“three” is no time that it can have');
  await length.press('ControlOrMeta+a');
  await length.pressSequentially('2:00');
  await length.press('Tab');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(length).toHaveValue('2:00');
  await page.getByRole('button', { name: 'Add to Clocks' }).click();
  await page.getByRole('menuitem', { name: 'Countdown to a time of day' }).click();
  await page.getByLabel('Name of the clock').fill('Doors');
  await page.keyboard.press('Enter');
  const to = page.getByLabel('To (19:30, or 2026-11-28 19:30)');
  await to.fill('soon');
  await to.press('Tab');
  await expect(page.getByRole('alert')).toContainText('“soon” is no time of day and no date');
  await to.fill('2020-01-01 10:00');
  await to.press('Tab');
  await expect(page.getByRole('alert')).toContainText('is past');
  await to.fill('23:59:59');
  await to.press('Tab');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByLabel('Time zone').selectOption('Asia/Tokyo');
  await page.getByRole('button', { name: 'Event', exact: true }).click();
  await page.getByLabel('then').last().selectOption('take');
  await page.getByLabel('Card (call number)').fill('999');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert')).toContainText('takes card 999, which is not there');
  await page.getByLabel('Card (call number)').fill('101');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.goto(`${server.url}/build/notice-strip`);
  await expect(page.getByRole('treeitem', { name: 'Line', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'New template' }).click();
  await page.getByRole('button', { name: 'Picture', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Clock', exact: true }).click();
  await page.getByLabel('Mode', { exact: true }).selectOption('clock');
  await page.getByRole('combobox', { name: 'Clock', exact: true }).selectOption('Doors');
  await page.getByLabel('Format', { exact: true }).selectOption('[h:]m:ss');
  await page.getByRole('button', { name: 'Picture', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Analogue clock' }).click();
  await expect(page.getByRole('treeitem', { name: 'Analogue clock' })).toHaveAttribute(
    'aria-selected',
    'true',
  );
  await page.goto(`${server.url}/data`);
  await page.getByRole('button', { name: 'Doors' }).click();
  await expect(page.getByRole('heading', { name: 'Shown by' })).toBeVisible();
});
