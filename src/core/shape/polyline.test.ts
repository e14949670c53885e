import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { linesOf, longestLine, pointAlong } from './index';

test('a line is as long as its path, its points go along it, and its ends are those of the path', () => {
  const number = fc.double({ min: -500, max: 500, noNaN: true });
  const point = fc.tuple(number, number);
  const piece = fc.oneof(
    point.map((p) => `L${p.join(' ')}`),
    fc.tuple(point, point, point).map((p) => `C${p.flat().join(' ')}`),
    number.map((x) => `H${x}`),
    number.map((y) => `V${y}`),
  );
  fc.assert(
    fc.property(point, fc.array(piece, { minLength: 1, maxLength: 6 }), ([x, y], pieces) => {
      const path = `M${x} ${y}${pieces.join('')}`;
      const line = longestLine(path);
      const known = linesOf(path)[0]?.length ?? 0;
      if (!line) return void expect(known).toBeCloseTo(0, 3);
      // Chords: never longer, and shorter by little.
      expect(Math.abs(line.length - known)).toBeLessThanOrEqual(known * 0.02 + 1e-3);
      expect(Math.hypot(pointAlong(line, -5).x - x, pointAlong(line, -5).y - y)).toBe(0);
      let before = 0;
      for (const at of line.along.slice(1)) {
        expect(at).toBeGreaterThan(before);
        before = at;
      }
      const middle = pointAlong(line, line.length / 2);
      expect(Number.isFinite(middle.x + middle.y)).toBe(true);
    }),
  );
});

test('of several lines the longest; a closed one comes back to where it began', () => {
  const line = longestLine('M0 0L10 0M0 20h40v30h-40z');
  expect(line?.length).toBe(140);
  expect(pointAlong(line as NonNullable<typeof line>, 140)).toEqual({ x: 0, y: 20 });
  expect(pointAlong(line as NonNullable<typeof line>, 55)).toEqual({ x: 40, y: 35 });
});

test('a path without length has no line', () => {
  expect(longestLine('')).toBeNull();
  expect(longestLine('M5 5')).toBeNull();
});
