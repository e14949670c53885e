// A made-up release and a raw line, for the tests of the server.
import { createHash } from 'node:crypto';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import request from 'supertest';
import { WebSocket } from 'ws';
import {
  makeRelease,
  newAsset,
  newElement,
  newRundownRow,
  newShow,
  newTemplate,
  newTextField,
  newTie,
  usualLanes,
  type Release,
} from '../core/show';
import type { Present, ServerMessage } from '../air';
import { startServer, type RunningServer, type ServerOptions } from './server';

export const picture = '<svg xmlns="http://www.w3.org/2000/svg" width="8" height="8"/>';
export const pictureId = createHash('sha256').update(picture).digest('hex');

export function release(): Release {
  const show = newShow('s', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  show.templates['t'] = newTemplate('t', 'Name line', {
    elements: {
      e: newElement('text', 'e', 'Name'),
      p: newElement('picture', 'p', 'Flag', { asset: pictureId }),
    },
    order: ['e', 'p'],
    fields: [newTextField('f', 'Name', '')],
    ties: [newTie('e', 'text', 'f')],
  });
  show.assets[pictureId] = newAsset({
    id: pictureId,
    name: 'flag.svg',
    type: 'image/svg+xml',
    bytes: picture.length,
    width: 8,
    height: 8,
  });
  show.cards['c'] = { id: 'c', number: '405.25', template: 't', values: { f: 'Ida' } };
  show.rundowns[0]?.rows.push(newRundownRow('row', 'c'));
  return makeRelease(show);
}

export interface Heard {
  type: string;
  [key: string]: unknown;
}
/** A raw client: what it hears, and a way to wait for it. */
export async function connect(url: string, headers: Record<string, string> = {}) {
  const socket = new WebSocket(`${url.replace('http', 'ws')}/air`, { headers });
  const heard: Heard[] = [];
  const waiting: (() => void)[] = [];
  const present = new Map<string, Present>();
  socket.on('message', (data) => {
    const message = JSON.parse(String(data)) as ServerMessage;
    // Who is there is told by what is new of it; tests look at the whole.
    if (message.type === 'present') for (const own of message.present) present.set(own.id, own);
    if (message.type === 'present-change') {
      for (const id of message.gone) present.delete(id);
      for (const own of message.came) present.set(own.id, own);
      heard.push({ type: 'present', present: [...present.values()] });
    } else heard.push(message as Heard);
    waiting.splice(0).forEach((wake) => wake());
  });
  await new Promise((resolve, reject) => socket.once('open', resolve).once('error', reject));
  return {
    socket,
    say: (message: unknown) => socket.send(typeof message === 'string' ? message : JSON.stringify(message)),
    hear: async (type: string): Promise<Heard> => {
      for (;;) {
        const at = heard.findIndex((m) => m.type === type);
        if (at >= 0) return heard.splice(at, 1)[0] as Heard;
        await new Promise<void>((resolve) => waiting.push(resolve));
      }
    },
  };
}
export const hello = (role: string) => ({
  type: 'hello',
  version: 1,
  role,
  name: 'Test',
  channel: role === 'output' ? 'main' : null,
});

export const startTrial = (home: string, change: Partial<ServerOptions> = {}): Promise<RunningServer> =>
  startServer({
    home,
    port: 0,
    lan: false,
    pages: 'nowhere',
    folder: join(home, 'folder'),
    workers: pathToFileURL(`${resolve('dist')}/`),
    version: 'test',
    demo: false,
    say: () => undefined,
    ...change,
  });

export const commandTo = (url: string, body: object | string) =>
  request(url).post('/api/air/commands').set('content-type', 'application/json').send(body);

/** Uploads a release and puts it on air; its hash. */
export async function putOn(url: string, made: Release = release()): Promise<string> {
  await request(url)
    .put(`/api/assets/${pictureId}`)
    .set('content-type', 'application/octet-stream')
    .send(picture)
    .expect(204);
  const { body } = await request(url).post('/api/releases').send(made).expect(201);
  await commandTo(url, { do: 'release', release: body.hash }).expect(200);
  return body.hash as string;
}
