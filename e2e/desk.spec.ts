// The Desk under pressure: two windows at once, keys faster than the server, a server that goes, a browser without pictures.
import { expect, test, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { Picture } from './pixels';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());
test.beforeEach(async () => {
  await server.command({ do: 'clear', channel: 'main', all: true, preview: true });
  await expect.poll(async () => (await server.air()).onAir['main']?.length).toBe(0);
});

const names = async (): Promise<unknown[]> =>
  ((await server.air()).onAir['main'] ?? []).map((own) => own.values['f-name'] ?? own.number);
const alarm = (page: Page) => page.locator('[data-alarm]');
const takes = (page: Page) => page.locator('[data-take]');
const field = (page: Page) => page.getByRole('textbox', { name: 'Name', exact: true });
const keyboardAt = (page: Page) => page.locator('[data-keyboard]');
async function call(page: Page, number: string): Promise<void> {
  await page.keyboard.type(number);
  await page.keyboard.press('Enter');
}

async function sit(browser: Browser, name: string, shares = false): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 700 } });
  await context.addInitScript((own) => localStorage.setItem('jorvan.name', own), name);
  const page = await context.newPage();
  await page.goto(`${server.url}/desk/main`);
  await expect(page.getByRole('listbox', { name: 'Cards' })).toContainText('Bug with clock');
  if (shares) await page.getByRole('radio', { name: 'shared' }).click();
  return page;
}

test('two at once: what one types never goes out with another’s card, on the shared preview and on one’s own', async ({
  browser,
}) => {
  const [ana, bo] = [await sit(browser, 'Ana', true), await sit(browser, 'Bo', true)];
  await call(ana, '401');
  await ana.keyboard.press('f');
  await field(ana).fill('Ana typed this');
  await expect(takes(bo)).toContainText('Ana typed this');
  await call(bo, '301');
  // Said at once, and what Ana types on stays with her card.
  await expect(alarm(ana)).toContainText('Bo has put 301 Notice strip in preview over your 401');
  await field(ana).fill('Ana typed this, and more');
  await expect(ana.getByText('Put it back in preview')).toBeVisible();
  await ana.keyboard.press('Escape');
  await ana.keyboard.press('Space');
  await expect(alarm(ana)).toBeVisible();
  expect(await names()).toEqual([]);
  await expect(takes(ana)).toContainText('takes 301 Notice strip');
  await ana.keyboard.press('Space');
  await expect.poll(names).toEqual(['301']);
  // Called again, what was typed is offered, and goes to air when it is wanted.
  await call(ana, '401');
  await ana.getByRole('button', { name: 'Use it' }).click();
  await ana.keyboard.press('Space');
  await expect.poll(names).toEqual(['Ana typed this, and more']);

  // On previews of their own neither touches the other's.
  for (const page of [ana, bo]) await page.getByRole('radio', { name: 'mine' }).click();
  await call(ana, '402');
  await call(bo, '101');
  await expect(takes(ana)).toContainText('takes 402');
  await bo.keyboard.press('Space');
  await ana.keyboard.press('Space');
  await expect.poll(async () => (await names()).sort()).toEqual(['101', 'Ox'].sort());
  // Two takes of one shared cue are one take.
  for (const page of [ana, bo]) await page.getByRole('radio', { name: 'shared' }).click();
  await call(ana, '201');
  await expect(takes(bo)).toContainText('takes 201');
  await bo.waitForTimeout(900);
  await Promise.all([ana.keyboard.press('Space'), bo.keyboard.press('Space')]);
  await expect.poll(async () => (await server.air()).onAir['main']?.length).toBe(3);
  // Shift+Delete held for half a second clears all; a tap does not, and Escape never does.
  await ana.keyboard.press('Shift+Delete');
  await ana.keyboard.down('Escape');
  await ana.waitForTimeout(700);
  await ana.keyboard.up('Escape');
  expect((await server.air()).onAir['main']?.some(({ phase }) => phase === 'exit')).toBe(false);
  await ana.keyboard.down('Shift');
  await ana.keyboard.down('Delete');
  await expect.poll(async () => (await server.air()).onAir['main']?.length).toBe(0);
  for (const key of ['Delete', 'Shift']) await ana.keyboard.up(key);
  for (const page of [ana, bo]) await page.context().close();
});

test('Enter and Space without a breath between them take that card, every time', async ({ browser }) => {
  const page = await sit(browser, 'Ana');
  for (const number of ['401', '402', '403', '404', '405.1', '406']) {
    await page.keyboard.type(number);
    await Promise.all([page.keyboard.press('Enter'), page.keyboard.press('Space')]);
    await expect
      .poll(async () => (await server.air()).state.air['main']?.graphics.at(-1))
      .toMatchObject({ number, exitAt: null });
    await expect(page.getByRole('alert')).toHaveCount(0);
  }
  await page.context().close();
});

test('the keyboard is where it is shown to be, and a correction reaches the card too', async ({
  browser,
}) => {
  const page = await sit(browser, 'Ana');
  await call(page, '401');
  await page.keyboard.press('Space');
  await expect.poll(names).toEqual(['Ida Marsh']);
  await expect(page.getByRole('button', { name: 'Send the correction' })).toBeVisible();
  await page.keyboard.press('f');
  await expect(keyboardAt(page)).toHaveAttribute('data-keyboard', 'field');
  await expect(page.getByText('You type into “Name”')).toBeVisible();
  await field(page).fill('Ida Marsch');
  await page.keyboard.press('Control+Enter');
  // The next call number is one, and no part of the name.
  await page.keyboard.type('402');
  await expect(page.getByLabel('Call number')).toHaveText('402');
  await expect.poll(names).toEqual(['Ida Marsch']);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Correct the card too' }).click();
  await expect
    .poll(async () => (await server.air()).state.cards['card-401']?.values['f-name'])
    .toBe('Ida Marsch');

  // A correction that is not sent stays with its graphic while another channel is in hand.
  await page.keyboard.press('f');
  await field(page).fill('Ida M.');
  await page.keyboard.press('Escape');
  await page.keyboard.press(']');
  await expect(page).toHaveURL(/beach/);
  await page.keyboard.press('[');
  await expect(page.getByText('not sent', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: /^Take 401 .* in hand$/ }).click();
  await expect(field(page)).toHaveValue('Ida M.');

  // A button that was reached by Tab is pressed by Space; the foot says so, and nothing is taken.
  await call(page, '301');
  await page.keyboard.press('Tab');
  await expect(keyboardAt(page)).toHaveAttribute('data-keyboard', 'control');
  await expect(page.getByText(/The keyboard is on “/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(keyboardAt(page)).toHaveAttribute('data-keyboard', 'line');
  await page.context().close();
});

test('a field that nobody filled is marked, and asked about once', async ({ browser }) => {
  const page = await sit(browser, 'Ana');
  await page.getByLabel('Template to fill').selectOption({ label: 'Name line' });
  await field(page).fill('Nia Marram');
  await page.keyboard.press('Escape');
  await page
    .getByRole('complementary', { name: 'Card in hand' })
    .getByRole('button', { name: 'Cue' })
    .click();
  await expect(page.getByText('Not filled: Role')).toBeVisible();
  await page.keyboard.press('Space');
  expect(await names()).toEqual([]);
  await page.keyboard.press('Space');
  await expect.poll(names).toEqual(['Nia Marram']);
  // A template to fill is at hand whatever is in hand.
  await expect(page.getByLabel('Template to fill')).toBeVisible();
  await page.context().close();
});

test('what is pressed while the server is away is dropped with a word, and never done late', async ({
  browser,
}) => {
  const page = await sit(browser, 'Ana');
  await call(page, '301');
  await expect(takes(page)).toContainText('takes 301');
  await server.kill();
  await expect(page.getByText('No answer from the server')).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByText('the command was dropped')).toBeVisible();
  await server.start();
  await expect(page.getByText('Server answers')).toBeVisible();
  await page.waitForTimeout(500);
  expect(await names()).toEqual([]);
  // The Desk is as it was: the same press takes it now.
  await expect(takes(page)).toContainText('takes 301');
  await page.keyboard.press('Space');
  await expect.poll(names).toEqual(['301']);
  await page.context().close();
});

test('without WebGL the Desk commands all the same, and an output that cannot draw says so', async ({
  browser,
}) => {
  const blind = (context: BrowserContext) =>
    context.addInitScript(() => {
      // What a browser cannot do on its pages it cannot do aside either.
      Reflect.deleteProperty(HTMLCanvasElement.prototype, 'transferControlToOffscreen');
      const own = HTMLCanvasElement.prototype.getContext;
      HTMLCanvasElement.prototype.getContext = function (
        this: HTMLCanvasElement,
        kind: string,
        ...rest: never[]
      ) {
        return /webgl/.test(kind) ? null : (own as (...args: unknown[]) => never).call(this, kind, ...rest);
      } as never;
    });
  const context = await browser.newContext({ viewport: { width: 1280, height: 700 } });
  await blind(context);
  const page = await context.newPage();
  await page.goto(`${server.url}/desk/main`);
  await page.getByLabel(/^Your name/).fill('Ana');
  await page.getByRole('button', { name: 'That is me' }).click();
  await expect(page.getByText('this browser gives no WebGL').first()).toBeVisible();
  await call(page, '401');
  await page.keyboard.press('Space');
  // Who was here before may have corrected the name.
  await expect.poll(names).toEqual([expect.stringMatching(/^Ida Mar/)]);
  const out = await context.newPage();
  await out.goto(`${server.url}/out/main?name=Old%20box`);
  await expect(page.getByText('Output Old box does not draw: its browser gives no WebGL')).toBeVisible();
  await out.close();
  await expect(page.getByText('Output Old box')).toHaveCount(0);
  await page.keyboard.press('Delete');
  await expect.poll(names).toEqual([]);
  await context.close();
});

test('monitors keep their shape, panels go and come back, and no page breaks its own policy', async ({
  browser,
}) => {
  const page = await sit(browser, 'Ana');
  const broken: string[] = [];
  page.on('console', (message) => message.type() === 'error' && broken.push(message.text()));
  await page.addInitScript(() =>
    addEventListener('securitypolicyviolation', (event) =>
      console.error(`policy ${event.violatedDirective}`),
    ),
  );
  await page.reload();
  for (const [width, height] of [
    [1440, 900],
    [1920, 1080],
    [1024, 700],
  ] as const) {
    await page.setViewportSize({ width, height });
    for (const bus of ['preview', 'program']) {
      const box = await page.getByRole('img', { name: `Main ${bus}` }).boundingBox();
      expect((box?.width ?? 0) / (box?.height ?? 1)).toBeCloseTo(16 / 9, 1);
    }
    for (const name of ['Cue', 'Take', 'Clear all (hold)']) {
      const box = await page.getByRole('button', { name, exact: true }).boundingBox();
      expect((box?.x ?? 0) + (box?.width ?? 9999)).toBeLessThanOrEqual(width);
    }
  }
  await page.getByRole('button', { name: 'Panels' }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Rundown' }).click();
  await expect(page.getByRole('complementary', { name: 'Rundown' })).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('img', { name: 'Main program' })).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Rundown' })).toHaveCount(0);
  // Monitors in a window of their own are of one piece with the Desk.
  await page.getByRole('button', { name: 'Panels' }).click();
  const opening = page.waitForEvent('popup');
  await page.getByRole('menuitem', { name: 'Monitors in a window of its own' }).click();
  const screen = await opening;
  await expect(screen.getByRole('img', { name: 'Main program' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Main program' })).toHaveCount(0);
  await screen.keyboard.type('401');
  await expect(page.getByLabel('Call number')).toHaveText('401');
  await screen.keyboard.press('Enter');
  await screen.keyboard.press('Space');
  await expect.poll(names).toEqual([expect.stringMatching(/^Ida Mar/)]);
  await page.getByRole('button', { name: 'Panels' }).click();
  await page.getByRole('menuitem', { name: 'Default arrangement' }).click();
  await expect(page.getByRole('img', { name: 'Main program' })).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Rundown' })).toBeVisible();
  expect(broken).toEqual([]);
  await page.context().close();
});

test('all that says on air says the same as the output draws, at any moment of a lively hour', async ({
  browser,
}) => {
  const page = await sit(browser, 'Ana');
  const context = page.context();
  const [outputs, pad, mixer, out] = await Promise.all(
    ['/outputs', '/pad/pier', '/mixer', '/out/main'].map(async (path) => {
      const opened = await context.newPage();
      await opened.goto(`${server.url}${path}`);
      return opened;
    }),
  );
  if (!outputs || !pad || !mixer || !out) throw new Error('a page is missing');
  await out.setViewportSize({ width: 1920, height: 1080 });
  const isSeen = (on: Page, selector: string) => on.locator(selector).first().isVisible();
  /** What each place says of Main, and what is drawn. */
  const said = async (): Promise<Record<string, boolean>> => ({
    drawn: (await Picture.of(out)).inked() !== null,
    tab: (await page.getByRole('tab', { name: /^Main/ }).getByRole('img').count()) > 0,
    program: await page.getByText('nothing on air', { exact: true }).isHidden(),
    outputs:
      (await outputs.getByRole('listitem', { name: 'Main' }).getByText('On air', { exact: true }).count()) >
      0,
    pad: (await pad.getByRole('list', { name: 'On air' }).count()) > 0,
    mixer: await isSeen(mixer, '.border-air:has-text("Main")'),
  });
  await mixer.getByRole('button', { name: 'Key it in' }).first().click();
  // The sequence is by chance, and the same each time.
  let seed = 43;
  const chance = (most: number): number => {
    seed = (seed * 16_807) % 2_147_483_647;
    return seed % most;
  };
  const acts = [
    () => server.command({ do: 'take', channel: 'main', number: '401' }),
    () => server.command({ do: 'take', channel: 'main', number: '301' }),
    () => server.command({ do: 'clear', channel: 'main', all: true }),
    () => server.command({ do: 'clear', channel: 'main', all: true }),
  ];
  for (let i = 0; i < 4; i += 1) {
    await acts[chance(acts.length)]?.();
    await page.waitForTimeout(chance(900));
    // Those that do not say what is drawn.
    await expect
      .poll(async () => {
        const now = await said();
        return Object.keys(now).filter((place) => now[place] !== now['drawn']);
      })
      .toEqual([]);
  }
  // The strip of the channels that are not in hand, and the release dialog, say it too.
  await server.command({ do: 'clear', channel: 'main', all: true });
  await server.command({ do: 'take', channel: 'main', number: '301' });
  await page.getByRole('tab', { name: 'Tall' }).click();
  const strip = page.getByRole('group', { name: 'Other channels' });
  await expect(strip.getByText('On air')).toBeVisible();
  await server.command({ do: 'clear', channel: 'main', all: true });
  await expect(strip.getByText('On air')).toHaveCount(0);
  await context.close();
});
