// The designer's hands: pictures of every kind, snapping, many at once, the way back, and what air shows meanwhile.
import { expect, test, type Page } from '@playwright/test';
import { gzipSync } from 'node:zlib';
import { loadedBy } from '../bench/bundle';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { makeTrack } from '../src/core/show';
import { canvasColour, near, Picture } from './pixels';
import { TestServer } from './server';
import { choose, clickStage, dragStage, number, row, setNumbers, tool } from './stage';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());

/** Drags a handle by px of the canvas, or of space as it is seen; taken hold of at a part of its height. */
async function dragHandle(page: Page, handle: string, dx: number, dy: number, v = 0.5): Promise<void> {
  const box = await page.locator(handle).first().boundingBox();
  const zoom = parseInt((await page.getByLabel('Zoom', { exact: true }).textContent()) ?? '100', 10) / 100;
  const [x, y] = [(box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) * v];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + (dx * zoom) / 2, y + (dy * zoom) / 2, { steps: 3 });
  await page.mouse.move(x + dx * zoom, y + dy * zoom, { steps: 3 });
  await page.mouse.up();
}

/** A fresh profile with the demo show, on a blank template of its own. */
async function blank(page: Page): Promise<void> {
  await page.goto(`${server.url}/build/name-line`);
  await page.getByRole('button', { name: 'New template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('New template');
}

async function drop(page: Page, name: string, bytes: Buffer): Promise<void> {
  const data = await page.evaluateHandle(
    ([fileName, base64]) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], fileName));
      return transfer;
    },
    [name, bytes.toString('base64')] as const,
  );
  const box = await page.getByRole('application').boundingBox();
  await page.getByRole('application').dispatchEvent('drop', {
    dataTransfer: data,
    clientX: (box?.x ?? 0) + 300,
    clientY: (box?.y ?? 0) + 200,
  });
}

/** A PNG of one colour. */
function png(width: number, height: number): Buffer {
  const image = new PNG({ width, height });
  for (let i = 0; i < image.data.length; i += 4) image.data.set([200, 60, 40, 255], i);
  return PNG.sync.write(image);
}

/** A JPEG drawn by the browser, marked by EXIF as lying on its side (orientation 6). */
async function turnedJpeg(page: Page, width: number, height: number): Promise<Buffer> {
  const base64 = await page.evaluate(
    ([w, h]) => {
      const canvas = document.createElement('canvas');
      canvas.width = w;
      canvas.height = h;
      canvas.getContext('2d')?.fillRect(0, 0, w / 2, h);
      return canvas.toDataURL('image/jpeg').split(',')[1] ?? '';
    },
    [width, height] as const,
  );
  const plain = Buffer.from(base64, 'base64');
  // APP1: "Exif", a little-endian TIFF header, one directory with the one entry 0x0112 (orientation) = 6.
  const exif = Buffer.from(
    '4578696600004949 2a0008000000 0100 1201 0300 01000000 06000000 00000000'.replace(/ /g, ''),
    'hex',
  );
  const length = Buffer.alloc(2);
  length.writeUInt16BE(exif.length + 2);
  return Buffer.concat([plain.subarray(0, 2), Buffer.from([0xff, 0xe1]), length, exif, plain.subarray(2)]);
}

test('pictures come in at their own size, turned as their camera says; a large one stands smaller, with a word', async ({
  page,
}) => {
  await blank(page);
  await drop(page, 'small.png', png(120, 80));
  await expect(row(page, 'small')).toBeVisible();
  expect([await number(page, 'W'), await number(page, 'H')]).toEqual([120, 80]);
  await drop(page, 'side.jpg', await turnedJpeg(page, 200, 100));
  await expect(row(page, 'side')).toBeVisible();
  await expect.poll(async () => [await number(page, 'W'), await number(page, 'H')]).toEqual([100, 200]);
  await drop(page, 'wide.png', png(3000, 300));
  await expect(
    page.getByText('wide.png is 3000×300, larger than the canvas: it stands at 64 %.'),
  ).toBeVisible();
  await expect.poll(() => number(page, 'W')).toBe(1920);
  // The same file twice is one picture on the shelf, under two elements.
  await drop(page, 'small.png', png(120, 80));
  await expect(row(page, 'small 2')).toBeVisible();
  // Only files in sight are in the page.
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('tab', { name: 'Shelf' }).click();
  await page.getByLabel('Find on the shelf').fill('small');
  await expect(page.getByRole('list', { name: 'Files of the show' }).getByText('small.png')).toHaveCount(1);
});

test('moving snaps to the safe area and to the middle; Alt lets go; the arrows nudge', async ({ page }) => {
  await blank(page);
  await tool(page, 'Rectangle');
  await setNumbers(page, { X: 700, Y: 500, W: 300, H: 200 });
  await dragStage(page, { x: 850, y: 600 }, { x: 250, y: 600 });
  await expect.poll(() => number(page, 'X')).toBe(96);
  await dragStage(page, { x: 200, y: 600 }, { x: 915, y: 540 });
  await expect.poll(async () => [await number(page, 'X'), await number(page, 'Y')]).toEqual([810, 440]);
  await dragStage(page, { x: 900, y: 540 }, { x: 906, y: 700 }, ['Alt']);
  await expect.poll(async () => Math.abs((await number(page, 'X')) - 816)).toBeLessThan(4);
  const x = await number(page, 'X');
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(() => number(page, 'X')).toBe(x + 11);
  // All nudges in a row are one step back.
  await page.keyboard.press('Control+z');
  await expect.poll(() => number(page, 'X')).toBe(x);
});

test('several at once: marked with the mouse, aligned, grouped, resized as one, chosen deeper by a double click', async ({
  page,
}) => {
  await blank(page);
  await tool(page, 'Rectangle');
  await setNumbers(page, { X: 400, Y: 300, W: 200, H: 100 });
  await tool(page, 'Rectangle');
  await setNumbers(page, { X: 500, Y: 500, W: 400, H: 100 });
  await dragStage(page, { x: 300, y: 200 }, { x: 1000, y: 700 });
  await expect(row(page, 'Rectangle')).toHaveAttribute('aria-selected', 'true');
  await expect(row(page, 'Rectangle 2')).toHaveAttribute('aria-selected', 'true');
  await page.getByRole('button', { name: 'Align left edges' }).click();
  await page.keyboard.press('Control+g');
  await expect(row(page, 'Group')).toBeVisible();
  // From the bottom right corner of the group at 800, 600: twice as large.
  await dragStage(page, { x: 800, y: 600 }, { x: 1200, y: 900 }, ['Alt']);
  await clickStage(page, { x: 500, y: 400 }, { double: true });
  await expect(row(page, 'Rectangle')).toHaveAttribute('aria-selected', 'true');
  await expect
    .poll(async () =>
      [await number(page, 'X'), await number(page, 'W'), await number(page, 'H')].map(Math.round),
    )
    .toEqual([400, 400, 200]);
  await page.getByRole('application').focus();
  await page.keyboard.press('Escape');
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Control+z');
  await choose(page, 'Rectangle 2');
  await expect.poll(async () => [await number(page, 'X'), await number(page, 'W')]).toEqual([500, 400]);
});

test('the show itself can be changed: its name, its channels, their lanes; a template without a lane is not released', async ({
  page,
}) => {
  await page.goto(`${server.url}/build/name-line`);
  await page.getByLabel('Name of the show').fill('Marram Bay, day two');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Marram Bay, day two').first()).toBeVisible();
  const lanes = page.getByRole('list', { name: 'Lanes of Main, back to front' });
  await lanes.getByLabel('Lane 3 of Main').fill('Names');
  await page.keyboard.press('Enter');
  await lanes.getByRole('button', { name: 'Move Bug back' }).click();
  await expect(lanes.getByLabel('Lane 3 of Main')).toHaveValue('Bug');
  for (const channel of ['Main', 'Beach screen', 'Tall'])
    await page
      .getByRole('button', { name: channel === 'Main' ? 'Remove Names' : 'Remove Lower' })
      .first()
      .click();
  await page.getByRole('button', { name: 'Release…' }).click();
  await expect(page.getByRole('alert')).toContainText('goes to a lane that no channel has');
  await expect(page.getByRole('dialog').getByRole('button', { name: 'Release', exact: true })).toBeDisabled();
});

test('the outline’s own buttons do what its keys do', async ({ page }) => {
  await blank(page);
  await tool(page, 'Rectangle');
  await tool(page, 'Text');
  const bar = page.getByRole('toolbar', { name: 'Elements in hand' });
  await expect(page.getByRole('treeitem').first()).toHaveAccessibleName('Text');
  await bar.getByRole('button', { name: /Send backward/ }).click();
  await expect(page.getByRole('treeitem').first()).toHaveAccessibleName('Rectangle');
  await bar.getByRole('button', { name: /^Duplicate/ }).click();
  await expect(row(page, 'Text 2')).toHaveAttribute('aria-selected', 'true');
  await bar.getByRole('button', { name: /^Group/ }).click();
  await expect(row(page, 'Group')).toBeVisible();
  await bar.getByRole('button', { name: /^Ungroup/ }).click();
  await expect(row(page, 'Group')).toHaveCount(0);
  await bar.getByRole('button', { name: /^Delete/ }).click();
  await expect(row(page, 'Text 2')).toHaveCount(0);
  for (const undone of ['Delete Text 2', 'Ungroup Group', 'Group Text 2'])
    await page.getByRole('button', { name: `Undo: ${undone}` }).click();
  await expect(row(page, 'Text 2')).toBeVisible();
});

test('the fits keep long words in their box, and what breaks is listed and shown by a click', async ({
  page,
}) => {
  await page.goto(`${server.url}/build/flight-card`);
  await choose(page, 'Team');
  const panel = page.getByRole('tabpanel', { name: 'Properties' });
  await panel.getByLabel('Fit', { exact: true }).selectOption('clip');
  await page.getByRole('tab', { name: /Operator/ }).click();
  const broken = page
    .getByRole('list', { name: 'What breaks' })
    .getByRole('button', { name: /^Flights: .*Lower Saltings/ });
  await expect(broken).toContainText('Team is cut off at its box');
  await broken.click();
  await expect(row(page, 'Team')).toHaveAttribute('aria-selected', 'true');
  await expect(
    page.getByRole('tabpanel', { name: /Operator/ }).getByLabel('Team', { exact: true }),
  ).toHaveValue(/Lower Saltings/);
  await page.getByRole('tab', { name: 'Properties' }).click();
  await panel.getByLabel('Fit', { exact: true }).selectOption('squeeze');
  await page.getByRole('tab', { name: /Operator/ }).click();
  await expect(broken).not.toContainText('is cut off');
});

test('an output reloaded in mid-motion comes back to the frame that its sibling shows', async ({
  browser,
}) => {
  // A hundred seconds of Enter, so that a restart would be seen from far away.
  const { state } = await server.air();
  const release = (await (await fetch(`${server.url}/api/releases/${state.release}`)).json()) as {
    templates: Record<string, { phases: { enter: unknown } }>;
  };
  const slow = release.templates['notice-strip'];
  if (!slow) throw new Error('the demo has no notice strip');
  slow.phases.enter = {
    frames: 5000,
    markers: [],
    tracks: ['strip', 'bridle'].map((element) =>
      makeTrack(element, element, 'x', [
        [0, -1000, 'linear'],
        [5000, 0],
      ]),
    ),
  };
  const { hash } = (await (
    await fetch(`${server.url}/api/releases`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(release),
    })
  ).json()) as { hash: string };
  expect((await server.command({ do: 'release', release: hash })).status).toBe(200);
  // A short line, so that the strip's own end is what reaches furthest.
  await server.command({ do: 'take', channel: 'main', number: '301', values: { Line: '.' } });

  const context = await browser.newContext({ viewport: { width: 1920, height: 1080 } });
  const [a, b] = [await context.newPage(), await context.newPage()];
  for (const page of [a, b]) {
    await page.goto(`${server.url}/out/main`);
    await expect(page.locator('html')).toHaveAttribute('data-frame', /\d+/);
  }
  /** The strip's right end by the frame that the page says it shows. */
  const off = async (page: Page): Promise<number> => {
    const right = (await Picture.of(page)).inked()?.right ?? 0;
    const frame = Number(await page.locator('html').getAttribute('data-frame'));
    const { time, state: now } = await server.air();
    const entered = now.air['main']?.graphics[0]?.enterAt ?? time;
    return Math.abs(right - (1824 - 1000 + ((frame - entered * 50) / 5000) * 1000));
  };
  await expect.poll(() => off(a)).toBeLessThan(20);
  await b.reload();
  await expect(b.locator('html')).toHaveAttribute('data-frame', /\d+/);
  await expect.poll(() => off(b)).toBeLessThan(20);
  await context.close();
});

test('the output page is light, and holds nothing of the editor', async () => {
  const pages = join('dist', 'pages');
  const seen = loadedBy('out.html');
  let bytes = gzipSync(readFileSync(join(pages, 'out.html'))).length;
  for (const path of seen) {
    const text = readFileSync(join(pages, path), 'utf8');
    bytes += gzipSync(text).length;
    expect(text).not.toMatch(/createRoot|useSyncExternalStore|Dexie/);
  }
  // What draws comes in a worker of its own.
  expect(seen.some((path) => path.includes('drawing.worker'))).toBe(true);
  expect(bytes).toBeLessThan(400 * 1024);
});

test('a template in another: filled, cropped, stepped into, on air by its release, and changed by another', async ({
  page,
  context,
}) => {
  test.slow();
  await blank(page);
  await tool(page, 'Picture');
  await page.getByRole('menuitem', { name: /^Inset/ }).click();
  const properties = page.getByRole('tabpanel', { name: 'Properties' });
  await setNumbers(page, { X: 200, Y: 200, W: 1120, H: 640 });
  await properties.getByLabel('Template', { exact: true }).selectOption({ label: 'Heat' });
  // It is seen at twice its size: its head is saffron, its cloth dark.
  const stage = page.getByLabel(/^Picture of New template/);
  const at = async (x: number, y: number) => canvasColour(stage, x / 1920, y / 1080);
  await expect.poll(async () => near(await at(230, 220), '#f2b632')).toBe(true);
  // Its own words, and one of its fields passed through as a field of this template.
  await properties.getByLabel('Left', { exact: true }).fill('Harbour Wall');
  await page.keyboard.press('Enter');
  await properties.getByRole('button', { name: 'Pass all through' }).click();
  await page.getByRole('tab', { name: /Operator/ }).click();
  await expect(
    page.getByRole('tabpanel', { name: /Operator/ }).getByLabel('Left', { exact: true }),
  ).toHaveValue('Harbour Wall');
  await page.getByRole('tab', { name: 'Properties' }).click();
  // Cropped, what is left fills the box: the head is gone.
  await properties.getByLabel('Cut top', { exact: true }).fill('0.25');
  await page.keyboard.press('Enter');
  await expect.poll(async () => near(await at(230, 300), '#f2b632')).toBe(false);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => near(await at(230, 220), '#f2b632')).toBe(true);
  // By hand on the stage what is left stays where it is, and the box comes to be that; an inset can be cut to what it draws.
  await properties.getByRole('button', { name: 'Crop on the stage' }).click();
  await dragHandle(page, '[data-crop-handle="top"]', 0, 160);
  const top = await number(page, 'Y');
  expect(Math.abs(top - 360)).toBeLessThan(4);
  expect(await number(page, 'H')).toBe(840 - top);
  expect(await number(page, 'Cut top')).toBeCloseTo(0.25, 1);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await properties.getByRole('button', { name: 'Crop to what it draws' }).click();
  expect(await number(page, 'H')).toBe(640);
  await page.getByRole('button', { name: 'Crop on the stage' }).click();
  // Its space is looked at from above: it is moved back there, and turned; from the front it is seen so.
  await properties.getByRole('button', { name: 'Space', exact: true }).click();
  await page.getByRole('button', { name: 'Space view' }).click();
  await page.getByRole('button', { name: 'Seen along Y, from above' }).click();
  await dragHandle(page, '[data-axis="z"]', 0, -200, 0.85);
  expect(await number(page, 'Z')).toBeCloseTo(-200, -1.3);
  await dragHandle(page, '[data-turn="rotationY"] circle', -60, 60);
  expect(Math.abs(await number(page, 'Rotation Y'))).toBeGreaterThan(1);
  await page.getByRole('button', { name: 'Space view' }).click();
  for (let i = 0; i < 2; i += 1) await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => near(await at(230, 220), '#f2b632')).toBe(true);
  // Into it and back; it cannot be shown in what it shows.
  await properties.getByRole('button', { name: 'Edit Heat' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('Heat');
  await tool(page, 'Picture');
  await page.getByRole('menuitem', { name: /^Inset/ }).click();
  await properties.getByLabel('Template', { exact: true }).selectOption({ label: 'New template' });
  await expect(page.getByText('as it would stand in itself', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await page.getByRole('button', { name: 'Back to New template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('New template');
  const release = async (): Promise<void> => {
    const before = (await server.air()).state.release;
    await page.getByRole('button', { name: 'Release…' }).click();
    const dialog = page.getByRole('dialog');
    // What another show, or another hand, has on air is given up knowingly.
    await expect(dialog.getByRole('button', { name: 'Not yet' })).toBeVisible();
    const sure = dialog.getByLabel(/^(Yes, all of this|Release over it)/);
    if (await sure.isVisible()) await sure.click();
    await dialog.getByRole('button', { name: 'Release', exact: true }).click();
    await expect.poll(async () => (await server.air()).state.release).not.toBe(before);
  };
  await release();
  const output = await context.newPage();
  await output.setViewportSize({ width: 1920, height: 1080 });
  await output.goto(`${server.url}/out/main`);
  await server.command({ do: 'take', channel: 'main', template: 'New template' });
  await expect.poll(async () => near((await Picture.of(output)).at(230, 220), '#f2b632'), { timeout: 15_000 }).toBe(true); // prettier-ignore
  // The inset's template in another colour: on air it stands until it is released and taken anew.
  await page.getByRole('application').focus();
  await page.goto(`${server.url}/build/heat`);
  await choose(page, 'Head');
  await properties.getByLabel('Fill', { exact: true }).fill('#e8593a');
  await page.keyboard.press('Enter');
  await release();
  expect(near((await Picture.of(output)).at(230, 220), '#f2b632')).toBe(true);
  await server.command({ do: 'take', channel: 'main', template: 'New template' });
  await expect.poll(async () => near((await Picture.of(output)).at(230, 220), '#e8593a'), { timeout: 15_000 }).toBe(true); // prettier-ignore
});
