import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { PathPoint, Subpath } from '../show';
import { boundsOfPaths, cornerAt, fromBox, isCorner, isInPaths, toBox, turnPoint } from './index';

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

describe('inside a path', () => {
  const corner = (x: number, y: number): PathPoint => ({ x, y, inX: x, inY: y, outX: x, outY: y });
  const square = (from: number, to: number): Subpath => ({
    closed: true,
    points: [corner(from, from), corner(to, from), corner(to, to), corner(from, to)],
  });
  test('is what its fill covers: all that it winds about, or with holes where its parts lie over one another', () => {
    const both = [square(0, 1), square(0.25, 0.75)];
    expect(isInPaths(both, 'nonzero', 0.5, 0.5)).toBe(true);
    expect(isInPaths(both, 'evenodd', 0.5, 0.5)).toBe(false);
    expect(isInPaths(both, 'evenodd', 0.1, 0.5)).toBe(true);
    expect(isInPaths(both, 'nonzero', 1.1, 0.5)).toBe(false);
    expect(isInPaths([], 'nonzero', 0.5, 0.5)).toBe(false);
  });
  test('goes along its curves', () => {
    // A quarter of a circle about (0, 0).
    const k = 0.5523;
    const quarter: Subpath = {
      closed: true,
      points: [
        { ...corner(1, 0), outY: k },
        { ...corner(0, 1), inX: k, inY: 1 },
        corner(0, 0),
      ],
    };
    for (const [x, y] of [[0.6, 0.6], [0.69, 0.69], [0.72, 0.72], [0.9, 0.9], [0.95, 0.2], [0.2, 0.99]] as const)
      expect(isInPaths([quarter], 'nonzero', x, y)).toBe(Math.hypot(x, y) < 1);
  }); // prettier-ignore
});
