import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  bringTogether,
  canonicalJson,
  changedParts,
  channelDifferences,
  isSameDesign,
  makeRelease,
  newShow,
  newTemplate,
  showOfRelease,
  usualLanes,
  type Release,
  type Show,
} from './index';

const format = { width: 1920, height: 1080, rate: 50 };
const begun = (): Show => {
  const show = newShow('s', 'Show', [{ id: 'main', name: 'Main', format, lanes: usualLanes() }]);
  for (const id of ['a', 'b', 'c']) {
    show.templates[id] = newTemplate(id, `Template ${id}`, { lane: 'lower' });
    show.cards[id] = { id, number: String(400 + id.charCodeAt(0)), template: id, values: {} };
  }
  return show;
};
const base = makeRelease(begun());
const after = (change: (show: Show) => void): Show => {
  const show = structuredClone(begun());
  change(show);
  return show;
};
const asAir = (show: Show): Release => makeRelease(show);

describe('two who work on one show', () => {
  test('what only one has changed is said whose it is, and what both have is to be chosen', () => {
    const air = asAir(
      after((show) => {
        (show.templates['a'] as { name: string }).name = 'A on air';
        (show.templates['b'] as { name: string }).name = 'B on air';
        delete show.cards['c'];
      }),
    );
    const draft = after((show) => {
      (show.templates['b'] as { name: string }).name = 'B in the draft';
      show.templates['d'] = newTemplate('d', 'New', { lane: 'lower' });
    });
    expect(changedParts(base, air, draft).map(({ key, by }) => [key, by])).toEqual([
      ['templates a', 'air'],
      ['templates b', 'both'],
      ['templates d', 'draft'],
      ['cards c', 'air'],
    ]);
    const joined = bringTogether(base, air, draft, new Set());
    expect(Object.values(joined.templates).map(({ name }) => name)).toEqual([
      'A on air',
      'B on air',
      'Template c',
      'New',
    ]);
    expect(Object.keys(joined.cards)).toEqual(['a', 'b']);
    expect(bringTogether(base, air, draft, new Set(['templates b'])).templates['b']?.name).toBe(
      'B in the draft',
    );
  });

  test('where it is not known what a draft began from, all that differs is to be chosen', () => {
    const draft = after((show) => void ((show.templates['a'] as { name: string }).name = 'Mine'));
    expect(changedParts(undefined, base, draft)).toMatchObject([{ key: 'templates a', by: 'both' }]);
  });

  const edits = fc.array(
    fc.record({
      id: fc.constantFrom('a', 'b', 'c', 'x'),
      what: fc.constantFrom('name', 'remove', 'card'),
      name: fc.string({ minLength: 1, maxLength: 4 }),
    }),
    { maxLength: 6 },
  );
  const edited = (list: readonly { id: string; what: string; name: string }[]): Show =>
    after((show) => {
      for (const { id, what, name } of list) {
        if (what === 'remove') delete show.cards[id];
        else if (what === 'card') show.cards[id] = { id, number: '9', template: 'a', values: { f: name } };
        else show.templates[id] = newTemplate(id, name, { lane: 'lower' });
      }
    });
  test('brought together, neither side’s lone changes are lost, and nothing more differs by air alone', () => {
    fc.assert(
      fc.property(edits, edits, (theirs, mine) => {
        const [air, draft] = [asAir(edited(theirs)), edited(mine)];
        const joined = bringTogether(base, air, draft, new Set());
        const left = changedParts(air, air, joined);
        expect(left.every(({ by }) => by === 'draft')).toBe(true);
        for (const part of changedParts(base, air, draft)) {
          const place = part.key.startsWith('templates') ? 'templates' : 'cards';
          const want = part.by === 'draft' ? draft : air;
          expect(canonicalJson(joined[place][part.id] ?? null)).toBe(
            canonicalJson(want[place][part.id] ?? null),
          );
        }
      }),
      { seed: 20_261_128 },
    );
  });

  test('a draft that is taken from air is as released', () => {
    const show = showOfRelease(base, 'f'.repeat(64));
    expect(changedParts(base, base, show)).toEqual([]);
    expect(makeRelease(show)).toEqual(base);
  });
});

test('a format that changes and a channel that goes are grave; names and lanes are said', () => {
  const [main] = begun().channels;
  const other = { ...main, name: 'Main A', format: { ...format, rate: 59.94 } } as Show['channels'][number];
  expect(channelDifferences(begun().channels, [other])).toEqual([
    { words: 'Main A changes its format from 1920×1080 50p to 1920×1080 59.94p', isGrave: true },
    { words: 'Main is called Main A', isGrave: false },
  ]);
  expect(channelDifferences([other], [{ ...other, id: 'new' }]).map(({ isGrave }) => isGrave)).toEqual([
    false,
    true,
  ]);
});

describe('a draft is as released', () => {
  test('until a template, a colour, a channel or a pad is another, and again when that is taken back', () => {
    const changes: ((show: Show) => void)[] = [
      (show) => void ((show.templates['b'] as { name: string }).name = 'Other'),
      (show) => void delete show.templates['c'],
      (show) => void (show.name = 'Other show'),
      (show) => void (show.look.locale = 'sv'),
      (show) => void show.pads.push({ id: 'p', name: 'Pad', channel: 'main', items: [] }),
    ];
    expect(isSameDesign(base, begun())).toBe(true);
    for (const change of changes) expect(isSameDesign(base, after(change))).toBe(false);
  });
  test('whatever cards, rundowns and tables become: air carries those on by itself', () => {
    const own = after((show) => {
      show.cards['d'] = { id: 'd', number: '500', template: 'a', values: {} };
      delete show.cards['a'];
      show.rundowns.pop();
    });
    expect(isSameDesign(base, own)).toBe(true);
  });
});
