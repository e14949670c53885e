import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { wallPage, type WallMoment } from '../../standins';
import { readPage, shippedAdapters, type Adapter } from './adapter';
import { anyPost, fitsSearch, inSearchOrder, type PostSearch } from './find';
import { airWords, cutOut, noFix, withoutEmoji } from './fix';
import { notJudged, type PostSeen } from './judge';
import { agoWords } from './rows';
import { PostShelf } from './shelf';

const moment: WallMoment = { now: 3600, origin: Date.UTC(2026, 7, 14, 9), waves: [] };
const now = moment.origin + moment.now * 1000;
function gathered(): PostSeen[] {
  const all: PostSeen[] = [];
  let cursor: string | undefined;
  for (let page = 0; page < 6; page += 1) {
    const read = readPage(JSON.parse(JSON.stringify(wallPage({}, moment, cursor, 100, ''))) as never, shippedAdapters['Post wall'] as Adapter, 'wall', 'https://wall.example', null); // prettier-ignore
    if ('problem' in read) throw new Error(read.problem.message);
    for (const post of read.posts) all.push({ post, judged: notJudged, state: 'found', rule: '', marks: [], author: null, newer: null }); // prettier-ignore
    cursor = read.next ?? undefined;
  }
  return all;
}
const all = gathered();
const shelf = new PostShelf();
shelf.put(all);
const find = (search: Partial<PostSearch>, seen: ReadonlySet<string> = new Set()): PostSeen[] =>
  shelf.find({ ...anyPost, ...search }, now, (key) => !seen.has(key), 10_000).posts.flatMap(({ seen: own, alike }) => [own, ...alike]); // prettier-ignore

describe('finding', () => {
  test.each<[string, Partial<PostSearch>, (post: PostSeen['post']) => boolean]>([
    ['words in any order', { words: 'OUT tide' }, ({ text }) => /tide/i.test(text) && /out/i.test(text)],
    ['a phrase as it stands', { words: '"line parted"' }, ({ text }) => /line parted/i.test(text)],
    ['words that are not there', { words: 'sky -skerry' }, ({ text }) => /sky/i.test(text) && !/skerry/i.test(text)],
    ['words without accents', { words: 'equipe' }, ({ text }) => /équipe/i.test(text)],
    ['a tag', { tag: '#Squall' }, ({ tags }) => tags.includes('squall')],
    ['a place', { place: 'lantern' }, ({ place }) => place === 'Lantern Point'],
    ['a language', { language: 'ja' }, ({ language }) => language === 'ja'],
    ['a picture', { picture: 'yes' }, ({ pictures }) => pictures.length > 0],
    ['no links', { links: 'no' }, ({ links }) => links.length === 0],
    ['a span of time', { since: now - 1_200_000, until: now - 600_000 }, ({ at }) => at >= now - 1_200_000 && at <= now - 600_000],
    ['the last ten minutes', { within: 10 }, ({ at }) => now - at <= 600_000],
  ])('by %s', (_, search, fits) => {
    const found = new Set(find(search).map(({ post }) => post.key));
    const wanted = all.filter(({ post }) => fits(post)).map(({ post }) => post.key);
    expect(wanted.length).toBeGreaterThan(0);
    expect(found).toEqual(new Set(wanted));
  }); // prettier-ignore
  test('the most liked first, and what one has had in hand left out', () => {
    const liked = shelf.find({ ...anyPost, sort: 'most-liked' }, now, () => true, 50).posts;
    expect(liked[0]?.seen.post.likes).toBe(Math.max(...liked.map(({ seen }) => seen.post.likes)));
    const some = new Set(all.slice(0, 100).map(({ post }) => post.key));
    expect(find({ unseen: true }, some)).toHaveLength(all.length - 100);
    expect(shelf.counts({ ...anyPost, place: 'Skerry' }, now, (key) => !some.has(key)).unseen).toBeLessThan(shelf.counts({ ...anyPost, place: 'Skerry' }, now, () => true).total); // prettier-ignore
  });
  test('those that say nearly the same stand under the oldest of them, and nothing is lost', () => {
    const { posts, total } = shelf.find(anyPost, now, () => true, 10_000);
    expect(posts.reduce((sum, { alike }) => sum + 1 + alike.length, 0)).toBe(all.length);
    expect(total).toBeLessThan(all.length);
    for (const { seen, alike } of posts) for (const one of alike) expect(one.post.at).toBeGreaterThanOrEqual(seen.post.at); // prettier-ignore
  });
  test('a shelf that grew bit by bit finds what one made at once finds', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(all.length - 1), { maxLength: 12 }), (cuts) => {
        const grown = new PostShelf();
        const ends = [0, ...cuts.sort((a, b) => a - b), all.length];
        const oldFirst = [...all].reverse();
        for (let i = 1; i < ends.length; i += 1) grown.put(oldFirst.slice(ends[i - 1], ends[i]));
        expect(grown.find(anyPost, now, () => true, 10_000)).toEqual(
          shelf.find(anyPost, now, () => true, 10_000),
        );
      }),
      { numRuns: 20 },
    );
  });
  test('when the one that stands for others goes, the next does', () => {
    const own = new PostShelf();
    const like = (key: string, at: number): PostSeen => ({ ...(all[0] as PostSeen), post: { ...(all[0] as PostSeen).post, key, at, text: 'The very same words about a kite' } }); // prettier-ignore
    own.put([like('a', 1), like('b', 2), like('c', 3)]);
    own.keepOnly(new Set(['b', 'c']));
    const { posts } = own.find(anyPost, now, () => true, 10);
    expect(posts.map(({ seen, alike }) => [seen.post.key, ...alike.map(({ post }) => post.key)])).toEqual([['b', 'c']]); // prettier-ignore
  });
  test('a search is the same whether all are asked or each', () => {
    const search = { ...anyPost, words: 'sky', picture: 'yes' as const };
    const fits = fitsSearch(search);
    expect(find(search).map(({ post }) => post.key).sort()).toEqual(all.filter((seen) => fits(seen, now, () => true)).sort(inSearchOrder(search)).map(({ post }) => post.key).sort()); // prettier-ignore
  });
});

describe('words for air', () => {
  test.each([
    ['Go Ox go 🐂🪁', 'Go Ox go'],
    ['Rain ☕, then 🌈 again!', 'Rain, then again!'],
    ['👩‍🚀 from 🇯🇵', 'from'],
    ['3 kites, 2 buns #1', '3 kites, 2 buns #1'],
  ])('“%s” without emoji', (text, bare) => expect(withoutEmoji(text)).toBe(bare));
  test('what is marked is cut out, and three points say where', () => {
    const text = 'We can see the red one from our roof. Please wave.';
    expect(cutOut(text, 7, 37)).toBe('We can … Please wave.');
    expect(cutOut(text, 37, text.length)).toBe('We can see the red one from our roof.');
    expect(cutOut(text, 0, 38)).toBe('Please wave.');
  });
  test('a correction stands in place of what came, part by part', () => {
    const { post } = all[0] as PostSeen;
    expect(airWords(post, { ...noFix, name: 'T. Marsh' })).toEqual({ text: post.text, name: 'T. Marsh', place: post.place, translation: '' }); // prettier-ignore
  });
  test.each([[20, 'now'], [61, '1 minute ago'], [7 * 60, '5 minutes ago'], [59 * 60, '45 minutes ago'], [3 * 3600 + 9, '3 hours ago']])('%s s ago is said in round words', (seconds, words) =>
    expect(agoWords(now - seconds * 1000, now, 'en')).toBe(words)); // prettier-ignore
});
