import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { canonicalJson } from '../show';
import { sameJson, sameParts, sameRecords } from './index';

const json = fc.jsonValue({ maxDepth: 3 });
/** The same with the keys of every object the other way round. */
const turned = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(turned)
    : typeof value === 'object' && value !== null
      ? Object.fromEntries(
          Object.entries(value)
            .reverse()
            .map(([key, own]) => [key, turned(own)]),
        )
      : value;

describe('two JSON values are the same', () => {
  test('where their canonical text is', () => {
    fc.assert(
      fc.property(json, json, (a, b) => {
        expect(sameJson(a, b)).toBe(canonicalJson(a) === canonicalJson(b));
        expect(sameJson(a, turned(a))).toBe(true);
      }),
    );
  });
  test('and not where one member differs, however deep', () => {
    const of = (deep: object): object => ({ a: [1, { b: deep }], c: null });
    expect(sameJson(of({ x: 1 }), of({ x: 2 }))).toBe(false);
    expect(sameJson(of({ x: 1 }), of({ x: 1, y: null }))).toBe(false);
    expect(sameJson([], {})).toBe(false);
    expect(sameJson({ 0: 'a' }, ['a'])).toBe(false);
  });
  test('where what one lacks is undefined in the other', () => {
    expect([sameJson({ a: 1, b: undefined }, { a: 1 }), sameJson({ b: undefined }, { c: undefined })]).toEqual([true, true]); // prettier-ignore
    expect(sameJson({ a: 1, b: undefined }, { a: 1, c: 2 })).toBe(false);
  });
});

test('parts are looked through once for each pair, records part by part', () => {
  let looks = 0;
  const counted = (value: number) => Object.defineProperty({}, 'x', { enumerable: true, get: () => ((looks += 1), value) });
  const [a, b, c] = [counted(1), counted(1), counted(2)];
  expect([sameParts(a, b), sameParts(a, c)]).toEqual([true, false]);
  const before = looks;
  expect([sameParts(a, b), sameParts(a, c), sameRecords({ p: a, q: c }, { p: b, q: c })]).toEqual([true, false, true]);
  expect(looks).toBe(before);
  expect([sameRecords({ p: a }, { q: a }), sameRecords({ p: a }, { p: a, q: a })]).toEqual([false, false]);
}); // prettier-ignore
