// What people bring by mistake, and what breaks on purpose: each gets a plain sentence, and nothing is lost or half done.
import { chromium, expect, test, type Page } from '@playwright/test';
import { writeFileSync } from 'node:fs';
import { near, Picture } from './pixels';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());

const bring = async (page: Page, label: string, name: string, content: Buffer | string): Promise<void> => {
  await page
    .getByLabel(label, { exact: true })
    .setInputFiles({ name, mimeType: '', buffer: Buffer.from(content) });
};

test('a damaged show file is refused with its reason, and the shows stay as they are', async ({ page }) => {
  await page.goto(`${server.url}/shows`);
  await expect(page.getByText('Marram Bay Kite Festival')).toBeVisible();
  const demo = Buffer.from(await (await fetch(`${server.url}/demo/marram-bay.jorvan`)).arrayBuffer());
  for (const [content, words] of [
    [demo.subarray(0, demo.length / 2), 'damaged'],
    ['not a zip at all', 'is not a show file'],
  ] as const) {
    await bring(page, 'Show file', 'broken.jorvan', content);
    await expect(page.getByRole('alert')).toContainText(words);
  }
  await expect(page.getByRole('listitem').filter({ hasText: '50p' })).toHaveCount(1);
  // The same file whole is the show that is here already: nothing is asked, nothing doubled.
  await bring(page, 'Show file', 'whole.jorvan', demo);
  await expect(page.getByText('“Marram Bay Kite Festival” is here.')).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: '50p' })).toHaveCount(1);
});

test('a text file named .png says what it is; a damaged picture says so; the template stays as it was', async ({
  page,
}) => {
  await page.goto(`${server.url}/build/name-line`);
  await page
    .getByRole('treeitem', { name: 'Picture' })
    .getByRole('button', { name: 'Picture', exact: true })
    .click();
  const elements = await page.getByRole('treeitem').count();
  await bring(page, 'Picture file', 'people.png', 'Name,Role\nIda,Presenter\n');
  await expect(
    page.getByText(
      'people.png is nothing that Jorvan takes: it holds plain text. Save it as PNG, JPEG, WebP, GIF or SVG, as WebM or MP4, or as a TTF, OTF or WOFF2 font, and drop it again.',
    ),
  ).toBeVisible();
  await bring(
    page,
    'Picture file',
    'torn.png',
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]),
  );
  await expect(page.getByText(/torn\.png is damaged/)).toBeVisible();
  expect(await page.getByRole('treeitem').count()).toBe(elements);
});

test('vector art loses its scripts before it is kept', async ({ page }) => {
  await page.goto(`${server.url}/build/name-line`);
  await page
    .getByRole('treeitem', { name: 'Picture' })
    .getByRole('button', { name: 'Picture', exact: true })
    .click();
  await bring(
    page,
    'Picture file',
    'sly.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10"><script>alert(1)</script><rect width="10" height="10" onload="alert(2)"/></svg>',
  );
  await expect(page.getByLabel('Picture', { exact: true }).locator('option:checked')).toHaveText('sly.svg');
  const kept = await page.evaluate(async () => {
    const open = indexedDB.open('jorvan');
    await new Promise((resolve) => (open.onsuccess = resolve));
    const all = open.result.transaction('assets').objectStore('assets').getAll();
    await new Promise((resolve) => (all.onsuccess = resolve));
    return Promise.all((all.result as { blob: Blob }[]).map((asset) => asset.blob.text()));
  });
  expect(kept.length).toBeGreaterThan(5);
  for (const text of kept) expect(text).not.toMatch(/script|onload/i);
});

test('values typed out of range are put back with a word', async ({ page }) => {
  await page.goto(`${server.url}/build/notice-strip`);
  await page
    .getByRole('treeitem', { name: 'Line' })
    .getByRole('button', { name: 'Line', exact: true })
    .click();
  const panel = page.getByRole('tabpanel', { name: 'Properties' });
  const size = panel.getByLabel('Size', { exact: true });
  await size.fill('forty');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Size: “forty” is not a number. It stays 42.')).toBeVisible();
  await expect(size).toHaveValue('42');
  await size.fill('99999');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Size takes 1 to 2000: it is now 2000.')).toBeVisible();
  await panel.getByLabel('Colour', { exact: true }).fill('reddish');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Colour: “reddish” is not a colour/)).toBeVisible();
});

test('sheets that are none are refused by name', async ({ page }) => {
  await page.goto(`${server.url}/data`);
  await expect(page.getByLabel('Name of the table')).toHaveValue('Flights');
  await bring(page, 'File for a table', 'empty.csv', 'Name,Role\n');
  await expect(page.getByRole('alert')).toContainText('empty.csv has no rows');
  await expect(page.getByRole('button', { name: 'Keep as a table' })).toBeDisabled();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await bring(page, 'File for a table', 'book.csv', Buffer.from([0x50, 0x4b, 3, 4, 0, 0, 0, 0]));
  await expect(page.getByRole('alert')).toContainText('book.csv is not a text file');
});

test('a page for a channel that is not there stays transparent and says so in its title only', async ({
  page,
}) => {
  await page.goto(`${server.url}/out/nowhere`);
  await expect(page).toHaveTitle('No channel “nowhere” · Jorvan output');
  expect((await Picture.of(page)).inked()).toBeNull();
});

test('one frame and no more: any moment of a card or template, ready when drawn, or the reason', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1920, height: 1080 });
  const draw = async (query: string): Promise<Picture> => {
    await page.goto(`${server.url}/frame?${query}`);
    await expect(page.locator('html')).toHaveAttribute('data-ready', 'true');
    return Picture.of(page);
  };
  const hold = await draw('card=401');
  expect(near(hold.at(290, 990), '#0b2730')).toBe(true);
  expect((await draw('template=Name%20line&phase=enter&frame=0')).inked()).toBeNull();
  // Half-way in, the bar is narrower than at rest; with longer words it is wider.
  const part = await draw('card=401&phase=enter&frame=16');
  expect(part.inked()?.right ?? 0).toBeLessThan(hold.inked()?.right ?? 0);
  const longer = await draw(
    `card=401&values=${encodeURIComponent('{"Name":"Ida Marsh-Whitterstone of the Outer Bar"}')}`,
  );
  expect(longer.inked()?.right ?? 0).toBeGreaterThan((hold.inked()?.right ?? 0) + 200);
  expect((await draw('card=401&phase=exit&frame=28')).inked()).toBeNull();
  const tall = await draw('card=401&channel=tall');
  expect(tall.width).toBe(1920);
  await expect(page.locator('canvas')).toHaveJSProperty('height', 1920);
  for (const [query, code] of [
    ['card=99', 'unknown-card'],
    ['template=None', 'unknown-template'],
    ['', 'no-target'],
    ['card=401&values={', 'bad-values'],
    ['card=401&phase=later', 'unknown-phase'],
    ['card=401&width=2', 'bad-size'],
  ] as const) {
    await page.goto(`${server.url}/frame?${query}`);
    await expect(page.locator('html')).toHaveAttribute('data-error', code);
  }
});

test('the clock runs on the air clock’s time, and the same frame is the same picture twice', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1920, height: 1080 });
  const draw = async (time: number): Promise<Picture> => {
    await page.goto(`${server.url}/frame?template=Bug%20with%20clock&time=${time}`);
    await expect(page.locator('html')).toHaveAttribute('data-ready', 'true');
    return Picture.of(page);
  };
  const [first, again, later] = [await draw(3600), await draw(3600), await draw(7200)];
  expect(first.differs(again)).toBe(0);
  expect(first.differs(later)).toBeGreaterThan(20);
});

test('a journal torn by a fall, and a picture that is gone: what was on air comes back, without the hole', async ({
  page,
}) => {
  const own = new TestServer();
  await own.start();
  await own.command({ do: 'take', channel: 'main', number: '401' });
  await own.kill();
  writeFileSync(`${own.home}/journal/snapshot.json`, '{ torn');
  await own.start();
  expect((await own.air()).onAir['main']).toMatchObject([{ number: '401' }]);
  // The picture cannot be had: it is left out on air, and the rest of the graphic stands.
  await page.route('**/api/assets/**', (route) => route.abort());
  await page.setViewportSize({ width: 1920, height: 1080 });
  await page.goto(`${own.url}/out/main`);
  await expect(page.locator('html')).toHaveAttribute('data-frame', /\d+/);
  await expect.poll(async () => near((await Picture.of(page)).at(290, 990), '#0b2730')).toBe(true);
  expect(near((await Picture.of(page)).at(172, 990), '#f6f0e0', 40)).toBe(true);
  await own.dispose();
});

test('an output is drawn alike in its worker and on its page; a worker that ends is begun anew, and the picture stands', async ({
  browser,
}) => {
  const own = new TestServer();
  await own.start();
  await own.command({ do: 'take', channel: 'main', number: '201' });
  const open = async (more: string): Promise<Page> => {
    const page = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
    await page.goto(`${own.url}/out/main${more}`);
    return page;
  };
  const [aside, onPage] = [await open(''), await open('?draw=page')];
  const apart = async () => (await Picture.of(aside)).differs(await Picture.of(onPage));
  await expect.poll(async () => (await Picture.of(onPage)).inked()).not.toBeNull();
  await expect.poll(apart).toBeLessThan(200);
  expect([aside.workers().length, onPage.workers().length]).toEqual([1, 0]);
  await aside.workers()[0]?.evaluate(() => self.close());
  await own.command({ do: 'clear', channel: 'main', all: true });
  await expect.poll(async () => (await Picture.of(onPage)).inked()).toBeNull();
  expect((await Picture.of(aside)).inked()).not.toBeNull();
  // The new worker takes up where all others are.
  await expect.poll(async () => (await Picture.of(aside)).inked(), { timeout: 30_000 }).toBeNull();
  await own.command({ do: 'take', channel: 'main', number: '201' });
  await expect.poll(async () => (await Picture.of(aside)).inked()).not.toBeNull();
  await expect.poll(apart).toBeLessThan(200);
  for (const page of [aside, onPage]) await page.close();
  await own.dispose();
});

test('graphics that are lost: a copy of the picture stands, what is cleared meanwhile goes, and drawing begins anew', async ({
  launchOptions,
}) => {
  // A browser of its own: its graphics process is ended.
  const browser = await chromium.launch(launchOptions);
  const own = new TestServer();
  await own.start();
  await own.command({ do: 'take', channel: 'main', number: '201' });
  const open = async (more: string): Promise<Page> => {
    const page = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
    // Where it is drawn on the page, its graphics can be taken from it for as long as one likes.
    await page.addInitScript(() => {
      const { getContext } = HTMLCanvasElement.prototype;
      HTMLCanvasElement.prototype.getContext = function (
        this: HTMLCanvasElement,
        ...given: Parameters<typeof getContext>
      ) {
        const context: unknown = getContext.apply(this, given);
        if (context instanceof WebGL2RenderingContext)
          Object.assign(globalThis, { graphics: context.getExtension('WEBGL_lose_context') });
        return context;
      } as typeof getContext;
    });
    await page.goto(`${own.url}/out/main${more}`);
    return page;
  };
  const trouble = (page: Page, name: string): Promise<void> =>
    expect(page.locator('html')).toHaveAttribute('data-trouble', name);
  const isEmpty = async (page: Page): Promise<boolean> => (await Picture.of(page)).inked() === null;
  const page = await open('');
  let standing = await Picture.of(page);
  await expect
    .poll(async () => {
      const before = standing;
      standing = await Picture.of(page);
      return standing.inked() !== null && standing.differs(before) === 0;
    })
    .toBe(true);
  const stands = async (of: Page): Promise<boolean> => (await Picture.of(of)).differs(standing) < 200;

  // In a worker: the process that draws for the browser ends.
  const machine = await browser.newBrowserCDPSession();
  const lost = page.waitForFunction(() => document.documentElement.dataset['trouble'] === 'lost-webgl');
  void machine.send('Browser.crashGpuProcess').catch(() => undefined);
  await lost;
  expect(await stands(page)).toBe(true);
  await trouble(page, 'none');
  expect(await stands(page)).toBe(true);
  await own.command({ do: 'clear', channel: 'main', all: true });
  await expect.poll(() => isEmpty(page)).toBe(true);

  // On the page: what is cleared while nothing can be drawn goes all the same.
  await own.command({ do: 'take', channel: 'main', number: '201' });
  const onPage = await open('?draw=page');
  await expect.poll(() => stands(onPage)).toBe(true);
  const say = (what: 'loseContext' | 'restoreContext'): Promise<void> =>
    onPage.evaluate((name) => {
      const { graphics } = globalThis as unknown as { graphics: WEBGL_lose_context };
      graphics[name]();
    }, what);
  await say('loseContext');
  await trouble(onPage, 'lost-webgl');
  expect(await stands(onPage)).toBe(true);
  await own.command({ do: 'clear', channel: 'main', all: true });
  await expect.poll(() => isEmpty(onPage)).toBe(true);
  await trouble(onPage, 'lost-webgl');
  await say('restoreContext');
  await own.command({ do: 'take', channel: 'main', number: '201' });
  await expect.poll(() => stands(onPage)).toBe(true);
  await browser.close();
  await own.dispose();
});

test('fonts that cannot be had while the server is away come later: the picture is that of a page that had them', async ({
  browser,
}) => {
  const own = new TestServer();
  await own.start();
  await own.command({ do: 'take', channel: 'main', number: '201' });
  const open = async (breaks: boolean): Promise<Page> => {
    const page = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
    if (breaks) await page.route('**/*.woff2', (route) => route.abort());
    await page.goto(`${own.url}/out/main`);
    await expect.poll(async () => (await Picture.of(page)).inked()).not.toBeNull();
    return page;
  };
  const [whole, without] = [await open(false), await open(true)];
  const apart = async () => (await Picture.of(whole)).differs(await Picture.of(without));
  expect(await apart()).toBeGreaterThan(1000);
  await without.unroute('**/*.woff2');
  await expect.poll(apart).toBeLessThan(200);
  for (const page of [whole, without]) await page.close();
  await own.dispose();
});
