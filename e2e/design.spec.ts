// The design surface: what a designer does with mouse and keys, seen in the pixels of the stage.
import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { PNG } from 'pngjs';
import { createRequire } from 'node:module';
import {
  clipElements,
  makeTrack,
  newElement,
  newTemplate,
  plainLook,
  wipeAlong,
  type Template,
} from '../src/core/show';
import { TestServer } from './server';
import { alpha, pixel } from './pixels';
import {
  choose,
  clickStage,
  dragStage,
  drop,
  number,
  onScreen,
  rename,
  row,
  setNumbers,
  tool,
} from './stage';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());

async function blank(page: Page): Promise<void> {
  await page.goto(`${server.url}/build/name-line`);
  await page.getByRole('button', { name: 'New template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('New template');
}

const colour = async (page: Page, x: number, y: number): Promise<string> =>
  `#${(await pixel(page, x, y))
    .slice(0, 3)
    .map((part) => part.toString(16).padStart(2, '0'))
    .join('')}`;

async function shape(page: Page, name: string): Promise<void> {
  await tool(page, 'Shape');
  await page.getByRole('menuitem', { name, exact: true }).click();
}
async function fill(page: Page, value: string): Promise<void> {
  await page.getByRole('tabpanel', { name: 'Properties' }).getByLabel('Fill', { exact: true }).fill(value);
  await page.keyboard.press('Enter');
}
async function open(page: Page, section: string): Promise<void> {
  const button = page
    .getByRole('tabpanel', { name: 'Properties' })
    .getByRole('button', { name: section, exact: true });
  if ((await button.getAttribute('aria-expanded')) === 'false') await button.click();
}
/** Pastes all of a template into the one in hand, as its own words: the clipboard may hold what another test has copied. */
async function plant(page: Page, template: Template): Promise<void> {
  const clip = JSON.stringify(
    clipElements({ assets: {}, look: plainLook, clocks: {}, scores: {} }, template, template.order),
  );
  await page.getByRole('application').evaluate((stage, words) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', words);
    stage.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  }, clip);
}

test('guides come out of the rulers, pull what is moved, and go back; distances are told', async ({
  page,
}) => {
  await blank(page);
  const stage = page.getByRole('application');
  const box = await stage.boundingBox();
  const at = await onScreen(page, { x: 500, y: 300 });
  await page.mouse.move((box?.x ?? 0) + 8, at.y);
  await page.mouse.down();
  await page.mouse.move(at.x - 20, at.y, { steps: 3 });
  await page.mouse.move(at.x, at.y, { steps: 3 });
  await page.mouse.up();
  const guide = page.locator('svg title', { hasText: /^Guide at / });
  await expect(guide).toHaveCount(1);
  const place = Number(/\d+/.exec((await guide.textContent()) ?? '')?.[0]);
  expect(Math.abs(place - 500)).toBeLessThan(4);

  await tool(page, 'Rectangle');
  await setNumbers(page, { X: 900, Y: 600, W: 200, H: 100 });
  // Held while it is moved, the distances around it stand beside it.
  const [from, to] = [await onScreen(page, { x: 1000, y: 650 }), await onScreen(page, { x: 606, y: 652 })];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, to.y, { steps: 4 });
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await expect(stage.locator('svg text', { hasText: /^500$|^499$|^501$/ }).first()).toBeVisible();
  await page.mouse.up();
  await expect.poll(() => number(page, 'X')).toBe(place);

  // Back into the ruler, it is gone; undone, it is there again.
  await page.mouse.move(at.x, (box?.y ?? 0) + 60);
  await page.mouse.down();
  await page.mouse.move((box?.x ?? 0) + 60, (box?.y ?? 0) + 60, { steps: 3 });
  await page.mouse.move((box?.x ?? 0) + 5, (box?.y ?? 0) + 60, { steps: 3 });
  await page.mouse.up();
  await expect(guide).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(guide).toHaveCount(1);
});

test('what lies under other things is reached by Alt and by the menu; a marquee takes all it touches', async ({
  page,
}) => {
  await blank(page);
  for (const name of ['Back', 'Middle', 'Front']) {
    await tool(page, 'Rectangle');
    await rename(page, 'Rectangle', name);
    await setNumbers(page, { X: 800, Y: 400, W: 300, H: 200 });
  }
  const selected = (name: string) => expect(row(page, name)).toHaveAttribute('aria-selected', 'true');
  await clickStage(page, { x: 300, y: 900 });
  await clickStage(page, { x: 950, y: 520 });
  await selected('Front');
  for (const name of ['Middle', 'Back', 'Front']) {
    await page.keyboard.down('Alt');
    await clickStage(page, { x: 950, y: 520 });
    await page.keyboard.up('Alt');
    await selected(name);
  }
  const point = await onScreen(page, { x: 950, y: 520 });
  await page.mouse.click(point.x, point.y, { button: 'right' });
  await page.getByRole('menuitemcheckbox', { name: 'Back' }).click();
  await selected('Back');
  await setNumbers(page, { X: 200 });
  await dragStage(page, { x: 700, y: 300 }, { x: 1200, y: 800 });
  await selected('Front');
  await selected('Middle');
  await expect(row(page, 'Back')).toHaveAttribute('aria-selected', 'false');
});

test('aligned with the canvas and with one another, and set apart evenly', async ({ page }) => {
  await blank(page);
  const places = [200, 520, 1300];
  for (const [index, x] of places.entries()) {
    await tool(page, 'Rectangle');
    await rename(page, 'Rectangle', `Box ${index}`);
    await setNumbers(page, { X: x, Y: 300 + index * 100, W: 100, H: 80 });
  }
  await choose(page, 'Box 0');
  for (const name of ['Box 1', 'Box 2'])
    await row(page, name)
      .getByRole('button', { name, exact: true })
      .click({ modifiers: ['Control'] });
  await page.getByRole('button', { name: 'Even gaps across' }).click();
  await page.getByRole('button', { name: 'Align top edges' }).click();
  await choose(page, 'Box 1');
  expect([await number(page, 'X'), await number(page, 'Y')]).toEqual([750, 300]);
  await page.getByRole('button', { name: 'Align centres with the canvas' }).click();
  await expect.poll(() => number(page, 'X')).toBe(910);
});

test('words are typed where they stand, and the pen draws what it is told', async ({ page }) => {
  await blank(page);
  await tool(page, 'Text');
  await setNumbers(page, { X: 400, Y: 200, W: 900, H: 90, Size: 80 });
  await clickStage(page, { x: 300, y: 900 });
  await clickStage(page, { x: 440, y: 245 });
  await clickStage(page, { x: 440, y: 245 }, { double: true });
  const typed = page.getByRole('textbox', { name: 'Words of Text' });
  await typed.fill('Low water');
  await page.keyboard.press('Escape');
  await expect(typed).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: 'Text', exact: true })).toHaveValue('Low water');

  await page.getByRole('application').focus();
  await page.keyboard.press('p');
  for (const point of [
    { x: 600, y: 500 },
    { x: 1000, y: 500 },
    { x: 1000, y: 800 },
    { x: 600, y: 800 },
    { x: 600, y: 500 },
  ]) {
    const seen = await onScreen(page, point);
    await page.mouse.click(seen.x, seen.y);
  }
  await expect(row(page, 'Path')).toBeVisible();
  await fill(page, '#3a9d5d');
  await expect.poll(() => colour(page, 800, 650)).toBe('#3a9d5d');
  expect(await alpha(page, 1080, 650)).toBe(0);
  // A point of it is dragged, and the path grows.
  await dragStage(page, { x: 1000, y: 500 }, { x: 1150, y: 500 });
  await expect.poll(() => alpha(page, 1040, 520)).toBe(255);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(() => alpha(page, 1040, 520)).toBe(0);
});

test('masks, inverted and soft; what masks is not drawn itself', async ({ page }) => {
  await blank(page);
  await tool(page, 'Rectangle');
  await setNumbers(page, { X: 600, Y: 300, W: 600, H: 400 });
  await fill(page, '#e8593a');
  await shape(page, 'Ellipse');
  await setNumbers(page, { X: 700, Y: 300, W: 400, H: 400 });
  await choose(page, 'Rectangle');
  await open(page, 'Masks');
  // What masks is pointed at: nothing is hidden before, and what cannot be it says why.
  await page.getByRole('button', { name: 'Add a mask' }).click();
  await clickStage(page, { x: 640, y: 320 });
  await expect(page.getByText('Rectangle cannot mask itself.')).toBeVisible();
  expect(await alpha(page, 640, 320)).toBe(255);
  await clickStage(page, { x: 900, y: 500 });
  await expect(page.getByText('Rectangle is seen only where Ellipse is.')).toBeVisible();
  await expect.poll(() => alpha(page, 640, 320)).toBe(0);
  expect(await colour(page, 900, 500)).toBe('#e8593a');
  await expect(row(page, 'Ellipse').getByLabel('Masks Rectangle')).toBeVisible();
  await page.getByRole('group', { name: 'Mask 1' }).getByLabel('Inverted').check();
  await expect.poll(() => alpha(page, 900, 500)).toBe(0);
  expect(await alpha(page, 640, 320)).toBe(255);
  await page.getByRole('group', { name: 'Mask 1' }).getByLabel('Softness').fill('120');
  await page.keyboard.press('Enter');
  // On the edge of the ellipse it is neither there nor gone.
  await expect.poll(async () => Math.abs((await alpha(page, 702, 500)) - 128)).toBeLessThan(60);
});

test('gradients, outlines, shadows and blends show in the picture as they are set', async ({ page }) => {
  await blank(page);
  await tool(page, 'Rectangle');
  await setNumbers(page, { X: 600, Y: 300, W: 600, H: 300 });
  await page.getByRole('button', { name: 'Fill: gradients, patterns and pictures' }).click();
  const paint = page.getByRole('dialog', { name: 'Fill in full' });
  await paint.getByLabel('Kind').selectOption('linear');
  await paint.getByRole('button', { name: 'Stop 1 at 0 %' }).click();
  await paint.getByLabel('Colour of the stop', { exact: true }).fill('#ff0000');
  await page.keyboard.press('Enter');
  await paint.getByRole('button', { name: 'Stop 2 at 100 %' }).click();
  await expect(paint.getByLabel('Colour of the stop', { exact: true })).toHaveValue('#0b2730');
  await paint.getByLabel('Colour of the stop', { exact: true }).fill('#0000ff');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect.poll(async () => ((await pixel(page, 620, 450))[0] ?? 0) > 230).toBe(true);
  await expect.poll(async () => ((await pixel(page, 1180, 450))[2] ?? 0) > 230).toBe(true);
  const middle = await pixel(page, 900, 450);
  expect(Math.abs((middle[0] ?? 0) - (middle[2] ?? 0))).toBeLessThan(12);

  await open(page, 'Stroke');
  await setNumbers(page, { Width: 30 });
  await page.getByLabel('Alignment', { exact: true }).selectOption('outside');
  await expect.poll(() => alpha(page, 585, 450)).toBe(255);
  expect(await alpha(page, 560, 450)).toBe(0);
  await setNumbers(page, { Width: 0 });
  await open(page, 'Effects');
  await page.getByLabel('Shadow', { exact: true }).check();
  await setNumbers(page, { 'Shadow Y': 60, 'Shadow blur': 20 });
  await expect.poll(() => alpha(page, 900, 630)).toBeGreaterThan(60);
  expect(await alpha(page, 900, 280)).toBeLessThan(10);

  await tool(page, 'Rectangle');
  await setNumbers(page, { X: 600, Y: 300, W: 300, H: 300 });
  await fill(page, '#00ff00');
  await page.getByLabel('Blend', { exact: true }).selectOption('multiply');
  // Green times red is black.
  await expect.poll(async () => Math.max(...(await pixel(page, 620, 450)).slice(0, 3))).toBeLessThan(30);
});

test('a named colour is changed once for all that name it; a palette swaps it; a field chooses the palette', async ({
  page,
}) => {
  await blank(page);
  await tool(page, 'Rectangle');
  await setNumbers(page, { X: 600, Y: 300, W: 600, H: 300 });
  await page.getByRole('tab', { name: 'Styles' }).click();
  await page.getByRole('button', { name: 'Add a colour' }).click();
  await page.getByLabel('Name of the colour Colour').fill('Club');
  await page.keyboard.press('Enter');
  await page.getByLabel('Colour Club', { exact: true }).fill('#112233');
  await page.keyboard.press('Enter');
  await fill(page, 'club');
  await expect.poll(() => colour(page, 900, 450)).toBe('#112233');
  await page.getByLabel('Colour Club', { exact: true }).fill('#445566');
  await page.keyboard.press('Enter');
  await expect.poll(() => colour(page, 900, 450)).toBe('#445566');
  await page.getByRole('button', { name: 'Add a palette' }).click();
  await page.getByLabel('Club in Palette', { exact: true }).fill('#aa3311');
  await page.keyboard.press('Enter');
  await expect.poll(() => colour(page, 900, 450)).toBe('#aa3311');
  await page.getByLabel('Palette of the show').selectOption('');
  await expect.poll(() => colour(page, 900, 450)).toBe('#445566');
  await page.getByRole('button', { name: 'Make a field that chooses the palette' }).click();
  await page.getByRole('tab', { name: /Operator.s form/ }).click();
  await expect.poll(() => colour(page, 900, 450)).toBe('#aa3311');
});

test('a choice sets a colour and a place through maps; letters not allowed are refused', async ({ page }) => {
  await blank(page);
  await tool(page, 'Rectangle');
  await setNumbers(page, { X: 200, Y: 300, W: 300, H: 300 });
  await page.getByRole('button', { name: 'Rectangle Hidden: make a field' }).click();
  await page.getByRole('menuitem', { name: 'Make a field' }).click();
  // The yes/no drives the place by a map too.
  await page.getByRole('button', { name: 'Rectangle X: make a field' }).click();
  await page.getByRole('menuitem', { name: /Take it from .*, by a map/ }).click();
  await page.getByRole('tab', { name: 'Fields' }).click();
  await page.getByRole('button', { name: /Yes or no ·|Yes\/no ·/ }).click();
  await page
    .getByLabel('Rectangle hidden for Yes')
    .or(page.getByLabel('Untie Rectangle hidden'))
    .first()
    .click();
  await page.getByLabel('Rectangle x for Yes').fill('1400');
  await page.keyboard.press('Enter');
  await page.getByRole('tab', { name: /Operator.s form/ }).click();
  await page
    .getByRole('tabpanel', { name: /Operator/ })
    .getByRole('checkbox')
    .first()
    .check();
  await expect.poll(() => alpha(page, 1500, 450)).toBe(255);
  expect(await alpha(page, 300, 450)).toBe(0);
});

test('a font of the show is brought in, chosen, and exported with the show', async ({ page }) => {
  // A font of one wide letter, made for this.
  const { Font, Glyph, Path } = createRequire(import.meta.url)('opentype.js') as {
    Font: new (of: object) => { toArrayBuffer(): ArrayBuffer };
    Glyph: new (of: object) => unknown;
    Path: new () => { moveTo(x: number, y: number): void; lineTo(x: number, y: number): void; close(): void };
  };
  const block = new Path();
  block.moveTo(0, 0);
  block.lineTo(0, 700);
  block.lineTo(3000, 700);
  block.lineTo(3000, 0);
  block.close();
  const glyphs = [
    new Glyph({ name: '.notdef', unicode: 0, advanceWidth: 500, path: new Path() }),
    new Glyph({ name: 'I', unicode: 73, advanceWidth: 3000, path: block }),
  ];
  const font = new Font({
    familyName: 'Marram Block',
    styleName: 'Regular',
    unitsPerEm: 1000,
    ascender: 800,
    descender: -200,
    glyphs,
  });
  await blank(page);
  await tool(page, 'Text');
  await setNumbers(page, { X: 200, Y: 300, W: 1500, H: 120, Size: 100 });
  await page.getByRole('textbox', { name: 'Text', exact: true }).fill('I');
  await drop(page, 'block.ttf', Buffer.from(font.toArrayBuffer()));
  // Dropped while a text is chosen, it becomes its font.
  await expect(page.getByLabel('Font', { exact: true })).toHaveValue(/Marram Block/);
  await expect.poll(() => alpha(page, 440, 350)).toBe(255);
  await page.getByRole('tab', { name: 'Shelf' }).click();
  await expect(page.getByRole('list', { name: 'Files of the show' }).getByText('block.ttf')).toBeVisible();
  await page.reload();
  await row(page, 'Text').waitFor();
  await expect.poll(() => alpha(page, 440, 350)).toBe(255);
});

test('vector art is taken apart into elements that look as it did', async ({ page }) => {
  await blank(page);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="200"><g id="Bay"><rect id="Sea" width="400" height="200" fill="#2a7f86"/><path id="Sail" d="M200 20 L300 180 H200 Z" fill="#f2b632"/></g></svg>`;
  await drop(page, 'bay.svg', Buffer.from(svg));
  await row(page, 'bay').waitFor();
  await expect.poll(() => colour(page, 960 + 20, 540 + 40)).toBe('#f2b632');
  await page.getByRole('button', { name: 'Take it apart into elements' }).click();
  for (const name of ['Bay', 'Sea', 'Sail']) await expect(row(page, name)).toBeVisible();
  await expect.poll(() => colour(page, 960 + 20, 540 + 40)).toBe('#f2b632');
  expect(await colour(page, 800, 540)).toBe('#2a7f86');
  await choose(page, 'Sail');
  await fill(page, '#ffffff');
  await expect.poll(() => colour(page, 960 + 20, 540 + 40)).toBe('#ffffff');
});

test('a file is replaced everywhere, and what is not used is found', async ({ page }) => {
  await page.goto(`${server.url}/build/name-line`);
  const art = (fillColour: string) =>
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="80" height="80"><rect width="80" height="80" fill="${fillColour}"/></svg>`,
    );
  await page.getByRole('tab', { name: 'Shelf' }).click();
  const list = page.getByRole('list', { name: 'Files of the show' });
  await page.getByLabel('Find on the shelf').fill('sandpiper');
  await list.getByRole('button', { name: 'sandpiper.svg: more' }).click();
  await expect(page.getByText(/Used in: .*Name line/)).toBeVisible();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('menuitem', { name: 'Replace everywhere…' }).click();
  await (await chooser).setFiles({ name: 'red.svg', mimeType: 'image/svg+xml', buffer: art('#c01020') });
  await expect(page.getByText(/red.svg stands everywhere in the place of sandpiper.svg/)).toBeVisible();
  await expect.poll(() => colour(page, 170, 924)).toBe('#c01020');
  await page.getByLabel('Find on the shelf').fill('');
  await page
    .getByLabel('Files for the shelf')
    .setInputFiles({ name: 'idle.svg', mimeType: 'image/svg+xml', buffer: art('#00ff00') });
  await page.getByLabel('Folder', { exact: true }).selectOption('?');
  await expect(list.getByText('idle.svg')).toBeVisible();
  await expect(list.getByText('red.svg')).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove all' }).click();
  await expect(page.getByText('Every file is used somewhere.')).toBeVisible();
});

test('a template of the library is looked for, moves where it is pointed at, and comes with its styles', async ({
  page,
}) => {
  await page.goto(`${server.url}/build/name-line`);
  await page.getByRole('button', { name: 'Library of templates' }).click();
  const library = page.getByRole('dialog', { name: 'Library' });
  await expect(library.getByRole('status')).toHaveText('60 templates');
  await library.getByLabel('Takes').selectOption('A clock');
  await expect(library.getByRole('status')).toHaveText('2 templates');
  await library.getByLabel('Takes').selectOption('Any data');
  await library.getByLabel('Search the library').fill('two shares');
  await expect(library.getByRole('status')).toHaveText('1 template');
  const still = library.getByRole('img', { name: 'Lantern poll' });
  await still.hover();
  await expect(library.getByRole('img', { name: 'Lantern poll, playing' })).toBeVisible();
  await library.getByRole('button', { name: 'Add Lantern poll' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('Lantern poll');
  await page.getByRole('tab', { name: 'Styles' }).click();
  await expect(page.getByLabel('Name of the colour Lantern glow')).toBeVisible();
  // Its bar is as long as its number.
  await page.getByRole('tab', { name: /Operator.s form/ }).click();
  await page.getByRole('textbox', { name: 'Second share', exact: true }).fill('10');
  await page.keyboard.press('Enter');
  await expect.poll(() => colour(page, 600, 904)).not.toBe('#d9546a');
  await page.getByRole('textbox', { name: 'Second share', exact: true }).fill('90');
  await page.keyboard.press('Enter');
  await expect.poll(() => colour(page, 600, 904)).toBe('#d9546a');
});

test('parts go from one template to another; words are replaced over the show; every step can be gone back to', async ({
  page,
}) => {
  await page.goto(`${server.url}/build/name-line`);
  await choose(page, 'Words');
  await page.keyboard.press('Control+c');
  await page.getByRole('button', { name: 'New template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('New template');
  await page.getByRole('application').focus();
  await page.keyboard.press('Control+v');
  for (const name of ['Words', 'Name', 'Role']) await expect(row(page, name)).toBeVisible();
  await page.getByRole('tab', { name: 'Fields' }).click();
  await expect(page.getByLabel('Name of field 2')).toHaveValue('Role');

  await page.getByRole('button', { name: 'History' }).click();
  const history = page.getByRole('dialog', { name: 'History' });
  await history.getByLabel('Name of this state').fill('Before the words');
  await history.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(history.getByRole('button', { name: 'Go back to Before the words' })).toBeVisible();
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: 'Find in the show (Ctrl+F)' }).click();
  const find = page.getByRole('dialog', { name: 'Find and replace in the show' });
  await find.getByLabel('Find', { exact: true }).fill('Presenter');
  await expect(find.getByRole('status')).toHaveText(/^Found in [2-9]/);
  await find.getByLabel('Replace with').fill('Compère');
  await find.getByRole('button', { name: /^Replace in/ }).click();
  await expect(find.getByRole('status')).toHaveText('Found in 0 places.');
  await find.getByRole('button', { name: 'Close', exact: true }).click();
  await page.getByRole('tab', { name: 'Elements' }).click();
  await choose(page, 'Role');
  const words = page.getByRole('textbox', { name: 'Text', exact: true });
  await expect(words).toHaveValue('Compère');

  await page.getByRole('button', { name: 'History' }).click();
  await history
    .getByRole('list', { name: 'Steps' })
    .getByRole('button', { name: /New template/ })
    .click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('treeitem')).toHaveCount(0);
  await page.getByRole('button', { name: 'History' }).click();
  await history.getByRole('button', { name: 'Go back to Before the words' }).click();
  await page.keyboard.press('Escape');
  await choose(page, 'Role');
  await expect(words).toHaveValue('Presenter');
});

test('nothing at all, words from right to left and emoji are tried, and what breaks is told', async ({
  page,
}) => {
  await page.goto(`${server.url}/build/notice-strip`);
  await page.getByRole('tab', { name: /Operator.s form/ }).click();
  const form = page.getByRole('tabpanel', { name: /Operator/ });
  await form.getByLabel('Try with').selectOption('rtl');
  await expect(form.getByLabel('Label', { exact: true })).toHaveValue(/[\u0600-\u06ff]/);
  await form.getByLabel('Try with').selectOption('emoji');
  await expect(form.getByLabel('Line', { exact: true })).toHaveValue(/🏳️‍🌈/u);
  await form.getByLabel('Try with').selectOption('empty');
  await expect(form.getByLabel('Line', { exact: true })).toHaveValue('');
});

test('a thousand elements: only the rows in sight are there, and any is found by its name', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await blank(page);
  const ids = Array.from({ length: 1000 }, (_, i) => `e${i}`);
  const many = newTemplate('t', 'Many', {
    elements: Object.fromEntries(
      ids.map((id, i) => [
        id,
        newElement('rect', id, `Tile ${i}`, { x: (i % 40) * 48, y: Math.floor(i / 40) * 43, w: 40, h: 36 }),
      ]),
    ),
    order: ids,
  });
  await plant(page, many);
  await expect(page.getByRole('treeitem').first()).toBeVisible();
  expect(await page.getByRole('treeitem').count()).toBeLessThan(80);
  await page.getByLabel('Find elements').fill('tile 517');
  await expect(page.getByRole('treeitem')).toHaveCount(1);
  await choose(page, 'Tile 517');
  await expect.poll(() => number(page, 'X')).toBe((517 % 40) * 48);
  // Chosen on the stage, the row comes into sight by itself.
  await page.getByLabel('Find elements').fill('');
  await clickStage(page, { x: 20, y: 18 });
  await expect(row(page, 'Tile 0')).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByRole('treeitem')).toHaveCount(0);
});

test('a file goes from the shelf to the stage; the template’s small picture follows its changes', async ({
  page,
}) => {
  await page.goto(`${server.url}/build/notice-strip`);
  await page.getByRole('tab', { name: 'Shelf' }).click();
  await page.getByLabel('Find on the shelf').fill('harbour');
  const file = page
    .getByRole('list', { name: 'Files of the show' })
    .getByRole('listitem')
    .filter({ hasText: 'harbour.svg' });
  const at = await onScreen(page, { x: 1400, y: 400 });
  const stage = await page.locator('[data-stage]').boundingBox();
  await file.dragTo(page.locator('[data-stage]'), {
    targetPosition: { x: at.x - (stage?.x ?? 0), y: at.y - (stage?.y ?? 0) },
  });
  await page.getByRole('tab', { name: 'Elements' }).click();
  await expect(row(page, 'harbour')).toBeVisible();
  await expect.poll(() => alpha(page, 1400, 400)).toBe(255);

  const small = async (): Promise<string> => {
    await page.getByRole('button', { name: /^Template in hand/ }).click();
    const picture = page
      .getByRole('dialog', { name: 'Templates' })
      .getByRole('button', { name: 'Notice strip' })
      .locator('canvas');
    await expect(picture).toHaveAttribute('data-drawn', 'true');
    const found = await picture.evaluate((element) => {
      const canvas = element as HTMLCanvasElement;
      // In the strip, below its words.
      const data =
        canvas.getContext('2d')?.getImageData(canvas.width * 0.885, canvas.height * 0.9, 1, 1).data ?? [];
      return `#${[...data.slice(0, 3)].map((part) => part.toString(16).padStart(2, '0')).join('')}`;
    });
    await page.keyboard.press('Escape');
    return found;
  };
  expect(await small()).toBe('#f6f0e0');
  await choose(page, 'Strip');
  await fill(page, '#7a1f5c');
  await expect.poll(small).toBe('#7a1f5c');
});

/** A JPEG of one colour in four inks, as print programs write them: baseline, one block, marked by Adobe's APP14. */
function cmykJpeg(inks: readonly [number, number, number, number]): Buffer {
  const bits: number[] = [];
  const put = (value: number, count: number): void => {
    for (let bit = count - 1; bit >= 0; bit -= 1) bits.push((value >> bit) & 1);
  };
  for (const ink of inks) {
    // Inks are written inverted; a flat block has only its mean, eight times its distance from the middle.
    const mean = (255 - ink - 128) * 8;
    const size = mean === 0 ? 0 : Math.floor(Math.log2(Math.abs(mean))) + 1;
    put(size, 4);
    put(mean < 0 ? mean + 2 ** size - 1 : mean, size);
    put(0, 1);
  }
  while (bits.length % 8 !== 0) bits.push(1);
  const data = Array.from({ length: bits.length / 8 }, (_, i) =>
    parseInt(bits.slice(i * 8, i * 8 + 8).join(''), 2),
  );
  const segment = (marker: number, ...content: number[]): number[] => [
    0xff,
    marker,
    (content.length + 2) >> 8,
    (content.length + 2) & 255,
    ...content,
  ];
  const components = [1, 2, 3, 4];
  return Buffer.from([
    0xff,
    0xd8,
    ...segment(0xee, ...Buffer.from('Adobe'), 0, 100, 0, 0, 0, 0, 0),
    ...segment(0xdb, 0, ...new Array<number>(64).fill(1)),
    ...segment(0xc0, 8, 0, 8, 0, 8, 4, ...components.flatMap((id) => [id, 0x11, 0])),
    // Means: twelve sizes, each with a code of four bits that is its own number.
    ...segment(
      0xc4,
      0x00,
      0,
      0,
      0,
      12,
      ...new Array<number>(12).fill(0),
      ...Array.from({ length: 12 }, (_, i) => i),
    ),
    ...segment(0xc4, 0x10, 1, ...new Array<number>(15).fill(0), 0),
    ...segment(0xda, 4, ...components.flatMap((id) => [id, 0]), 0, 63, 0),
    ...data.flatMap((byte) => (byte === 0xff ? [0xff, 0] : [byte])),
    0xff,
    0xd9,
  ]);
}

test('files of every kind come in by what they are; damaged ones say so and change nothing', async ({
  page,
}) => {
  await blank(page);
  await drop(page, 'print.jpg', cmykJpeg([0, 255, 255, 0]));
  await row(page, 'print').waitFor();
  await setNumbers(page, { X: 600, Y: 300, W: 400, H: 400 });
  await expect.poll(async () => (await pixel(page, 800, 500))[0] ?? 0).toBeGreaterThan(180);
  expect((await pixel(page, 800, 500))[1] ?? 255).toBeLessThan(80);

  // A GIF of one pixel, and a WebP drawn by the browser.
  await drop(
    page,
    'dot.gif',
    Buffer.from('R0lGODlhAQABAPAAAP8AAAAAACH5BAAAAAAALAAAAAABAAEAAAICRAEAOw==', 'base64'),
  );
  await row(page, 'dot').waitFor();
  const webp = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    canvas.width = 40;
    canvas.height = 20;
    canvas.getContext('2d')?.fillRect(0, 0, 20, 20);
    return canvas.toDataURL('image/webp').split(',')[1] ?? '';
  });
  await drop(page, 'half.webp', Buffer.from(webp, 'base64'));
  await row(page, 'half').waitFor();
  await page.keyboard.press('Escape');
  const woff2 = readFileSync(
    'node_modules/@fontsource/barlow-condensed/files/barlow-condensed-latin-400-normal.woff2',
  );
  await drop(page, 'Own Condensed.woff2', woff2);
  await page.getByRole('tab', { name: 'Shelf' }).click();
  const list = page.getByRole('list', { name: 'Files of the show' });
  for (const [name, words] of [
    ['half.webp', '40×20 WEBP α'],
    ['print.jpg', '8×8 JPEG'],
    ['Own Condensed.woff2', 'WOFF2 font'],
  ] as const) {
    await page.getByLabel('Find on the shelf').fill(name);
    await expect(list.getByRole('listitem').filter({ hasText: name })).toContainText(words);
  }
  await page.getByLabel('Find on the shelf').fill('');
  await expect(list.getByRole('listitem')).not.toHaveCount(1);

  const count = await list.getByRole('listitem').count();
  await drop(page, 'torn.ttf', Buffer.from([0, 1, 0, 0, 9, 9, 9, 9]));
  await expect(
    page.getByText('torn.ttf is damaged: it begins like a font, but cannot be read.', { exact: false }),
  ).toBeVisible();
  await drop(page, 'torn.webm', Buffer.from([0x1a, 0x45, 0xdf, 0xa3, 1, 2, 3]));
  await expect(
    page.getByText('torn.webm is damaged: it begins like a video', { exact: false }),
  ).toBeVisible();
  await drop(page, 'song.wav', Buffer.from('RIFF0000WAVEfmt '));
  await expect(
    page.getByText('song.wav is nothing that Jorvan takes: it holds a sound', { exact: false }),
  ).toBeVisible();
  // Cut, as by a copy that ended early; larger than can be drawn; and what comes later.
  const flat = PNG.sync.write(new PNG({ width: 64, height: 64 }));
  for (const [name, whole] of [
    ['half.webp', Buffer.from(webp, 'base64')],
    ['print.jpg', cmykJpeg([0, 255, 255, 0])],
    ['flat.png', flat],
  ] as const) {
    await drop(page, `cut ${name}`, whole.subarray(0, Math.floor(whole.length * 0.8)));
    await expect(page.getByText(`cut ${name} is damaged`)).toBeVisible();
  }
  const huge = Buffer.from(flat);
  huge.writeUInt32BE(60_000, 16);
  huge.writeUInt32BE(60_000, 20);
  await drop(page, 'huge.png', huge);
  await expect(page.getByText('huge.png is 60000×60000 pixels', { exact: false })).toBeVisible();
  await drop(page, 'layers.psd', Buffer.from('8BPS\0\u0001'));
  await expect(page.getByText('layers.psd is a layered PSD. Jorvan does not read these yet')).toBeVisible();
  const refused = page.getByRole('region', { name: 'Files added' });
  await expect(refused.getByRole('listitem')).toHaveCount(8);
  await refused.getByRole('button', { name: 'Close the list' }).click();
  await expect(refused).toHaveCount(0);
  expect(await list.getByRole('listitem').count()).toBe(count);
});

test('a letter that the font does not have is shown and named', async ({ page }) => {
  await blank(page);
  await tool(page, 'Text');
  await page.getByRole('textbox', { name: 'Text', exact: true }).fill('Ida 浜');
  const panel = page.getByRole('tabpanel', { name: 'Properties' });
  await expect(panel.getByText(/Archivo has no 浜\. Noto Sans JP stands in\./)).toBeVisible();
  await page.getByRole('textbox', { name: 'Text', exact: true }).fill('Ida');
  await expect(panel.getByText(/Archivo has no/)).toHaveCount(0);
});

test('wipes follow the outline or an angle, soft where wanted; the shadow is that of what is seen, and what rides on the edge stays on it', async ({
  page,
}) => {
  await blank(page);
  const box = { w: 800, h: 160, slantRight: 80, x: 400 } as const;
  const shadow = { shadow: true, shadowColour: '#000000ff', shadowX: 100, shadowY: 0, shadowBlur: 0 };
  const elements = {
    own: newElement('rect', 'own', 'Own', { ...box, y: 100, ...shadow }),
    leans: newElement('rect', 'leans', 'Leans', {
      ...{ ...box, slantRight: 0, y: 400 },
      ...{ wipeEdge: 'line', wipeAngle: 30, wipeSoft: 0, ...shadow },
    }),
    soft: newElement('rect', 'soft', 'Soft', {
      ...box,
      slantRight: 0,
      y: 700,
      wipeEdge: 'line',
      wipeSoft: 200,
    }),
    lead: newElement('rect', 'lead', 'Lead', {
      ...{ x: 1200, y: 900, w: 20, h: 60, fill: '#ff0000' },
      rides: { on: 'soft', edge: 'right' },
    }),
  };
  const ids = Object.keys(elements);
  const many = newTemplate('t', 'Wipes', { elements, order: ids });
  const half = [
    [0, 1, 'linear'],
    [20, 0, 'linear'],
  ] as const;
  many.phases.enter.frames = 20;
  many.phases.enter.tracks = ['own', 'leans', 'soft'].map((id) =>
    makeTrack(`w ${id}`, id, 'wipeRight', half),
  );
  await plant(page, many);
  await expect(row(page, 'Lead')).toBeVisible();
  const score = page.getByRole('region', { name: 'Rows of the score' });
  await score.getByRole('button', { name: /^Enter\b.*frames?/ }).click();
  await score.focus();
  await page.keyboard.press('Shift+ArrowRight');
  // By its outline: the slant stands where it has come to, at the top further right than at the foot.
  await expect.poll(() => alpha(page, 1100, 108)).toBe(0);
  expect([await colour(page, 790, 108), await colour(page, 700, 250)]).toEqual(['#1d4e5a', '#1d4e5a']);
  expect(await colour(page, 750, 250)).toBe('#000000');
  // Its shadow is whole, and as wide as what is seen of it.
  expect([await colour(page, 880, 108), await alpha(page, 920, 108)]).toEqual(['#000000', 0]);
  // By an angle: about the middle of the box.
  expect(await colour(page, 830, 410)).toBe('#1d4e5a');
  expect(await colour(page, 770, 550)).not.toBe('#1d4e5a');
  expect([await alpha(page, 890, 480), await alpha(page, 920, 480)]).toEqual([255, 0]);
  // Soft: half of it is there at the middle of the way, where the lead stands.
  expect(Math.abs((await alpha(page, 800, 780)) - 128)).toBeLessThan(12);
  expect(await alpha(page, 870, 780)).toBeGreaterThan(0);
  expect([await colour(page, 805, 930), await alpha(page, 1205, 930)]).toEqual(['#ff0000', 0]);
});

test('patterns repeat, long gradients have no bands, an iris opens round, strokes are drawn and lit, a wipe goes along a path, a shade follows its lines', async ({
  page,
}) => {
  await blank(page);
  let made = 0;
  const stroke = { outlineWidth: 20, outline: '#ff0000', outlinePlace: 'centre', fill: '#00000000' } as const;
  const elements = {
    long: newElement('rect', 'long', 'Long', {
      ...{ x: 0, y: 0, w: 1920, h: 100 },
      fill: {
        kind: 'linear',
        angle: 0,
        stops: [
          { at: 0, colour: '#101010' },
          { at: 1, colour: '#1a1a1a' },
        ],
      },
    }),
    weave: newElement('rect', 'weave', 'Weave', {
      ...{ x: 0, y: 200, w: 600, h: 200 },
      fill: { kind: 'pattern', pattern: 'checks', size: 80, angle: 0, ink: '#ffffff', base: '#204060' },
    }),
    disc: newElement('ellipse', 'disc', 'Disc', { x: 800, y: 200, w: 400, h: 400, fill: '#f0c000' }),
    line: newElement('path', 'line', 'Line', {
      ...{ x: 200, y: 700, w: 1000, h: 10, drawSoft: 400, ...stroke },
      subpaths: [
        {
          closed: false,
          points: [0, 1].map((x) => ({ x, y: 0.5, inX: x, inY: 0.5, outX: x, outY: 0.5 })),
        },
      ],
    }),
    ring: newElement('rect', 'ring', 'Ring', {
      ...{ x: 1400, y: 200, w: 400, h: 200, ...stroke, outline: '#202020' },
      ...{ lightColour: '#ffffff', lightLength: 200 },
    }),
    curtain: newElement('rect', 'curtain', 'Curtain', { x: 1200, y: 860, w: 600, h: 100, fill: '#00ffff' }),
    words: newElement('text', 'words', 'Shaded', {
      ...{ x: 200, y: 860, w: 800, h: 80, text: 'Ida', size: 80, align: 'left' },
      ...{ shade: '#000000ff', shadeSpread: 40, shadeSoft: 0, colour: '#00ff00' },
    }),
  };
  const all = newTemplate('t', 'All', { elements, order: Object.keys(elements) });
  wipeAlong(all, ['curtain'], new Map([['curtain', elements.curtain]]), () => `way-${(made += 1)}`);
  all.phases.enter.frames = 20;
  all.phases.enter.tracks = [
    makeTrack('i', 'disc', 'iris', [
      [0, 1, 'linear'],
      [20, 0, 'linear'],
    ]),
    makeTrack('d', 'line', 'drawEnd', [
      [0, 0, 'linear'],
      [20, 1, 'linear'],
    ]),
    makeTrack('l', 'ring', 'light', [
      [0, 0, 'linear'],
      [20, 1, 'linear'],
    ]),
    makeTrack('w', 'way-1', 'drawEnd', [
      [0, 0, 'linear'],
      [20, 1, 'linear'],
    ]),
  ];
  await plant(page, all);
  await expect(row(page, 'Shaded')).toBeVisible();
  await page.keyboard.press('Escape');
  // A step of the gradient is 190 px wide: dithered, both of its colours stand side by side between them.
  const found = (): Promise<number> =>
    page.getByLabel(/^Picture of /).evaluate((element) => {
      const canvas = element as HTMLCanvasElement;
      const zoom = canvas.width / 1920;
      const { data } = canvas
        .getContext('2d')
        ?.getImageData(460 * zoom, 20 * zoom, 60 * zoom, 60 * zoom) as ImageData;
      return [...new Set(Array.from({ length: data.length / 4 }, (_, i) => data[i * 4]))].length;
    });
  await expect.poll(found).toBeGreaterThan(1);
  expect([await colour(page, 20, 220), await colour(page, 60, 220)]).toEqual(['#ffffff', '#204060']);
  expect([await colour(page, 100, 220), await colour(page, 60, 260)]).toEqual(['#ffffff', '#ffffff']);
  // The shade reaches 40 px beyond the letters and no further.
  expect([await colour(page, 175, 900), await alpha(page, 140, 900)]).toEqual(['#000000', 0]);
  expect(await alpha(page, 600, 900)).toBe(0);

  const score = page.getByRole('region', { name: 'Rows of the score' });
  await score.getByRole('button', { name: /^Enter\b.*frames?/ }).click();
  await score.focus();
  await page.keyboard.press('Shift+ArrowRight');
  // Half open: a circle of half the way to the corners, about the middle.
  await expect.poll(() => alpha(page, 1000 + 160, 400)).toBe(0);
  expect([await alpha(page, 1000 + 120, 400), await alpha(page, 1000, 400 - 120)]).toEqual([255, 255]);
  // Drawn by half: solid, then ever fainter towards the head.
  const along = await Promise.all([250, 500, 700, 850, 950].map((x) => alpha(page, x, 705)));
  expect(along[0]).toBe(255);
  expect(along[2]).toBeLessThan(along[1] ?? 0);
  expect(along[3]).toBeLessThan(along[2] ?? 0);
  expect(along[4]).toBe(0);
  // The light has come half round, to the far corner: strongest there, fainter by its half, not there beyond its length.
  expect((await pixel(page, 1800, 400))[0]).toBeGreaterThan(0xf8);
  expect(await colour(page, 1600, 400)).toBe('#202020');
  const [faint = 0] = await pixel(page, 1750, 400);
  expect([faint > 0x40, faint < 0xd0]).toEqual([true, true]);
  // Uncovered along its path by half.
  expect([await alpha(page, 1300, 910), await alpha(page, 1700, 910)]).toEqual([255, 0]);
});

test('a duel strip in some fifty actions: rows, plates, fields, motion in turn, and the other side of it all', async ({
  page,
}) => {
  let actions = 0;
  const act = async (done: Promise<unknown>): Promise<void> => {
    actions += 1;
    await done;
  };
  const button = (name: string) => page.getByRole('button', { name, exact: true });
  const press = (name: string): Promise<void> => act(button(name).click());
  const name = (words: string) => act(setNumbers(page, { 'Name of the element': words }));
  const also = (other: string) =>
    act(
      row(page, other)
        .getByRole('button', { name: other, exact: true })
        .click({ modifiers: ['Control'] }),
    );
  const set = (label: string, value: number | string) => act(setNumbers(page, { [label]: value }));
  const text = async (words: string): Promise<void> => {
    await act(tool(page, 'Text'));
    await expect(page.getByRole('textbox', { name: /^Words of/ })).toBeFocused();
    await page.keyboard.type(words);
    await act(page.keyboard.press('Enter'));
  };
  const all = async (): Promise<void> => {
    await page.getByRole('application').focus();
    await act(page.keyboard.press('Control+a'));
  };
  const motion = async (label: string, phase?: string): Promise<void> => {
    await press('Motions…');
    if (phase) await act(page.getByLabel('In', { exact: true }).selectOption({ label: phase }));
    await act(page.getByRole('option', { name: label, exact: true }).click());
  };
  await page.goto(`${server.url}/build/name-line`);
  await press('New template');
  // Its name is in hand at once.
  await expect(page.getByLabel('Name of the template')).toBeFocused();
  await page.keyboard.type('Duel');
  await act(page.keyboard.press('Enter'));

  await text('Name');
  await text('0');
  await name('Score');
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="64" height="64"><rect width="64" height="64" fill="#00ff00"/></svg>';
  await act(drop(page, 'flag.svg', Buffer.from(svg)));
  await expect(row(page, 'flag')).toBeVisible();
  await name('Flag');
  await also('Name');
  await also('Score');
  await press('In a row, the right one stands still');
  await press('Fields');
  await act(choose(page, 'Score'));
  await act(page.getByLabel('Align', { exact: true }).selectOption({ label: 'Right' }));
  await set('X', 274);
  await set('Y', 920);
  await press('Plate behind');
  await name('Score plate');
  await act(fill(page, '#c02020'));
  await press('Score plate Fill: make a field');
  await act(page.getByRole('menuitem', { name: 'Make a field' }).click());
  await act(choose(page, 'Name'));
  await also('Flag');
  await press('Plate behind');
  await all();
  await motion('Wipe from the right');
  await act(choose(page, 'Score'));
  await motion('Roll up', 'A new Change');
  await all();
  await press('Other side');
  await act(tool(page, 'Rectangle'));
  await name('Seam');
  await set('W', 36);
  await press('Align centres with the canvas');
  await set('Y', 910);
  await set('H', 92);
  await act(fill(page, '#f0c000'));
  await motion('Wipe from above', 'Enter');
  expect(actions).toBeLessThan(55);

  await page.getByRole('tab', { name: 'Fields' }).click();
  for (const [index, field] of ['Flag', 'Name', 'Score', 'Score plate fill'].entries()) {
    await expect(page.getByLabel(`Name of field ${index + 1}`)).toHaveValue(`${field} left`);
    await expect(page.getByLabel(`Name of field ${index + 5}`)).toHaveValue(`${field} right`);
  }
  // Another name on one side: that side alone grows, away from the seam.
  await page.getByRole('button', { name: 'Rest', exact: true }).click();
  await page.getByRole('tab', { name: 'Operator' }).click();
  const form = page.getByRole('tabpanel', { name: 'Operator' });
  expect(await alpha(page, 500, 956)).toBe(0);
  await form.getByLabel('Name left', { exact: true }).fill('A name of some length');
  await expect.poll(() => alpha(page, 500, 956)).toBe(255);
  expect(await alpha(page, 1420, 956)).toBe(0);
  expect(await colour(page, 960, 956)).toBe('#f0c000');
  expect(await colour(page, 930, 914)).toBe('#c02020');
  expect(await colour(page, 990, 914)).toBe('#c02020');
  // Undo takes the other side back in one step.
  await page.getByRole('tab', { name: 'Elements' }).click();
  await page.getByRole('application').focus();
  for (let i = 0; i < 9; i += 1) await page.keyboard.press('Control+z');
  await expect(row(page, 'Name')).toBeVisible();
  await expect(page.getByRole('treeitem')).toHaveCount(5);
  // Pointed at near its edge, that edge is followed.
  await page.getByRole('tab', { name: 'Properties' }).click();
  await choose(page, 'Flag');
  await press('Follow edge…');
  await page.mouse.move(0, 0);
  await clickStage(page, { x: 886, y: 990 });
  await expect(page.getByText(/of Flag follows the bottom of Score plate/)).toBeVisible();
});
