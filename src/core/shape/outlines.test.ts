import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import svgpath from 'svgpath';
import { newElement } from '../show';
import { ellipsePath, linePaths, pathOf, polygonPath, rectPath } from './index';

interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** The box of a path's points, arcs taken apart into short curves. */
function boxOf(path: string): Box {
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  const put = (x: number, y: number): void => {
    box.left = Math.min(box.left, x);
    box.top = Math.min(box.top, y);
    box.right = Math.max(box.right, x);
    box.bottom = Math.max(box.bottom, y);
  };
  let [x, y] = [0, 0];
  svgpath(path)
    .abs()
    .unarc()
    .iterate((segment) => {
      if (segment[0] === 'Z') return;
      if (segment[0] === 'C') {
        const [a, b, c, d, e, f] = segment.slice(1) as [number, number, number, number, number, number];
        for (let t = 0; t <= 1; t += 0.05) {
          const u = 1 - t;
          const mix = (p: number, q: number, r: number, s: number): number =>
            u * u * u * p + 3 * u * u * t * q + 3 * u * t * t * r + t * t * t * s;
          put(mix(x, a, c, e), mix(y, b, d, f));
        }
      }
      [x, y] = segment.slice(-2) as [number, number];
      put(x, y);
    });
  return box;
}
const rect = (change: object) => newElement('rect', 'r', 'R', change);
const within = (box: Box, w: number, h: number): boolean =>
  box.left >= -0.01 && box.top >= -0.01 && box.right <= w + 0.01 && box.bottom <= h + 0.01;

describe('shapes as paths', () => {
  test('a rectangle with slanted sides keeps its box; a positive slant leans the top to the right', () => {
    expect(rectPath(rect({ slantLeft: 40, slantRight: 40 }), { w: 400, h: 100 })).toBe(
      'M40 0L400 0L360 100L0 100Z',
    );
    expect(rectPath(rect({ slantLeft: -20 }), { w: 100, h: 50 })).toBe('M0 0L100 0L100 50L20 50Z');
  });
  test('whatever the radii and slants, a rectangle stays in its box and has no broken number', () => {
    const amount = fc.integer({ min: -500, max: 500 });
    const radius = fc.integer({ min: 0, max: 500 });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 600 }),
        fc.integer({ min: 1, max: 400 }),
        fc.tuple(amount, amount),
        fc.tuple(radius, radius, radius, radius),
        (w, h, [slantLeft, slantRight], [a, b, c, d]) => {
          const path = rectPath(
            rect({
              slantLeft,
              slantRight,
              radiusTopLeft: a,
              radiusTopRight: b,
              radiusBottomRight: c,
              radiusBottomLeft: d,
            }),
            { w, h },
          );
          expect(path).not.toMatch(/NaN|Infinity/);
          expect(within(boxOf(path), w, h)).toBe(true);
        },
      ),
    );
  });
  test('an ellipse fills its box; a ring has its hole; a piece covers only its angle', () => {
    const whole = newElement('ellipse', 'e', 'E');
    expect(boxOf(ellipsePath(whole, { w: 200, h: 100 }))).toEqual({
      left: 0,
      top: 0,
      right: 200,
      bottom: 100,
    });
    expect(ellipsePath({ ...whole, hole: 0.5 }, { w: 200, h: 100 }).match(/M/g)).toHaveLength(2);
    // The first quarter, from the top to the right.
    const quarter = boxOf(ellipsePath({ ...whole, sweep: 90 }, { w: 200, h: 100 }));
    expect([quarter.left, quarter.bottom].map(Math.round)).toEqual([100, 50]);
    expect(ellipsePath({ ...whole, sweep: 0 }, { w: 200, h: 100 })).toBe('');
  });
  test('polygons and stars touch all four sides of their box, rounded ones stay inside', () => {
    for (const corners of [3, 4, 5, 6, 8]) {
      for (const inner of [1, 0.4]) {
        const shape = newElement('polygon', 'p', 'P', { corners, inner });
        const box = boxOf(polygonPath(shape, { w: 300, h: 200 }));
        expect([box.left, box.top, box.right, box.bottom].map(Math.round)).toEqual([0, 0, 300, 200]);
        expect(within(boxOf(polygonPath({ ...shape, radius: 30 }, { w: 300, h: 200 })), 300, 200)).toBe(true);
      }
    }
    expect(
      polygonPath(newElement('polygon', 'p', 'P', { corners: 5, inner: 0.4 }), { w: 9, h: 9 }).match(/L/g),
    ).toHaveLength(9);
  });
  test('a line runs across its box, up or down, and its shaft keeps clear of an arrow’s tip', () => {
    const line = newElement('line', 'l', 'L', { thickness: 10, headSize: 4 });
    expect(linePaths(line, { w: 300, h: 0 })).toEqual({ shaft: 'M0 0L300 0', heads: '' });
    expect(linePaths({ ...line, rises: true }, { w: 300, h: 100 }).shaft).toBe('M0 100L300 0');
    const arrow = linePaths({ ...line, headEnd: 'arrow' }, { w: 300, h: 0 });
    expect(boxOf(arrow.shaft).right).toBeLessThan(300);
    expect(boxOf(arrow.heads).right).toBe(300);
    const short = linePaths({ ...line, headEnd: 'arrow', headStart: 'arrow' }, { w: 8, h: 0 });
    expect(JSON.stringify(short)).not.toMatch(/NaN/);
  });
  test('a path is stretched to its box; straight parts stay straight', () => {
    const corner = (x: number, y: number) => ({ x, y, inX: x, inY: y, outX: x, outY: y });
    const path = newElement('path', 'p', 'P', {
      subpaths: [
        { closed: true, points: [corner(0, 0), { ...corner(1, 0), outX: 1.2, outY: 0.5 }, corner(1, 1)] },
      ],
    });
    expect(pathOf(path, { w: 200, h: 100 })).toBe('M0 0L200 0C240 50 200 100 200 100L0 0Z');
  });
});
