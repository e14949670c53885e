// Viewers' posts: found and judged by keys, by two people at once, corrected, and taken on air; what bars, bars.
import { expect, test, type Page } from '@playwright/test';
import { near, Picture } from './pixels';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());

const list = (page: Page) => page.getByRole('group', { name: /^Posts: / });
const chosen = (page: Page) => list(page).getByRole('button', { pressed: true });
const panel = (page: Page) => page.getByRole('complementary', { name: 'The post in hand' });
const state = (page: Page, name: string) => page.getByRole('navigation', { name: /^Posts by state/ }).getByRole('button', { name: new RegExp(`^${name}`) }); // prettier-ignore
const open = async (page: Page, name: string): Promise<void> => {
  await page.addInitScript((own) => localStorage.setItem('jorvan.name', own), name);
  await page.goto(`${server.url}/posts`);
  await expect(list(page).getByRole('button').first()).toBeVisible({ timeout: 20_000 });
};
const find = async (page: Page, words: string): Promise<void> => {
  await page.keyboard.press('/');
  await page.keyboard.type(words);
  await page.keyboard.press('Enter');
  await expect(list(page)).toContainText(new RegExp(words.replace(/"/g, ''), 'i'));
};

test('by keys a post is found, judged, corrected and taken on air; two people see the same, and neither undoes the other', async ({
  page,
  browser,
}) => {
  const output = await page.context().newPage();
  await output.setViewportSize({ width: 1920, height: 1080 });
  await output.goto(`${server.url}/out/main`);
  await open(page, 'Tove');
  await find(page, '"counted"');
  await page.keyboard.press('ArrowDown');
  const words = (await chosen(page).locator('.line-clamp-3').textContent()) ?? '';
  expect(words).toMatch(/^Counted \d+ kites/);
  await page.keyboard.press('n');
  await page.keyboard.type('for the second half');
  await page.keyboard.press('Enter');
  await expect(chosen(page)).toContainText('for the second half');
  await page.keyboard.press('e');
  await panel(page).getByRole('textbox', { name: /^For air/ }).fill('Counted all the kites of the bay');
  await page.keyboard.press('Enter');
  await expect(chosen(page)).toContainText('corrected');
  await expect(panel(page)).toContainText(`It came as: “${words}”`);
  await list(page).focus();
  await page.keyboard.press('c');
  await expect(state(page, 'Cleared')).toContainText('1');

  // The other finds it cleared, with who did it; their own verdict is theirs to take back, this one is not.
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await open(other, 'Reed');
  await state(other, 'Cleared').click();
  await expect(list(other)).toContainText('Counted all the kites');
  await other.keyboard.press('ArrowDown');
  await expect(chosen(other)).toContainText('cleared by Tove');
  await other.keyboard.press('Control+z');
  await expect(other.getByText('There is nothing of yours to undo here.')).toBeVisible();

  // On air: its words and its cloth are in the picture; a press more does not show it twice.
  await panel(other).getByRole('combobox', { name: 'Template' }).selectOption({ label: 'Post, lower third' });
  await list(other).focus();
  await other.keyboard.press('t');
  await expect(chosen(other)).toContainText('On air');
  await expect.poll(async () => near((await Picture.of(output)).at(1300, 980), '#0b2630', 40)).toBe(true);
  const shown = async (): Promise<string> => JSON.stringify((await server.air()).onAir['main'] ?? []);
  expect(await shown()).toContain('Counted all the kites of the bay');
  // The first takes back that it was cleared: it leaves, and that is said over every area.
  await state(page, 'On air').click();
  await expect(list(page)).toContainText('Counted all the kites');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('x');
  await expect(other.getByRole('alert').filter({ hasText: 'Tove takes back that it is cleared: ' })).toBeVisible();
  await expect.poll(shown).not.toContain('Counted all the kites');
  await expect.poll(async () => near((await Picture.of(output)).at(1300, 980), '#0b2630', 40)).toBe(false);
  // Undone, it waits in the queue; it was on air, so it is shown again only when that is asked for.
  await page.keyboard.press('Control+z');
  await state(page, 'Was on air').click();
  await expect(list(page)).toContainText('Counted all the kites');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('t');
  await expect(panel(page)).toContainText('Press T once more to take it again');
  expect(await shown()).not.toContain('Counted all the kites');
  await page.keyboard.press('t');
  await expect.poll(shown).toContain('Counted all the kites');
  // A reload in the midst: the same post, the same words, the same hand.
  await page.reload();
  await state(page, 'On air').click();
  await expect(list(page)).toContainText('Counted all the kites of the bay');
  await other.context().close();
}); // prettier-ignore

test('a barred word keeps a post off air until it is corrected; refused copies go together; a cleared one waits in its strand', async ({
  page,
}) => {
  await open(page, 'Tove');
  await state(page, 'Refused').click();
  await find(page, 'clown');
  await page.keyboard.press('ArrowDown');
  await expect(panel(page).locator('mark')).toHaveText('clown');
  await page.keyboard.press('c');
  await expect(page.getByText(/This cannot go to air: “clown” is on the list of words that bar/)).toBeVisible();
  await page.keyboard.press('e');
  const text = panel(page).getByRole('textbox', { name: /^For air/ });
  await text.fill('That judge has a hard day');
  await page.keyboard.press('Enter');
  await expect(panel(page).locator('mark')).toHaveCount(0);
  await list(page).focus();
  await page.keyboard.press('c');
  await expect(state(page, 'Cleared')).toContainText('1');

  // Beside the ticker it waits in the strand of viewers, and is taken in there.
  await page.goto(`${server.url}/ticker`);
  const strand = page.getByRole('list', { name: 'Items of You' });
  await expect(strand).toContainText('That judge has a hard day');
  await page.getByRole('button', { name: 'Posts', exact: true }).click();
  await expect(list(page).getByRole('button').first()).toBeVisible();
  // Keys are those of what has the focus: X refuses a post, and leaves the strand alone.
  await page.getByRole('combobox', { name: 'State' }).selectOption('cleared');
  await list(page).getByRole('button').first().click();
  await page.keyboard.press('x');
  await expect(strand).not.toContainText('That judge has a hard day');
}); // prettier-ignore
