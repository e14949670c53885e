import { describe, expect, test } from '@jest/globals';
import { interpolateZoom } from 'd3';
import fc from 'fast-check';
import { roomFor, viewBetween, viewOf, type MapView, type Ring } from './index';

const view = fc.record({
  x: fc.double({ min: -2000, max: 2000, noNaN: true }),
  y: fc.double({ min: -2000, max: 2000, noNaN: true }),
  w: fc.double({ min: 5, max: 4000, noNaN: true }),
});

describe('the way between two views', () => {
  test('is that of another implementation of the same paper', () => {
    fc.assert(
      fc.property(view, view, fc.double({ min: 0, max: 1, noNaN: true }), (from, to, part) => {
        // Views that differ by next to nothing are worked out otherwise there.
        fc.pre(Math.hypot(from.x - to.x, from.y - to.y) > 1);
        const out: MapView = { x: 0, y: 0, w: 1 };
        viewBetween(out, from, to, part);
        const [x, y, w] = interpolateZoom([from.x, from.y, from.w], [to.x, to.y, to.w])(part);
        const near = 1e-4 * Math.max(1, Math.abs(w));
        expect(Math.abs(out.x - x)).toBeLessThan(near + 1e-3);
        expect(Math.abs(out.y - y)).toBeLessThan(near + 1e-3);
        expect(Math.abs(out.w - w)).toBeLessThan(near);
      }),
    );
  });

  test('a view holds its box, as large as the frame lets it be', () => {
    expect(viewOf({ x: 100, y: 50, w: 200, h: 50 }, { w: 800, h: 400 }, 0)).toEqual({
      x: 200,
      y: 75,
      w: 200,
    });
    // Higher than wide: the frame's shape says how much is seen beside it.
    expect(viewOf({ x: 0, y: 0, w: 10, h: 100 }, { w: 800, h: 400 }, 0).w).toBe(200);
  });
});

describe('room for words', () => {
  const u: Ring = [[0, 0], [100, 0], [100, 100], [70, 100], [70, 40], [30, 40], [30, 100], [0, 100], [0, 0]]; // prettier-ignore
  test('lies inside, as near as may be to where it is wanted; none where there is none', () => {
    const found = roomFor([u], { y: 0, w: 100, h: 100 }, { w: 60, h: 30 }, { x: 50, y: 70 });
    expect(found?.x).toBeCloseTo(50);
    expect((found?.y ?? 99) + 15).toBeLessThanOrEqual(40 + 1e-6);
    expect(roomFor([u], { y: 0, w: 100, h: 100 }, { w: 60, h: 50 }, { x: 50, y: 50 })).toBeNull();
  });

  test('a hole is no room', () => {
    const hole: Ring = [[20, 20], [80, 20], [80, 80], [20, 80], [20, 20]]; // prettier-ignore
    const outline: Ring = [[0, 0], [100, 0], [100, 100], [0, 100], [0, 0]]; // prettier-ignore
    expect(roomFor([outline, hole], { y: 0, w: 100, h: 100 }, { w: 30, h: 30 }, { x: 50, y: 50 })).toBeNull();
  });
});
