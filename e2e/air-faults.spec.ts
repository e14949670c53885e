// Faults on purpose, while on air: the server killed, the line cut, outputs reloaded, many operators, damaged releases.
import { expect, test } from '@playwright/test';
import { WebSocket } from 'ws';
import { wireVersion } from '../src/air';
import { emptyAir, type AirState } from '../src/core/playout';
import { Picture } from './pixels';
import { TestServer } from './server';

interface Answer {
  readonly id: string;
  readonly problem: { code: string } | null;
  readonly sequence: number;
}

/** A raw operator: gives commands, and keeps what was answered. */
async function operator(server: TestServer, name: string) {
  const socket = new WebSocket(`${server.url.replace('http', 'ws')}/air`);
  const answers = new Map<string, Answer>();
  await new Promise((resolve, reject) => socket.once('open', resolve).once('error', reject));
  socket.on('error', () => undefined);
  socket.on('message', (data) => {
    const message = JSON.parse(String(data)) as Answer & { type: string };
    if (message.type === 'answer') answers.set(message.id, message);
  });
  socket.send(JSON.stringify({ type: 'hello', version: wireVersion, role: 'operator', name, channel: null }));
  return {
    answers,
    socket,
    give: (id: string, command: object) =>
      socket.readyState === socket.OPEN && socket.send(JSON.stringify({ type: 'command', id, command })),
  };
}

const stateOf = async (server: TestServer): Promise<AirState> =>
  ({ ...emptyAir(), ...(await server.air()).state }) as AirState;

const numbers = ['401', '402', '301', '302', '201', '202', '101', '601'];

test('killed in the midst of takes: what was answered is there, what is given again is done once', async () => {
  const server = new TestServer();
  await server.start();
  const people = await Promise.all(Array.from({ length: 10 }, (_, i) => operator(server, `Desk ${i}`)));
  const given = new Map<string, object>();
  for (let round = 0; round < 40; round += 1)
    for (const [i, person] of people.entries()) {
      const command =
        (round + i) % 5 === 4
          ? { do: 'clear', channel: 'main', all: true }
          : {
              do: 'take',
              channel: i % 2 === 0 ? 'main' : 'beach',
              number: numbers[(round + i) % numbers.length],
            };
      given.set(`${i}-${round}`, command);
      person.give(`${i}-${round}`, command);
    }
  await expect.poll(() => people.reduce((sum, { answers }) => sum + answers.size, 0)).toBeGreaterThan(60);
  await server.kill();
  const answered = people.flatMap(({ answers }) => [...answers.values()]);
  const done = answered.filter(({ problem }) => problem === null);
  await server.start();
  const after = await stateOf(server);
  // Answered means kept: no sequence that was answered is beyond what came back.
  expect(after.sequence).toBeGreaterThanOrEqual(Math.max(...done.map(({ sequence }) => sequence)));
  for (const { graphics } of Object.values(after.air)) {
    const lanes = graphics.filter((g) => g.exitAt === null).map((g) => g.lane);
    expect(new Set(lanes).size).toBe(lanes.length);
  }
  // One whose answer was lost on the way gives the command again under its id.
  const again = await operator(server, 'Desk again');
  const [last] = done.sort((a, b) => b.sequence - a.sequence);
  again.give(last?.id ?? '', given.get(last?.id ?? '') ?? {});
  await expect.poll(() => again.answers.get(last?.id ?? '')?.sequence).toBe(last?.sequence);
  expect((await stateOf(server)).sequence).toBe(after.sequence);
  await server.dispose();
});

test('ten operators hammer one channel: one order, one graphic a lane, the same state for all', async () => {
  const server = new TestServer();
  await server.start();
  const people = await Promise.all(Array.from({ length: 10 }, (_, i) => operator(server, `Desk ${i}`)));
  const rounds = 30;
  for (let round = 0; round < rounds; round += 1)
    for (const [i, person] of people.entries())
      person.give(
        `${i}-${round}`,
        [
          { do: 'cue', channel: 'main', number: numbers[(round * 3 + i) % numbers.length] },
          { do: 'take', channel: 'main' },
          { do: 'change', channel: 'main', lane: 'lower', values: { Name: `${i} ${round}` } },
          { do: 'clear', channel: 'main', lane: 'lower' },
          { do: 'put-back', channel: 'main' },
        ][(round + i) % 5] as object,
      );
  await expect
    .poll(() => people.reduce((sum, { answers }) => sum + answers.size, 0))
    .toBe(rounds * people.length);
  const done = people
    .flatMap(({ answers }) => [...answers.values()])
    .filter(({ problem }) => problem === null);
  // Every command that was carried out has a place of its own in the one order.
  expect(new Set(done.map(({ sequence }) => sequence)).size).toBe(done.length);
  const { air } = await stateOf(server);
  for (const lane of ['full', 'lower', 'bug'])
    expect(
      air['main']?.graphics.filter((g) => g.lane === lane && g.exitAt === null).length,
    ).toBeLessThanOrEqual(1);
  for (const { socket } of people) socket.terminate();
  await server.dispose();
});

test('a release damaged on its way is refused whole; what is on air stands', async () => {
  const server = new TestServer();
  await server.start();
  await server.command({ do: 'take', channel: 'main', number: '301' });
  const before = await stateOf(server);
  const release = await (await fetch(`${server.url}/api/releases/${before.release}`)).text();
  const send = async (body: string): Promise<{ status: number; code: string; message: string }> => {
    const response = await fetch(`${server.url}/api/releases`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    });
    const { error } = (await response.json()) as { error: { code: string; message: string } };
    return { status: response.status, ...error };
  };
  expect(await send(release.slice(0, release.length / 2))).toMatchObject({ status: 400, code: 'not-json' });
  expect(await send(release.replace('"lane":"lower"', '"lane":17'))).toMatchObject({
    code: 'damaged-release',
  });
  expect((await send(release.replace('"rows":[', '"rows":[{},'))).message).toContain('rundowns');
  const unknown = await server.command({ do: 'release', release: 'f'.repeat(64) });
  expect(unknown.status).toBe(404);
  expect(await stateOf(server)).toEqual(before);
  await server.dispose();
});

test('an output that is reloaded in any phase, or whose server is killed then, comes back to the picture of one that was not', async ({
  browser,
}) => {
  const server = new TestServer();
  await server.start();
  const open = async () => {
    const page = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
    await page.goto(`${server.url}/out/main`);
    await expect(page.locator('html')).toHaveAttribute('data-connected', 'true');
    return page;
  };
  const [steady, reloaded] = [await open(), await open()];
  const apart = async () => (await Picture.of(steady)).differs(await Picture.of(reloaded));
  const phases: [string, object][] = [
    ['Enter', { do: 'take', channel: 'main', number: '301' }],
    ['Change', { do: 'change', channel: 'main', lane: 'lower', values: { Line: 'The flag is green again' } }],
    ['Hold', { do: 'cue', channel: 'main', number: '302' }],
  ];
  for (const [, command] of phases) {
    await server.command(command as Record<string, unknown>);
    await reloaded.waitForTimeout(120);
    await reloaded.reload();
    await expect.poll(async () => (await Picture.of(reloaded)).inked()).not.toBeNull();
    await expect.poll(apart).toBeLessThan(200);
  }
  // The server falls while one graphic hands over to the next: no output goes black, and both end alike.
  await server.command({ do: 'take', channel: 'main', number: '401' });
  await server.kill();
  for (const page of [steady, reloaded]) expect((await Picture.of(page)).inked()).not.toBeNull();
  await server.start();
  await expect.poll(apart).toBeLessThan(200);
  expect((await Picture.of(steady)).inked()).not.toBeNull();
  await server.command({ do: 'clear', channel: 'main', all: true });
  for (const page of [steady, reloaded]) {
    await expect.poll(async () => (await Picture.of(page)).inked()).toBeNull();
    await page.close();
  }
  await server.dispose();
});
