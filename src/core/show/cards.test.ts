import { describe, expect, test } from '@jest/globals';
import {
  cardByNumber,
  decidedByTethers,
  exactRate,
  formatWords,
  freshName,
  keepCard,
  newShow,
  plainLook,
  removeCard,
  templatesByName,
  usualLanes,
  type Show,
} from './index';

const show = (): Show =>
  newShow('s', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 59.94 }, lanes: usualLanes() },
  ]);
const card = (id: string, number: string) => ({ id, number, template: 't', values: {} });
const order = (s: Show): string[] => s.rundowns[0]?.rows.map((row) => s.cards[row.card]?.number ?? '?') ?? [];

describe('cards of a show', () => {
  test('stand in the rundown by their numbers, wherever they come in', () => {
    const s = show();
    for (const [id, number] of [
      ['a', '31.25'],
      ['b', '4'],
      ['c', '31.3'],
    ] as const)
      keepCard(s, card(id, number));
    expect(order(s)).toEqual(['4', '31.25', '31.3']);
  });
  test('a number given away takes its card out, in whatever spelling', () => {
    const s = show();
    keepCard(s, card('a', '31.5'));
    keepCard(s, card('b', '31.50'));
    expect(Object.keys(s.cards)).toEqual(['b']);
    expect(order(s)).toEqual(['31.50']);
    expect(cardByNumber(s.cards, '31.5')?.id).toBe('b');
  });
  test('kept again under its own number, a card keeps its place', () => {
    const s = show();
    keepCard(s, card('a', '2'));
    keepCard(s, card('b', '1'));
    s.rundowns[0]?.rows.reverse();
    keepCard(s, { ...card('a', '2'), values: { f: 'x' } });
    expect(order(s)).toEqual(['2', '1']);
    expect(s.cards['a']?.values).toEqual({ f: 'x' });
  });
  test('taken out, it leaves no hole in the rundown', () => {
    const s = show();
    keepCard(s, card('a', '1'));
    removeCard(s, 'a');
    expect([s.cards, order(s)]).toEqual([{}, []]);
  });
});

test('names that are taken get the first free figure behind them', () => {
  expect(freshName('Bar', [])).toBe('Bar');
  expect(freshName('Bar', ['bar', 'Bar 2'])).toBe('Bar 3');
  expect(freshName('Bar 2', ['Bar', 'Bar 2', 'Bar 3'])).toBe('Bar 4');
});

test('rates that are written rounded are exact in computation', () => {
  expect(exactRate(59.94) * 1001).toBeCloseTo(60_000, 6);
  expect(exactRate(29.97) * 1001).toBeCloseTo(30_000, 6);
  expect([25, 50, 60].map(exactRate)).toEqual([25, 50, 60]);
  expect(formatWords({ width: 1920, height: 1080, rate: 59.94 })).toBe('1920×1080 59.94p');
});

test('templates stand by name; a show without tethers decides nothing', () => {
  expect(
    templatesByName({
      look: plainLook,
      templates: { b: { name: 'Beta' }, a: { name: 'alpha' } } as unknown as Show['templates'],
    }).map((t) => t.name),
  ).toEqual(['alpha', 'Beta']);
  expect(decidedByTethers([], 'x').size).toBe(0);
});
