import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { noFix } from './fix';
import type { PostAct, PostEntry, Verdict } from './judge';
import type { Post } from './post';
import { PostRoom } from './room';
import { usualPostSettings, type PostSettings } from './settings';

const start = Date.UTC(2026, 7, 14, 9);
const post = (id: string, more: Partial<Post> = {}): Post => ({
  key: `wall ${id}`, service: 'wall', id, at: start, text: `Kites over the bay, number ${id}`, language: 'en',
  author: { id: `a${id}`, name: `Author ${id}`, handle: `@a${id}`, portrait: '' }, place: 'Skerry', tags: [], pictures: [], links: [],
  answerTo: '', likes: 1, shares: 0, answers: 0, isGone: false, ...more,
}); // prettier-ignore
const tove = { name: 'Tove', role: 'produce' };
const reed = { name: 'Reed', role: 'operate' };

function room(posts: readonly Post[], settings: Partial<PostSettings> = {}) {
  const made = new PostRoom();
  made.setSettings({ ...usualPostSettings, ...settings });
  made.take(posts, start);
  let at = start;
  return {
    room: made,
    act: (act: PostAct, by = tove): string | null => {
      const done = made.act(act, by, (at += 1000));
      return 'problem' in done ? done.problem.code : null;
    },
    judge: (id: string, to: Verdict, by = tove, was?: Verdict): string | null => {
      const done = made.act(
        { do: 'judge', posts: [`wall ${id}`], to, ...(was ? { was } : {}) },
        by,
        (at += 1000),
      );
      return 'problem' in done ? done.problem.code : null;
    },
    state: (id: string): string | undefined => made.seen(`wall ${id}`)?.state,
    queue: (): string[] => made.cleared().map((seen) => seen.post.id),
  };
}

describe('judging', () => {
  test('who judged what and when stands with the post, and what is cleared stands in a queue', () => {
    const { room: own, judge, queue } = room([post('1'), post('2')]);
    judge('2', 'wanted', reed);
    judge('2', 'cleared');
    judge('1', 'cleared');
    expect(own.seen('wall 2')?.judged.verdict).toEqual({ state: 'cleared', by: 'Tove', at: start + 2000, wantedBy: 'Reed' }); // prettier-ignore
    expect(queue()).toEqual(['2', '1']);
  });
  test('a verdict on what another has judged meanwhile is refused, and the other stands', () => {
    const { judge, state } = room([post('1')]);
    judge('1', 'refused', reed, 'found');
    expect(judge('1', 'cleared', tove, 'found')).toBe('other-verdict');
    expect(state('1')).toBe('refused');
  });
  test('where two are asked for, who wants a post does not clear it', () => {
    const { judge, state } = room([post('1')], { clears: 'another' });
    expect(judge('1', 'cleared')).toBe('not-wanted');
    judge('1', 'wanted');
    expect(judge('1', 'cleared')).toBe('same-person');
    expect(judge('1', 'cleared', reed)).toBeNull();
    expect(state('1')).toBe('cleared');
  });
  test('where a role is asked for, others only want', () => {
    const { judge } = room([post('1')], { clears: 'produce' });
    expect(judge('1', 'cleared', reed)).toBe('not-allowed');
    expect(judge('1', 'wanted', reed)).toBeNull();
    expect(judge('1', 'cleared', tove)).toBeNull();
  });
  test('a barred word keeps a post from air until the words are others, and no correction brings one in', () => {
    const clown = { words: 'clown', does: 'bar', forms: true, whole: true, language: '' } as const;
    const { room: own, judge, act, queue, state } = room([post('1', { text: 'what a clown' }), post('2')], { words: [clown] }); // prettier-ignore
    expect(state('1')).toBe('refused');
    expect(judge('1', 'cleared')).toBe('barred-word');
    act({ do: 'fix', post: 'wall 1', fix: { ...noFix, text: 'what a flight' } });
    expect(judge('1', 'cleared')).toBeNull();
    expect(act({ do: 'fix', post: 'wall 1', fix: { ...noFix, text: 'what a cl0wn' } })).toBe('barred-word');
    expect(queue()).toEqual(['1']);
    expect(own.seen('wall 1')?.post.text).toBe('what a clown');
    // A word that is barred later takes out what was cleared before.
    judge('2', 'cleared');
    act({ do: 'word', word: { ...clown, words: 'bay' }, isOn: true });
    expect([queue(), state('2')]).toEqual([['1'], 'refused']);
  });
  test('an author who is barred is refused, one who is trusted is wanted as they come', () => {
    const { room: own, act, judge, state } = room([post('1'), post('2')]);
    judge('1', 'cleared');
    act({ do: 'author', author: 'wall a1', is: 'barred' });
    act({ do: 'author', author: 'wall a2', is: 'trusted' });
    own.take([post('3', { author: post('1').author })], start);
    expect(['1', '2', '3'].map(state)).toEqual(['refused', 'wanted', 'refused']);
    expect(judge('3', 'cleared')).toBe('barred-author');
    act({ do: 'undo' });
    act({ do: 'undo' });
    expect(['1', '2', '3'].map(state)).toEqual(['cleared', 'found', 'found']);
  });
  test('what its author took down is on air no more, and is cleared no more', () => {
    const { room: own, judge, queue } = room([post('1'), post('2')]);
    judge('1', 'cleared');
    expect(own.take([{ ...post('1'), text: '', isGone: true }], start)?.what).toBe('gone');
    expect(queue()).toEqual([]);
    expect(own.seen('wall 1')?.post.text).toBe('Kites over the bay, number 1');
    own.take([post('2', { isGone: true })], start);
    expect(judge('2', 'cleared')).toBe('taken-down');
  });
  test('a service that says nothing of it: missing from its place twice is gone, beyond the page is not', () => {
    const list = ['5', '4', '3', '2', '1'].map((id) => post(id, { at: start + Number(id) }));
    const { room: own } = room(list);
    const page = list.filter(({ id }) => id !== '3' && id !== '1');
    own.miss('wall', page, start);
    expect(own.seen('wall 3')?.post.isGone).toBe(false);
    own.miss('wall', page, start);
    expect([own.seen('wall 3')?.post.isGone, own.seen('wall 1')?.post.isGone]).toEqual([true, false]);
  });
  test('words that an author changes after they were judged wait until someone has looked', () => {
    const { room: own, act, judge, state } = room([post('1')]);
    judge('1', 'cleared');
    own.take([post('1', { text: 'Something else', likes: 9 })], start);
    expect(own.seen('wall 1')).toMatchObject({ post: { text: 'Kites over the bay, number 1', likes: 9 }, newer: 'Something else' }); // prettier-ignore
    act({ do: 'newer', post: 'wall 1' });
    expect([own.seen('wall 1')?.post.text, state('1')]).toEqual(['Something else', 'found']);
  });
  test('what goes on and off air is counted', () => {
    const { room: own, judge } = room([post('1')]);
    judge('1', 'cleared');
    own.onAir(new Set(['wall 1']), start + 1);
    own.onAir(new Set(), start + 2);
    expect(own.onAir(new Set(), start + 3)).toBeNull();
    own.onAir(new Set(['wall 1']), start + 4);
    expect(own.seen('wall 1')?.judged.aired).toEqual({
      first: start + 1,
      last: start + 4,
      times: 2,
      isOn: true,
    });
  });
});

describe('what is forgotten', () => {
  test('what nobody wanted goes after its hours, what was decided after a week, what is on air never', () => {
    const { room: own, judge } = room([post('1'), post('2'), post('3')], { keepsHours: 12 });
    judge('2', 'refused');
    judge('3', 'cleared');
    own.onAir(new Set(['wall 3']), start);
    const there = (): string[] => own.since(-1).map((seen) => seen.post.id);
    own.take([], start + 13 * 3_600_000);
    expect(there()).toEqual(['2', '3']);
    own.take([], start + 8 * 86_400_000);
    expect(there()).toEqual(['3']);
    expect(own.droppedVersion).toBeGreaterThan(0);
  });
});

describe('undo', () => {
  test('of two who have one name each takes back their own', () => {
    const { room: own } = room([post('1'), post('2')]);
    own.act(
      { do: 'judge', posts: ['wall 1'], to: 'wanted' },
      { name: 'Operator', role: 'produce', desk: 'a' },
      start,
    );
    own.act(
      { do: 'judge', posts: ['wall 2'], to: 'wanted' },
      { name: 'Operator', role: 'produce', desk: 'b' },
      start,
    );
    own.act({ do: 'undo' }, { name: 'Operator', role: 'produce', desk: 'a' }, start);
    expect(['1', '2'].map((id) => own.seen(`wall ${id}`)?.state)).toEqual(['found', 'wanted']);
  });
  test('takes back one’s own, and not what another has changed since', () => {
    const { judge, act, state } = room([post('1'), post('2')]);
    judge('1', 'wanted', reed);
    judge('2', 'refused', reed);
    judge('2', 'cleared', tove);
    expect(act({ do: 'undo' }, reed)).toBe('changed-since');
    expect(state('2')).toBe('cleared');
    expect(act({ do: 'undo' }, reed)).toBeNull();
    expect(state('1')).toBe('found');
    expect(act({ do: 'redo' }, reed)).toBeNull();
    expect(state('1')).toBe('wanted');
    expect(act({ do: 'undo' }, { name: 'Ida', role: 'produce' })).toBe('nothing-to-undo');
  });
});

const acts = fc.array(
  fc.tuple(
    fc.constantFrom(tove, reed),
    fc.oneof(
      fc.record({ do: fc.constant('judge' as const), posts: fc.uniqueArray(fc.constantFrom('wall 1', 'wall 2', 'wall 3'), { minLength: 1 }), to: fc.constantFrom('found', 'wanted', 'cleared', 'refused') }),
      fc.record({ do: fc.constant('fix' as const), post: fc.constantFrom('wall 1', 'wall 2'), fix: fc.option(fc.record({ text: fc.option(fc.constantFrom('a', 'b')) }).map((own) => ({ ...noFix, ...own }))) }),
      fc.record({ do: fc.constant('note' as const), post: fc.constantFrom('wall 1', 'wall 3'), text: fc.constantFrom('', 'look') }),
      fc.record({ do: fc.constant('author' as const), author: fc.constantFrom('wall a1', 'wall a2'), is: fc.constantFrom('barred', 'trusted', null) }),
      fc.record({ do: fc.constant('place' as const), post: fc.constantFrom('wall 1', 'wall 2'), before: fc.constantFrom('wall 3', null) }),
      fc.constantFrom({ do: 'undo' as const }, { do: 'redo' as const }),
    ),
  ),
  { maxLength: 30 },
); // prettier-ignore
const posts = ['1', '2', '3'].map((id) => post(id));
const told = (own: PostRoom): unknown => [own.since(-1), own.authorsNow(), own.cleared().map(({ post: { key } }) => key)]; // prettier-ignore

test('a log read again gives the very room, whatever was done, and undoing all of it gives the first', () => {
  fc.assert(
    fc.property(acts, (list) => {
      const { room: own } = room(posts);
      const lines: PostEntry[] = [];
      list.forEach(([by, act], i) => {
        const done = own.act(act as PostAct, by, start + i);
        if (!('problem' in done)) lines.push(done);
      });
      const again = new PostRoom();
      again.setSettings(usualPostSettings);
      for (const line of JSON.parse(JSON.stringify(lines)) as PostEntry[]) again.restore(line);
      again.take(posts, start);
      const byKey = (seen: PostRoom): unknown => JSON.parse(JSON.stringify(posts.map(({ key }) => seen.seen(key))));
      expect(byKey(again)).toEqual(byKey(own));
      expect(again.cleared().map(({ post: { key } }) => key)).toEqual(own.cleared().map(({ post: { key } }) => key));
    }),
  );
}); // prettier-ignore

test('one person’s acts, all undone, leave the room as it was; redone, as it became', () => {
  fc.assert(
    fc.property(acts, (list) => {
      const { room: own } = room(posts);
      const states = (): unknown => [posts.map(({ key }) => [own.seen(key)?.state, own.seen(key)?.judged.fix, own.seen(key)?.judged.note?.text]), own.authorsNow().map(({ author, is }) => `${author} ${is}`).sort()];
      const first = states();
      for (const [, act] of list) if (act.do !== 'undo' && act.do !== 'redo') own.act(act as PostAct, tove, start);
      const last = states();
      for (let i = 0; i < 40; i += 1) own.act({ do: 'undo' }, tove, start);
      expect(states()).toEqual(first);
      for (let i = 0; i < 40; i += 1) own.act({ do: 'redo' }, tove, start);
      expect(states()).toEqual(last);
    }),
  );
}); // prettier-ignore

test('an act that cannot be kept changes nothing', () => {
  const { room: own } = room(posts);
  const before = JSON.stringify(told(own));
  expect(() => own.act({ do: 'judge', posts: ['wall 1'], to: 'cleared' }, tove, start, () => { throw new Error('full'); })).toThrow('full'); // prettier-ignore
  expect(JSON.stringify(told(own))).toBe(before);
});
