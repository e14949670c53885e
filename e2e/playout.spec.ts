// Playout in the real interface: the Desk with one operator and with two, what runs by itself, outputs, pad and mixer.
import { expect, test, type Browser, type Page } from '@playwright/test';
import { beside } from './beside';
import { canvasColour, near, Picture } from './pixels';
import { TestServer } from './server';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());
test.beforeEach(async () => {
  for (const channel of ['main', 'beach', 'tall']) {
    await server.command({ do: 'follow', channel, follows: null });
    await server.command({ do: 'clear', channel, all: true, preview: true });
  }
  await expect.poll(async () => Object.values((await server.air()).onAir).flat().length).toBe(0);
});

const says = (page: Page) => page.locator('[data-says]');
const boardRow = (page: Page, lane: string) =>
  page.getByRole('table', { name: 'Lane board' }).getByRole('row').filter({ hasText: lane });
const wordsOnAir = async (lane: string, channel = 'main'): Promise<unknown[]> =>
  ((await server.air()).onAir[channel] ?? [])
    .filter((own) => own.lane === lane)
    .map((own) => own.values['f-name'] ?? own.number);

async function desk(browser: Browser, name: string): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 640 } });
  await context.addInitScript((own) => localStorage.setItem('jorvan.name', own), name);
  const page = await context.newPage();
  await page.goto(`${server.url}/desk/main`);
  await expect(page.getByRole('listbox', { name: 'Cards' }).getByRole('option').first()).toBeVisible();
  return page;
}

test('a lone operator calls, takes, corrects, takes back and puts back, on the number pad alone', async ({
  browser,
}) => {
  const page = await desk(browser, 'Ana');
  for (const key of ['Numpad9', 'Numpad9', 'Numpad9']) await page.keyboard.press(key);
  await expect(says(page)).toContainText('No card has the number 999');
  await page.keyboard.press('NumpadEnter');
  await expect(page.getByRole('alert')).toContainText('No card has the number 999');
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Backspace');
  for (const key of ['Numpad4', 'Numpad0', 'Numpad1', 'NumpadDecimal', 'Numpad0'])
    await page.keyboard.press(key);
  await page.keyboard.press('NumpadEnter');
  await expect(says(page)).toContainText('enters Lower, which is free');
  await page.keyboard.press('NumpadAdd');
  await expect(boardRow(page, 'Lower')).toContainText('401');

  // Edits of what is on air wait, are marked, and go with one key; a wrong one is taken back with one.
  const before = (await wordsOnAir('lower'))[0];
  await page.keyboard.press('f');
  const field = page.getByRole('textbox', { name: 'Name', exact: true });
  await expect(field).toBeFocused();
  await field.fill('Ida Mash');
  await expect(page.getByText('differs from air')).toBeVisible();
  expect(await wordsOnAir('lower')).toEqual([before]);
  await page.keyboard.press('Control+Enter');
  await expect.poll(() => wordsOnAir('lower')).toEqual(['Ida Mash']);
  // Sending has given the keyboard back: the next key is the Desk's.
  await expect(field).not.toBeFocused();
  await expect(page.getByRole('button', { name: 'Take back' })).toBeEnabled();
  await page.keyboard.press('z');
  await expect.poll(() => wordsOnAir('lower')).toEqual([before]);

  await page.keyboard.press('NumpadSubtract');
  await expect(boardRow(page, 'Lower')).toContainText('free');
  await page.keyboard.press('b');
  await expect(boardRow(page, 'Lower')).toContainText('401');

  // As it is typed: air follows each letter, and all of it is taken back at once.
  await page.getByRole('button', { name: /^Take 401 .* in hand$/ }).click();
  await page.getByRole('button', { name: 'Name: each key on air' }).click();
  await expect(page.getByText('Every key in “Name” is on air')).toBeVisible();
  await field.press('End');
  await field.pressSequentially(' XY', { delay: 60 });
  await expect.poll(() => wordsOnAir('lower')).toEqual([`${String(before)} XY`]);
  // Leaving the field ends it.
  await page.keyboard.press('Escape');
  await expect(page.getByText('Every key in “Name” is on air')).toHaveCount(0);
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect.poll(() => wordsOnAir('lower')).toEqual([before]);
  await page.context().close();
});

test('keys are shown and changed', async ({ browser }) => {
  const page = await desk(browser, 'Ana');
  await page.keyboard.press('?');
  const dialog = page.getByRole('dialog', { name: 'Keys of the Desk' });
  await dialog.getByLabel('Key for: Put back what was last').click();
  await page.keyboard.press('5');
  await expect(dialog.getByRole('status')).toContainText('needed to type call numbers');
  await dialog.getByLabel('Key for: Put back what was last').click();
  await page.keyboard.press('n');
  await expect(dialog.getByRole('status')).toContainText('N was taken from “The next step of what is up”');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await page.keyboard.press('n');
  // It puts back now, or says that there is nothing.
  await expect(page.getByText(/What was last is back|Nothing was on air before/)).toBeVisible();
  await page.context().close();
});

test('two operators: who has what in hand is seen, edits are merged by field, and crossed takes have one outcome', async ({
  browser,
}) => {
  const [ana, bo] = [await desk(browser, 'Ana'), await desk(browser, 'Bo')];
  await server.command({ do: 'take', channel: 'main', number: '402' });
  for (const page of [ana, bo]) await page.getByRole('button', { name: /^Take 402 .* in hand$/ }).click();
  await ana.getByRole('textbox', { name: 'Name', exact: true }).fill('Ida');
  await expect(bo.getByText('Ana edits this now')).toBeVisible();
  await bo.getByRole('textbox', { name: 'Role' }).fill('Pilot');
  await ana.keyboard.press('Control+Enter');
  await expect(bo.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Ida');
  await bo.keyboard.press('Control+Enter');
  await expect
    .poll(async () => (await server.air()).onAir['main']?.[0]?.values)
    .toMatchObject({ 'f-name': 'Ida', 'f-role': 'Pilot' });

  // On the shared preview Bo cues over it in the moment before her take: she is told, and nothing wrong goes up.
  await ana.getByRole('radio', { name: 'shared' }).click();
  await server.command({ do: 'cue', channel: 'main', number: '301', by: 'Ana' });
  await expect(says(ana)).toContainText('301');
  await ana.evaluate(() => {
    // The line stands still for a moment, as a busy one does.
    const own = WebSocket.prototype.send;
    WebSocket.prototype.send = function send(data) {
      if (String(data).includes('"do":"take"')) setTimeout(() => own.call(this, data), 600);
      else own.call(this, data);
    };
  });
  // What came a moment ago is asked about.
  await ana.waitForTimeout(900);
  await ana.keyboard.press('Space');
  await server.command({ do: 'cue', channel: 'main', number: '302', by: 'Bo' });
  await expect(ana.getByRole('alert').filter({ hasText: 'Bo has put 302' })).toBeVisible();
  expect((await server.air()).onAir['main']?.map((own) => own.number)).toEqual(['402']);
  for (const page of [ana, bo]) await page.context().close();
});

test('a rundown runs by itself, is paused, taken over and stopped; its time line says what comes', async ({
  browser,
}) => {
  const page = await desk(browser, 'Ana');
  await page.getByLabel('Rundown in hand').selectOption({ label: 'Beach screen loop' });
  await page.getByRole('button', { name: 'Run', exact: true }).click();
  await expect.poll(() => wordsOnAir('lower', 'beach')).toEqual(['601']);
  await expect(page.getByRole('group', { name: /^Time line of Beach screen loop/ })).toContainText('Notice');
  await expect(page.getByText(/then 301/)).toBeVisible();
  await page.getByRole('button', { name: 'Take 301' }).click();
  await expect.poll(() => wordsOnAir('lower', 'beach')).toEqual(['301']);
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByText('when it goes on')).toBeVisible();
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'By hand' }).click();
  await expect(page.getByText(/then 302 by hand/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Run', exact: true })).toBeVisible();
  expect(await wordsOnAir('lower', 'beach')).toEqual(['301']);

  // The row in hand is changed at the Desk: every screen and the next run know it.
  await page.getByRole('listbox', { name: 'Cards' }).getByRole('option').nth(1).click();
  await page.getByRole('button', { name: /^Row 301/ }).click();
  await page.getByLabel('Lasts (empty: stays)').fill('1:05');
  await page.getByLabel('Lasts (empty: stays)').press('Enter');
  await expect(page.getByRole('listbox', { name: 'Cards' }).getByRole('option').nth(1)).toContainText('1:05');
  await page.context().close();
});

test('outputs: a follower shows the leader, a test card lies over the picture, a lost one is seen and comes back', async ({
  browser,
}) => {
  const page = await desk(browser, 'Ana');
  await page.goto(`${server.url}/outputs`);
  const wall = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
  await wall.goto(`${server.url}/out/beach?name=Sand&group=wall`);
  const card = page.getByRole('listitem', { name: 'Beach screen' });
  await expect(card.getByText('Sand')).toBeVisible();
  await card.getByLabel('Shows what another channel shows').selectOption({ label: 'As Main' });
  await card.getByLabel('Bug').click();
  await server.command({ do: 'take', channel: 'main', number: '301' });
  await server.command({ do: 'take', channel: 'main', number: '101' });
  const inked = async () => (await Picture.of(wall)).inked();
  await expect.poll(async () => ((await inked())?.bottom ?? 0) > 900).toBe(true);
  // Without the bug nothing is drawn in the upper half.
  expect((await inked())?.top).toBeGreaterThan(540);

  await card.getByLabel('Test card of Sand').selectOption('bars');
  await page.getByRole('button', { name: 'Do it anyway' }).click();
  await expect.poll(async () => near((await Picture.of(wall)).at(100, 300), '#bfbfbf')).toBe(true);
  await card.getByLabel('Test card of Sand').selectOption('none');
  await page.getByRole('button', { name: 'Do it anyway' }).click();
  await expect.poll(async () => (await Picture.of(wall)).at(100, 300)[3]).toBe(0);

  // Closed on purpose it is not lost; fallen it is, and one that comes for it is itself again.
  await wall.goto('about:blank');
  await expect(card.getByText('No output shows it now')).toBeVisible();
  const open = async () => {
    const opened = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
    await opened.goto(`${server.url}/out/beach?name=Sand&group=wall`);
    await expect(card.getByRole('button', { name: 'Identify Sand' })).toBeVisible();
    return opened;
  };
  const fallen = await open();
  const line = await fallen.context().newCDPSession(fallen);
  void line.send('Page.crash').catch(() => undefined);
  await expect(card.getByText(/lost \d+ s ago/)).toBeVisible({ timeout: 6000 });
  const again = await open();
  await expect(card.getByText(/lost \d+ s ago/)).toHaveCount(0);
  await expect.poll(async () => ((await Picture.of(again)).inked()?.bottom ?? 0) > 900).toBe(true);
  await again.close();
  await wall.close();
  await page.context().close();
});

test('an output whose own clock is minutes wrong shows the same frame as one whose clock is right', async ({
  browser,
}) => {
  const right = await browser.newPage({ viewport: { width: 320, height: 180 } });
  const wrong = await browser.newPage({ viewport: { width: 320, height: 180 } });
  await wrong.addInitScript(() => {
    const own = performance.timeOrigin;
    Object.defineProperty(performance, 'timeOrigin', { value: own - 7 * 60_000 });
  });
  for (const page of [right, wrong]) {
    await page.goto(`${server.url}/out/main?card=counter`);
    await expect(page.locator('html')).toHaveAttribute('data-connected', 'true');
  }
  await server.command({ do: 'take', channel: 'main', number: '403' });
  await server.command({ do: 'count', channel: 'main', lane: 'lower', field: 'Name', act: 'start' });
  // Once both have what they draw, the frame drawn last is that of the end of what moves.
  for (const page of [right, wrong]) await expect(page.locator('html')).toHaveAttribute('data-frame', /\d+/);
  await server.command({ do: 'clear', channel: 'main', all: true });
  await server.command({ do: 'take', channel: 'main', number: '403' });
  const frameOf = (page: Page) => page.evaluate(() => Number(document.documentElement.dataset['frame']));
  await expect.poll(async () => Math.abs((await frameOf(right)) - (await frameOf(wrong))) < 25).toBe(true);
  for (const page of [right, wrong]) await page.close();
});

test('the pad is in step with the Desk: show, count, add, correct, clear; a pad of another show says so', async ({
  browser,
}) => {
  const page = await desk(browser, 'Ana');
  const context = await browser.newContext({ viewport: { width: 430, height: 900 }, hasTouch: true });
  const pad = await context.newPage();
  await pad.goto(`${server.url}/pad/another`);
  await expect(pad.getByText('has no pad “another”')).toBeVisible();
  await pad.getByRole('link', { name: 'Pier pad' }).tap();
  await pad.getByRole('button', { name: 'Flight clock show' }).tap();
  await expect(boardRow(page, 'Clock')).toContainText('111');
  await pad.getByRole('button', { name: /^Loop \+1/ }).tap();
  await pad.getByRole('button', { name: /^Loop \+1/ }).tap();
  await pad.getByRole('button', { name: /^Start \d/ }).tap();
  await expect(pad.getByRole('button', { name: /^Stop \d/ })).toBeVisible();
  await expect
    .poll(async () => (await server.air()).onAir['main']?.[0]?.values)
    .toMatchObject({ 'f-loops': 2, 'f-time': expect.stringMatching(/^>\d+/) });
  const text = pad.getByRole('region', { name: 'Correct a text' });
  await text.getByRole('textbox').fill('HEAT');
  await text.getByRole('button', { name: 'Send' }).tap();
  await expect(boardRow(page, 'Clock')).toContainText('HEAT');
  await pad.getByRole('button', { name: /^Clear 111/ }).tap();
  await expect(boardRow(page, 'Clock')).toContainText('free');
  // The ticker in the hand: what waits is taken in, and words are called at once.
  const ticker = pad.getByRole('region', { name: 'Beach news' });
  await expect(ticker).toContainText('incoming');
  await ticker.getByLabel('the first says').fill('The tide turns at four');
  await ticker.getByRole('button', { name: 'Take in' }).tap();
  await expect
    .poll(async () => JSON.stringify((await server.air()).state))
    .toContain('The tide turns at four');
  await ticker.getByRole('button', { name: 'Start' }).tap();
  await ticker.getByLabel('Urgent words').fill('Flying stops for a squall');
  await ticker.getByRole('button', { name: 'At once' }).tap();
  await expect(ticker.getByRole('paragraph').first()).toContainText('Flying stops for a squall');
  await expect(boardRow(page, 'Ticker')).toContainText('Flying stops for a squall');
  await ticker.getByRole('button', { name: 'Stop' }).tap();
  await context.close();
  await page.context().close();
});

test('the mixer keys a channel over its cameras, and the Desk says on air only of what it keys', async ({
  browser,
}) => {
  const page = await desk(browser, 'Ana');
  const mixer = await beside(page);
  await mixer.goto(`${server.url}/mixer`);
  await server.command({ do: 'take', channel: 'main', number: '301' });
  await mixer.getByLabel('Tells the Desk what is on program (tally)').click();
  await expect(boardRow(page, 'Lower')).toContainText('Up, not keyed');
  const program = mixer.getByRole('img', { name: 'Mixer program' });
  // The notice strip's paper, low on the left, is seen once it is keyed.
  const paper = async () => near(await canvasColour(program, 0.85, 0.89), '#f6f0e0', 40);
  await expect.poll(paper).toBe(false);
  await mixer.getByRole('button', { name: 'Key it in' }).first().click();
  await expect.poll(paper).toBe(true);
  await expect(boardRow(page, 'Lower')).toContainText('On air');
  await mixer.getByRole('button', { name: 'Cut' }).click();
  await expect(mixer.getByText('Program · Pier')).toBeVisible();
  await mixer.getByLabel('Tells the Desk what is on program (tally)').click();
  await page.context().close();
});

test('the button panel takes and clears over the open interface, and is lit by the event stream', async ({
  page,
}) => {
  await page.goto(`${server.url}/panel`);
  await page.getByRole('button', { name: '301 take' }).click();
  const lit = page.getByRole('button', { name: '301 clear' });
  await expect(lit).toHaveAttribute('aria-pressed', 'true');
  await server.command({ do: 'clear', channel: 'main', all: true });
  await expect(page.getByRole('button', { name: '301 take' })).toBeVisible();
  await page.goto(`${server.url}/as-run`);
  const first = page.getByRole('table', { name: 'As-run log' }).getByRole('row').nth(2);
  await expect(first).toContainText('Button panel');
});

test('a designer lays a template out for Tall, lets others react, is stopped before a circle, and releases it alone', async ({
  page,
}) => {
  await page.goto(`${server.url}/shows`);
  await expect(page.getByText('Marram Bay Kite Festival').first()).toBeVisible();
  await page.goto(`${server.url}/build/flight-card`);
  const unfold = async (name: string) => {
    const head = page.getByRole('button', { name, exact: true });
    if ((await head.getAttribute('aria-expanded')) === 'false') await head.click();
  };
  await unfold('Layouts');
  // It has one already: made anew, it begins from the wide one.
  await page.getByRole('button', { name: 'Remove the layout Tall' }).click();
  await page.getByRole('button', { name: 'Lay out for Tall (1080×1920)' }).click();
  await expect(page.getByLabel('Picture of Flight card')).toHaveCount(1);
  await expect(page.getByText('hold in this layout alone')).toBeVisible();
  await page
    .getByRole('list', { name: 'Layouts' })
    .getByRole('button', { name: /^Its own/ })
    .click();

  // The leaders send the flight card off; a flight card that sends the leaders off as it leaves would go round.
  await unfold('Reactions of others');
  await page.getByRole('button', { name: 'Reaction', exact: true }).click();
  await page.getByRole('button', { name: 'Reaction 1: whose' }).click();
  await page.getByRole('combobox', { name: 'Reaction 1: whose' }).fill('lead');
  await page.getByRole('option', { name: 'Leaders' }).first().click();
  await expect(page.getByText(/Hits Leaders/)).toBeVisible();
  await page.getByLabel('Reaction 1: does').selectOption('leave');
  await page.getByLabel('Reaction 1: when').selectOption('exit');
  await expect(page.getByLabel('Reaction 1: when')).toHaveValue('exit');
  // An edit is kept within a second; the page is loaded anew after that.
  await page.waitForTimeout(1000);
  await page.goto(`${server.url}/build/leaders`);
  await unfold('Reactions of others');
  await page.getByLabel('Reaction 2: when').selectOption('exit');
  await expect(page.getByText(/would go round without end: .*Flight card leaves/)).toBeVisible();
  await expect(page.getByLabel('Reaction 2: when')).toHaveValue('enter');

  // The leaders are changed as well, and stay as they are on air: only the flight card goes.
  await page.getByLabel('Leaves by itself after').fill('40');
  await page.getByLabel('Leaves by itself after').press('Enter');
  const before = (await server.air()).state.release;
  await page.getByRole('button', { name: 'Release…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Release to air' });
  await dialog.getByRole('button', { name: 'Leaders', exact: true }).click();
  await expect(dialog.getByLabel('Leaders: On air')).toBeVisible();
  await dialog.getByLabel('Release Leaders').click();
  await dialog.getByRole('button', { name: 'Release 1 template' }).click();
  await expect(dialog).toHaveCount(0);
  const { release } = (await server.air()).state;
  const onAir = await (await fetch(`${server.url}/api/releases/${release}`)).json();
  expect([onAir.templates['flight-card'].layouts.length, onAir.templates['leaders'].stays]).toEqual([
    1,
    null,
  ]);

  // And back to what was on air before.
  await page.getByRole('button', { name: 'Release…' }).click();
  await dialog.getByText(/Earlier releases/).click();
  // It is looked at first: what would differ, and what going back would do.
  await dialog
    .getByRole('list', { name: 'Earlier releases' })
    .getByRole('button', { name: /Marram Bay Kite Festival/, disabled: false })
    .first()
    .click();
  await expect(dialog.getByRole('list', { name: 'Templates that would differ' })).toContainText(
    'Flight card',
  );
  await dialog.getByRole('button', { name: 'Put it on air' }).click();
  await expect.poll(async () => (await server.air()).state.release).toBe(before);
});

test('an older draft does not go over a newer release in silence: what would be lost is listed, and both are brought together', async ({
  browser,
}) => {
  const own = new TestServer();
  await own.start();
  const draft = async (template: string, fill: string): Promise<Page> => {
    const page = await (await browser.newContext()).newPage();
    await page.goto(`${own.url}/build/${template}`);
    await page
      .getByRole('treeitem', { name: 'Tile', exact: true })
      .or(page.getByRole('treeitem', { name: 'Strip' }))
      .first()
      .click();
    await page.getByLabel('Fill', { exact: true }).fill(fill);
    await page.keyboard.press('Enter');
    await expect(page.getByText('Draft differs from the release on air')).toBeVisible();
    return page;
  };
  // Two browsers with a draft each, begun from the same release.
  const [ana, bo] = [await draft('name-line', '#aa1111'), await draft('notice-strip', '#11aa11')];
  const release = (page: Page) =>
    page.getByRole('dialog').getByRole('button', { name: 'Release', exact: true });
  await ana.getByRole('button', { name: 'Release…' }).click();
  await release(ana).click();
  await expect(ana.getByText('is released.')).toBeVisible();
  await bo.getByRole('button', { name: 'Release…' }).click();
  const newer = bo.getByRole('alert', { name: 'Newer on air' });
  await expect(newer.getByRole('list', { name: 'Changed on air' })).toContainText('Name line');
  await expect(release(bo)).toBeDisabled();
  await newer.getByRole('button', { name: 'Merge the two' }).click();
  await expect(newer).toHaveCount(0);
  await release(bo).click();
  await expect(bo.getByText('is released.')).toBeVisible();
  const { state } = await own.air();
  const onAir = JSON.stringify(await (await fetch(`${own.url}/api/releases/${state.release}`)).json());
  expect([onAir.includes('#aa1111'), onAir.includes('#11aa11')]).toEqual([true, true]);
  for (const page of [ana, bo]) await page.context().close();
  await own.dispose();
});
