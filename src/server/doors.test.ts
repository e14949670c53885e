// Strangers at the doors: other names, other pages, wrong keys, crowds, malformed words.
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { connect as connectTcp } from 'node:net';
import { networkInterfaces, tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import request from 'supertest';
import { WebSocket } from 'ws';
import { canonicalJson } from '../core/show';
import type { RunningServer } from './server';
import { commandTo, connect, hello, putOn, release, startTrial } from './trial';

let home: string;
let server: RunningServer;
const url = (): string => `http://localhost:${server.port}`;
const start = async (change: Parameters<typeof startTrial>[1] = {}): Promise<void> => {
  server = await startTrial(home, { pages: resolve('dist'), ...change });
};
beforeEach(() => {
  home = mkdtempSync(join(tmpdir(), 'jorvan-doors-'));
});
afterEach(async () => {
  await server.close();
  rmSync(home, { recursive: true, force: true });
});

/** What comes back to raw bytes over TCP, until the other side ends. */
const raw = (text: string): Promise<string> =>
  new Promise((done, fail) => {
    const socket = connectTcp(server.port, '127.0.0.1', () => socket.write(text));
    let said = '';
    socket.on('data', (data) => (said += data.toString()));
    socket.on('end', () => done(said));
    socket.on('error', fail);
  });
/** An address of this machine by which it is someone else. */
const network = (): string | undefined =>
  Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .find(({ family, internal }) => family === 'IPv4' && !internal)?.address;

describe('on an open network', () => {
  beforeEach(() => start({ lan: true, names: ['graphics.example'] }));

  test('another name that leads here opens neither pages nor commands nor the line', async () => {
    for (const path of ['/', '/api/air', '/api/health', '/out/main', '/api/keys'])
      expect(
        (await request(url()).get(path).set('host', 'rebound.example').expect(403)).body.error.code,
      ).toBe('foreign-host');
    await commandTo(url(), { do: 'clear', channel: 'main', all: true })
      .set('host', 'rebound.example')
      .expect(403);
    await expect(connect(url(), { host: 'rebound.example' })).rejects.toThrow('403');
    // A name that was given opens the doors, but not without a key.
    await request(url()).get('/api/health').set('host', 'graphics.example').expect(200);
    const refused = await commandTo(url(), { do: 'clear', channel: 'main', all: true })
      .set('host', 'graphics.example')
      .expect(401);
    expect(refused.body.error.code).toBe('wrong-key');
  });
  test('keys are made at this machine alone', async () => {
    const design = server.keys.find(({ role }) => role === 'design')?.key ?? '';
    await request(url())
      .get('/api/keys')
      .set('host', 'graphics.example')
      .set('authorization', `Bearer ${design}`)
      .expect(403);
    const made = (await request(url()).post('/api/keys').send({ role: 'operate' }).expect(201)).body as {
      key: string;
    };
    expect(made.key.length).toBeGreaterThanOrEqual(24);
    expect(JSON.stringify((await request(url()).get('/api/keys').expect(200)).body)).not.toContain(made.key);
  });
  test('who came by a key that is made anew is asked for the new one', async () => {
    const operate = server.keys.find(({ role }) => role === 'operate')?.key ?? '';
    const line = await connect(url());
    line.say({ ...hello('operator'), key: operate });
    await line.hear('welcome');
    const closed = new Promise<number>((done) => line.socket.once('close', done));
    await request(url()).post('/api/keys').send({ role: 'operate' }).expect(201);
    expect(await closed).toBe(4001);
  });
  test('wrong keys slow down, and are said so', async () => {
    const guess = (key: string) =>
      commandTo(url(), { do: 'clear', channel: 'main', all: true }).set('authorization', `Bearer ${key}`);
    for (let i = 0; i < 4; i += 1) await guess(`guess ${i}`).expect(401);
    expect((await guess('guess').expect(429)).body.error).toMatchObject({
      code: 'too-many-keys',
      message: expect.stringMatching(/Wait 1 s/),
    });
  });
  test('a crowd without keys is turned away at the door; operators do not hear of it more than four times a second', async () => {
    const address = network();
    // A machine that has no network has no crowd.
    if (!address) return;
    await putOn(url());
    const operator = await connect(url());
    operator.say(hello('operator'));
    await operator.hear('welcome');
    let heard = 0;
    operator.socket.on('message', (data) => (heard += String(data).includes('present') ? 1 : 0));
    const begin = performance.now();
    const crowd = await Promise.all(
      Array.from(
        { length: 150 },
        () =>
          new Promise<WebSocket | null>((done) => {
            const socket = new WebSocket(`ws://${address}:${server.port}/air`);
            socket.once('open', () => {
              socket.send(JSON.stringify({ ...hello('output'), version: 4 }));
              done(socket);
            });
            socket.once('error', () => done(null));
          }),
      ),
    );
    const inside = crowd.filter((socket) => socket !== null);
    expect(inside.length).toBeGreaterThan(10);
    expect(inside.length).toBeLessThanOrEqual(60);
    expect((await commandTo(url(), { do: 'take', channel: 'main', number: '405.25' })).status).toBe(200);
    expect(heard).toBeLessThanOrEqual(6 + ((performance.now() - begin) / 1000) * 5);
    for (const socket of inside) socket.terminate();
    operator.socket.close();
  });
});

describe('at this machine', () => {
  beforeEach(() => start());

  test('every page has a content security policy; only outputs and single frames stand in other pages', async () => {
    for (const path of [
      '/',
      '/desk',
      '/build',
      '/pad/pier',
      '/mixer',
      '/panel',
      '/stand-ins',
      '/api/health',
      '/api/none',
      '/outputs',
    ]) {
      const { headers } = await request(url()).get(path);
      expect([path, headers['content-security-policy']]).toEqual([
        path,
        expect.stringContaining("frame-ancestors 'none'"),
      ]);
      expect([path, headers['x-frame-options']]).toEqual([path, 'DENY']);
    }
    for (const path of ['/out/main', '/frame?card=1', '/out/none']) {
      const { headers } = await request(url()).get(path).expect(200);
      expect([path, headers['content-security-policy']]).toEqual([
        path,
        expect.stringContaining('frame-ancestors *'),
      ]);
      expect(headers['x-frame-options']).toBeUndefined();
    }
    for (const path of ['/', '/out/main']) {
      const policy = String((await request(url()).get(path)).headers['content-security-policy']);
      expect(policy).toContain("script-src 'self'");
      expect(policy).toContain("object-src 'none'");
      expect(policy).not.toMatch(/script-src[^;]*unsafe/);
    }
  });
  test('an upgrade to another path is closed at once', async () => {
    const upgrade = (path: string): string =>
      `GET ${path} HTTP/1.1\r\nHost: localhost\r\nConnection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Version: 13\r\nSec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\n\r\n`;
    expect(await raw(upgrade('/elsewhere'))).toMatch(/^HTTP\/1.1 404/);
    expect(await raw(upgrade('//air//..%2f'))).toMatch(/^HTTP\/1.1 404/);
    expect(await raw(upgrade('/air').replace('Host: localhost', 'Host: rebound.example'))).toMatch(
      /^HTTP\/1.1 403/,
    );
  });
  test('malformed words get a code of their own, never a fault of the server', async () => {
    await putOn(url());
    const answers = await Promise.all([
      request(url()).get('/api/data/tables/__proto__'),
      request(url()).patch('/api/data/tables/constructor').send({ set: [], gone: [] }),
      request(url()).get('/%c0%ae%c0%ae/'),
      request(url()).get('/api/releases/%c0%ae'),
      request(url()).get('/api/assets/__proto__'),
      request(url()).get('/api/data/stand-ins/constructor'),
      request(url()).put('/api/data/keys/keys/__proto__').send({ value: 'x' }),
      commandTo(url(), { do: 'take', channel: '__proto__' }),
      commandTo(url(), { do: 'cue', channel: 'main', template: 'constructor' }),
      commandTo(url(), { do: 'take', channel: 'main', card: '__proto__' }),
      commandTo(url(), { do: 'cue', channel: 'main', number: '405.25', desk: '__proto__', own: true }),
      commandTo(url(), { do: 'fill', channel: 'toString', cue: 'x', values: {} }),
    ]);
    for (const { status, body, req } of answers as unknown as {
      status: number;
      body: { error?: { code: string } };
      req: { path: string };
    }[]) {
      expect([req.path, status >= 400 && status < 500, body.error?.code ?? 'none']).toEqual([
        req.path,
        true,
        expect.not.stringMatching('none|server-fault'),
      ]);
    }
    expect((await request(url()).get('/api/health')).body.status).toBe('ok');
  });
  test('what the server keeps is its own user’s alone', async () => {
    await putOn(url());
    for (const entry of readdirSync(home, { recursive: true, withFileTypes: true })) {
      if (!entry.isFile() || entry.parentPath.endsWith('folder')) continue;
      expect([entry.name, statSync(join(entry.parentPath, entry.name)).mode & 0o077]).toEqual([
        entry.name,
        0,
      ]);
    }
  });
});

describe('one home, one server', () => {
  test('the second says who holds it, and may have it when the first is gone', async () => {
    await start();
    await expect(startTrial(home)).rejects.toThrow(`process ${process.pid}, at port ${server.port}`);
    await putOn(url());
    await server.close();
    await start();
    expect(server.engine.air.show?.name).toBe('Show');
  });
});

describe('a release that is gone', () => {
  test('puts no other show on air: what was up stands, health says what is missing, and whoever has it gives it back', async () => {
    await start({ demo: true });
    const hash = await putOn(url());
    await commandTo(url(), { do: 'take', channel: 'main', number: '405.25' }).expect(200);
    const before = server.engine.air;
    await server.close();
    for (const folder of ['releases', 'copies'])
      for (const name of readdirSync(join(home, folder)))
        if (name.startsWith(hash)) writeFileSync(join(home, folder, name), '{"torn');
    await start({ demo: true });
    expect(server.engine.air).toEqual(before);
    const health = await request(url()).get('/api/health').expect(503);
    expect(health.body).toMatchObject({
      status: 'trouble',
      troubles: [{ code: 'release-missing', path: hash }],
    });
    const line = await connect(url());
    line.say(hello('output'));
    expect(await line.hear('trouble')).toMatchObject({ missing: { releases: [hash] } });
    expect((await commandTo(url(), { do: 'cue', channel: 'main', number: '405.25' })).status).toBe(409);
    await request(url())
      .put(`/api/releases/${hash}`)
      .set('content-type', 'application/json')
      .send(canonicalJson(release()))
      .expect(201);
    expect(await line.hear('trouble')).toMatchObject({ troubles: [], missing: { releases: [] } });
    await commandTo(url(), { do: 'cue', channel: 'main', number: '405.25' }).expect(200);
    expect(existsSync(join(home, 'copies', `${hash}.json`))).toBe(true);
    expect(readFileSync(join(home, 'copies', `${hash}.json`), 'utf8')).toBe(canonicalJson(release()));
    line.socket.close();
  });
});
