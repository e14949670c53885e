import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newWallPolls, wallPolls, type WallPollState } from '../../standins';
import { shippedAdapters, type Adapter } from './adapter';
import {
  countVotes,
  notOpened,
  pollRows,
  readPolls,
  steered,
  voteIn,
  type PollRule,
  type PollTimes,
} from './poll';
import { authorKey, type Post } from './post';

const rule: Extract<PollRule, { by: 'words' }> = {
  by: 'words',
  question: 'Who flies best?',
  answers: [
    { text: 'Ox', words: [] },
    { text: 'Skerry Flyers', words: ['Skerry', 'A'] },
    { text: 'Équipe Goéland', words: ['gulls'] },
  ],
  counts: 'last',
};
const post = (author: string, text: string, at: number): Post => ({
  key: `wall ${author}${at}`, service: 'wall', id: `${author}${at}`, at, text, language: '', author: { id: author, name: author, handle: `@${author}`, portrait: '' },
  place: '', tags: [], pictures: [], links: [], answerTo: '', likes: 0, shares: 0, answers: 0, isGone: false,
}); // prettier-ignore
const votes = (
  posts: Post[],
  counts: 'first' | 'last' = 'last',
  spans: [number, number | null][] = [[100, 200]],
): number[] =>
  countVotes(posts, { ...rule, counts }, { spans }, authorKey, () => true).map((answer) => answer.votes);

describe('votes by words', () => {
  test.each([
    ['OX!!!', 0],
    ['my vote: skerry flyers', 1],
    ['A', 1],
    ['allez equipe goeland', 2],
    ['the oxen are here', null],
    ['Ox or Skerry, hard to say', null],
    ['what a day it was', null],
  ])('“%s”', (text, answer) => expect(voteIn(text, rule)).toBe(answer));
  test('each author has one vote, the first or the last of those in time', () => {
    const posts = [post('p', 'Ox', 110), post('p', 'Skerry', 120), post('p', 'Ox', 90), post('q', 'gulls', 130), post('r', 'Ox', 250)]; // prettier-ignore
    expect(votes(posts)).toEqual([0, 1, 1]);
    expect(votes(posts, 'first')).toEqual([1, 0, 1]);
    expect(votes(posts, 'last', [[100, null]])).toEqual([1, 1, 1]);
    // What was written while it was closed does not count.
    let times: PollTimes = notOpened;
    for (const [to, at] of [['open', 85], ['close', 95], ['open', 105], ['close', 125], ['reset', 126], ['open', 127]] as const) times = steered(times, to, at); // prettier-ignore
    expect(times).toEqual({ spans: [[127, null]] });
    expect(
      votes(posts, 'last', [
        [85, 95],
        [105, 115],
      ]),
    ).toEqual([1, 0, 0]);
  });
  test('in whatever order messages come, and however often, the count is the same and never more than the authors', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('p', 'q', 'r', 's'), fc.constantFrom('Ox', 'A', 'gulls', 'hello'), fc.integer({ min: 100, max: 200 })), { maxLength: 25 }),
        fc.nat(),
        (list, seed) => {
          const own = new Map(list.map(([author, text, at]) => [`${author}${at}`, post(author, text, at)]));
          const posts = [...own.values()];
          const turned = [...posts, ...posts].sort((a, b) => ((a.at * 7 + seed) % 13) - ((b.at * 7 + seed) % 13));
          expect(votes(turned)).toEqual(votes(posts));
          expect(votes(posts).reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(new Set(posts.map(authorKey)).size);
        },
      ),
    );
  }); // prettier-ignore
});

test('the polls of a service are read by its adapter, and their rows add up', () => {
  let state: WallPollState[] = newWallPolls();
  state = [{ ...(state[0] as WallPollState), openedAt: 0 }, ...state.slice(1)];
  const read = readPolls(JSON.parse(JSON.stringify(wallPolls(state, 60))) as never, shippedAdapters['Post wall'] as Adapter); // prettier-ignore
  if ('problem' in read) throw new Error(read.problem.message);
  const [first, second] = read.polls;
  expect([first?.isOpen, second?.isOpen]).toEqual([true, false]);
  const rows = pollRows(first as NonNullable<typeof first>);
  expect(rows.rows.reduce((sum, row) => sum + Number(row[2]), 0)).toBeCloseTo(100);
  expect(rows.rows.reduce((sum, row) => sum + Number(row[1]), 0)).toBeGreaterThan(10);
  expect(readPolls({} as never, shippedAdapters['Jetty'] as Adapter)).toHaveProperty(
    'problem.code',
    'no-polls',
  );
});
