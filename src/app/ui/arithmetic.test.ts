import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { calculate } from './arithmetic';

describe('sums typed into a number', () => {
  test('are worked out as people write them', () => {
    expect(calculate('1920/2 - 40')).toBe(920);
    expect(calculate(' 2 * (3 + 4) ')).toBe(14);
    expect(calculate('-5 + +2')).toBe(-3);
    expect(calculate('0,5 + .25')).toBe(0.75);
    expect(calculate('10-2-3')).toBe(5);
    expect(calculate('100/4/5')).toBe(5);
  });
  test('what is no sum is none, and what has no value has none', () => {
    for (const typed of ['', 'forty', '4 px', '1 +', '(1', '1)', '1/0', '2 ** 3', '1 2', 'alert(1)'])
      expect(calculate(typed)).toBeNull();
  });
  test('any number is itself, and sums agree with sums', () => {
    const number = fc.integer({ min: -10_000, max: 10_000 });
    fc.assert(
      fc.property(number, number, number, (a, b, c) => {
        expect(calculate(String(a))).toBe(a);
        expect(calculate(`${a} + ${b} * (${c})`)).toBe(a + b * c);
        expect(calculate(`(${a} - ${b}) - ${c < 0 ? `(${c})` : c}`)).toBe(a - b - c);
      }),
    );
  });
});
