import { expect, test } from '@playwright/test';
import { Firefox, whyNoFirefox } from './firefox';
import { differsInArea, Picture } from './pixels';
import { TestServer } from './server';

// The product in a second engine: what is drawn there, and that its Desk and Build work.

const missing = whyNoFirefox();
test.skip(missing !== null, missing ?? '');

const server = new TestServer();
const firefox = new Firefox();
test.beforeAll(async () => {
  if (missing !== null) return;
  await server.start();
  await firefox.start();
});
test.afterAll(async () => {
  await firefox.dispose();
  await server.dispose();
});

const main = async () => (await server.air()).onAir['main'] ?? [];
const cued = async (): Promise<unknown[]> => {
  const own = (await server.air()).state.air['main'] as unknown as {
    own: Record<string, { number: string }>;
  };
  return Object.values(own.own).map(({ number }) => number);
};

test('Firefox cues, takes and clears by keys, and draws what Chromium draws but for edges of letters', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const desk = await firefox.page(`${server.url}/desk/main`, 1280, 800);
  const out = await firefox.page(`${server.url}/out/main`, 1920, 1080);
  await page.setViewportSize({ width: 1920, height: 1080 });
  await page.goto(`${server.url}/out/main`);
  // What is transparent is seen on one ground in both.
  const ground = (): void => void (document.documentElement.style.background = '#204060');
  await Promise.all([page.evaluate(ground), out.evaluate(ground)]);
  const seen = async (): Promise<[Picture, Picture]> => [
    Picture.read(await page.screenshot()),
    Picture.read(await out.screenshot()),
  ];
  await desk.bringToFront();
  await desk.waitForSelector('::-p-text(Server answers)');
  for (const number of ['301', '203']) {
    await desk.keyboard.type(number);
    await desk.keyboard.press('Enter');
    await expect.poll(cued).toEqual([number]);
    await desk.keyboard.press(' ');
    await expect.poll(main).toContainEqual(expect.objectContaining({ number, phase: 'hold' }));
    await out.bringToFront();
    await expect.poll(async () => differsInArea(...(await seen())), { timeout: 30_000 }).toBe(0);
    const [chromium] = await seen();
    // There is a graphic in the picture, and the ground around it.
    expect(chromium.at(320, 985)).not.toEqual([0x20, 0x40, 0x60, 255]);
    expect(chromium.at(10, 10)).toEqual([0x20, 0x40, 0x60, 255]);
    await desk.bringToFront();
  }
  // The card in hand is the one that was taken last.
  await desk.keyboard.press('Delete');
  await expect.poll(async () => (await main()).map(({ number }) => number)).toEqual(['301']);
  await out.bringToFront();
  await expect
    .poll(async () => (await seen())[1].at(200, 250), { timeout: 30_000 })
    .toEqual([0x20, 0x40, 0x60, 255]);
  await desk.close();
  await out.close();
});

test('Firefox opens Build: its template stands on the stage, an element is moved by its X, and that is undone', async () => {
  test.setTimeout(120_000);
  const build = await firefox.page(`${server.url}/build/beach-crawl`, 1280, 800);
  const element = await build.waitForSelector('[role=treeitem] ::-p-text(Cloth)');
  const stage = await build.waitForSelector('[aria-label="Stage"]');
  if (!element || !stage) throw new Error('Build is not there');
  // The cloth at the foot of the picture lies on the stage.
  const colours = async (): Promise<string[]> => {
    const picture = Picture.read(await stage.screenshot());
    return Array.from({ length: picture.height }, (_, y) => picture.at(picture.width / 2, y).join(' '));
  };
  await expect.poll(colours, { timeout: 30_000 }).toContain('11 38 48 255');
  await element.click();
  const x = async (): Promise<string | undefined> =>
    build.evaluate(() => {
      const field = [...document.querySelectorAll('input')].find(
        (own) => (own.getAttribute('aria-label') ?? own.labels?.[0]?.textContent) === 'X',
      );
      field?.select();
      return field?.value;
    });
  await expect.poll(x).toBe('0');
  await build.keyboard.type('120');
  await build.keyboard.press('Enter');
  await expect.poll(x).toBe('120');
  await (await build.waitForSelector('button[aria-label^="Undo: "]'))?.click();
  await expect.poll(x).toBe('0');
  await build.close();
});
