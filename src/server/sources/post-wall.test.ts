import { describe, expect, test } from '@jest/globals';
import express, { type Express } from 'express';
import request from 'supertest';
import { postWall, wallKey, wallLimit } from './post-wall';

function made(): { app: Express; later: (seconds: number) => void } {
  let now = 1_790_000_000;
  const app = express();
  const wall = postWall(() => now, (_request, _response, next) => next(), (response, wrong) => void response.status(400).json({ error: wrong })); // prettier-ignore
  app.use('/services', wall.services);
  app.use('/steer', wall.steer);
  return { app, later: (seconds) => void (now += seconds) };
}
const asked = (app: Express, path: string) => request(app).get(`/services/wall/v1${path}`).set('authorization', `Bearer ${wallKey}`); // prettier-ignore
interface Answer {
  posts: { id: string; text: string; media: { url: string }[]; author: { avatar: string } }[];
  next: string | null;
}
const page = async (app: Express, path: string): Promise<Answer> => (await asked(app, path).expect(200)).body as Answer; // prettier-ignore

describe('the post wall', () => {
  test('asks for its key, says what it does not understand, and gives pages, portraits and pictures', async () => {
    const { app } = made();
    expect((await request(app).get('/services/wall/v1/posts').expect(401)).body).toMatchObject({ error: expect.stringContaining('access key') }); // prettier-ignore
    expect((await asked(app, '/posts?picture=maybe').expect(400)).body).toMatchObject({ error: expect.stringMatching(/^picture: /) }); // prettier-ignore
    const first = await page(app, '/posts?picture=yes&limit=5');
    const second = await page(app, `/posts?picture=yes&limit=5&cursor=${first.next}`);
    expect(new Set([...first.posts, ...second.posts].map(({ id }) => id)).size).toBe(10);
    for (const path of [first.posts[0]?.author.avatar, first.posts[0]?.media[0]?.url]) {
      const drawn = await request(app).get(path ?? '').expect(200).expect('content-type', /svg/); // prettier-ignore
      expect((drawn.body as Buffer).toString()).toMatch(/^<svg/);
    }
    await asked(app, '/posts/none').expect(404);
    expect((await asked(app, `/posts/${first.posts[0]?.id}`).expect(200)).body).toEqual(first.posts[0]);
  });
  test('fills with time, and at once when a wave is called', async () => {
    const { app, later } = made();
    const newest = (await page(app, '/posts?limit=1')).posts[0]?.id;
    later(120);
    expect((await page(app, '/posts?limit=1')).posts[0]?.id).not.toBe(newest);
    await request(app).post('/steer').send({ wave: 'squall' }).expect(200);
    later(59);
    const { posts } = await page(app, '/posts?tag=squall&limit=100');
    expect(posts.length).toBeGreaterThan(10);
    await request(app).post('/steer').send({ wave: 'flood' }).expect(400);
  });
  test('fails as it is told: wrong, half, gone; the other service goes on', async () => {
    const { app } = made();
    const mode = (service: string, is: string) => request(app).post('/steer').send({ service, mode: is }).expect(200); // prettier-ignore
    await mode('wall', 'wrong');
    await asked(app, '/posts').expect(500).expect('content-type', /html/);
    await mode('wall', 'half');
    await expect(asked(app, '/posts')).rejects.toThrow(/JSON|Unterminated|Unexpected/);
    await mode('wall', 'gone');
    await expect(asked(app, '/posts')).rejects.toThrow(/hang up|ECONNRESET/);
    const jetty = await request(app).get('/services/jetty/feed?page=2&size=3').expect(200);
    expect(jetty.body).toMatchObject({ meta: { page: 2, size: 3, has_more: true } });
    await mode('jetty', 'twice');
    expect(((await request(app).get('/services/jetty/feed?size=3')).body as { items: object[] }).items).toHaveLength(4); // prettier-ignore
  });
  test('takes so many requests a minute and no more', async () => {
    const { app } = made();
    let refused = 0;
    for (let i = 0; i < wallLimit + 3; i += 1) if ((await asked(app, '/posts?limit=1')).status === 429) refused += 1; // prettier-ignore
    expect(refused).toBe(3);
  });
});
