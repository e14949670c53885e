import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  countsOf,
  jettyPage,
  numberOf,
  people,
  pictureOf,
  portraitOf,
  postByNumber,
  postsOfMinute,
  searchWall,
  spoiled,
  wallOne,
  wallPage,
  type WallMoment,
} from './index';

const now = 3600;
const all = Array.from({ length: 60 }, (_, minute) => postsOfMinute(minute, now)).flat();
const moment: WallMoment = { now, origin: Date.UTC(2026, 7, 14, 9), waves: [] };
interface Page {
  posts: { id: string; text: string; created: string; counts: { likes: number } }[];
  next: string | null;
}

describe('the wall', () => {
  test('has some hundred and fifty people, each with a portrait, who write in several scripts', () => {
    expect(people).toHaveLength(150);
    expect(new Set(people.map(({ handle }) => handle)).size).toBeGreaterThan(120);
    expect(new Set(people.map(({ language }) => language)).size).toBeGreaterThan(8);
    expect(new Set(people.map((_, n) => portraitOf(n))).size).toBeGreaterThan(100);
    for (const script of [/\p{Script=Arabic}/u, /\p{Script=Han}|\p{Script=Hiragana}/u, /\p{Script=Devanagari}/u, /\p{Emoji_Presentation}/u])
      expect(all.some(({ text }) => script.test(text))).toBe(true);
  }); // prettier-ignore
  test('has messages with pictures, links and answers, and those that are unfit in every way', () => {
    const kinds = new Set(all.map(({ unfit }) => unfit));
    expect([...kinds].sort()).toEqual(['abuse', 'address', 'advert', 'number', 'picture', null].sort());
    expect(all.filter(({ unfit }) => unfit !== null).length / all.length).toBeLessThan(0.15);
    expect(all.some(({ picture }) => picture !== null)).toBe(true);
    expect(all.some(({ answers }) => answers !== null)).toBe(true);
    for (const { answers, number } of all) if (answers !== null) expect(answers).toBeLessThan(number);
    expect(pictureOf(4, true)).not.toBe(pictureOf(4, false));
  });
  test('fills steadily, and in waves: by itself and when one is called', () => {
    const counts = Array.from({ length: 40 }, (_, minute) => postsOfMinute(minute, now).length);
    expect(Math.min(...counts)).toBeGreaterThan(4);
    expect(Math.max(...counts)).toBeGreaterThan(30);
    const called = postsOfMinute(30, now, [{ topic: 'squall', at: 30 * 60 }]);
    expect(called.filter(({ topic }) => topic === 'squall').length).toBeGreaterThan(15);
  });
  test('says the same of a post whenever it is asked, and counts only rise', () => {
    fc.assert(
      fc.property(fc.nat(all.length - 1), fc.nat(4000), fc.nat(4000), (i, a, b) => {
        const post = all[i] as (typeof all)[number];
        expect(postByNumber(post.number, now)).toEqual(post);
        expect(postByNumber(post.number, post.at - 0.01)).toBeNull();
        const [early, late] = [
          countsOf(post, post.at + Math.min(a, b)),
          countsOf(post, post.at + Math.max(a, b)),
        ];
        for (const key of ['likes', 'shares', 'answers'] as const)
          expect(early[key]).toBeLessThanOrEqual(late[key]);
      }),
    );
  });
});

describe('a search', () => {
  const words = (q: string): string[] => searchWall({ q }, now, [], null, 50).posts.map(({ text }) => text);
  test('finds by words, phrases, tag, author, place, language, picture, links and time', () => {
    expect(words('tide OUT').every((text) => /tide/i.test(text) && /out/i.test(text))).toBe(true);
    expect(words('"line parted"').every((text) => /line parted/i.test(text))).toBe(true);
    expect(words('"line parted"').length).toBeGreaterThan(0);
    const author = all[7]?.author.handle ?? '';
    for (const [search, holds] of [
      [{ tag: '#Squall' }, (post) => post.tags.includes('squall')],
      [{ author }, (post) => post.author.handle === author],
      [{ place: 'skerry' }, (post) => post.place === 'Skerry'],
      [{ language: 'ja' }, (post) => post.language === 'ja'],
      [{ picture: true }, (post) => post.picture !== null],
      [{ links: false }, (post) => post.link === null],
      [{ since: 600, until: 900 }, (post) => post.at >= 600 && post.at <= 900],
    ] as [object, (post: (typeof all)[number]) => boolean][]) {
      const { posts } = searchWall(search, now, [], null, 40);
      expect(posts.length).toBeGreaterThan(0);
      expect(posts.every(holds)).toBe(true);
    }
  });
  test('goes on page by page without a gap or a post twice, whatever comes meanwhile', () => {
    const seen: number[] = [];
    let from: number | null = null;
    for (let page = 0; page < 6; page += 1) {
      const found = searchWall({}, now + page * 30, [], from, 20);
      seen.push(...found.posts.map(({ number }) => number));
      from = found.next;
    }
    expect(seen).toEqual([...new Set(seen)].sort((a, b) => b - a));
    expect(seen).toEqual(searchWall({}, now, [], null, 200).posts.map(({ number }) => number).filter((own) => seen.includes(own))); // prettier-ignore
    const liked = searchWall({ sort: 'most-liked' }, now, [], null, 20).posts.map((post) => countsOf(post, now).likes); // prettier-ignore
    expect(liked).toEqual([...liked].sort((a, b) => b - a));
  });
});

describe('the services', () => {
  test('answer in shapes of their own, with the same messages', () => {
    const page = wallPage({}, moment, undefined, 10, '/wall') as Page;
    const feed = jettyPage(moment, 1, 10, '/wall') as { items: { body_html: string }[]; meta: object };
    expect(page.posts.map(({ text }) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;'))).toEqual(
      feed.items.map(({ body_html: html }) => html.replace(/<\/?p>/g, '')),
    );
    expect(feed.meta).toEqual({ page: 1, size: 10, has_more: true });
    const more = wallPage({}, moment, page.next ?? '', 10, '/wall') as Page;
    expect(numberOf(more.posts[0]?.id ?? '')).toBeLessThan(numberOf(page.posts.at(-1)?.id ?? '') as number);
    expect(wallOne(page.posts[0]?.id ?? '', moment, '/wall')).toEqual(page.posts[0]);
    expect(numberOf('nonsense!')).toBeNull();
  });
  test('a post that its author took down is in no search, and says no more than that', () => {
    const removed = all.find(({ removedAt }) => removedAt !== null && removedAt < now);
    if (!removed) throw new Error('none was taken down');
    const before = wallPage({ author: removed.author.handle }, { ...moment, now: removed.at + 1 }, undefined, 5, '/wall') as Page; // prettier-ignore
    const id = before.posts[0]?.id ?? '';
    expect(wallOne(id, moment, '/wall')).toEqual({ id, removed: true });
    const { posts } = searchWall({ author: removed.author.handle }, now, [], null, 100);
    expect(posts.some(({ number }) => number === removed.number)).toBe(false);
  });
  test('switched on, failures are those of real services: half a page, a message twice', () => {
    const page = wallPage({}, moment, undefined, 5, '/wall') as Page;
    expect(() => JSON.parse(spoiled(page, 'half')) as unknown).toThrow();
    const twice = JSON.parse(spoiled(page, 'twice')) as Page;
    expect(twice.posts).toHaveLength(6);
    expect([twice.posts[0]?.text, twice.posts[0]?.id]).toEqual([twice.posts[1]?.text, 'wdouble']);
    expect(spoiled(page, 'running')).toBe(JSON.stringify(page));
  });
});
