import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { classesOf, classOf, readBounds, type Classes } from './index';

/** Worked out by hand. */
const values = [2, 4, 4, 10, 20, 42];

describe('classes against values worked out by hand', () => {
  test.each([
    ['equal', 4, [12, 22, 32]],
    // The second of three parts of six values lies between 4 and 4, and between 10 and 20 a third of the way.
    ['quantile', 3, [4, 40 / 3]],
    ['diverging', 4, [-16, 10, 36]],
  ] as const)('%s in %d', (method, count, bounds) => {
    const own = classesOf(values, method, count, [], 10) as Classes;
    expect(own.bounds.length).toBe(bounds.length);
    bounds.forEach((bound, i) =>
      expect(own.bounds[i]).toBeCloseTo(method === 'diverging' ? ([-6, 10, 26][i] as number) : bound),
    );
  });

  test('own bounds are sorted, each once; a value on a bound is of the class above it', () => {
    const own = classesOf(values, 'own', 9, [20, 4, 4]) as Classes;
    expect(own.bounds).toEqual([4, 20]);
    expect(values.map((value) => classOf(own, value))).toEqual([0, 1, 1, 1, 2, 2]);
  });

  test('no values are no classes, and values that are all equal are one', () => {
    expect(classesOf([], 'equal', 5)).toBeNull();
    expect(classesOf([Number.NaN], 'quantile', 5)).toBeNull();
    expect(classesOf([7, 7, 7], 'equal', 5)?.bounds).toEqual([]);
    expect(classesOf([7, 7, 7], 'quantile', 5)?.bounds).toEqual([]);
  });

  test('bounds as they are typed, with what is no number', () => {
    expect(readBounds('45 55,5; 65')).toEqual({ bounds: [45, 55.5, 65], unread: [] });
    expect(readBounds('10, 20, many')).toEqual({ bounds: [10, 20], unread: ['many'] });
  });
});

test('quantile classes hold about as many values each; every value falls into a class', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: -1e6, max: 1e6 }), { minLength: 9, maxLength: 200 }),
      fc.integer({ min: 2, max: 9 }),
      (own, count) => {
        const classes = classesOf(own, 'quantile', count) as Classes;
        const sizes = new Array<number>(classes.bounds.length + 1).fill(0);
        for (const value of own) sizes[classOf(classes, value)] = (sizes[classOf(classes, value)] ?? 0) + 1;
        expect(sizes.length).toBe(count);
        for (const size of sizes) expect(Math.abs(size - own.length / count)).toBeLessThanOrEqual(1 + 1e-9);
      },
    ),
  );
});
