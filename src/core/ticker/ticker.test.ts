import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  charactersOf,
  curveAt,
  dwellOf,
  headline,
  isPlayable,
  itemWords,
  itemsOf,
  newItem,
  newPlace,
  newPlay,
  newTickerStanding,
  nextItem,
  nextOf,
  planOf,
  planRound,
  putOn,
  staysFor,
  strandItems,
  takeCame,
  usualDwell,
  usualRules,
  withPoint,
  type Came,
  type RoundStrand,
  type StrandItems,
  type StrandRules,
  type TickerItem,
} from './index';
import { likeness, nearlySame, wordsIn } from '../likeness';

const came = (key: string, words: string, given: Partial<Came> = {}): Came => ({ key, words, more: '', category: '', kind: '', at: null, ...given }); // prettier-ignore
const item = (id: string, strand: string, given: Partial<TickerItem> = {}): TickerItem =>
  newItem({ id, strand, came: came(id, `Words of ${id}`), since: 0, state: 'in', ...given });
/** Items by their strands. */
const byStrand = (items: readonly TickerItem[]): Record<string, StrandItems> =>
  Object.fromEntries([...new Set(items.map(({ strand }) => strand))].map((id) => [id, strandItems(items.filter(({ strand }) => strand === id))])); // prettier-ignore
const never = (): number => 0;
const now = Date.UTC(2026, 6, 4, 12);

describe('a headline', () => {
  test.each([
    ['<b>Ox</b> lead &amp; rest', 'Ox lead & rest'],
    ['Wind<br/>18 knots\n\tgusts 27', 'Wind 18 knots gusts 27'],
    ['A &lt;script&gt; is only words', 'A <script> is only words'],
    ['5 < 6 and 7 > 2', '5 < 6 and 7 > 2'],
    ['One\u202eevil\u202c two\u0007', 'Oneevil two'],
    ['<!-- ad --> ', ''],
  ])('%j stands in the band as %j', (raw, words) => expect(headline(raw)).toBe(words));
  test('is counted by what a reader sees', () => {
    expect([charactersOf('Kråkvåg'), charactersOf('👩‍👩‍👧 🇳🇴'), charactersOf('नादि')]).toEqual([7, 3, 2]);
  });
});

describe('nearly the same', () => {
  const same = (a: string, b: string): boolean => nearlySame(wordsIn(a), wordsIn(b));
  test('are two feeds’ words for one piece of news, whatever case, accents and marks', () => {
    expect(same('Kråkvåg Lines repair their train', 'KRAKVAG LINES repair their train!')).toBe(true);
    expect(same('High water at 16:40, the outer bar closes at 15:50', 'High water at 16:40: the outer bar closes at 15:50 today')).toBe(true); // prettier-ignore
  });
  test('are not two that differ in a number, or in what they say', () => {
    expect(same('Ox lead the ballet with 91.20', 'Ox lead the ballet with 92.10')).toBe(false);
    expect(same('Ox lead the ballet', 'Terns lead the duel')).toBe(false);
    expect(same('', 'Ox')).toBe(false);
  });
  test('likeness is even, 1 of the same words, 0 of none in common', () => {
    const words = fc.array(fc.constantFrom('ox', 'tern', 'lead', 'the', 'ballet', '14'), { maxLength: 12 });
    fc.assert(
      fc.property(words, words, (a, b) => {
        expect(likeness(a, b)).toBeCloseTo(likeness(b, a));
        expect(likeness(a, a)).toBe(1);
        expect(likeness(a, b)).toBeLessThanOrEqual(1);
        if (a.length > 0 && !a.some((word) => b.includes(word))) expect(likeness(a, b)).toBe(0);
      }),
    );
  });
});

describe('dwell', () => {
  test('goes through its points, never back where they rise, and within its bounds', () => {
    for (const { characters, seconds } of usualDwell.points) expect(curveAt(usualDwell.points, characters)).toBeCloseTo(seconds); // prettier-ignore
    const points = fc.uniqueArray(fc.record({ characters: fc.nat(300), seconds: fc.double({ min: 0, max: 60, noNaN: true }) }), { minLength: 2, maxLength: 6, selector: ({ characters }) => characters }); // prettier-ignore
    fc.assert(
      fc.property(points, fc.nat(400), fc.nat(400), (given, a, b) => {
        const rising = [...given].sort((p, q) => p.characters - q.characters);
        const seconds = rising.map((p) => p.seconds).sort((p, q) => p - q);
        const curve = rising.map((p, i) => ({ ...p, seconds: seconds[i] as number }));
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        expect(curveAt(curve, low)).toBeLessThanOrEqual(curveAt(curve, high) + 1e-9);
      }),
    );
    expect(dwellOf(usualDwell, '')).toBe(usualDwell.least);
    expect(dwellOf(usualDwell, 'x'.repeat(4000))).toBe(usualDwell.most);
    expect(dwellOf({ ...usualDwell, by: 'fixed', fixed: 4 }, 'x'.repeat(90))).toBe(4);
  });
  test('bent through a point it goes through it, and its bounds give way', () => {
    const point = fc.record({ characters: fc.nat(300), seconds: fc.integer({ min: 1, max: 60 }) });
    fc.assert(
      fc.property(point, ({ characters, seconds }) => {
        const bent = withPoint(usualDwell, { characters, seconds });
        expect(dwellOf(bent, 'x'.repeat(characters))).toBeCloseTo(seconds);
        expect(bent.points.length).toBeLessThanOrEqual(usualDwell.points.length + 1);
      }),
    );
  });
  test('by width is until the next may come behind, out of what was measured or of how long the words are', () => {
    const width = { ...usualDwell, by: 'width' as const };
    const run = { speed: 200, gap: 100, room: 1000, character: 20 };
    const one = item('x', 's', { came: came('x', 'x'.repeat(45)) });
    expect(staysFor(width, one, run)).toBe(5);
    expect(staysFor(width, { ...one, width: { px: 1100, words: itemWords(one) } }, run)).toBe(6);
    expect(staysFor(width, { ...one, width: { px: 1100, words: 'Other words' } }, run)).toBe(5);
    expect(staysFor(width, one, null)).toBe(dwellOf(usualDwell, itemWords(one)));
  });
});

describe('what comes', () => {
  let count = 0;
  const taking = (rules: Partial<StrandRules> = {}, given: object = {}) => ({
    strand: 's', source: 'feed', rules: { ...usualRules, ...rules }, at: 100, nowMs: now, unfit: () => null, newId: () => `new-${(count += 1)}`, ...given,
  }); // prettier-ignore
  const said = (items: readonly TickerItem[]) => items.map((own) => `${itemWords(own)} ${own.state}`);
  const take = (
    items: readonly TickerItem[],
    given: readonly Came[],
    how = taking(),
  ): readonly TickerItem[] => itemsOf(takeCame(byStrand(items), given, how));

  test('stands at the top as incoming, the newest first, or in by the rules', () => {
    const first = take([], [came('2', 'Second'), came('1', 'First')], taking());
    expect(said(first)).toEqual(['Second incoming', 'First incoming']);
    expect(said(take(first, [came('3', 'Third'), came('2', 'Second'), came('1', 'First')], taking({ takes: 'all' })))).toEqual(['Third in', 'Second incoming', 'First incoming']); // prettier-ignore
    const matching = taking({
      takes: 'matching',
      words: ['wind'],
      categories: ['Tide'],
      newerThan: 60,
      most: 1,
    });
    const tide = (key: string, words: string, minutes: number) => came(key, words, { category: 'tide', at: now - minutes * 60_000 }); // prettier-ignore
    expect(said(take([], [tide('a', 'More wind at noon', 5), tide('b', 'Windows are shut', 5), tide('c', 'Wind of old', 90), tide('d', 'No wind', 1)], matching))).toEqual([
      'More wind at noon incoming', 'Windows are shut incoming', 'Wind of old incoming', 'No wind in',
    ]); // prettier-ignore
  });
  test('is barred by a word, by its length, its age, and where it says nearly the same as another', () => {
    const one = item('x', 's', { came: came('x', 'High water at 16:40') });
    const barred = (words: string, rules: Partial<StrandRules>, given: Partial<Came> = {}, first = one) =>
      take([first], [came('y', words, given)], taking(rules)).find(({ came: { key } }) => key === 'y')
        ?.barred;
    expect(barred('Buy kites now', { barWords: ['buy'] })).toBe('it has the word “buy”');
    expect(barred('Buyers come', { barWords: ['buy'] })).toBe('');
    expect(barred('x'.repeat(241), {})).toBe('it has 241 characters, more than 240');
    expect(barred('Old news', { barOlder: 30 }, { at: now - 3_600_000 })).toBe(
      'it is 60 minutes old, more than 30',
    );
    expect(barred('Of tomorrow', { barOlder: 30 }, { at: now + 86_400_000 })).toBe('');
    expect(barred('HIGH WATER AT 16:40', {})).toBe('it says nearly the same as “High water at 16:40”');
    expect(barred('HIGH WATER AT 16:40', { barSame: false })).toBe('');
    expect(barred('HIGH WATER AT 16:40', {}, {}, { ...one, state: 'out', by: 'hand' })).toBe('it says nearly the same as what was left out: “High water at 16:40”'); // prettier-ignore
    expect(barred('HIGH WATER AT 16:40', {}, {}, { ...one, state: 'out' })).toBe('');
  });
  test('under another key is the same item where its words are: what was decided of it stays', () => {
    const first = take([], [came('1', 'Ox lead')], taking()).map((own) => ({ ...own, state: 'out' as const, by: 'hand' as const })); // prettier-ignore
    const again = take(first, [came('99', 'Ox lead')], taking({ takes: 'all' }));
    expect(said(again)).toEqual(['Ox lead out']);
    expect(again[0]).toMatchObject({ id: first[0]?.id, came: { key: '99' } });
  });
  test('that was left out comes in by no rule, however it changes', () => {
    const out = take([], [came('1', 'Ox lead')], taking()).map((own) => ({ ...own, state: 'out' as const, by: 'hand' as const })); // prettier-ignore
    const words = fc.constantFrom('Ox lead', 'Ox led', 'Something else');
    fc.assert(
      fc.property(
        fc.array(fc.record({ key: fc.constantFrom('1', '2'), words }), { maxLength: 3 }),
        (reads) => {
          const next = take(out, reads.map(({ key, words: own }) => came(key, own)), taking({ takes: 'all', barSame: false })); // prettier-ignore
          expect(next.find(({ id }) => id === out[0]?.id)?.state).toBe('out');
        },
      ),
    );
  });
  test('no more goes, unless a person decided of it; an edit stays beside the words that came', () => {
    const items = [
      item('hand', 's', { source: 'feed', by: 'hand', came: came('h', 'By hand') }),
      item('rule', 's', { source: 'feed', came: came('r', 'By rule') }),
      item('edit', 's', {
        source: 'feed',
        came: came('e', 'New words'),
        edit: { words: 'Mine', over: 'Old words' },
      }),
      item('typed', 's', { by: 'hand' }),
    ];
    const next = take(items, [], taking());
    expect(next.map(({ id, isGone }) => [id, isGone])).toEqual([['hand', true], ['edit', true], ['typed', false]]); // prettier-ignore
    expect(itemWords(next[1] as TickerItem)).toBe('Mine');
  });
  test('twice under one key is two items', () => {
    expect(said(take([], [came('1', 'One'), came('1', 'Two')], taking()))).toEqual(['One incoming', 'Two incoming']); // prettier-ignore
  });
});

/** A slow plain round: strand after strand, what is pinned, then all, or as many as are left from where it stood. */
function plainRounds(strands: readonly RoundStrand[], items: readonly TickerItem[], count: number): string[] {
  const stood = new Map<string, number>();
  const said: string[] = [];
  while (said.length < count) {
    const before = said.length;
    for (const { id, isIn, gives } of strands) {
      if (!isIn) continue;
      const own = items.filter((one) => one.strand === id && isPlayable(one, 0, 0));
      const [pinned, free] = [own.filter((one) => one.pinned), own.filter((one) => !one.pinned)];
      said.push(...pinned.map((one) => one.id));
      const room = gives === null ? free.length : Math.min(free.length, Math.max(0, gives - pinned.length));
      const from = gives === null ? 0 : (stood.get(id) ?? 0);
      for (let k = 0; k < room; k += 1) said.push((free[(from + k) % free.length] as TickerItem).id);
      if (free.length > 0) stood.set(id, (from + room) % free.length);
    }
    if (said.length === before) return said;
  }
  return said.slice(0, count);
}

describe('the round', () => {
  const strandOf = (id: string) => fc.record({ id: fc.constant(id), isIn: fc.boolean(), gives: fc.option(fc.integer({ min: 1, max: 4 })) }); // prettier-ignore
  const strands = fc.tuple(strandOf('a'), strandOf('b'), strandOf('c'));
  const items = fc
    .array(fc.record({ strand: fc.constantFrom('a', 'b', 'c'), pinned: fc.boolean(), state: fc.constantFrom('in', 'in', 'out', 'incoming') }), { maxLength: 14 })
    .map((list) => list.map((given, i) => item(`i${i}`, given.strand, given as Partial<TickerItem>))); // prettier-ignore

  test('is that of a plain model, whatever strands give and whatever is pinned or left out', () => {
    fc.assert(
      fc.property(strands, items, (round, all) => {
        const planned = planRound(
          { strands: round, items: byStrand(all), shown: never },
          newPlace,
          [],
          0,
          40,
          () => 1,
        ).map((own) => own.item.id);
        expect(planned).toEqual(plainRounds(round, all, 40));
      }),
      { numRuns: 500 },
    );
  });
  test('under any edits at any time plays only what is in, each once a visit, without gap or overlap', () => {
    const edit = fc.record({
      at: fc.nat(13),
      to: fc.constantFrom('in', 'out'),
      pinned: fc.boolean(),
      move: fc.nat(13),
    });
    fc.assert(
      fc.property(strands, items, fc.array(edit, { minLength: 20, maxLength: 20 }), (round, all, edits) => {
        const own = [...all];
        let place = newPlace;
        for (const { at, to, pinned, move } of edits) {
          const next = nextItem({ strands: round, items: byStrand(own), shown: never }, place, [], 0);
          if (next) {
            expect(next.item.state).toBe('in');
            expect(round.find(({ id }) => id === next.item.strand)?.isIn).toBe(true);
            expect(new Set(next.place.given).size).toBe(next.place.given.length);
            place = next.place;
          } else expect(own.some((one) => isPlayable(one, 0, 0) && round.some(({ id, isIn }) => isIn && id === one.strand))).toBe(false);
          const taken = own.splice(at, 1).map((one) => ({ ...one, state: to as 'in' | 'out', pinned }));
          own.splice(move, 0, ...taken);
        }
      }),
    ); // prettier-ignore
  });
  test('what is urgent comes next, once, and the round goes on where it was', () => {
    const ticker = { strands: [{ id: 'a', isIn: true, gives: null }] };
    const standing = { ...newTickerStanding(), strands: byStrand(['1', '2', '3'].map((id) => item(id, 'a'))) };
    let play = newPlay();
    const played: string[] = [];
    for (let i = 0; i < 5; i += 1) {
      const next = nextOf(ticker, standing, play, i * 2);
      if (!next) break;
      play = putOn(play, next.item, next, i * 2, 2);
      played.push(`${next.item.id}${play.now?.isUrgent ? '!' : ''}`);
      if (i === 0) play = { ...play, pressing: [{ item: '3', how: 'next', holds: false }] };
    }
    expect(played).toEqual(['1', '3!', '2', '3', '1']);
  }); // prettier-ignore
  test('waits for what is held, and drops what has been shown often enough', () => {
    const all = [
      item('held', 'a', { holdUntil: 5 }),
      item('twice', 'a', { dropAfter: 2 }),
      item('stays', 'a'),
    ];
    const round = { strands: [{ id: 'a', isIn: true, gives: null }], items: byStrand(all), shown: never };
    const planned = planRound(round, newPlace, [], 0, 12, () => 1);
    expect(planned.map((own) => own.item.id)).toEqual(['twice', 'stays', 'twice', 'stays', 'stays', 'held', 'stays', 'held', 'stays', 'held', 'stays', 'held']); // prettier-ignore
  });
  test('of a day: each stays as long as its words ask, one directly behind the other', () => {
    const ticker = { strands: [{ id: 'a', isIn: true, gives: null }, { id: 'b', isIn: true, gives: 2 }], dwell: usualDwell }; // prettier-ignore
    const all = Array.from({ length: 60 }, (_, i) => item(`i${i}`, i % 3 === 0 ? 'b' : 'a', { came: came(`${i}`, 'x'.repeat(i * 5)) })); // prettier-ignore
    const planned = planOf(
      ticker,
      { ...newTickerStanding(), strands: byStrand(all) },
      newPlay(),
      0,
      86_400,
      () => null,
    );
    planned.forEach((own, i) => {
      expect(own.to - own.from).toBeCloseTo(dwellOf(usualDwell, itemWords(own.item)));
      expect(own.from).toBe(planned[i - 1]?.to ?? 0);
    });
    expect(planned.at(-1)?.to).toBeGreaterThanOrEqual(86_400);
  });
});
