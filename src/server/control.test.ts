import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { get } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import request from 'supertest';
import { newRundownRow, newTemplate } from '../core/show';
import { AirEngine } from './engine';
import { silentLog } from './log';
import { Troubles } from './trouble';
import type { RunningServer } from './server';
import { commandTo, connect, hello, putOn, release, startTrial } from './trial';

let home: string;
let server: RunningServer;
const url = (): string => `http://localhost:${server.port}`;
const keyOf = (role: string): string => server.keys.find((own) => own.role === role)?.key ?? '';

beforeEach(async () => {
  home = mkdtempSync(join(tmpdir(), 'jorvan-control-'));
  server = await startTrial(home);
});
afterEach(async () => {
  await server.close();
  rmSync(home, { recursive: true, force: true });
});

describe('the as-run log', () => {
  test('tells every take, change and clear: card, values, who, when; as JSON and CSV, and after a fall', async () => {
    await putOn(url());
    const give = (body: object) => commandTo(url(), { channel: 'main', by: '=Ana', ...body }).expect(200);
    await give({ do: 'take', number: '405.25' });
    await give({ do: 'change', lane: 'lower', values: { Name: 'Ida, "the" Marsh' } });
    await give({ do: 'clear', lane: 'lower' });
    const { body } = await request(url()).get('/api/as-run').expect(200);
    expect(body.lines).toMatchObject([
      {
        what: 'take',
        why: 'hand',
        by: '=Ana',
        channel: 'main',
        lane: 'lower',
        number: '405.25',
        values: { f: 'Ida' },
      },
      { what: 'change', values: { f: 'Ida, "the" Marsh' } },
      { what: 'clear', number: '405.25' },
    ]);
    for (const line of body.lines)
      expect(Date.parse(line.at) - Date.parse(line.asked)).toBeGreaterThanOrEqual(0);
    await server.close();
    server = await startTrial(home);
    const csv = await request(url()).get('/api/as-run?format=csv&channel=main').expect(200);
    const rows = Papa.parse<Record<string, string>>(csv.text, { header: true }).data;
    expect(rows.map(({ what, by }) => [what, by])).toEqual([
      ['take', "'=Ana"],
      ['change', "'=Ana"],
      ['clear', "'=Ana"],
    ]);
    expect(JSON.parse(rows[1]?.['values'] ?? '')).toEqual({ f: 'Ida, "the" Marsh' });
    const wrong = await request(url()).get('/api/as-run?from=yesterday').expect(400);
    expect(wrong.body.error).toMatchObject({ code: 'bad-time', path: 'from' });
  });
});

describe('who listens is told', () => {
  test('over the event stream, as it happens', async () => {
    await putOn(url());
    const heard: string[] = [];
    const stream = get(`${url()}/api/events`, (response) =>
      response.on('data', (data) => heard.push(String(data))),
    );
    while (!heard.join('').includes('event: hello')) await new Promise((resolve) => setTimeout(resolve, 5));
    await commandTo(url(), { do: 'take', channel: 'main', number: '405.25', by: 'Panel' }).expect(200);
    while (!heard.join('').includes('"what":"take"')) await new Promise((resolve) => setTimeout(resolve, 5));
    stream.destroy();
    const told =
      heard
        .join('')
        .split('\n\n')
        .find((part) => part.includes('"what":"take"')) ?? '';
    expect(told).toMatch(/^id: 2\nevent: air\ndata: /);
    expect(JSON.parse(told.slice(told.indexOf('{')))).toMatchObject({ by: 'Panel', number: '405.25' });
  });

  test('operators see each other, and what each has in hand; a lost output stays in sight until it comes again', async () => {
    await putOn(url());
    const [ana, bo, output] = [await connect(url()), await connect(url()), await connect(url())];
    ana.say(hello('operator'));
    bo.say(hello('operator'));
    bo.say({ type: 'name', name: 'Bo' });
    const hand = { area: 'desk', channel: 'main', card: 'c', graphic: null, fields: ['f'] };
    bo.say({ type: 'hand', hand });
    const until = async (isIt: (present: Record<string, unknown>[]) => boolean) => {
      for (;;) {
        const present = (await ana.hear('present'))['present'] as Record<string, unknown>[];
        if (isIt(present)) return present;
      }
    };
    await until((all) => all.some((one) => one['name'] === 'Bo' && one['hand'] !== null));
    const outputHello = { ...hello('output'), station: 'wall-1', group: 'wall' };
    output.say(outputHello);
    await until((all) => all.some((one) => one['station'] === 'wall-1'));
    output.socket.terminate();
    const lost = await until((all) =>
      all.some((one) => one['station'] === 'wall-1' && one['lostAt'] !== null),
    );
    expect(lost.find((one) => one['station'] === 'wall-1')).toMatchObject({ group: 'wall', channel: 'main' });
    const again = await connect(url());
    again.say(outputHello);
    await until((all) =>
      all.filter((one) => one['station'] === 'wall-1').every((one) => one['lostAt'] === null),
    );
    for (const { socket } of [ana, bo, again]) socket.close();
  });
});

describe('outputs are steered', () => {
  test('one, by channel or by group; none where none is meant', async () => {
    await putOn(url());
    const output = await connect(url());
    output.say({ ...hello('output'), station: 's', group: 'wall' });
    await output.hear('welcome');
    const tell = (body: object) => request(url()).post('/api/outputs').send(body);
    expect((await tell({ do: 'test-card', group: 'wall', card: 'bars' }).expect(200)).body).toEqual({
      told: 1,
    });
    expect(await output.hear('output')).toMatchObject({ command: { do: 'test-card', card: 'bars' } });
    expect((await tell({ do: 'reload', channel: 'tall' }).expect(200)).body).toEqual({ told: 0 });
    expect((await tell({ do: 'explode' }).expect(400)).body.error.code).toBe('unknown-command');
    output.socket.close();
  });
});

describe('what an access key lets one do', () => {
  const with_ = (key: string, body: object) => commandTo(url(), body).set('authorization', `Bearer ${key}`);
  test('is watched over for commands, releases, data and outputs', async () => {
    await putOn(url());
    const take = { do: 'take', channel: 'main', number: '405.25' };
    const refused = await with_(keyOf('watch'), take).expect(403);
    expect(refused.body.error).toMatchObject({ code: 'not-allowed', path: 'key' });
    await with_(keyOf('produce'), take).expect(403);
    await with_(keyOf('operate'), take).expect(200);
    const change = { do: 'change', channel: 'main', lane: 'lower', values: { Name: 'X' } };
    await with_(keyOf('produce'), change).expect(200);
    await with_(keyOf('operate'), { do: 'release', release: 'a'.repeat(64) }).expect(403);
    await with_('nonsense', take).expect(401);
    await request(url())
      .post('/api/releases')
      .set('authorization', `Bearer ${keyOf('operate')}`)
      .send(release())
      .expect(403);
    await request(url())
      .post('/api/outputs')
      .set('authorization', `Bearer ${keyOf('watch')}`)
      .send({ do: 'identify' })
      .expect(403);
  });
  test('on the line too: a wrong key gets no line, a watcher no command', async () => {
    await putOn(url());
    const stranger = await connect(url());
    stranger.say({ ...hello('operator'), key: 'guess' });
    expect((await stranger.hear('refused'))['problem']).toMatchObject({ code: 'wrong-key' });
    const watcher = await connect(url());
    watcher.say({ ...hello('operator'), key: keyOf('watch') });
    expect(await watcher.hear('welcome')).toMatchObject({ may: 'watch' });
    watcher.say({ type: 'command', id: 'k', command: { do: 'clear', channel: 'main', all: true } });
    expect((await watcher.hear('answer'))['problem']).toMatchObject({ code: 'not-allowed' });
    watcher.socket.close();
  });
  test('the keys outlive the server, and are no one else’s to read', async () => {
    const operate = keyOf('operate');
    await server.close();
    for (const path of readdirSync(home, { recursive: true, withFileTypes: true }))
      if (path.isFile()) expect(readFileSync(join(path.parentPath, path.name)).includes(operate)).toBe(false);
    server = await startTrial(home);
    // Shown once: the second start has none to show, and the first one's count.
    expect(server.keys).toEqual([]);
    const answer = await with_(operate, { do: 'release', release: 'a'.repeat(64) }).expect(403);
    expect(answer.body.error.message).toContain('lets you operate');
  });
});

describe('the mixer stand-in', () => {
  const mixer = (body: object) => request(url()).post('/api/stand-ins/mixer').send(body);
  test('cuts, mixes, keys, and refuses what it cannot do', async () => {
    expect((await mixer({ do: 'preview', source: 2 })).body).toMatchObject({ program: 0, preview: 2 });
    expect((await mixer({ do: 'cut' })).body).toMatchObject({ program: 2, preview: 0 });
    const mixed = await mixer({ do: 'mix' }).expect(200);
    expect(mixed.body).toMatchObject({ program: 0, mix: { from: 2, seconds: 1 } });
    await mixer({ do: 'mix' }).expect(409);
    await mixer({ do: 'preview', source: 9 }).expect(409);
    await mixer({ do: 'fade' }).expect(400);
    const operator = await connect(url());
    operator.say(hello('operator'));
    await operator.hear('mixer');
    await mixer({ do: 'keyer', channel: 'main', on: true }).expect(200);
    expect(await operator.hear('mixer')).toMatchObject({ mixer: { keyers: { main: { isOn: true } } } });
    operator.socket.close();
  });
});

describe('what runs by itself', () => {
  const looping = () => {
    const made = release();
    made.templates['t2'] = { ...newTemplate('t2', 'Second', { lane: 'full' }) };
    made.cards['d'] = { id: 'd', number: '40', template: 't2', values: {} };
    const rundown = made.rundowns[0];
    if (rundown)
      rundown.rows = [
        newRundownRow('one', 'c', { start: { by: 'end' }, lasts: 0.3 }),
        newRundownRow('two', 'd', { start: { by: 'end' }, lasts: 0.3 }),
      ];
    if (rundown) rundown.loop = { from: 'one', to: 'two' };
    return made;
  };
  const rounds = async (): Promise<number> =>
    (await request(url()).get('/api/air')).body.state.runs.rundown?.rounds ?? -1;
  test('goes on without anyone, and after a fall, at the times of the plan', async () => {
    await putOn(url(), looping());
    await commandTo(url(), { do: 'run', rundown: 'rundown', act: 'start' }).expect(200);
    while ((await rounds()) < 2) await new Promise((resolve) => setTimeout(resolve, 20));
    await server.close();
    server = await startTrial(home);
    const before = await rounds();
    while ((await rounds()) < before + 2) await new Promise((resolve) => setTimeout(resolve, 20));
    const { body } = await request(url()).get('/api/as-run');
    const planned = body.lines
      .filter((line: { why: string; what: string }) => line.why === 'run' && line.what === 'take')
      .map((line: { planned: string }) => Date.parse(line.planned));
    const gaps = planned.slice(1).map((at: number, i: number) => at - planned[i]);
    expect(Math.max(...gaps.map((gap: number) => Math.abs(gap - 300)))).toBeLessThanOrEqual(1);
  });
  test('a disk that refuses stops no run: the row goes when it writes again', async () => {
    let isFull = false;
    let time = 100;
    const made = looping();
    const journal = {
      append: async () => {
        if (isFull) throw new Error('ENOSPC');
      },
      snapshot: async () => undefined,
    };
    const engine = new AirEngine({
      journal,
      releases: () => made,
      now: () => time,
      log: silentLog,
      troubles: new Troubles(),
    });
    await engine.submit({ do: 'release', release: 'a'.repeat(64) });
    await engine.submit({ do: 'run', rundown: 'rundown', act: 'start' });
    isFull = true;
    time = 100.4;
    const refused = await engine.submit({ do: 'tick' });
    expect([refused.problem?.code, engine.air.runs['rundown']?.row]).toEqual(['journal-unwritable', 'one']);
    isFull = false;
    await engine.submit({ do: 'tick' });
    expect(engine.air.runs['rundown']?.row).toBe('two');
    await engine.close();
  });
});
