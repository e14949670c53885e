import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { PathPoint, Subpath } from '../show';
import { boundsOfPaths, cornerAt, fromBox, isCorner, toBox, turnPoint } from './index';

const number = fc.double({ min: -500, max: 500, noNaN: true });
const point: fc.Arbitrary<PathPoint> = fc.record({
  x: number,
  y: number,
  inX: number,
  inY: number,
  outX: number,
  outY: number,
});
const subpath: fc.Arbitrary<Subpath> = fc.record({
  closed: fc.boolean(),
  points: fc.array(point, { minLength: 2, maxLength: 8 }),
});

/** Points along the curves of a path, walked in small steps. */
function walked({ points, closed }: Subpath): { x: number; y: number }[] {
  const found: { x: number; y: number }[] = [];
  points.forEach((a, index) => {
    const b = points[index + 1] ?? (closed ? points[0] : undefined);
    if (!b) return;
    for (let step = 0; step <= 40; step += 1) {
      const t = step / 40;
      const u = 1 - t;
      const mix = (p: number, q: number, r: number, s: number): number =>
        u * u * u * p + 3 * u * u * t * q + 3 * u * t * t * r + t * t * t * s;
      found.push({ x: mix(a.x, a.outX, b.inX, b.x), y: mix(a.y, a.outY, b.inY, b.y) });
    }
  });
  return found;
}

describe('the box of a path', () => {
  test('holds every point of its curves, and is no larger than they need', () => {
    fc.assert(
      fc.property(subpath, (path) => {
        const box = boundsOfPaths([path]);
        if (!box) throw new Error('no box');
        const points = walked(path);
        for (const p of points) {
          expect(p.x >= box.x - 1e-6 && p.x <= box.x + box.w + 1e-6).toBe(true);
          expect(p.y >= box.y - 1e-6 && p.y <= box.y + box.h + 1e-6).toBe(true);
        }
        // The walk comes within a step of each side.
        const reach = Math.max(box.w, box.h) * 0.02 + 1e-6;
        expect(Math.min(...points.map((p) => p.x)) - box.x).toBeLessThanOrEqual(reach);
        expect(box.x + box.w - Math.max(...points.map((p) => p.x))).toBeLessThanOrEqual(reach);
      }),
    );
  });
  test('a path kept in parts of its box comes back to where it was', () => {
    fc.assert(
      fc.property(subpath, (path) => {
        const kept = toBox([path]);
        if (!kept) throw new Error('no box');
        const [back] = fromBox(kept.subpaths, kept.box);
        path.points.forEach((p, index) => {
          expect(back?.points[index]?.x).toBeCloseTo(p.x, 1);
          expect(back?.points[index]?.outY).toBeCloseTo(p.outY, 1);
        });
      }),
    );
  });
  test('a path without points has none; a flat one is never divided by nothing', () => {
    expect(boundsOfPaths([])).toBeNull();
    expect(toBox([{ closed: false, points: [cornerAt(5, 5), cornerAt(95, 5)] }])).toMatchObject({
      box: { x: 5, y: 5, w: 90, h: 1 },
    });
  });
});

test('a corner turns round along its neighbours, and sharp again', () => {
  const path: Subpath = { closed: false, points: [cornerAt(0, 0), cornerAt(50, 50), cornerAt(100, 0)] };
  const round = turnPoint(path, 1);
  expect(round.outX - round.x).toBeCloseTo(round.x - round.inX);
  expect([round.outY, round.inY]).toEqual([50, 50]);
  expect(isCorner(turnPoint({ ...path, points: [path.points[0] as PathPoint, round] }, 1))).toBe(true);
});
