import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newElement } from '../show';
import { dashesOf, ellipsePath, linesOf, rectPath } from './index';

describe('how long a path is', () => {
  test('straight ones exactly, round ones nearly; each line by itself', () => {
    const plain = rectPath(newElement('rect', 'r', 'R'), { w: 30, h: 10 });
    expect(linesOf(plain).map((line) => line.length)).toEqual([80]);
    const ring = ellipsePath({ hole: 0.5, start: 0, sweep: 360 }, { w: 100, h: 100 });
    const [outer, inner] = linesOf(ring);
    expect(outer?.length).toBeCloseTo(Math.PI * 100, 0);
    expect(inner?.length).toBeCloseTo(Math.PI * 50, 0);
    expect(linesOf('')).toEqual([]);
  });
});

describe('a line drawn in part', () => {
  const part = fc.double({ min: 0, max: 1, noNaN: true });
  test('whatever the part and the dashes: what is drawn lies between its ends, and nothing behind them', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500 }),
        part,
        part,
        fc.nat(30),
        fc.nat(30),
        (length, a, b, dash, gap) => {
          const [from, to] = [Math.min(a, b), Math.max(a, b)];
          const list = dashesOf(length, from, to, dash, gap);
          expect(list.length % 2).toBe(0);
          let at = 0;
          list.forEach((piece, i) => {
            if (i % 2 === 0 && piece > 0) {
              expect(at).toBeGreaterThanOrEqual(length * from - 1e-6);
              expect(at + piece).toBeLessThanOrEqual(length * to + 1e-6);
            }
            at += piece;
          });
          expect(at).toBeGreaterThan(length);
        },
      ),
    );
  });
  test('undashed it is one stroke', () => {
    expect(dashesOf(100, 0.25, 0.75, 0, 0)).toEqual([0, 25, 50, 210]);
  });
});
