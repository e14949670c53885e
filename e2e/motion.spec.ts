// Motion made with mouse and keys alone, and looked at frame by frame; then on air.
import { expect, test, type Page } from '@playwright/test';
import { clipElements, makeTrack, newElement, newTemplate, plainLook } from '../src/core/show';
import { canvasColour, near, Picture } from './pixels';
import { TestServer } from './server';
import { dragStage, onScreen, setNumbers, tool } from './stage';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());

const fill = '#1d4e5a';
const score = (page: Page) => page.getByRole('region', { name: 'Rows of the score' });
const key = (page: Page, name: string | RegExp) => score(page).getByRole('button', { name });
const motion = (page: Page) => page.getByRole('tabpanel', { name: 'Motion' });
const headed = (page: Page, name: RegExp) => score(page).getByRole('button', { name });

/** Whether the shape of a fill is seen at a point of a 1920 by 1080 canvas, through the stage’s picture. */
const isThere = async (page: Page, x: number, y: number): Promise<boolean> =>
  near(await canvasColour(page.getByLabel(/^Picture of /), x / 1920, y / 1080), fill);

/** Puts the playhead on a frame of a phase: its name, then frames with the arrows. */
async function seek(page: Page, phase: RegExp, frame: number): Promise<void> {
  await headed(page, phase).click();
  await score(page).focus();
  for (let i = 0; i < Math.floor(frame / 10); i += 1) await page.keyboard.press('Shift+ArrowRight');
  for (let i = 0; i < frame % 10; i += 1) await page.keyboard.press('ArrowRight');
}

async function fresh(page: Page): Promise<void> {
  await page.goto(`${server.url}/build/name-line`);
  await page.getByRole('button', { name: 'New template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('New template');
}

async function withBox(page: Page): Promise<void> {
  await fresh(page);
  await tool(page, 'Rectangle');
  await setNumbers(page, { X: 800, Y: 400, W: 300, H: 200 });
  await expect.poll(() => isThere(page, 950, 500)).toBe(true);
}

test('from nothing: auto-key on the stage and in the inspector, a curve, a key on its way; rest stays what it was', async ({
  page,
}) => {
  await withBox(page);
  await page.getByRole('button', { name: 'Auto-key' }).click();
  await headed(page, /^Enter\b.*frames?/).click();
  await dragStage(page, { x: 950, y: 500 }, { x: 350, y: 500 }, ['Alt']);
  await expect(key(page, 'Rectangle X: -600 at Enter 0')).toBeVisible();
  await expect(key(page, 'Rectangle X: 0 at Enter 25')).toBeVisible();
  await expect.poll(() => isThere(page, 350, 500)).toBe(true);
  expect(await isThere(page, 950, 500)).toBe(false);
  // At rest it stands where it was drawn.
  await page.getByRole('button', { name: 'Rest' }).click();
  await expect.poll(() => isThere(page, 950, 500)).toBe(true);
  // Even: at frame 10 of 25 it has gone 240 of 600.
  await key(page, 'Rectangle X: -600 at Enter 0').click();
  await motion(page).getByLabel('Easing to the next key').selectOption('linear');
  await seek(page, /^Enter\b.*frames?/, 10);
  await expect.poll(() => isThere(page, 590, 500)).toBe(true);
  expect(await isThere(page, 930, 500)).toBe(false);
  // The inspector tells the value at the frame, and typing one there sets a key.
  await page.getByRole('tab', { name: 'Properties' }).click();
  const place = page.getByRole('tabpanel', { name: 'Properties' });
  await expect(place.getByLabel('X', { exact: true })).toHaveValue('440');
  await setNumbers(page, { Y: 100 });
  await expect(key(page, 'Rectangle Y: -300 at Enter 10')).toBeVisible();
  await expect.poll(() => isThere(page, 590, 200)).toBe(true);
  // A key is dragged on its way, seen on the stage.
  await page.getByRole('button', { name: 'Auto-key' }).click();
  const onWay = page.getByRole('button', { name: 'Key of Rectangle at frame 0, on its way' });
  const from = await onWay.boundingBox();
  const to = await onScreen(page, { x: 150, y: 950 });
  await page.mouse.move((from?.x ?? 0) + 6, (from?.y ?? 0) + 6);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.mouse.up();
  await expect.poll(() => isThere(page, 150, 950)).toBe(true);
  await page.getByRole('button', { name: 'Rest' }).click();
  await expect.poll(() => isThere(page, 950, 500)).toBe(true);
});

/** A rectangle that drifts in, in Enter alone, with nothing chosen in the score. */
async function withDrift(page: Page): Promise<void> {
  await withBox(page);
  await page.getByRole('button', { name: 'Motions…' }).click();
  await page.getByLabel('Exit too, turned round').uncheck();
  await page.getByRole('option', { name: 'Drift and fade' }).click();
  await score(page).focus();
  await page.keyboard.press('Escape');
}

test('by keys alone: next and previous, nudged, set, copied to another element, doubled, turned round, undone', async ({
  page,
}) => {
  await withDrift(page);
  await page.keyboard.press('Home');
  await page.keyboard.press('.');
  await expect(key(page, 'Rectangle X: 0 at Enter 25')).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(key(page, 'Rectangle X: 0 at Enter 14')).toBeVisible();
  await page.keyboard.press(',');
  await expect(key(page, 'Rectangle X: -60 at Enter 0')).toHaveAttribute('aria-pressed', 'true');
  // A key of the value that stands there already.
  await page.keyboard.press('Escape');
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('k');
  await expect(score(page).getByRole('button', { name: /^Rectangle X: .* at Enter 5$/ })).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(score(page).getByRole('button', { name: /^Rectangle X: .* at Enter 5$/ })).toHaveCount(0);
  // All of them to a text, which takes what it has.
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Control+c');
  await tool(page, 'Text');
  await score(page).focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('Control+v');
  await expect(key(page, 'Text X: -60 at Enter 0')).toBeVisible();
  await expect(key(page, 'Text Opacity: 1 at Enter 14')).toBeVisible();
  await page.keyboard.press('r');
  await expect(key(page, 'Text X: 0 at Enter 0')).toBeVisible();
  await page.keyboard.press('Control+d');
  await expect(key(page, 'Text X: -60 at Enter 29')).toBeVisible();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Control+z');
  await expect(score(page).getByRole('button', { name: /^Text / })).toHaveCount(0);
});

test('by mouse: a frame around keys, dragged, copied with Alt, stretched; rows folded, found, all of them shown', async ({
  page,
}) => {
  await withDrift(page);
  const box = async (name: string) => {
    const found = await key(page, name).boundingBox();
    return { x: (found?.x ?? 0) + 3, y: (found?.y ?? 0) + 8 };
  };
  const drag = async (a: { x: number; y: number }, b: { x: number; y: number }): Promise<void> => {
    await page.mouse.move(a.x, a.y);
    await page.mouse.down();
    await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 3 });
    await page.mouse.move(b.x, b.y, { steps: 3 });
    await page.mouse.up();
  };
  const [x0, x25, o25] = [
    await box('Rectangle X: -60 at Enter 0'),
    await box('Rectangle X: 0 at Enter 25'),
    await box('Rectangle Opacity: 1 at Enter 25'),
  ];
  const frame = (x25.x - x0.x) / 25;
  // Both last keys, within a frame drawn around them, go together.
  await drag({ x: x25.x - 14, y: x25.y - 8 }, { x: o25.x + 14, y: o25.y + 8 });
  await drag(x25, { x: x25.x + 5 * frame, y: x25.y });
  await expect(key(page, 'Rectangle X: 0 at Enter 30')).toBeVisible();
  await expect(key(page, 'Rectangle Opacity: 1 at Enter 30')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(key(page, 'Rectangle X: 0 at Enter 25')).toBeVisible();
  // A track by its name; its end handle stretches it.
  await score(page).getByRole('button', { name: 'X', exact: true }).click();
  const end = await page.getByRole('button', { name: 'Stretch the keys at their end' }).boundingBox();
  const grip = { x: (end?.x ?? 0) + 4, y: (end?.y ?? 0) + 10 };
  const now =
    ((await box('Rectangle X: 0 at Enter 25')).x - (await box('Rectangle X: -60 at Enter 0')).x) / 25;
  await drag(grip, { x: grip.x - 10 * now, y: grip.y });
  await expect(key(page, 'Rectangle X: 0 at Enter 15')).toBeVisible();
  // Alt leaves the key and drags a copy.
  const last = await box('Rectangle X: 0 at Enter 15');
  await page.keyboard.press('Escape');
  await page.keyboard.down('Alt');
  await drag(last, { x: last.x + 6 * now, y: last.y });
  await page.keyboard.up('Alt');
  await expect(key(page, 'Rectangle X: 0 at Enter 15')).toBeVisible();
  await expect(key(page, 'Rectangle X: 0 at Enter 21')).toBeVisible();
  // A double click sets a key of the value that is there.
  const between = await box('Rectangle Opacity: 0 at Enter 0');
  await page.mouse.dblclick(between.x + 10 * now, between.y);
  await expect(
    score(page).getByRole('button', { name: /^Rectangle Opacity: 0\.4 at Enter 10$/ }),
  ).toBeVisible();
  // Folded, found, and with all that could move.
  await score(page).getByRole('button', { name: 'Fold Rectangle' }).click();
  await expect(key(page, /^Rectangle X: /)).toHaveCount(0);
  await page.getByLabel('Find in the score').fill('opac');
  await expect(key(page, 'Rectangle Opacity: 0 at Enter 0')).toBeVisible();
  await expect(key(page, /^Rectangle X: /)).toHaveCount(0);
  await page.getByLabel('Find in the score').fill('');
  await page.getByRole('button', { name: 'Show only what moves' }).click();
  await score(page).getByRole('button', { name: 'Unfold Rectangle' }).click();
  await expect(score(page).getByRole('button', { name: 'Rotation', exact: true })).toBeVisible();
});

test('a motion is looked at before it is chosen, spread over letters, and mirrored into Exit', async ({
  page,
}) => {
  await fresh(page);
  await tool(page, 'Text');
  await page.getByRole('button', { name: 'Motions…' }).click();
  await page.getByRole('option', { name: 'Slide from the left' }).hover();
  await expect(page.getByText('From beyond the left edge, however wide it is.')).toBeVisible();
  // It plays on the stage, and nothing is made of it yet.
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Nothing moves yet')).toBeVisible();
  await page.getByRole('button', { name: 'Motions…' }).click();
  await page.getByRole('option', { name: 'Letters rise' }).click();
  await expect(key(page, 'Text Y: 0.6 at Enter 0')).toBeVisible();
  await key(page, 'Text Opacity: 0 at Enter 0').click();
  await expect(motion(page).getByLabel('Spread over')).toHaveValue('character');
  await motion(page).getByLabel('Stagger', { exact: true }).fill('100');
  await page.keyboard.press('Enter');
  // Halfway, the first letters are there and the last are not.
  const ink = async (): Promise<number> => {
    const canvas = page.getByLabel(/^Picture of /);
    return canvas.evaluate((element) => {
      const c = element as HTMLCanvasElement;
      const data = c.getContext('2d')?.getImageData(0, 0, c.width, c.height).data ?? [];
      let count = 0;
      for (let i = 3; i < data.length; i += 4) if ((data[i] ?? 0) > 128) count += 1;
      return count;
    });
  };
  await page.getByRole('button', { name: 'Rest' }).click();
  await expect.poll(ink).toBeGreaterThan(100);
  const whole = await ink();
  await seek(page, /^Enter\b.*frames?/, 13);
  const isHalf = async (): Promise<boolean> => {
    const share = (await ink()) / whole;
    return share > 0.2 && share < 0.8;
  };
  await expect.poll(isHalf).toBe(true);
  await page.getByRole('button', { name: 'More of the score' }).click();
  await page.getByRole('menuitem', { name: 'Mirror Enter into Exit' }).click();
  await expect(key(page, /^Text Y: 0\.6 at Exit /)).toBeVisible();
});

test('a Change with a rule, a step and a move are made here and run on air, from outside and at the Desk', async ({
  page,
  request,
}) => {
  const command = async (body: object): Promise<number> =>
    (await request.post(`${server.url}/api/air/commands`, { data: { channel: 'main', ...body } })).status();
  await withBox(page);
  // The box is as wide as a field says, so that it has a new width to go to.
  await page
    .getByRole('tabpanel', { name: 'Properties' })
    .getByRole('button', { name: 'Rectangle W: make a field' })
    .click();
  await page.getByRole('menuitem', { name: 'Make a field' }).click();
  await page.getByRole('button', { name: 'More of the score' }).click();
  await page.getByRole('menuitem', { name: 'Add a Change' }).click();
  await page.getByRole('tab', { name: 'Motion' }).click();
  const panel = motion(page);
  await panel.getByRole('button', { name: 'Add a rule' }).click();
  await panel.getByRole('group', { name: 'Rule 1' }).getByLabel('How').selectOption('greater');
  for (const [label, value] of [
    ['Length', '900'],
    ['To', '900'],
  ] as const) {
    await panel.getByLabel(label, { exact: true }).fill(value);
    await page.keyboard.press('Enter');
  }
  await panel.getByLabel('How they go').selectOption('linear');
  // A move: down and away; a step that brings nothing, but is counted.
  await page.getByRole('button', { name: 'More of the score' }).click();
  await page.getByRole('menuitem', { name: 'Add a named move' }).click();
  await page.getByRole('button', { name: 'Add track to Move' }).click();
  await page.getByRole('menuitem', { name: 'Opacity', exact: true }).click();
  await page.getByRole('button', { name: 'More of the score' }).click();
  await page.getByRole('menuitem', { name: 'Add a step' }).click();
  await expect(headed(page, /^Step.*, 25 frames/)).toBeVisible();
  await page.getByRole('button', { name: 'Release…' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Release', exact: true }).click();
  await expect(page.getByText('Draft is as released')).toBeVisible();

  const output = await page.context().newPage();
  await output.setViewportSize({ width: 1920, height: 1080 });
  await output.goto(`${server.url}/out/main`);
  const right = async (): Promise<number> => (await Picture.of(output)).inked()?.right ?? 0;
  expect(await command({ do: 'take', template: 'New template' })).toBe(200);
  await expect.poll(right).toBeGreaterThan(1090);
  const rest = await right();
  expect(rest).toBeLessThan(1110);
  // Wider: it goes there by degrees, eighteen seconds long.
  expect(await command({ do: 'change', values: { 'Rectangle W': 900 } })).toBe(200);
  await expect.poll(right).toBeGreaterThan(rest + 20);
  expect(await right()).toBeLessThan(1600);
  // Without motion it is there at once, in the midst of the Change.
  expect(await command({ do: 'change', values: { 'Rectangle W': 200 }, motion: false })).toBe(200);
  await expect.poll(right).toBeLessThan(1010);
  // At the Desk: the next step, the move, and back again.
  await page.bringToFront();
  await page.goto(`${server.url}/desk/main`);
  const board = page.getByRole('table', { name: 'Lane board' });
  await expect(board.getByRole('button', { name: 'Next 0/1' })).toBeVisible();
  await page.locator('body').press('n');
  await expect(board.getByRole('button', { name: 'Next 1/1' })).toBeDisabled();
  await board.getByRole('button', { name: 'Move', exact: true }).click();
  await expect.poll(right).toBe(0);
  await board.getByRole('button', { name: 'Bring back' }).click();
  await expect.poll(right).toBeGreaterThan(900);
  expect(await command({ do: 'move', move: 'Jump' })).toBe(400);
  expect(await command({ do: 'next' })).toBe(400);
});

test('what will surprise is said: keys behind the end, flashes in the frames, what is left at the end of Exit', async ({
  page,
}) => {
  await withBox(page);
  await setNumbers(page, { X: 0, Y: 0, W: 1920, H: 1080 });
  await page
    .getByRole('tabpanel', { name: 'Properties' })
    .getByRole('textbox', { name: 'Fill', exact: true })
    .fill('#ffffff');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Add track to Enter' }).click();
  await page.getByRole('menuitem', { name: 'Opacity', exact: true }).click();
  await key(page, 'Rectangle Opacity: 0 at Enter 0').click();
  // Eight times on and off in a second.
  await motion(page).getByLabel('Easing to the next key').selectOption('steps');
  await motion(page).getByLabel('Steps').fill('1');
  await page.keyboard.press('Enter');
  await key(page, 'Rectangle Opacity: 1 at Enter 25').click();
  await motion(page).getByLabel('Frame', { exact: true }).fill('5');
  await page.keyboard.press('Enter');
  await expect(key(page, 'Rectangle Opacity: 1 at Enter 5')).toBeVisible();
  await score(page).focus();
  for (let i = 0; i < 3; i += 1) {
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Control+d');
  }
  await page.getByRole('button', { name: 'Look at every frame' }).click();
  await expect(page.getByText(/flashes over 100 % of the picture within a second/)).toBeVisible({
    timeout: 30_000,
  });
  await expect(page.getByText('something is still seen at its last frame')).toBeVisible();
  await page.getByText(/flashes over 100 %/).click();
  await motion(page).getByLabel('Length', { exact: true }).fill('10');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/behind the end at 10/)).toBeVisible();
});

test('four hundred rows: only those in sight are in the page, and they are there while it scrolls', async ({
  page,
}) => {
  await fresh(page);
  const ids = Array.from({ length: 200 }, (_, i) => `e${i}`);
  const many = newTemplate('t', 'Many', {
    elements: Object.fromEntries(
      ids.map((id, i) => [id, newElement('rect', id, `Box ${i}`, { x: i * 5, y: i * 3, w: 20, h: 20 })]),
    ),
    order: ids,
  });
  many.phases.enter.tracks = ids.map((id) =>
    makeTrack(`k ${id}`, id, 'x', [
      [0, -50],
      [20, 0],
    ]),
  );
  const clip = JSON.stringify(
    clipElements({ assets: {}, look: plainLook, clocks: {}, scores: {} }, many, ids),
  );
  await page.evaluate((words) => {
    localStorage.setItem('jorvan.clip', words);
    // Newer than whatever the machine's clipboard holds.
    localStorage.setItem('jorvan.clip.refused', 'yes');
  }, clip);
  await page.getByRole('application').focus();
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('treeitem').first()).toBeVisible();
  // What was pasted is chosen, and the score goes to it once.
  await expect(async () => {
    await score(page).evaluate((element) => element.scrollTo(0, 0));
    await expect(key(page, 'Box 199 X: -50 at Enter 0')).toBeVisible({ timeout: 1000 });
  }).toPass();
  expect(await score(page).locator('[data-key]').count()).toBeLessThan(60);
  await score(page).evaluate((element) => element.scrollTo(0, element.scrollHeight));
  await expect(key(page, 'Box 0 X: -50 at Enter 0')).toBeVisible();
  expect(await score(page).locator('[data-key]').count()).toBeLessThan(60);
});
