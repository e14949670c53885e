import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import {
  newPostService,
  shippedAdapters,
  usualPostSettings,
  type Adapter,
  type PostSeen,
  type PostSettings,
} from '../../core/post';
import {
  canonicalJson,
  makeRelease,
  newColumnTie,
  newElement,
  newShow,
  newTemplate,
  newTextField,
  newTie,
  usualLanes,
} from '../../core/show';
import { newSource } from '../../core/source';
import type { RunningServer } from '../index';
import { serverForTest, until } from '../test-kit';

jest.setTimeout(30_000);

interface Given {
  id: string;
  text: string;
  likes?: number;
  removed?: boolean;
  avatar?: string;
}
/** A service as anyone might have one: what it gives, and how it behaves, is the test's. */
class Service {
  posts: Given[] = [];
  status = 200;
  retryAfter = 0;
  cuts = false;
  asked: string[] = [];
  keys: (string | undefined)[] = [];
  poll = { open: false, votes: 0 };
  private server: Server | null = null;

  async begin(): Promise<void> {
    this.server = createServer((question, answer) => {
      const url = new URL(question.url ?? '/', 'http://x');
      this.asked.push(`${question.method} ${url.pathname}`);
      this.keys.push(question.headers.authorization);
      if (url.pathname.endsWith('.svg')) return void answer.setHeader('content-type', 'image/svg+xml').end('<svg xmlns="http://www.w3.org/2000/svg" width="4" height="4"></svg>');
      if (url.pathname === '/evil.png') return void answer.end('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>');
      if (this.status !== 200) return void answer.writeHead(this.status, this.retryAfter > 0 ? { 'retry-after': String(this.retryAfter) } : {}).end('no');
      const polls = { polls: [{ id: 'q', question: 'Tea?', open: this.poll.open, answers: [{ text: 'Yes', votes: this.poll.votes }] }] };
      if (question.method === 'POST') {
        const act = url.pathname.split('/').at(-1);
        if (act === 'reset') this.poll.votes = 0;
        else this.poll.open = act === 'open';
        return void answer.end(JSON.stringify(polls));
      }
      if (url.pathname === '/polls') return void answer.end(JSON.stringify(polls));
      const full = (post: Given): object => ({ id: post.id, created: new Date(start + this.posts.indexOf(post) * 1000).toISOString(), text: post.text, author: { name: `Author ${post.id}`, ...(post.avatar ? { avatar: post.avatar } : {}) }, counts: { likes: post.likes ?? 0 }, removed: post.removed ?? false });
      const one = /^\/posts\/(.+)$/.exec(url.pathname)?.[1];
      const found = this.posts.find(({ id }) => id === one);
      const body = JSON.stringify(one === undefined ? { posts: this.posts.filter(({ removed }) => !removed).map(full).reverse(), next: null } : found?.removed ? { id: one, removed: true } : found ? full(found) : {});
      answer.end(this.cuts ? body.slice(0, body.length / 2) : body);
    });
    await new Promise<void>((done) => this.server?.listen(0, '127.0.0.1', done));
  }
  get port(): number {
    return (this.server?.address() as AddressInfo).port;
  }
  close(): Promise<void> {
    return new Promise((done) => (this.server ? this.server.close(() => done()) : done()));
  }
} // prettier-ignore

const start = Date.now() - 60_000;
let service: Service;
let home: string;
let server: RunningServer;
const run = async (): Promise<void> => {
  const folder = join(home, 'folder');
  mkdirSync(folder, { recursive: true });
  server = await serverForTest({ home, folder, allowed: `localhost:${service.port}` });
};
const api = () => request(`http://localhost:${server.port}`);
const command = (body: object) => api().post('/api/air/commands').send({ channel: 'main', ...body }); // prettier-ignore
const judge = (act: object, by = 'Tove') => api().post('/api/posts/p/acts').send({ act, by });
interface Room {
  posts: PostSeen[];
  services: { state: string; problem: { message: string } | null }[];
  polls: { standing: { isOpen: boolean; answers: { votes: number }[] } | null }[];
}
const room = async (): Promise<Room> => (await api().get('/api/posts/p?since=-1')).body as Room;
const stateOf = async (id: string): Promise<string | undefined> => (await room()).posts.find(({ post }) => post.id === id)?.state; // prettier-ignore
const onAir = async (): Promise<Record<string, unknown>[]> => {
  const { onAir: seen } = (await api().get('/api/air')).body as { onAir: Record<string, { values: Record<string, unknown>; phase: string }[]> }; // prettier-ignore
  return (seen['main'] ?? []).filter(({ phase }) => phase !== 'exit').map(({ values }) => values);
};

async function release(settings: Partial<PostSettings> = {}): Promise<void> {
  const show = newShow('s', 'Show', [{ id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() }]);
  const wall = { ...newPostService('w', 'Wall', `http://localhost:${service.port}`, structuredClone(shippedAdapters['Post wall'] as Adapter)), every: 0.2 };
  show.sources['p'] = newSource('p', 'Posts', { kind: 'posts', ...usualPostSettings, services: [wall], ...settings });
  show.sources['q'] = newSource('q', 'Tea', { kind: 'poll', posts: 'p', counts: { by: 'service', service: 'w', poll: 'q' } });
  show.templates['line'] = newTemplate('line', 'Line', {
    lane: 'lower',
    elements: { e: newElement('text', 'e', 'E') },
    order: ['e'],
    fields: [newTextField('f-text', 'Text', ''), newTextField('f-author', 'Author', ''), newTextField('f-likes', 'Likes', '')],
  });
  show.templates['wall'] = newTemplate('wall', 'Wall', {
    lane: 'full',
    elements: { t: newElement('text', 't', 'T'), rows: newElement('rows', 'rows', 'Rows', { children: ['t'] }) },
    order: ['rows'],
    bindings: [{ id: 'b', name: 'Posts', from: { kind: 'rows', data: 'p' }, steps: [] }],
    ties: [newTie('rows', 'list', 'b'), newColumnTie('t', 'text', 'rows', 'Text')],
  });
  const text = canonicalJson(makeRelease(show));
  const { hash } = (await api().post('/api/releases').set('content-type', 'application/json').send(text).expect(201)).body as { hash: string };
  await api().post('/api/air/commands').send({ do: 'release', release: hash }).expect(200);
} // prettier-ignore
const cleared = async (id: string): Promise<void> => {
  await until(() => stateOf(id), (state) => state === 'found'); // prettier-ignore
  await judge({ do: 'judge', posts: [`w ${id}`], to: 'cleared' }).expect(200);
};
/** Takes a post on air; its words are there at once, or as soon as its row is. */
const take = async (id: string): Promise<void> => {
  await command({ do: 'take', template: 'line', row: { of: 'p', key: `w ${id}` } }).expect(200);
  await until(onAir, (list) =>
    list.some((values) => values['f-text'] !== undefined && values['f-text'] !== ''),
  );
};

beforeEach(async () => {
  home = mkdtempSync(join(tmpdir(), 'jorvan-posts-'));
  service = new Service();
  await service.begin();
  await run();
});
afterEach(async () => {
  await server.close();
  await service.close();
  rmSync(home, { recursive: true, force: true });
});

describe('from a service to air', () => {
  test('a post is found, cleared, taken; its counts move on air; a correction shows, and what came stands in the log', async () => {
    service.posts = [{ id: 'a', text: 'What a sky', likes: 3 }];
    await release();
    await cleared('a');
    await take('a');
    expect((await onAir())[0]).toMatchObject({
      'f-text': 'What a sky',
      'f-author': 'Author a',
      'f-likes': '3',
    });
    (service.posts[0] as Given).likes = 9;
    await until(onAir, ([values]) => values?.['f-likes'] === '9');
    const fix = { text: 'What a kite', name: null, place: null, translation: '', withoutEmoji: false, withoutPicture: false, crop: null }; // prettier-ignore
    await judge({ do: 'fix', post: 'w a', fix }).expect(200);
    await until(onAir, ([values]) => values?.['f-text'] === 'What a kite');
    const log = await api().get('/api/posts/p/log?format=csv').expect(200);
    expect(log.text).toMatch(/Tove,design,fix,fix,Author a,,What a sky.*What a kite/);
    await until(room, ({ posts }) => posts[0]?.judged.aired?.isOn === true);
  });
  test('one that its author takes down leaves the air at once, row and graphic, and is cleared no more', async () => {
    service.posts = [{ id: 'a', text: 'First' }, { id: 'b', text: 'Second' }]; // prettier-ignore
    await release();
    await cleared('a');
    await cleared('b');
    await take('a');
    await command({ do: 'take', template: 'wall' }).expect(200);
    const wall = async (): Promise<string[]> => {
      const { state } = (await api().get('/api/air')).body as { state: { air: Record<string, { graphics: { template: string; values: Record<string, { order: string[] }> }[] }> } }; // prettier-ignore
      return (
        state.air['main']?.graphics.find(({ template }) => template === 'wall')?.values['b']?.order ?? []
      );
    };
    await until(wall, (keys) => keys.length === 2);
    (service.posts[0] as Given).removed = true;
    await until(wall, (keys) => keys.join() === 'w b');
    await until(onAir, (list) => list.every((values) => values['f-text'] !== 'First'));
    expect((await judge({ do: 'judge', posts: ['w a'], to: 'wanted' })).status).toBe(200);
    expect((await judge({ do: 'judge', posts: ['w a'], to: 'cleared' })).body).toMatchObject({ error: { code: 'taken-down' } }); // prettier-ignore
  });
  test('where the show wants that it stays, it stays, and everyone is told', async () => {
    service.posts = [{ id: 'a', text: 'First' }];
    await release({ whenGone: 'stay' });
    await cleared('a');
    await take('a');
    await judge({ do: 'judge', posts: ['w a'], to: 'refused' }, 'Reed').expect(200);
    await until(room, ({ posts }) => posts[0]?.state === 'refused' && posts[0].judged.aired?.isOn === true);
    expect((await onAir())[0]?.['f-text']).toBe('First');
  });
  test('the same post goes to air twice only when that is asked for', async () => {
    service.posts = [{ id: 'a', text: 'First' }];
    await release();
    await cleared('a');
    await take('a');
    await command({ do: 'clear', lane: 'lower' }).expect(200);
    const row = { of: 'p', key: 'w a' };
    const again = await command({ do: 'take', template: 'line', row }).expect(409);
    expect(again.body).toMatchObject({ error: { code: 'was-on-air' } });
    await command({ do: 'take', template: 'line', row, again: true }).expect(200);
  });
  test('a portrait that could run is not shown, and another stands for it; a plain one is kept under its hash', async () => {
    service.posts = [{ id: 'a', text: 'First', avatar: '/evil.png' }, { id: 'b', text: 'Second', avatar: '/face.svg' }]; // prettier-ignore
    await release();
    await cleared('a');
    await cleared('b');
    await api().get('/api/posts/p/picture?post=w%20a&which=portrait').expect(404);
    const shown = await api().get('/api/posts/p/picture?post=w%20b&which=portrait').expect(200);
    expect(shown.headers['content-security-policy']).toContain('sandbox');
    await take('b');
  });
});

describe('what goes wrong', () => {
  test('a service that fails, cuts its answer or asks to be left alone is told in words; what came before stands', async () => {
    service.posts = [{ id: 'a', text: 'First' }];
    await release();
    await until(() => stateOf('a'), (state) => state === 'found'); // prettier-ignore
    service.cuts = true;
    await until(room, ({ services }) => services[0]?.state === 'failed' && /breaks off/.test(services[0].problem?.message ?? '')); // prettier-ignore
    service.cuts = false;
    service.status = 500;
    await until(room, ({ services }) => /answered 500/.test(services[0]?.problem?.message ?? ''));
    expect(await stateOf('a')).toBe('found');
    service.status = 200;
    service.posts.push({ id: 'b', text: 'Second' });
    await until(() => stateOf('b'), (state) => state === 'found'); // prettier-ignore
  });
  test('a server that was killed has every verdict again, and a torn end of its log costs the torn line alone', async () => {
    service.posts = [{ id: 'a', text: 'First' }, { id: 'b', text: 'Second' }]; // prettier-ignore
    await release();
    await cleared('a');
    await until(() => stateOf('b'), (state) => state === 'found'); // prettier-ignore
    await judge({ do: 'judge', posts: ['w b'], to: 'refused' }).expect(200);
    await server.close();
    const [file = ''] = readdirSync(join(home, 'posts'));
    const path = join(home, 'posts', file);
    writeFileSync(path, readFileSync(path).subarray(0, -5));
    // The service gives nothing any more: what was judged is there all the same.
    service.posts = [];
    await run();
    await until(() => stateOf('a').catch(() => undefined), (state) => state === 'cleared'); // prettier-ignore
    expect(await stateOf('b')).toBeUndefined();
    service.posts = [{ id: 'b', text: 'Second' }];
    await cleared('b');
  });
  test('two who judge one post at once: the first counts, the other is told', async () => {
    service.posts = [{ id: 'a', text: 'First' }];
    await release();
    await until(() => stateOf('a'), (state) => state === 'found'); // prettier-ignore
    const both = await Promise.all([
      judge({ do: 'judge', posts: ['w a'], to: 'wanted', was: 'found' }, 'Tove'),
      judge({ do: 'judge', posts: ['w a'], to: 'refused', was: 'found' }, 'Reed'),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect((await judge({ do: 'undo' }, both[0].status === 200 ? 'Reed' : 'Tove')).body).toMatchObject({ error: { code: 'nothing-to-undo' } }); // prettier-ignore
  });
  test('what is no act is refused with where it is wrong', async () => {
    await release();
    await until(async () => (await api().get('/api/posts/p')).status, (status) => status === 200); // prettier-ignore
    const wrong = await judge({ do: 'judge', posts: [], to: 'cleared' }).expect(400);
    expect(wrong.body).toMatchObject({ error: { code: 'bad-request', path: 'act.posts' } });
    await api().get('/api/posts/nowhere').expect(404);
  });
});

test('a poll of a service is opened, counted and reset from here', async () => {
  await release();
  await until(room, ({ polls }) => polls[0]?.standing?.isOpen === false);
  await api().post('/api/posts/p/polls/q/open').expect(204);
  service.poll.votes = 41;
  await until(room, ({ polls }) => polls[0]?.standing?.answers[0]?.votes === 41);
  await api().post('/api/posts/p/polls/q/reset').expect(204);
  await until(room, ({ polls }) => polls[0]?.standing?.answers[0]?.votes === 0);
  await api().post('/api/posts/p/polls/q/close').expect(204);
  await until(room, ({ polls }) => polls[0]?.standing?.isOpen === false);
  expect(service.asked.filter((asked) => asked.startsWith('POST'))).toEqual(['POST /polls/q/open', 'POST /polls/q/reset', 'POST /polls/q/close']); // prettier-ignore
});
