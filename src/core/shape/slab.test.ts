import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { slabOf } from './slab';

test('a strip that leans is kept to its lean', () => {
  // 30 px wide, leaning 100 px to the right over 400 px up.
  const slab = slabOf('M100 0H130L30 400H0Z');
  expect(slab?.lean).toBeCloseTo(-0.25, 9);
  expect(slab && slab.right - slab.left).toBeCloseTo(30, 9);
});

test('what is upright, level or a single point has none', () => {
  for (const path of ['M0 0H100V50H0Z', 'M0 0H200', 'M5 5', '']) expect(slabOf(path)).toBeNull();
});

test('all that is drawn lies in it, whatever the corners and curves', () => {
  const at = fc.integer({ min: -500, max: 500 });
  fc.assert(
    fc.property(at, at, at, at, at, at, at, at, fc.double({ min: 0, max: 1, noNaN: true }), (...given) => {
      const [ax, ay, bx, by, cx, cy, dx, dy, t] = given;
      const slab = slabOf(`M${ax} ${ay}C${bx} ${by} ${cx} ${cy} ${dx} ${dy}Z`);
      if (!slab) return;
      const u = 1 - t;
      const on = (a: number, b: number, c: number, d: number): number =>
        u * u * u * a + 3 * u * u * t * b + 3 * u * t * t * c + t * t * t * d;
      const place = on(ax, bx, cx, dx) - slab.lean * on(ay, by, cy, dy);
      expect(place).toBeGreaterThanOrEqual(slab.left - 1e-6);
      expect(place).toBeLessThanOrEqual(slab.right + 1e-6);
    }),
  );
});
