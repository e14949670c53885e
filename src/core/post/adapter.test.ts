import { describe, expect, test } from '@jest/globals';
import { jettyPage, spoiled, wallOne, wallPage, type WallMoment } from '../../standins';
import { pageAddress, readPage, shippedAdapters, type Adapter, type PageRead } from './adapter';

const moment: WallMoment = { now: 3600, origin: Date.UTC(2026, 7, 14, 9), waves: [] };
const [wall, jetty] = [shippedAdapters['Post wall'] as Adapter, shippedAdapters['Jetty'] as Adapter];
const base = 'https://wall.example/v1';
const json = (body: object): never => JSON.parse(JSON.stringify(body)) as never;
const read = (body: object, adapter: Adapter, page: string | null = null): PageRead => {
  const found = readPage(json(body), adapter, 's', base, page);
  if ('problem' in found) throw new Error(found.problem.message);
  return found;
};
const wallAt = (cursor?: string): object => wallPage({}, moment, cursor, 100, '/services/wall');

describe('what a service gives', () => {
  test('two unlike services say the same of the same posts', () => {
    const a = read(wallAt(), wall).posts;
    const b = read(jettyPage(moment, 1, 100, '/services/wall'), jetty).posts;
    expect(a).toHaveLength(100);
    expect(b.map(({ text, place, likes, shares, answers }) => ({ text, place, likes, shares, answers }))).toEqual(
      a.map(({ text, place, likes, shares, answers }) => ({ text, place, likes, shares, answers })),
    );
    expect(b.map(({ author }) => author.name)).toEqual(a.map(({ author }) => author.name));
    expect(b[0]?.author.handle).toBe(`${a[0]?.author.handle.slice(1)}@jetty`);
    for (const [i, post] of a.entries()) {
      expect(Math.abs(post.at - (b[i]?.at ?? 0))).toBeLessThan(1000);
      expect(post.pictures.length).toBe(b[i]?.pictures.length);
    }
    expect(a.every(({ author }) => author.portrait.startsWith('https://wall.example/services/wall/portraits/'))).toBe(true);
  }); // prettier-ignore
  test('pages follow one another to the end by cursor and by number, each post once', () => {
    for (const [adapter, pageOf] of [
      [wall, (page: string | null) => wallAt(page ?? undefined)],
      [jetty, (page: string | null) => jettyPage(moment, Number(page ?? 1), 100, '')],
    ] as const) {
      const keys: string[] = [];
      let page: string | null = null;
      for (let pages = 0; pages < 40; pages += 1) {
        const found: PageRead = read(pageOf(page), adapter, page);
        keys.push(...found.posts.map(({ key }) => key));
        page = found.next;
        if (page === null) break;
      }
      expect(page).toBeNull();
      expect(keys.length).toBeGreaterThan(1000);
      expect(new Set(keys).size).toBe(keys.length);
    }
  });
  test('a page is asked for below the service’s address, with what it is always asked with', () => {
    const asked = new URL(pageAddress('https://wall.example/v1/', wall, [{ name: 'tag', value: 'kites & co' }], 'w3'));
    expect(asked.pathname).toBe('/v1/posts');
    expect(Object.fromEntries(asked.searchParams)).toEqual({ tag: 'kites & co', limit: '100', cursor: 'w3' });
  }); // prettier-ignore
  test('one that was taken down may say nothing else', () => {
    const gone = read({ posts: [{ id: 'w7', removed: true }] }, wall).posts[0];
    expect(gone).toMatchObject({ id: 'w7', isGone: true, text: '' });
    const one = wallOne('w' + (1_000_000 + 59 * 1000).toString(36), moment, '');
    expect(read([one] as object, { ...wall, posts: '' }).posts[0]?.isGone).toBe(false);
  });
  test('markup becomes words, and nothing of it is carried out', () => {
    const body = { items: [{ message_id: 1, written_at: 1, from: { display: 'Tove <Marsh> <tove@jetty>' }, body_html: '<p>5 &lt; 6 &amp; <b>more</b><br>kites<script>alert(1)</script></p><img src=x onerror=alert(1)>' }], meta: {} }; // prettier-ignore
    const [post] = read(body, jetty).posts;
    expect(post).toMatchObject({
      text: '5 < 6 & more\nkites',
      author: { name: 'Tove <Marsh>', handle: 'tove@jetty' },
    });
  });
  test('signs that turn what follows around are no part of what was written; emoji that are joined are', () => {
    const [post] = read({ posts: [{ id: 1, created: '2026-08-14T10:00:00Z', text: 'a\u202eb\u0000 👩‍🚀 e\u0301', author: {} }] }, wall).posts; // prettier-ignore
    expect(post?.text).toBe('ab 👩‍🚀 é');
    expect(post?.author.name).toBe('Unnamed');
  });
  test('links that lead nowhere a picture can be are none', () => {
    const media = ['javascript:alert(1)', 'file:///etc/passwd', '/a.png'].map((url) => ({
      type: 'image',
      url,
    }));
    const [post] = read(
      { posts: [{ id: 1, created: '2026-08-14T10:00:00Z', text: 'x', media }] },
      wall,
    ).posts;
    expect(post?.pictures.map(({ url }) => url)).toEqual(['https://wall.example/a.png']);
  });
});

describe('what is not as described', () => {
  test.each([
    ['path-not-found', { messages: [] }, 'no posts at “posts”'],
    ['no-posts', { posts: [{ uid: 1, body: 'x' }, { uid: 2 }] }, 'None of the 2 posts'],
  ])('%s is said with what to do', (code, body, words) => {
    const found = readPage(json(body), wall, 's', base, null);
    expect('problem' in found && found.problem.code).toBe(code);
    expect('problem' in found && found.problem.message).toContain(words);
  });
  test('a path that cannot be read is named', () => {
    const found = readPage(json({ posts: [] }), { ...wall, posts: 'posts[' }, 's', base, null);
    expect('problem' in found && found.problem.message).toContain('posts[');
  });
  test('what lacks an id, a time or any content is left out, and it is told how many', () => {
    const posts = [{ id: 1, created: '2026-08-14T10:00:00Z', text: 'good' }, { id: 2, text: 'when?' }, { id: 3, created: '2026-08-14T10:00:00Z' }, {}]; // prettier-ignore
    const found = read({ posts }, wall);
    expect(found.posts.map(({ text }) => text)).toEqual(['good']);
    expect(found.notes).toEqual(['1 post left out: no time.', '1 post left out: neither text nor picture.', '1 post left out: no id.']); // prettier-ignore
  });
  test('half a page is no page', () => {
    expect(() => JSON.parse(spoiled(wallAt(), 'half')) as object).toThrow();
  });
});
