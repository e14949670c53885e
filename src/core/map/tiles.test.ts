import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { assigned, ringArea, tilePlaces, tileRings, type Ring } from './index';

/** The cheapest of all ways, by trying each. */
function cheapest(cost: readonly (readonly number[])[], at = 0, taken: readonly number[] = []): number {
  if (at === cost.length) return 0;
  return Math.min(
    ...(cost[at] as number[]).flatMap((own, place) =>
      taken.includes(place) ? [] : [own + cheapest(cost, at + 1, [...taken, place])],
    ),
  );
}

test('places are given as cheaply as trying all ways finds it', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 5 }).chain((n) => fc.integer({ min: n, max: 6 }).chain((m) => fc.array(fc.array(fc.integer({ min: 0, max: 50 }), { minLength: m, maxLength: m }), { minLength: n, maxLength: n }))),
      (cost) => {
        const found = assigned(cost);
        expect(new Set(found).size).toBe(cost.length);
        expect(found.reduce((sum, place, i) => sum + ((cost[i] as number[])[place] as number), 0)).toBe(cheapest(cost));
      },
    ),
    { numRuns: 60 },
  );
}); // prettier-ignore

describe('a cartogram', () => {
  const middles = fc.uniqueArray(fc.record({ x: fc.integer({ min: 0, max: 900 }), y: fc.integer({ min: 0, max: 600 }) }), { minLength: 1, maxLength: 40, selector: ({ x, y }) => `${x} ${y}` }); // prettier-ignore
  test('gives each region a tile of its own, all of one area and within the box', () => {
    fc.assert(
      fc.property(middles, fc.boolean(), (own, isHex) => {
        const places = tilePlaces(own, 1.5, isHex);
        expect(new Set(places.map(({ column, row }) => `${column} ${row}`)).size).toBe(own.length);
        const rings = tileRings(places, { w: 900, h: 600 }, isHex, 4) as Ring[];
        const [first] = rings.map((ring) => ringArea(ring));
        for (const ring of rings) {
          expect(ringArea(ring)).toBeCloseTo(first as number, 3);
          for (const [x, y] of ring) {
            expect(x).toBeGreaterThanOrEqual(-1e-6);
            expect(x).toBeLessThanOrEqual(900 + 1e-6);
            expect(y).toBeGreaterThanOrEqual(-1e-6);
            expect(y).toBeLessThanOrEqual(600 + 1e-6);
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  test('keeps a row of regions in a row, from left to right', () => {
    const row = [0, 1, 2, 3].map((i) => ({ x: i * 100, y: 50 }));
    const columns = tilePlaces(row, 2, false);
    expect(columns.every(({ column }, i) => i === 0 || column >= (columns[i - 1]?.column ?? 0))).toBe(true);
  });
});
