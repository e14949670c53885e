import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import { canonicalJson, newTether } from '../core/show';
import { wireVersion } from '../air';
import { emptyAir } from '../core/playout';
import { AirEngine } from './engine';
import { silentLog } from './log';
import { Troubles } from './trouble';
import type { RunningServer, ServerOptions } from './server';
import { commandTo, connect, hello, pictureId, putOn, release, startTrial, type Heard } from './trial';

let home: string;
let server: RunningServer;
const start = async (change: Partial<ServerOptions> = {}): Promise<void> => {
  server = await startTrial(home, change);
};
const url = (): string => `http://localhost:${server.port}`;
const command = (body: object | string) => commandTo(url(), body);
const putOnAir = (): Promise<string> => putOn(url());

beforeEach(async () => {
  home = mkdtempSync(join(tmpdir(), 'jorvan-test-'));
  await start();
});
afterEach(async () => {
  await server.close();
  rmSync(home, { recursive: true, force: true });
});

describe('the control API', () => {
  test('a show is released, a card taken, changed and cleared, and the state tells of it', async () => {
    const hash = await putOnAir();
    expect((await request(url()).get('/api/health')).body).toMatchObject({
      status: 'ok',
      release: hash,
      show: { name: 'Show' },
    });
    await command({ do: 'cue', channel: 'main', number: 405.25 }).expect(200);
    await command({ do: 'take', channel: 'main' }).expect(200);
    await command({ do: 'change', channel: 'main', lane: 'lower', values: { Name: 'Ida Marsh' } }).expect(
      200,
    );
    // A take shows with the next frame of its channel: the state told before it is drawn has nothing to tell.
    let seen: { onAir: Record<string, unknown[]> };
    do seen = (await request(url()).get('/api/air').expect(200)).body;
    while (seen.onAir['main']?.length === 0);
    expect(seen.onAir['main']).toMatchObject([
      { lane: 'lower', number: '405.25', name: 'Name line', values: { f: 'Ida Marsh' } },
    ]);
    await command({ do: 'clear', channel: 'main', number: '405.25' }).expect(200);
  });
  test('what it rejects gets its code, a sentence and the place', async () => {
    await putOnAir();
    await command({ do: 'take', channel: 'mian' }).expect(404, {
      error: {
        code: 'unknown-channel',
        message: 'There is no channel “mian”. The channels are: main.',
        path: 'channel',
      },
    });
    expect((await command({ do: 'take', channel: 'main' }).expect(409)).body.error.code).toBe('nothing-cued');
    expect(
      (await command({ do: 'take', channel: 'main', number: 'x' }).expect(400)).body.error,
    ).toMatchObject({ code: 'bad-number', path: 'number' });
    expect((await command({ do: 'explode' }).expect(400)).body.error).toMatchObject({
      code: 'unknown-command',
      path: 'do',
    });
    expect(
      (await command({ do: 'take', channel: 'main', nmber: 1 }).expect(400)).body.error.message,
    ).toContain('nmber');
    expect((await command('{"do":').expect(400)).body.error.code).toBe('not-json');
    expect((await command({ do: 'take', channel: 'x'.repeat(2 << 20) }).expect(413)).body.error.code).toBe(
      'too-large',
    );
    expect((await request(url()).get('/api/nothing').expect(404)).body.error.code).toBe('not-found');
  });
  test('a command that comes twice under one id is carried out once and answered alike', async () => {
    await putOnAir();
    const first = await command({ do: 'take', channel: 'main', number: '405.25', id: 'same' }).expect(200);
    const again = await command({ do: 'take', channel: 'main', number: '405.25', id: 'same' }).expect(200);
    expect(again.body).toEqual(first.body);
    expect(server.engine.air.sequence).toBe(first.body.sequence);
  });
  test('describes itself as OpenAPI, from the schemas that check it', async () => {
    const { body } = await request(url()).get('/api/openapi.json').expect(200);
    expect(body.openapi).toBe('3.1.0');
    for (const path of ['/api/health', '/api/air', '/api/air/commands', '/api/releases', '/api/assets/{id}'])
      expect(body.paths).toHaveProperty([path]);
    const kinds = body.components.schemas.Command.oneOf.map(
      (kind: { properties: { do: { const: string } } }) => kind.properties.do.const,
    );
    expect(kinds).toEqual(expect.arrayContaining(['cue', 'take', 'change', 'put-back', 'run', 'release']));
    // What data and the clock bring is no one's to give.
    expect(kinds).not.toEqual(expect.arrayContaining(['data']));
    expect(kinds).not.toEqual(expect.arrayContaining(['tick']));
  });
});

describe('releases and pictures', () => {
  test('are kept by content; what was damaged on its way is refused', async () => {
    await request(url())
      .put(`/api/assets/${'0'.repeat(64)}`)
      .send('other')
      .expect(400);
    expect((await request(url()).post('/api/assets/missing').send([pictureId])).body).toEqual([pictureId]);
    expect((await request(url()).post('/api/releases').send(release()).expect(400)).body.error).toMatchObject(
      { code: 'missing-asset', message: expect.stringContaining('flag.svg') },
    );
    const hash = await putOnAir();
    expect((await request(url()).post('/api/assets/missing').send([pictureId])).body).toEqual([]);
    const got = await request(url()).get(`/api/assets/${pictureId}`).expect(200);
    expect(got.headers['content-type']).toContain('image/svg+xml');
    // Vector art from anywhere may hold scripts: it must not run as a page of this server.
    expect(got.headers['content-security-policy']).toContain('sandbox');
    expect((await request(url()).get(`/api/releases/${hash}`)).text).toBe(
      JSON.stringify((await request(url()).get(`/api/releases/${hash}`)).body),
    );
    expect(createHash('sha256').update(canonicalJson(release())).digest('hex')).toBe(hash);
  });
  test('a release that does not hold together is not taken', async () => {
    await putOnAir();
    const broken = release();
    broken.templates['t']?.order.push('ghost');
    expect((await request(url()).post('/api/releases').send(broken).expect(400)).body.error.code).toBe(
      'missing-reference',
    );
    const circle = release();
    circle.templates['t']?.tethers.push(
      newTether('a', 'e', 'left', 'p', 'left', 0),
      newTether('b', 'p', 'left', 'e', 'left', 0),
    );
    expect((await request(url()).post('/api/releases').send(circle).expect(400)).body.error.code).toBe(
      'tether-cycle',
    );
    expect(
      (await request(url()).post('/api/releases').send({ show: 1 }).expect(400)).body.error,
    ).toMatchObject({ code: 'damaged-release' });
    expect(readdirSync(join(home, 'copies'))).toHaveLength(1);
  });
  test('a picture’s address reaches no other file', async () => {
    await request(url()).get('/api/assets/..%2F..%2Fetc%2Fpasswd').expect(404);
    await request(url())
      .get(`/api/releases/${'a'.repeat(64)}`)
      .expect(404);
  });
});

describe('who may', () => {
  test('pages of other sites may not command, nor names that are not this machine’s', async () => {
    await putOnAir();
    const refused = await command({ do: 'clear', channel: 'main', all: true })
      .set('origin', 'http://evil.example')
      .expect(403);
    expect(refused.body.error.code).toBe('foreign-origin');
    expect(
      (await request(url()).get('/api/air').set('host', 'evil.example').expect(403)).body.error.code,
    ).toBe('foreign-host');
    await command({ do: 'clear', channel: 'main', all: true }).set('origin', url()).expect(200);
  });
});

describe('the journal', () => {
  test('after a fall the state is what it was, to the last command', async () => {
    await putOnAir();
    await command({ do: 'take', channel: 'main', number: '405.25' });
    await command({ do: 'keep', number: '50', template: 'Name line', values: { Name: 'New' } });
    const before = server.engine.air;
    await server.close();
    await start();
    expect(server.engine.air).toEqual(before);
  });
  test('a disk that refuses changes nothing on air, is said, and is forgiven when it writes again', async () => {
    let isFull = true;
    const journal = {
      append: async () => {
        if (isFull) throw new Error('ENOSPC: no space left on device');
      },
      snapshot: async () => undefined,
    };
    const shown: number[] = [];
    const stored = release();
    const engine = new AirEngine({
      journal,
      releases: () => stored,
      now: () => 100,
      log: silentLog,
      troubles: new Troubles(),
      listeners: new Set([(steps) => void shown.push(...steps.map((s) => s.sequence))]),
    });
    const refused = await engine.submit({ do: 'release', release: 'a'.repeat(64) });
    expect(refused.problem).toMatchObject({
      code: 'journal-unwritable',
      message: expect.stringContaining('Nothing was changed on air'),
    });
    expect([engine.air, shown, engine.diskProblem?.code]).toEqual([emptyAir(), [], 'journal-unwritable']);
    isFull = false;
    expect((await engine.submit({ do: 'release', release: 'a'.repeat(64) })).problem).toBeNull();
    expect([engine.air.sequence, shown, engine.diskProblem]).toEqual([1, [1], null]);
  });
});

describe('the line', () => {
  test('a take by one is seen by all, before it is answered twice', async () => {
    await putOnAir();
    const operator = await connect(url());
    const output = await connect(url());
    operator.say(hello('operator'));
    output.say(hello('output'));
    expect(await output.hear('welcome')).toMatchObject({
      version: wireVersion,
      state: { show: { name: 'Show' } },
    });
    await operator.hear('welcome');
    operator.say({ type: 'command', id: 'k1', command: { do: 'take', channel: 'main', number: '405.25' } });
    expect(await output.hear('patches')).toMatchObject({ sequence: 2 });
    expect(await operator.hear('answer')).toMatchObject({ id: 'k1', problem: null });
    operator.say({ type: 'command', id: 'k1', command: { do: 'take', channel: 'main', number: '405.25' } });
    expect(await operator.hear('answer')).toMatchObject({ id: 'k1', problem: null, sequence: 2 });
    operator.socket.close();
    output.socket.close();
  });
  test('an output only listens; words that mean nothing are told so; neither ends anything', async () => {
    await putOnAir();
    const output = await connect(url());
    output.say(hello('output'));
    output.say({ type: 'command', id: 'k', command: { do: 'clear', channel: 'main', all: true } });
    expect(await output.hear('answer')).toMatchObject({ problem: { code: 'not-allowed' } });
    for (const words of ['nonsense', '[]', '{"type":"dance"}', '{"type":"ping"}']) {
      output.say(words);
      expect(await output.hear('refused')).toMatchObject({ problem: { code: 'unknown-message' } });
    }
    output.say({ type: 'ping', sent: 5 });
    expect(await output.hear('pong')).toMatchObject({ sent: 5, time: expect.any(Number) });
    output.socket.close();
  });
  test('pages of other sites get no line', async () => {
    await expect(connect(url(), { origin: 'http://evil.example' })).rejects.toThrow('403');
  });
  test('operators see who is there, and how outputs do', async () => {
    const operator = await connect(url());
    const output = await connect(url());
    operator.say(hello('operator'));
    output.say(hello('output'));
    output.say({ type: 'report', report: { lagMs: 1.5, dropped: 0, width: 1920, height: 1080 } });
    let present: Heard = { type: '' };
    while (!JSON.stringify(present).includes('lagMs')) present = await operator.hear('present');
    expect(present['present']).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          role: 'output',
          channel: 'main',
          report: expect.objectContaining({ lagMs: 1.5 }),
        }),
      ]),
    );
    operator.socket.close();
    output.socket.close();
  });
});
