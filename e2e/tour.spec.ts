// The README's tour, word for word: each of its sentences is done here, and each that is done stands there.
import { expect, test, type Page } from '@playwright/test';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beside } from './beside';
import { Picture } from './pixels';
import { TestServer } from './server';
import { clickStage } from './stage';

const folder = mkdtempSync(join(tmpdir(), 'jorvan-tour-'));
cpSync('demo/data', folder, { recursive: true });
const server = new TestServer({ JORVAN_DATA: folder });
test.beforeAll(() => server.start());
test.afterAll(async () => {
  await server.dispose();
  rmSync(folder, { recursive: true, force: true });
});

/** The sentences of the tour, in order, without their marks. */
function sentences(): string[] {
  const text = readFileSync('README.md', 'utf8');
  const tour = text.slice(
    text.indexOf('## Five minutes'),
    text.indexOf('Call numbers of the demo go by kind'),
  );
  return [...tour.matchAll(/^\d+\. (.*)$/gm)].flatMap(([, step]) =>
    (step ?? '')
      .replaceAll(/\*\*[^*]+\*\*: |[*`]/g, '')
      .split(/(?<=[.]) (?=[A-Z/])/)
      .map((sentence) => sentence.trim()),
  );
}

test('the tour is walked', async ({ browser }) => {
  test.setTimeout(180_000);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const out = await beside(page, 1920, 1080);
  page.setDefaultTimeout(20_000);
  const air = async (channel = 'main') => (await server.air()).onAir[channel] ?? [];
  const numbers = async (channel = 'main') => (await air(channel)).map((own) => own.number);
  const words = async (number: string) => (await air()).find((own) => own.number === number)?.values ?? {};
  const take = async (number: string): Promise<void> => {
    await page.keyboard.type(number);
    await page.keyboard.press('Enter');
    await expect(page.locator('[data-take]')).toContainText(`takes ${number}`);
    await page.keyboard.press('Space');
    await expect.poll(() => numbers()).toContain(number);
  };
  const area = (name: string) => page.getByRole('link', { name, exact: true }).click();
  const hasMoved = async (name: string) =>
    (await server.air()).state.air['main']?.graphics.some(
      (own) =>
        (own as unknown as { name: string }).name === name &&
        (own as unknown as { moves: { back: boolean }[] }).moves.some(({ back }) => !back),
    ) ?? false;
  const second: Page = await beside(page);

  const posts = page.getByRole('group', { name: /^Posts: / });
  /** A verdict on the post in hand, once it stands; the next one is in hand then. */
  const judged = async (key: string): Promise<void> => {
    const before = await posts.getByRole('button', { pressed: true }).textContent();
    await page.keyboard.press(key);
    await expect.poll(() => posts.getByRole('button', { pressed: true }).textContent()).not.toBe(before);
  };
  const walked: readonly [string, () => Promise<unknown>][] = [
    ['npm start, then open the application and, in a second window, the address printed for Main.', async () => {
      await page.goto(`${server.url}/`);
      await out.goto(`${server.url}/out/main`);
    }],
    ['That page is what a switcher would take: transparent, 1920×1080.', async () => {
      await expect(out.locator('canvas')).toHaveJSProperty('clientWidth', 1920);
      expect((await Picture.of(out)).inked()).toBeNull();
    }],
    ['say who you are, type 405 and press Enter.', async () => {
      await area('Desk');
      await page.getByLabel(/^Your name/).fill('Ana');
      await page.keyboard.press('Enter');
      await expect(page.getByLabel(/^Your name/)).toHaveCount(0);
      await page.keyboard.type('405');
      await page.keyboard.press('Enter');
    }],
    ['The name line of Lúcia Vareiro is in preview, which is yours alone, and the foot of the page says what each key would do.', async () => {
      await expect(page.getByRole('radio', { name: 'mine' })).toBeChecked();
      await expect(page.locator('[data-take]')).toContainText('takes 405 Name line: enters Lower, which is free “Lúcia Vareiro”');
      await expect(page.locator('[data-further]')).toContainText('starts “Rundown” at row');
    }],
    ['Press Space: it is on air, in the monitor and in the second window.', async () => {
      await page.keyboard.press('Space');
      await expect.poll(() => numbers()).toEqual(['405']);
      await expect.poll(async () => (await Picture.of(out)).inked()).not.toBeNull();
      // A full-size output drawn in software keeps both cores busy.
      await out.close();
    }],
    ['Press F: the caret is in the name, and the foot says so.', async () => {
      await expect(page.getByRole('button', { name: 'Send the correction' })).toBeVisible();
      await page.keyboard.press('f');
      await expect(page.getByText('You type into “Name”.')).toBeVisible();
    }],
    ['Correct it and press Ctrl+Enter: the correction is on air, and the keyboard is back at the call line.', async () => {
      await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Lúcia Vareira');
      await page.keyboard.press('Control+Enter');
      await expect.poll(async () => (await words('405'))['f-name']).toBe('Lúcia Vareira');
      await expect(page.getByText('Keyboard is here')).toBeVisible();
    }],
    ['Type 101, Enter, Space: the bug with the clock joins in its own lane.', async () => {
      await take('101');
      expect((await numbers()).sort()).toEqual(['101', '405']);
    }],
    ['Click Lower on the lane board and press Delete: the name line leaves; the bug stays.', async () => {
      await page.getByRole('table', { name: 'Lane board' }).getByText('Lower', { exact: true }).click();
      await page.keyboard.press('Delete');
      await expect.poll(() => numbers()).toEqual(['101']);
    }],
    ['choose Name line, or take one from the library (the books beside its name).', async () => {
      await area('Build');
      await expect(page.getByRole('button', { name: 'Library of templates' })).toBeVisible();
      await page.getByRole('button', { name: /^Template in hand/ }).click();
      await page.getByRole('dialog', { name: 'Templates' }).getByRole('button', { name: 'Name line' }).click();
    }],
    ['Click the bar on the stage, give it another colour, scrub the score below to see how it enters.', async () => {
      await expect(page.getByLabel('Name of the template')).toHaveValue('Name line');
      await expect(async () => {
        await clickStage(page, { x: 600, y: 990 });
        await expect(page.getByLabel('Fill', { exact: true })).toBeVisible({ timeout: 2000 });
      }).toPass();
      await page.getByLabel('Fill', { exact: true }).fill('#7a2222');
      await page.keyboard.press('Enter');
      const ruler = await page.locator('[data-ruler]').boundingBox();
      await page.mouse.click((ruler?.x ?? 0) + 60, (ruler?.y ?? 0) + 10);
      await expect(page.getByLabel('Playhead frame')).toHaveText(/^Enter/);
    }],
    ['Nothing on air changes.', async () => {
      await expect(page.getByText('Draft differs from the release on air')).toBeVisible();
      expect(await numbers()).toEqual(['101']);
    }],
    ['Press Release… and release it; the next take shows it.', async () => {
      await page.getByRole('button', { name: 'Release…' }).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Release', exact: true }).click();
      await expect(page.getByText('is released.')).toBeVisible();
      const { state } = await server.air();
      const release = await (await fetch(`${server.url}/api/releases/${state.release}`)).json();
      expect(JSON.stringify(release.templates['name-line'])).toContain('#7a2222');
    }],
    ['choose People, click a row and see it in the template.', async () => {
      await area('Data');
      await page.getByRole('button', { name: /^People/ }).click();
      await page.getByRole('gridcell', { name: 'Bea Tolliver' }).click();
      await expect(page.getByLabel(/filled with the row in hand/)).toBeVisible();
    }],
    ['Type 420 as its call number and press Keep this row: every Desk knows the card at once, in step with its row.', async () => {
      const fill = page.getByRole('complementary', { name: 'Filling' });
      await fill.getByLabel('Call number').fill('420');
      await fill.getByRole('button', { name: 'Keep this row' }).click();
      await expect
        .poll(async () => Object.values((await server.air()).state.cards).map(({ number }) => number))
        .toContain('420');
      // Filled by its row on air too, and in the page of one frame.
      const filled = await (await fetch(`${server.url}/api/air/filling?card=420`)).json();
      expect(filled.values).toMatchObject({ 'f-name': 'Bea Tolliver' });
    }],
    ['A CSV or XLSX of your own comes in the same way, if its columns bear the names of the fields.', async () => {
      await expect(page.getByLabel('File for a table')).toBeAttached();
    }],
    ['at the Desk choose the rundown Beach screen loop and press Run: the beach screen goes round without you, and the time line says what comes.', async () => {
      await area('Desk');
      await page.getByLabel('Rundown in hand').selectOption({ label: 'Beach screen loop' });
      await page.getByRole('button', { name: 'Run', exact: true }).click();
      await expect.poll(() => numbers('beach')).toEqual(['601']);
      await expect(page.getByRole('group', { name: /^Time line of Beach screen loop/ })).toBeVisible();
    }],
    ['Take 601: the foot of the page said that the bug would tuck away, and it does, until the leaders leave.', async () => {
      await page.keyboard.type('601');
      await page.keyboard.press('Enter');
      await expect(page.locator('[data-take]')).toContainText('101 Bug with clock does “Tuck away”');
      await page.keyboard.press('Space');
      await expect.poll(() => hasMoved('Bug with clock')).toBe(true);
      await expect(page.getByRole('button', { name: 'Take 601 Leaders in hand' })).toBeVisible();
      await page.keyboard.press('Delete');
      await expect.poll(() => hasMoved('Bug with clock')).toBe(false);
    }],
    ['Take 311, the gust alarm: the notices go on every channel, and what it sent aside comes back when it leaves.', async () => {
      await server.command({ do: 'take', channel: 'tall', number: '301' });
      await server.command({ do: 'take', channel: 'main', number: '111' });
      await expect.poll(() => numbers('tall')).toEqual(['301']);
      await take('311');
      await expect.poll(() => numbers('tall')).toEqual([]);
      await expect.poll(() => hasMoved('Flight clock')).toBe(true);
      await expect(page.getByRole('button', { name: 'Take 311 Gust alarm in hand' })).toBeVisible();
      await page.keyboard.press('Delete');
      await expect.poll(() => hasMoved('Flight clock')).toBe(false);
    }],
    ['open /pad/pier on a phone or in a narrow window: show the flight clock, start it, count loops.', async () => {
      await second.setViewportSize({ width: 430, height: 900 });
      await second.goto(`${server.url}/pad/pier`);
      await second.getByRole('button', { name: /^Start \d/ }).click();
      await second.getByRole('button', { name: /^Loop \+1/ }).click();
      await expect.poll(async () => (await words('111'))['f-loops']).toBe(1);
      // The pad's next row is what its button takes.
      await expect(second.getByRole('button', { name: /^Next row/ })).toContainText('201');
    }],
    ['/mixer cuts and mixes four drawn cameras and keys each channel over them; with its tally switched on, on air at the Desk means what it says.', async () => {
      await second.goto(`${server.url}/mixer`);
      await second.getByLabel('Tells the Desk what is on program (tally)').click();
      await expect(page.getByText('up, but not keyed by the mixer')).toBeVisible();
      await second.getByRole('button', { name: 'Key it in' }).first().click();
      await expect(page.getByText('keyed by the mixer', { exact: true })).toBeVisible();
    }],
    ['/panel is a button panel that knows nothing but the open interface, /as-run the log.', async () => {
      await second.goto(`${server.url}/panel`);
      await expect(second.getByRole('button', { name: '101 clear' })).toBeVisible();
      await second.goto(`${server.url}/as-run`);
      await expect(second.getByRole('table', { name: 'As-run log' })).toContainText('Ana');
    }],
    ['take 501, the wind on the pier, and 601, the leaders.', async () => {
      await take('501');
      await take('601');
    }],
    ['Change a score in demo/data/results.csv with any program and save: the leaders on air change.', async () => {
      const leader = async (): Promise<string | undefined> =>
        ((await words('601'))['b-places'] as unknown as { order: string[] } | undefined)?.order[0];
      const first = String(await leader());
      const file = join(folder, 'results.csv');
      const lines = readFileSync(file, 'utf8').trimEnd().split('\n');
      const other = lines.findLast((line) => !line.includes(first)) ?? '';
      const column = (lines[0] ?? '').split(',').findIndex((name) => /score/i.test(name));
      const team = (lines[0] ?? '').split(',').findIndex((name) => /team/i.test(name));
      const cells = other.split(',');
      cells[column] = '99.9';
      writeFileSync(file, [...lines.map((line) => (line === other ? cells.join(',') : line)), ''].join('\n'));
      await expect.poll(leader).toBe(cells[team]);
    }],
    ['A click on a word in preview or program leads to its field, and Alt+W tells where it comes from.', async () => {
      await page.keyboard.type('402');
      await page.keyboard.press('Enter');
      const preview = page.getByRole('img', { name: 'Main preview' });
      const box = await preview.boundingBox();
      await preview.click({ position: { x: (box?.width ?? 0) * 0.19, y: (box?.height ?? 0) * 0.83 } });
      await expect(page.getByText('You type into “Name”.')).toBeVisible();
      await page.keyboard.press('Alt+w');
      await expect(page.getByRole('dialog')).toBeVisible();
      await page.keyboard.press('Escape');
    }],
    ['Checker shows every binding step by step; the simulated feeds are steered at /stand-ins.', async () => {
      await area('Data');
      await page.getByRole('button', { name: 'Checker' }).or(page.getByRole('link', { name: 'Checker' })).first().click();
      await expect(page).toHaveURL(/checker/);
      await second.goto(`${server.url}/stand-ins`);
      await expect(second.getByRole('heading').first()).toBeVisible();
    }],
    ['take 622, the duel, and press C: its three minutes run, on every channel, pad and Desk the same; ten seconds before the end its cloth turns coral, at zero it stands.', async () => {
      await area('Desk');
      await expect(page.getByText('Keyboard is here')).toBeVisible();
      await expect(page.getByRole('img', { name: 'Main program' })).toBeVisible();
      await take('622');
      await page.keyboard.press('c');
      await expect(page.getByRole('button', { name: 'Stop Duel clock' })).toBeVisible();
      const set = (seconds: number) => server.command({ do: 'timer', clock: 'Duel clock', act: 'set', seconds });
      await set(10.5);
      await expect.poll(() => hasMoved('Duel score with clock')).toBe(true);
      await set(0.5);
      await expect(page.getByRole('button', { name: 'Start Duel clock' })).toBeVisible();
    }],
    ['/pad/duel and the score box at /scorer count the cut lines.', async () => {
      await second.goto(`${server.url}/pad/duel`);
      await second.getByRole('button', { name: 'Left +1' }).click();
      await expect(page.getByRole('button', { name: 'Set Lines cut, left, now 1' })).toBeVisible();
      await second.goto(`${server.url}/scorer`);
      await second.getByRole('button', { name: 'Lines cut, right +1' }).click();
      await expect(page.getByRole('button', { name: 'Set Lines cut, right, now 1' })).toBeVisible();
    }],
    ['Take 721: it counts down to the next flight of demo/data/timetable.xml.', async () => {
      await take('721');
      await expect(page.getByRole('region', { name: 'Clock Next flight' })).toContainText(/\d:\d\d/);
    }],
    ['What a clock counts, and what happens when, stands in Data.', async () => {
      await area('Data');
      await page.getByRole('button', { name: 'Duel clock', exact: true }).click();
      await expect(page.getByRole('heading', { name: 'What happens' })).toBeVisible();
    }],
    ['in Posts arrows go through what a simulated service brings; W wants, C clears, X refuses, E corrects for air.', async () => {
      await area('Posts');
      await expect(posts.getByRole('button').first()).toBeVisible();
      await posts.focus();
      await page.keyboard.press('ArrowDown');
      for (const key of ['w', 'c', 'x', 'c']) await judged(key);
      await page.keyboard.press('e');
      await expect(page.getByRole('form', { name: 'Correct for air' })).toBeVisible();
      await page.keyboard.press('Escape');
    }],
    ['T takes what is cleared on air, Q the next of the queue.', async () => {
      await page.getByRole('navigation', { name: /^Posts by state/ }).getByRole('button', { name: /^Cleared/ }).click();
      await expect(posts.getByRole('button')).toHaveCount(2);
      await posts.focus();
      await page.keyboard.press('ArrowDown');
      await page.keyboard.press('t');
      await expect(posts.getByRole('button').first()).toContainText('On air');
      await page.keyboard.press('q');
      await expect(posts.getByRole('button').last()).toContainText('On air');
    }],
    ['Open the poll Kite of the day? there and take 804.', async () => {
      await page.getByText('Kite of the day?').click();
      await page.getByRole('region', { name: 'Polls' }).getByRole('button', { name: 'Open' }).first().click();
      await area('Desk');
      await expect(page.getByText('Keyboard is here')).toBeVisible();
      await expect(page.getByRole('img', { name: 'Main program' })).toBeVisible();
      await take('804');
      await expect.poll(async () => JSON.stringify(await words('804'))).toContain('Gustav the whale');
    }],
    ['take 811, the vote by district.', () => take('811')],
    ['Open /typing in a second window, point at Marram and choose Grey Heron: the district takes its colour on air.', async () => {
      await second.goto(`${server.url}/typing`);
      await second.getByRole('option', { name: /^Marram/ }).click();
      await second.getByRole('radio', { name: 'Grey Heron' }).click();
      await expect.poll(async () => JSON.stringify(await words('811'))).toContain('["Marram","MA","Grey Heron","#8fb4c4"');
    }],
    ['Take 812: the same vote, counted by a simulated feed.', () => take('812')],
    ['take 100.1, kites at different depths with the living wind among them, 623, a wall of heats on wet sand, one inset for each row, and 702, what the beach screen shows.', async () => {
      for (const number of ['100.1', '623', '702']) await take(number);
    }],
    ['In Build open Opener in depth, double-click the wind twice and you are in its template; the arrow at the stage’s bar leads back.', async () => {
      const named = page.getByLabel('Name of the template');
      await area('Build');
      await page.getByRole('button', { name: /^Template in hand/ }).click();
      await page.getByRole('dialog', { name: 'Templates' }).getByRole('button', { name: 'Opener in depth' }).click();
      await expect(named).toHaveValue('Opener in depth');
      await expect(async () => {
        await clickStage(page, { x: 1400, y: 860 }, { double: true });
        await expect(named).toHaveValue('Wind gauge', { timeout: 2000 });
      }).toPass();
      await page.getByRole('button', { name: 'Back to Opener in depth' }).click();
      await expect(named).toHaveValue('Opener in depth');
    }],
    ['The Space view of that bar shows where all of it stands in depth, with its camera.', async () => {
      await page.getByRole('button', { name: 'Space view' }).click();
      await expect(page.locator('[data-space="turned"] circle')).not.toHaveCount(0);
    }],
  ]; // prettier-ignore

  expect(walked.map(([sentence]) => sentence)).toEqual(sentences());
  for (const [sentence, walk] of walked) await test.step(sentence, walk);
  await context.close();
});
