import { expect, test } from '@jest/globals';
import { keepOn, stepOf } from './keep';
import type { Read } from './read';

const read = (...gusts: number[]): Read => ({
  columns: [{ name: 'gust', type: 'number' }],
  rows: gusts.map((gust) => [gust]),
  value: { gust: 1 },
  notes: [],
  encoding: null,
  offers: [],
  facets: {},
});
const keeps = { minutes: 1, every: 10 };
const start = Date.UTC(2026, 5, 1, 12);
const said = ({ rows }: Read): unknown[] => rows.map(([at, gust]) => [String(at).slice(14, 19), gust]);

test('what comes is kept with the moment of its step; what comes in one step takes the place of what was there', () => {
  let kept = keepOn(null, read(20), keeps, start);
  kept = keepOn(kept, read(21), keeps, start + 9000);
  kept = keepOn(kept, read(24), keeps, start + 12_000);
  expect(said(kept)).toEqual([['00:00', 21], ['00:10', 24]]); // prettier-ignore
  expect(kept.columns.map(({ name, type }) => [name, type])).toEqual([['At', 'date'], ['gust', 'number']]); // prettier-ignore
  expect(kept.value).toBeNull();
});

test('an hour of a value a second is as long as its first minutes, and what stays is the same', () => {
  let kept: Read | null = null;
  for (let s = 0; s <= 3600; s += 1) kept = keepOn(kept, read(s), keeps, start + s * 1000);
  expect(said(kept as Read)).toHaveLength(7);
  expect(said(kept as Read)[0]).toEqual(['59:00', 3549]);
  const next = keepOn(kept, read(1), keeps, start + 3_610_000);
  expect(next.rows[0]).toBe(kept?.rows[1]);
  expect(stepOf({ minutes: 60, every: 1 })).toBe(4);
});

test('other columns begin anew', () => {
  const kept = keepOn(keepOn(null, read(1), keeps, start), { ...read(2), columns: [{ name: 'mean', type: 'number' }] }, keeps, start + 20_000); // prettier-ignore
  expect(kept.rows).toHaveLength(1);
});
