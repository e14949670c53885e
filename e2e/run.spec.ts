// The whole run, from a blank template to air, in the real interface: one test a step, each on what the one before made.
import { expect, test, type BrowserContext, type Page } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { canvasColour, near, Picture } from './pixels';
import { TestServer } from './server';
import { choose, clickStage, dragStage, number, onScreen, rename, row, setNumbers, tool } from './stage';

test.describe.configure({ mode: 'serial' });

const server = new TestServer();
let context: BrowserContext;
let page: Page;

test.beforeAll(async ({ browser }) => {
  await server.start();
  context = await browser.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true });
  page = await context.newPage();
});
test.afterAll(async () => {
  await context.close();
  await server.dispose();
});

const svg =
  '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="300"><rect width="300" height="300" fill="#3a9d5d"/></svg>';

async function dropFile(
  at: { x: number; y: number },
  name: string,
  type: string,
  content: string,
): Promise<void> {
  const point = await onScreen(page, at);
  const data = await page.evaluateHandle(
    ([fileName, mime, text]) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([text], fileName, { type: mime }));
      return transfer;
    },
    [name, type, content] as const,
  );
  await page
    .getByRole('application')
    .dispatchEvent('drop', { dataTransfer: data, clientX: point.x, clientY: point.y });
}

/** The box of an element in the picture of the stage, by its colour along a line; in px of the canvas. */
async function runOfColour(hex: string, y: number): Promise<{ left: number; right: number } | null> {
  const canvas = page.getByLabel(/^Picture of /);
  return canvas.evaluate(
    (element, [colour, line]) => {
      const c = element as HTMLCanvasElement;
      const zoom = c.width / 1920;
      const data = c.getContext('2d')?.getImageData(0, Math.round(line * zoom), c.width, 1).data;
      let run = null as { left: number; right: number } | null;
      for (let x = 0; data && x < c.width; x += 1) {
        const hit =
          [1, 3, 5].every(
            (at, i) => Math.abs(parseInt(colour.slice(at, at + 2), 16) - (data[x * 4 + i] ?? 0)) < 12,
          ) && (data[x * 4 + 3] ?? 0) > 200;
        if (hit) run = { left: run?.left ?? x / zoom, right: (x + 1) / zoom };
      }
      return run;
    },
    [hex, y] as const,
  );
}

test('1: the server starts with the demo show on air and says where everything is', async () => {
  expect(server.log).toContain('The demo show is released.');
  for (const line of ['Application', '/out/main', '/out/beach', '/out/tall'])
    expect(server.log).toContain(line);
  const out = await context.newPage();
  await out.goto(`${server.url}/out/main`);
  await expect(out).toHaveTitle('Main · Jorvan output');
  await expect(out.locator('canvas')).toHaveJSProperty('width', 1920);
  await out.close();
  // Nothing but this machine is listened to.
  const listening = spawnSync(
    'node',
    [
      '-e',
      `fetch('http://'+Object.values(require('os').networkInterfaces()).flat().find(i=>!i.internal&&i.family==='IPv4')?.address+':${server.port}/api/health').then(()=>console.log('open'),()=>console.log('closed'))`,
    ],
    { encoding: 'utf8' },
  );
  expect(listening.stdout).not.toContain('open');
});

test('2: a designer makes a show and draws a name line with mouse and keys', async () => {
  await page.goto(`${server.url}/shows`);
  await expect(page.getByText('Marram Bay Kite Festival')).toBeVisible();
  await page.getByRole('button', { name: 'New show' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Evening flights');
  await page.getByRole('button', { name: 'Make the show' }).click();
  await page.getByRole('button', { name: 'New template' }).last().click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('New template');
  await page.getByLabel('Name of the template').fill('Name line');
  await page.keyboard.press('Enter');

  await tool(page, 'Rectangle');
  await rename(page, 'Rectangle', 'Bar');
  await setNumbers(page, { X: 300, Y: 840, W: 700, H: '300/2', 'Top left': 4, 'Bottom right': 60 });
  await page.getByLabel('Fill', { exact: true }).fill('#102a33');
  await page.keyboard.press('Enter');
  await expect.poll(() => number(page, 'H')).toBe(150);

  await tool(page, 'Rectangle');
  await rename(page, 'Rectangle', 'Edge');
  await setNumbers(page, { X: 600, Y: 300, W: 20, H: 150 });
  await page.getByLabel('Fill', { exact: true }).fill('f2b632');
  await page.keyboard.press('Enter');
  // Moved by hand, it snaps to the bar's edges.
  await dragStage(page, { x: 610, y: 375 }, { x: 293, y: 912 });
  await expect.poll(async () => [await number(page, 'X'), await number(page, 'Y')]).toEqual([280, 840]);

  await tool(page, 'Text');
  await rename(page, 'Text', 'Name');
  await setNumbers(page, { X: 340, Y: 850, W: 900, H: 80, Size: 60, Weight: 800 });
  await page.getByRole('textbox', { name: 'Text', exact: true }).fill('Ida Marsh');
  await page.getByLabel('Font', { exact: true }).selectOption('Bricolage Grotesque');
  await tool(page, 'Text');
  await rename(page, 'Text', 'Role');
  await setNumbers(page, { X: 340, Y: 925, W: 900, H: 50, Size: 34, Weight: 500 });
  await page.getByRole('textbox', { name: 'Text', exact: true }).fill('Presenter');
  await page.getByLabel('Align', { exact: true }).selectOption('left');

  await dropFile({ x: 960, y: 400 }, 'flag.svg', 'image/svg+xml', svg);
  await expect(row(page, 'flag')).toBeVisible();
  await rename(page, 'flag', 'Picture');
  // Resized by a corner, keeping its shape; turned by its handle; both taken back.
  await setNumbers(page, { X: 800, Y: 200, W: 300, H: 300 });
  await dragStage(page, { x: 1100, y: 500 }, { x: 940, y: 340 }, ['Alt']);
  await expect.poll(async () => Math.abs((await number(page, 'W')) - 140)).toBeLessThan(8);
  await expect.poll(() => number(page, 'H')).toBe(await number(page, 'W'));
  const zoom = Number(await page.getByRole('application').getAttribute('data-zoom'));
  const width = await number(page, 'W');
  const middle = 800 + width / 2;
  const pivotY = 200 + width / 2;
  await dragStage(page, { x: middle, y: 200 - 26 / zoom }, { x: middle + 26 / zoom + width / 2, y: pivotY });
  await expect.poll(() => number(page, 'Rotation')).toBe(90);
  await page.getByRole('application').focus();
  await page.keyboard.press('Control+z');
  await expect.poll(() => number(page, 'Rotation')).toBe(0);
  await page.keyboard.press('Control+z');
  await expect.poll(() => number(page, 'W')).toBe(300);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(() => number(page, 'W')).toBe(width);
  await setNumbers(page, { X: 130, Y: 840, W: 150, H: 150 });

  // Order, group, duplicate, hide and lock in the outline.
  await choose(page, 'Name');
  await row(page, 'Role')
    .getByRole('button', { name: 'Role', exact: true })
    .click({ modifiers: ['Shift'] });
  await page.keyboard.press('Control+g');
  await rename(page, 'Group', 'Words');
  await expect(row(page, 'Words')).toHaveAttribute('aria-expanded', 'true');
  await choose(page, 'Edge');
  await page.keyboard.press('Control+d');
  await expect(row(page, 'Edge 2')).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(row(page, 'Edge 2')).toHaveCount(0);
  await row(page, 'Edge').hover();
  await row(page, 'Edge').getByRole('button', { name: 'Hide Edge' }).click();
  await expect.poll(async () => runOfColour('#f2b632', 900)).toBeNull();
  await row(page, 'Edge').getByRole('button', { name: 'Show Edge' }).click();
  await row(page, 'Bar').getByRole('button', { name: 'Lock Bar' }).click();
  await clickStage(page, { x: 900, y: 980 });
  await expect(row(page, 'Bar')).toHaveAttribute('aria-selected', 'false');
  await row(page, 'Bar').getByRole('button', { name: 'Unlock Bar' }).click();
  await row(page, 'Picture').dragTo(row(page, 'Bar'), { targetPosition: { x: 60, y: 26 } });
  await expect(page.getByRole('treeitem').last()).toHaveAccessibleName('Picture');
  await choose(page, 'Picture');
  await page.keyboard.press('Control+Shift+ArrowUp');
  await expect(page.getByRole('treeitem').first()).toHaveAccessibleName('Picture');
});

test('3: the bar follows the wider of the two lines, and the edge follows the bar', async () => {
  const tether = async (
    index: number,
    own: string,
    to: string,
    edge: string,
    offset: number,
  ): Promise<void> => {
    await page.getByRole('button', { name: 'Add a tether' }).click();
    await choose(page, to);
    const group = page.getByRole('group', { name: `Tether ${index}` });
    await group.getByLabel('Own edge').selectOption(own);
    await group.getByLabel('Followed edge').selectOption(edge);
    await group.getByLabel('Offset').fill(String(offset));
    await page.keyboard.press('Enter');
  };
  await choose(page, 'Bar');
  await tether(1, 'left', 'Words', 'left', -40);
  await tether(2, 'right', 'Words', 'right', 60);
  await choose(page, 'Edge');
  await tether(1, 'right', 'Bar', 'left', 0);

  // Above the words, where only the bar is and its corners are square.
  const line = 846;
  await expect.poll(async () => (await runOfColour('#102a33', line))?.left).toBeCloseTo(300, -1);
  const short = await runOfColour('#102a33', line);
  await choose(page, 'Name');
  await page.getByRole('textbox', { name: 'Text', exact: true }).fill('Ida Marsh-Whitterstone');
  await expect
    .poll(async () => (await runOfColour('#102a33', line))?.right ?? 0)
    .toBeGreaterThan((short?.right ?? 0) + 100);
  await page
    .getByRole('textbox', { name: 'Text', exact: true })
    .fill('The Lower Saltings & Outer Bar Kite and Windvane Society of Marram');
  // The text shrinks to its greatest width, 900 from 340; the bar ends its 60 behind it.
  await expect
    .poll(async () => Math.round((await runOfColour('#102a33', line))?.right ?? 0))
    .toBeGreaterThan(1280);
  expect((await runOfColour('#102a33', line))?.right ?? 0).toBeLessThan(1304);
  const edge = await runOfColour('#f2b632', line);
  expect(edge?.right).toBeCloseTo((await runOfColour('#102a33', line))?.left ?? 0, -1);
  await page.getByRole('textbox', { name: 'Text', exact: true }).fill('Ida Marsh');

  // A circle is refused, with the names in it, and nothing changes.
  await choose(page, 'Bar');
  await page
    .getByRole('group', { name: 'Tether 1' })
    .getByLabel('Followed element')
    .selectOption({ label: 'Edge' });
  await expect(page.getByText(/run in a circle: .*Edge.*Bar|run in a circle: .*Bar.*Edge/)).toBeVisible();
  await expect(page.getByRole('group', { name: 'Tether 1' }).getByLabel('Followed element')).toHaveValue(
    /.+/,
  );
  expect((await runOfColour('#102a33', line))?.left).toBeCloseTo(300, -1);
});

test('4: four properties become fields, and the form is tried beside the stage', async () => {
  const knot = async (element: string, property: string): Promise<void> => {
    await choose(page, element);
    await page.getByRole('button', { name: `${element} ${property}: make a field` }).click();
    await page.getByRole('menuitem', { name: 'Make a field' }).click();
  };
  await knot('Name', 'Text');
  await knot('Edge', 'Fill');
  await knot('Picture', 'Picture');
  await knot('Role', 'Text');
  await page.getByRole('tab', { name: 'Fields' }).click();
  const fields = page.getByRole('list', { name: 'Fields' });
  await fields.getByLabel('Name of field 2').fill('Edge colour');
  await page.keyboard.press('Enter');
  for (let i = 0; i < 2; i += 1) await fields.getByRole('button', { name: 'Move Role up' }).click();
  await expect(fields.getByLabel('Name of field 2')).toHaveValue('Role');

  await page
    .getByRole('tab', { name: 'Operator’s form' })
    .or(page.getByRole('tab', { name: "Operator's form" }))
    .click();
  const form = page.getByRole('tabpanel', { name: /Operator/ });
  await form.getByLabel('Name', { exact: true }).fill('Ox');
  const before = await runOfColour('#102a33', 984);
  await form.getByLabel('Try with').selectOption('longest');
  await expect
    .poll(async () => (await runOfColour('#102a33', 984))?.right ?? 0)
    .toBeGreaterThan((before?.right ?? 0) + 300);
  await form.getByLabel('Try with').selectOption('shortest');
  await expect
    .poll(async () => (await runOfColour('#102a33', 984))?.right ?? 9999)
    .toBeLessThan((before?.right ?? 0) + 20);
  await form.getByLabel('Edge colour', { exact: true }).fill('#d9739b');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await runOfColour('#d9739b', 984)) !== null).toBe(true);
  await page.getByRole('button', { name: 'Back to the defaults' }).click();
  await page.getByRole('tab', { name: 'Properties' }).click();
  await page.getByRole('tab', { name: 'Elements' }).click();
});

test('5: the bar wipes in and the text follows; scrubbed and played in frames', async () => {
  const score = page.getByRole('region', { name: 'Score' });
  const motion = async (element: string, kind: string): Promise<void> => {
    await choose(page, element);
    await score.getByRole('button', { name: /Add track to/ }).click();
    await page.getByRole('menuitem', { name: kind, exact: true }).click();
  };
  await motion('Bar', 'Wipe, right edge');
  await motion('Words', 'Opacity');
  await motion('Words', 'X');
  // The words follow: their first keys move ten frames on, by keys.
  const key = (name: string) => score.getByRole('button', { name });
  await key('Words Opacity: 0 at Enter 0').click();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(key('Words Opacity: 0 at Enter 10')).toBeVisible();
  await key('Words Opacity: 0 at Enter 10').click();
  const panel = page.getByRole('tabpanel', { name: 'Motion' });
  await panel.getByLabel('Easing to the next key').selectOption('linear');
  // And one by dragging along the ruler.
  const from = await key('Words X: -60 at Enter 0').boundingBox();
  const other = await key('Words Opacity: 0 at Enter 10').boundingBox();
  await page.mouse.move((from?.x ?? 0) + 3, (from?.y ?? 0) + 8);
  await page.mouse.down();
  await page.mouse.move((other?.x ?? 0) + 3, (from?.y ?? 0) + 8, { steps: 5 });
  await page.mouse.up();
  await expect(key('Words X: -60 at Enter 10')).toBeVisible();
  await panel.getByLabel('Length', { exact: true }).fill('30');
  await page.keyboard.press('Enter');
  await score.getByRole('button', { name: 'More of the score' }).click();
  await page.getByRole('menuitem', { name: 'Mirror Enter into Exit' }).click();
  await expect(key('Bar Wipe, right edge: 1 at Exit 30')).toBeVisible();

  // Frame 0 shows nothing of the bar; frame 8 a part of it; Hold all of it.
  await score.getByRole('button', { name: 'To the first frame' }).click();
  await expect.poll(() => runOfColour('#102a33', 984)).toBeNull();
  await score.getByRole('button', { name: 'Rest' }).click();
  await expect.poll(async () => (await runOfColour('#102a33', 984))?.right ?? 0).toBeGreaterThan(600);
  const full = (await runOfColour('#102a33', 984))?.right ?? 0;
  const ruler = await score.locator('[data-ruler]').boundingBox();
  const start = await key('Bar Wipe, right edge: 1 at Enter 0').boundingBox();
  await page.mouse.click((start?.x ?? 0) + 3 + 4 * 14, (ruler?.y ?? 0) + 10);
  await expect(score.getByLabel('Playhead frame')).toHaveText(/^Enter [1-9]/);
  await expect.poll(async () => (await runOfColour('#102a33', 984))?.right ?? 9999).toBeLessThan(full - 5);
  await score.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(score.getByLabel('Playhead frame')).toHaveText('Hold');
  await expect(score.getByLabel('Playhead frame')).toHaveText(/^Exit/);
  await score.getByRole('button', { name: 'Pause' }).click();
  await score.getByRole('button', { name: 'Rest' }).click();
});

test('6: rows of a CSV fill cards, and a used number asks before it is given away', async () => {
  // A template for another lane first: the bug with its clock.
  await page.getByRole('button', { name: 'New template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('New template');
  await page.getByLabel('Name of the template').fill('Bug');
  await page.keyboard.press('Enter');
  await page.getByLabel('Lane', { exact: true }).selectOption({ label: 'Bug' });
  await tool(page, 'Picture');
  await page.getByRole('menuitem', { name: 'Clock', exact: true }).click();
  await setNumbers(page, { X: 1600, Y: 60, W: 220, H: 80 });

  await page.getByRole('link', { name: 'Data' }).click();
  await page.getByLabel('File for a table').setInputFiles(join('demo', 'data', 'people.csv'));
  await page.getByRole('button', { name: 'Keep 12 rows as a table' }).click();
  await expect(page.getByLabel('Name of the table')).toHaveValue('people');
  const fill = page.getByRole('complementary', { name: 'Filling' });
  await expect(fill.getByLabel('Template')).toHaveValue(/.+/);
  await expect(fill.getByText('Not used here; drag one onto a field:')).toBeVisible();
  await expect(fill.getByRole('button', { name: 'Club' })).toBeVisible();
  // No picture of the show is called so: said, and the default stays.
  await expect(fill.getByText(/ida-marsh\.svg” is none/)).toBeVisible();

  await page.getByRole('gridcell', { name: 'Maren Osei-Whitlock' }).click();
  await fill.getByLabel('Call number').fill('405');
  await fill.getByRole('button', { name: 'Keep this row' }).click();
  await expect(page.getByText('Kept under 405.')).toBeVisible();
  await page.getByRole('gridcell', { name: 'Ox', exact: true }).click();
  await fill.getByLabel('Call number').fill('405.0');
  await fill.getByRole('button', { name: 'Keep this row' }).click();
  const dialog = page.getByRole('dialog', { name: /is used/ });
  await expect(dialog.getByRole('img')).toHaveCount(2);
  await dialog.getByRole('button', { name: 'Keep the one there' }).click();
  await fill.getByLabel('Call number').fill('430');
  await fill.getByRole('button', { name: /Keep all 12/ }).click();
  await expect(page.getByText('12 cards kept, 430 to 441.')).toBeVisible();
});

test('7: released, then run from the keyboard; design goes on without touching air', async () => {
  await page.getByRole('button', { name: 'Release…' }).click();
  await expect(page.getByRole('dialog')).toContainText(
    '“Marram Bay Kite Festival” gives way to “Evening flights”',
  );
  await page.getByLabel('Yes, all of this').click();
  await page.getByRole('dialog').getByRole('button', { name: 'Release', exact: true }).click();
  await expect(page.getByText('“Evening flights” is released.')).toBeVisible();
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(page.getByRole('listbox', { name: 'Cards' }).getByRole('option')).toHaveCount(13);

  await page.keyboard.type('99');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('No card has the number 99.');
  await page.keyboard.press('Escape');
  await page.keyboard.type('405');
  await expect(page.locator('[data-says]')).toContainText('Enter cues 405');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-take]')).toContainText('enters Lower, which is free');
  const preview = page.getByRole('img', { name: 'Main preview' });
  await expect
    .poll(async () => near(await canvasColour(preview, 320 / 1920, 985 / 1080), '#102a33'))
    .toBe(true);
  await page.keyboard.press('Space');
  const program = page.getByRole('img', { name: 'Main program' });
  await expect
    .poll(async () => near(await canvasColour(program, 320 / 1920, 985 / 1080), '#102a33'))
    .toBe(true);
  await expect.poll(async () => (await server.air()).onAir['main']?.[0]?.phase).toBe('hold');

  // The bug, filled by hand, goes to its own lane and stays.
  const taken = await server.command({ do: 'take', channel: 'main', template: 'Bug' });
  expect(taken.status).toBe(200);

  // A misspelt name is corrected on air: it waits, is sent, and cuts to the new words.
  await page.getByRole('button', { name: /Take 405 .* in hand/ }).click();
  const hand = page.getByRole('complementary', { name: 'Card in hand' });
  await hand.getByLabel('Name', { exact: true }).fill('Maren Osei-Whitlocke');
  await expect(hand.getByText('differs from air')).toBeVisible();
  expect((await server.air()).onAir['main']?.map((g) => Object.values(g.values)).flat()).toContain(
    'Maren Osei-Whitlock',
  );
  await page.keyboard.press('Control+Enter');
  await expect
    .poll(async () => (await server.air()).onAir['main']?.map((g) => Object.values(g.values)).flat())
    .toContain('Maren Osei-Whitlocke');
  await expect(hand.getByText('differs from air')).toHaveCount(0);

  // A take onto the occupied lane: the old one's exit, then the new one's entry.
  await page.keyboard.type('431');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-take]')).toContainText('replaces 405 Name line in Lower, after its exit');
  await page.keyboard.press('Space');
  await expect.poll(async () => (await server.air()).state.air['main']?.graphics.length).toBe(3);
  const graphics = (await server.air()).state.air['main']?.graphics ?? [];
  const leaving = graphics.find((g) => g.exitAt !== null);
  const entering = graphics.find((g) => Object.values(g.values).includes('Ox'));
  expect(entering?.enterAt).toBeCloseTo((leaving?.exitAt ?? 0) + 30 / 50, 5);
  await expect
    .poll(async () => (await server.air()).onAir['main']?.map((g) => `${g.lane} ${g.phase}`).sort())
    .toEqual(['bug hold', 'lower hold']);

  // Design goes on; air stands until the next release.
  await page.getByRole('link', { name: 'Build' }).click();
  await page.getByRole('button', { name: /^Template in hand/ }).click();
  await page.getByRole('dialog', { name: 'Templates' }).getByRole('button', { name: 'Name line' }).click();
  await choose(page, 'Bar');
  await page.getByLabel('Fill', { exact: true }).fill('#aa2222');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Draft differs from the release on air')).toBeVisible();
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect
    .poll(async () => near(await canvasColour(program, 320 / 1920, 985 / 1080), '#102a33'))
    .toBe(true);

  // Clear plays the exit and leaves the bug.
  await page.getByRole('button', { name: /Take 431 .* in hand/ }).click();
  await page.keyboard.press('Delete');
  await expect.poll(async () => (await server.air()).onAir['main']?.map((g) => g.phase)).toContain('exit');
  await expect.poll(async () => (await server.air()).onAir['main']?.map((g) => g.lane)).toEqual(['bug']);
});

test('8: the output page is transparent, keys and fills, and outlives its server', async () => {
  await server.command({ do: 'take', channel: 'main', number: '405' });
  await expect
    .poll(async () => (await server.air()).onAir['main']?.map((g) => g.phase))
    .toEqual(['hold', 'hold']);
  const open = async (suffix: string, width = 1920, height = 1080): Promise<Page> => {
    const out = await context.newPage();
    await out.setViewportSize({ width, height });
    await out.goto(`${server.url}/out/main${suffix}`);
    await expect(out.locator('html')).toHaveAttribute('data-frame', /\d+/);
    return out;
  };
  const full = await open('');
  await expect.poll(async () => (await Picture.of(full)).at(320, 985)[3]).toBe(255);
  const picture = await Picture.of(full);
  expect(picture.at(960, 400)).toEqual([0, 0, 0, 0]);
  expect(picture.at(320, 985)[3]).toBe(255);
  const box = picture.inked();
  expect(box?.bottom).toBeLessThan(1000);

  const small = await open('', 640, 400);
  await expect(small.locator('canvas')).toHaveJSProperty('clientWidth', 1920);
  expect(
    await small.evaluate(() => [
      getComputedStyle(document.body).overflow,
      getComputedStyle(document.body).userSelect,
      document.scrollingElement?.scrollTop,
    ]),
  ).toEqual(['hidden', 'none', 0]);
  await small.close();

  const key = await open('?key');
  await expect.poll(async () => (await Picture.of(key)).at(320, 985)).toEqual([255, 255, 255, 255]);
  expect((await Picture.of(key)).at(960, 400)).toEqual([0, 0, 0, 255]);
  await key.close();
  const fill = await open('?fill');
  await expect.poll(async () => near((await Picture.of(fill)).at(320, 985), '#102a33', 4)).toBe(true);
  expect((await Picture.of(fill)).at(960, 400)).toEqual([0, 0, 0, 255]);
  await fill.close();

  // Reloaded, it shows what its sibling shows.
  const sibling = await open('');
  await sibling.reload();
  await expect(sibling.locator('html')).toHaveAttribute('data-frame', /\d+/);
  await expect.poll(async () => (await Picture.of(sibling)).differs(await Picture.of(full))).toBe(0);
  await sibling.close();

  // The server dies: the picture stands. It comes back: state and connection come by themselves.
  const before = await server.air();
  await server.kill();
  await expect(full.locator('html')).toHaveAttribute('data-connected', 'false');
  expect((await Picture.of(full)).at(320, 985)[3]).toBe(255);
  await server.start();
  await expect(full.locator('html')).toHaveAttribute('data-connected', 'true');
  expect((await server.air()).state).toEqual(before.state);
  await page.getByRole('link', { name: 'Desk' }).click();
  await expect(page.getByText('Server answers')).toBeVisible();
  await server.command({ do: 'clear', channel: 'main', lane: 'lower' });
  await expect.poll(async () => (await Picture.of(full)).at(320, 985)[3]).toBe(0);
  await full.close();
});

test('9: exported as one file and imported in another profile, equal in every byte', async ({ browser }) => {
  await page.getByRole('link', { name: 'Shows' }).click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export Evening flights', exact: true }).click();
  const file = await (await waiting).path();
  const other = await browser.newContext({ acceptDownloads: true });
  const fresh = await other.newPage();
  await fresh.goto(`${server.url}/shows`);
  await fresh.getByLabel('Show file').setInputFiles({
    name: 'Evening flights.jorvan',
    mimeType: 'application/zip',
    buffer: readFileSync(file),
  });
  await expect(fresh.getByText('“Evening flights” is here.')).toBeVisible();
  const again = fresh.waitForEvent('download');
  await fresh.getByRole('button', { name: 'Export Evening flights', exact: true }).click();
  expect(readFileSync(await (await again).path()).equals(readFileSync(file))).toBe(true);
  // By choice with the way back, which can be gone where it arrives.
  const withHistory = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export Evening flights with its history' }).click();
  const whole = readFileSync(await (await withHistory).path());
  await fresh.getByLabel('Show file').setInputFiles({ name: 'whole.jorvan', mimeType: 'application/zip', buffer: whole }); // prettier-ignore
  await expect(fresh.getByText('“Evening flights” is here, with its history.')).toBeVisible();
  const opened = fresh.getByRole('listitem').filter({ hasText: 'Evening flights' }).first();
  await opened.getByRole('button', { name: 'Open', exact: true }).click();
  await expect(fresh.getByRole('banner').getByText('Evening flights', { exact: true })).toBeVisible();
  const undo = fresh.getByRole('button', { name: /^Undo: / });
  await expect(undo).toBeEnabled();
  const last = await undo.getAttribute('aria-label');
  await undo.click();
  await expect(undo).not.toHaveAttribute('aria-label', last ?? '');
  await other.close();
});
