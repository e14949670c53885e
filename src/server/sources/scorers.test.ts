import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { createSocket } from 'node:dgram';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { connect, createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import type { FeedStatus } from '../../air';
import { fixed } from '../../core/binding';
import { readClock } from '../../core/clock';
import { clockOf } from '../../core/playout';
import {
  makeRelease,
  newClock,
  newElement,
  newRundownRow,
  newScore,
  newShow,
  newTemplate,
  newTie,
  usualLanes,
} from '../../core/show';
import { newSource, type Source } from '../../core/source';
import type { RunningServer } from '../index';
import { serverForTest, until } from '../test-kit';

let home: string;
let server: RunningServer;

const start = async (given: { lan?: boolean; scorers?: string[] } = {}): Promise<void> => {
  server = await serverForTest({
    home,
    folder: join(home, 'folder'),
    ...given,
  });
};
const api = () => request(`http://localhost:${server.port}`);

beforeEach(async () => {
  home = mkdtempSync(join(tmpdir(), 'jorvan-scorer-'));
  mkdirSync(join(home, 'folder'));
  await start();
});
afterEach(async () => {
  await server.close();
  rmSync(home, { recursive: true, force: true });
});

/** A port that nobody listens on, of TCP and, as good as certainly, of UDP. */
async function freePort(): Promise<number> {
  const probe = createServer();
  await new Promise<void>((done) => probe.listen(0, '127.0.0.1', done));
  const { port } = probe.address() as AddressInfo;
  await new Promise((done) => probe.close(done));
  return port;
}

const scorer = (given: object): Source =>
  newSource('box', 'Box', { kind: 'scorer', by: 'http', port: 4710, names: [], ...given } as never);

/** A show with a clock, a score shown by a template, and the period that the box tells. */
async function release(box: Source): Promise<void> {
  const show = newShow('s', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  show.sources['box'] = box;
  show.clocks['k'] = newClock('k', 'Duel clock', 'down', 'UTC', () => 'm');
  show.scores['home'] = newScore('home', 'Home');
  show.templates['duel'] = newTemplate('duel', 'Duel', {
    elements: { e: newElement('text', 'e', 'E'), p: newElement('text', 'p', 'P') },
    order: ['e', 'p'],
    bindings: [
      { id: 'score', name: 'Score', from: { kind: 'score', score: 'home' }, steps: [] },
      {
        id: 'period',
        name: 'Period',
        from: { kind: 'cell', data: 'box', row: { by: 'place', at: fixed(1) }, column: 'Period', take: 'value' },
        steps: [],
      },
    ],
    ties: [newTie('e', 'text', 'score'), newTie('p', 'text', 'period')],
  }); // prettier-ignore
  show.cards['c'] = { id: 'c', number: '1', template: 'duel', values: {} };
  show.rundowns[0]?.rows.push(newRundownRow('row', 'c'));
  const added = await api().post('/api/releases').send(makeRelease(show)).expect(201);
  const command = { do: 'release', release: (added.body as { hash: string }).hash };
  await api().post('/api/air/commands').send(command).expect(200);
  await api().post('/api/air/commands').send({ do: 'take', channel: 'main', number: '1' }).expect(200);
}
const status = async (box: Source): Promise<FeedStatus> =>
  ((await api().post('/api/data/sources').send([box])).body as Record<string, FeedStatus>)['box']!;
/** The air clock of a new server is the time of day. */
const now = (): number => Date.now() / 1000;
const clock = () => server.engine.air.clocks['k']!;
const score = () => server.engine.air.scores['home']?.value;
const values = () => server.engine.air.air['main']?.graphics[0]?.values ?? {};

const line = (value: object): string => `${JSON.stringify(value)}\n`;
const udp = (port: number, text: string, from = '127.0.0.1'): Promise<void> =>
  new Promise((done) => {
    const socket = createSocket('udp4');
    socket.bind(0, from, () => socket.send(text, port, '127.0.0.1', () => socket.close(() => done())));
  });

test('lines over UDP run the clock and the score of the show, under the names of the box; their values are a row that graphics show', async () => {
  const port = await freePort();
  const box = scorer({ by: 'udp', port, names: [{ theirs: 'A', ours: 'Home' }] });
  await release(box);
  await udp(port, line({ clock: 'duel clock', seconds: 42.5, running: true }) + line({ score: 'A', add: 2 }));
  await until(clock, ({ standing }) => standing.isRunning);
  
  expect(readClock(clockOf(clock()), now(), 0)).toBeLessThanOrEqual(42.5);
  await until(score, (value) => value === 2);
  await udp(port, line({ values: { Period: 'Heat 2' }, score: 'A', to: 3 }));
  await until(values, (own) => own['period'] === 'Heat 2' && own['score'] === 3);
  // The same again is no news: the clock is left to run.
  const { standing } = clock();
  await udp(port, line({ clock: 'Duel clock', seconds: readClock(clockOf(clock()), now(), 0), running: true }) + line({ score: 'A', add: 1 }));
  await until(score, (value) => value === 4);
  expect(clock().standing).toEqual(standing);
  const log = (await api().get('/api/as-run').expect(200)).body as { lines: { what: string; by: string; name: string }[] };
  expect(log.lines.filter(({ what }) => what === 'clock' || what === 'score').map(({ by, name }) => `${by}: ${name}`)).toEqual([
    'scorer Box: Duel clock',
    'scorer Box: Home',
    'scorer Box: Home',
    'scorer Box: Home',
  ]);
}); // prettier-ignore

test('lines over TCP may come in pieces; a line that is not as agreed is told and the others count', async () => {
  const port = await freePort();
  const box = scorer({ by: 'tcp', port });
  await release(box);
  const connection = connect(port, '127.0.0.1');
  await new Promise((done) => connection.once('connect', done));
  connection.write('{"score": "Home", "a');
  await new Promise((done) => setTimeout(done, 30));
  connection.write('dd": 1}\nno json\n{"clock": "Duel clock", "do": "start"}\n');
  await until(score, (value) => value === 1);
  await until(clock, ({ standing }) => standing.isRunning);
  connection.write('{"score": "Home"}\n');
  const told = await until(() => status(box), ({ problem }) => problem?.code === 'bad-line'); // prettier-ignore
  expect(told.problem?.message).toContain('“score” goes with one of “add” and “to”');
  connection.destroy();
});

test('over HTTP what is wrong is answered; what clock and score came to outlives the server', async () => {
  await release(scorer({}));
  const post = (name: string, text: string) => api().post(`/api/data/scorer/${name}`).set('content-type', 'application/x-ndjson').send(text); // prettier-ignore
  await post('box', line({ clock: 'Duel clock', seconds: 30, running: false }) + line({ score: 'Home', to: 7 })).expect(204); // prettier-ignore
  await until(score, (value) => value === 7);
  expect((await post('box', '{"clock": "Duel clock"}').expect(400)).body).toMatchObject({ error: { code: 'bad-line' } }); // prettier-ignore
  await post('tower', line({ score: 'Home', to: 1 })).expect(404);
  await server.close();
  await start();
  expect([score(), readClock(clockOf(clock()), now(), 0)]).toEqual([7, 30]);
});

test('a port that another program has is told in a sentence', async () => {
  const other = createServer();
  await new Promise<void>((done) => other.listen(0, '127.0.0.1', done));
  const box = scorer({ by: 'tcp', port: (other.address() as AddressInfo).port });
  await release(box);
  const told = await until(() => status(box), ({ problem }) => problem !== null); // prettier-ignore
  expect(told.problem?.message).toContain('another program listens there. Give it another port');
  other.close();
});

test('where other machines are let in, their boxes are listened to only when named: a port knows no keys', async () => {
  await server.close();
  await start({ lan: true, scorers: ['127.0.0.3'] });
  const port = await freePort();
  const box = scorer({ by: 'udp', port });
  await release(box);
  await udp(port, line({ score: 'Home', to: 9 }), '127.0.0.2');
  const wrong = await until(() => status(box), ({ problem }) => problem !== null); // prettier-ignore
  expect([wrong.problem?.code, score()]).toEqual(['scorer-not-named', 0]);
  expect(wrong.problem?.message).toContain('JORVAN_SCORERS=127.0.0.2');
  await udp(port, line({ score: 'Home', to: 4 }), '127.0.0.3');
  await until(score, (value) => value === 4);
});

test('without a name of another machine a port is this machine’s alone, over TCP too', async () => {
  const port = await freePort();
  await release(scorer({ by: 'tcp', port }));
  const knock = (host: string) =>
    new Promise<string>((done) => {
      const socket = connect({ port, host });
      socket.on('connect', () => socket.destroy() && done('let in'));
      socket.on('error', () => done('refused'));
    });
  await until(() => knock('127.0.0.1'), (answer) => answer === 'let in'); // prettier-ignore
  expect(await knock('127.0.0.2')).toBe('refused');
});
