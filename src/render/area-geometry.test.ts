import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { areaGeometry } from './area-geometry';

const line = (points: readonly (readonly [number, number])[], closed = true) => ({ closed, points: Float32Array.from(points.flat()) }); // prettier-ignore
/** A star about a point, whose points lie at the given ways from it. */
const star = (cx: number, cy: number, ways: readonly number[]): [number, number][] =>
  ways.map((way, i) => {
    const angle = (i / ways.length) * 2 * Math.PI;
    return [cx + Math.cos(angle) * way, cy + Math.sin(angle) * way];
  });
const shoelace = (points: readonly (readonly [number, number])[]): number =>
  Math.abs(points.reduce((sum, [x, y], i) => { const [u, v] = points[(i + 1) % points.length] as readonly [number, number]; return sum + x * v - u * y; }, 0)) / 2; // prettier-ignore

/** The area of the triangles inside, and how far vertices of the edges lie from the outline: none, as they reach out in the shader. */
function insideOf(own: ReturnType<typeof areaGeometry>): number {
  const { geometry } = own;
  const at = geometry.getAttribute('position');
  const index = geometry.getIndex();
  let sum = 0;
  for (let i = 0; i < (index?.count ?? 0); i += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => index?.getX(i + k) ?? 0) as [number, number, number];
    if ([a, b, c].some((k) => at.getZ(k) !== 0)) continue;
    sum += Math.abs((at.getX(b) - at.getX(a)) * (at.getY(c) - at.getY(a)) - (at.getX(c) - at.getX(a)) * (at.getY(b) - at.getY(a))) / 2; // prettier-ignore
  }
  return sum;
}

test('triangles fill an area and leave out its holes; an island in a hole is filled', () => {
  const ways = fc.array(fc.integer({ min: 60, max: 100 }), { minLength: 3, maxLength: 40 });
  fc.assert(
    fc.property(ways, fc.array(fc.integer({ min: 15, max: 28 }), { minLength: 3, maxLength: 12 }), (outer, inner) => {
      const [outline, hole, island] = [star(0, 0, outer), star(0, 0, inner), star(0, 0, inner.map((way) => way * 0.3))];
      // A star of few long points may cut its hole.
      fc.pre(outer.length > 8);
      const filled = insideOf(areaGeometry({ lines: [line(outline), line(hole), line(island)] }));
      const wanted = shoelace(outline) - shoelace(hole) + shoelace(island);
      expect(Math.abs(filled - wanted)).toBeLessThan(wanted * 1e-3);
    }),
  );
}); // prettier-ignore

test('a region that fills the hole of its neighbour is filled, where both are drawn as one', () => {
  const big = star(
    0,
    0,
    Array.from({ length: 12 }, () => 100),
  );
  const small = star(
    0,
    0,
    Array.from({ length: 12 }, () => 30),
  );
  const filled = insideOf(areaGeometry({ lines: [line(big), line([...small].reverse()), line(small)] }));
  expect(filled).toBeCloseTo(shoelace(big), 0);
});

test('edges fade outwards whichever way their outline runs', () => {
  const square: [number, number][] = [[0, 0], [10, 0], [10, 10], [0, 10]]; // prettier-ignore
  for (const points of [square, [...square].reverse()]) {
    const { geometry } = areaGeometry({ lines: [line(points)] });
    const at = geometry.getAttribute('position');
    const way = geometry.getAttribute('aNormal');
    for (let i = 0; i < at.count; i += 1) {
      if (at.getZ(i) !== 1) continue;
      // From the middle of the square, out is away from it.
      expect((at.getX(i) - 5) * way.getX(i) + (at.getY(i) - 5) * way.getY(i)).toBeGreaterThan(0);
    }
  }
});

test('what is no area has no triangles: fewer than three points, all on one another, a line', () => {
  for (const points of [
    [[1, 1]],
    [
      [1, 1],
      [1, 1],
      [1, 1],
    ],
    [
      [0, 0],
      [5, 5],
    ],
  ] as [number, number][][])
    // prettier-ignore
    expect(insideOf(areaGeometry({ lines: [line(points)] }))).toBe(0);
  expect(areaGeometry({ lines: [line([[0, 0], [5, 5]], false)] }).geometry.getIndex()?.count).toBe(6); // prettier-ignore
});
