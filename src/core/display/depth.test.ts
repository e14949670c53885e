import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  backToFront,
  canvasCamera,
  identity,
  nearnessOf,
  outlineThrough,
  placeInSpace,
  shiftInSpace,
  type InDepth,
  type Linear,
} from './index';

const camera = canvasCamera(800, 600);
interface Card {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly z: number;
  readonly rotationX: number;
  readonly rotationY: number;
}
function stood({ x, y, w, h, ...own }: Card): Float64Array {
  const plane = identity();
  placeInSpace(plane, camera, 1, 0, 0, 1, 0, 0, x + w / 2, y + h / 2, { ...own, perspective: 0, depth: 1 });
  const matrix = identity();
  shiftInSpace(matrix, plane, x, y);
  return matrix;
}
const inDepth = (card: Card, of: number): InDepth<number> | null => {
  const m = stood(card);
  const near = nearnessOf(m);
  return near && { of, outline: outlineThrough(m, 0, 0, card.w, card.h), near };
};
const flat = { z: 0, rotationX: 0, rotationY: 0 };

/** Where a ray through a place on the canvas meets a card, by hand: how near that is; null: beside it, or behind the eye. */
function metBy({ x, y, w, h, z, rotationX, rotationY }: Card, px: number, py: number): number | null {
  const eye = [400, 300, 2.2 * 600] as const;
  const way = [px - eye[0], py - eye[1], -eye[2]] as const;
  const [a, b] = [(rotationX * Math.PI) / 180, (rotationY * Math.PI) / 180];
  const across = [Math.cos(b), 0, -Math.sin(b)] as const;
  const down = [Math.sin(a) * Math.sin(b), Math.cos(a), Math.sin(a) * Math.cos(b)] as const;
  const normal = [
    across[1] * down[2] - across[2] * down[1],
    across[2] * down[0] - across[0] * down[2],
    across[0] * down[1] - across[1] * down[0],
  ] as const;
  const from = [x + w / 2 - eye[0], y + h / 2 - eye[1], z - eye[2]] as const;
  const dot = (p: readonly number[], q: readonly number[]): number =>
    p.reduce((sum, value, i) => sum + value * (q[i] as number), 0);
  const t = dot(from, normal) / dot(way, normal);
  if (!(t > 0)) return null;
  const on = way.map((step, i) => step * t - (from[i] as number));
  const [u, v] = [dot(on, across), dot(on, down)];
  return Math.abs(u) < w / 2 - 1 && Math.abs(v) < h / 2 - 1 ? eye[2] + (way[2] as number) * t : null;
}

const card: fc.Arbitrary<Card> = fc.record({
  x: fc.integer({ min: 0, max: 500 }),
  y: fc.integer({ min: 0, max: 400 }),
  w: fc.integer({ min: 60, max: 300 }),
  h: fc.integer({ min: 60, max: 300 }),
  z: fc.integer({ min: -300, max: 300 }),
  rotationX: fc.integer({ min: -70, max: 70 }),
  rotationY: fc.integer({ min: -70, max: 70 }),
});

test('at every place what is nearer is painted later, also where cards stand through one another', () => {
  fc.assert(
    fc.property(fc.array(card, { minLength: 2, maxLength: 7 }), (cards) => {
      const items = cards.flatMap((own, i) => inDepth(own, i) ?? []);
      const pieces = backToFront(items);
      for (let px = 45; px < 800; px += 70)
        for (let py = 45; py < 600; py += 70) {
          const seen = pieces.filter(({ cuts }) => cuts.every(([a, b, c]) => a * px + b * py + c >= 0));
          const there = seen.flatMap(({ of }) => metBy(cards[of] as Card, px, py) ?? []);
          // Each card that is met is painted there once.
          const met = cards.filter((own) => metBy(own, px, py) !== null);
          expect(there.length).toBe(met.length);
          for (let i = 1; i < there.length; i += 1)
            expect(there[i] as number).toBeGreaterThanOrEqual((there[i - 1] as number) - 0.5);
        }
    }),
  );
});

test('what lies in one plane is painted in the order it was given, and nothing is cut that needs no cut', () => {
  const items = [0, 1, 2, 3].map((i) => inDepth({ x: i * 40, y: i * 30, w: 200, h: 200, ...flat }, i));
  expect(backToFront(items as InDepth<number>[])).toEqual(
    [0, 1, 2, 3].map((of) => expect.objectContaining({ of, cuts: [] })),
  );
  const behind = inDepth({ x: 0, y: 0, w: 300, h: 300, ...flat, z: -50 }, 9) as InDepth<number>;
  expect(backToFront([...(items as InDepth<number>[]), behind]).map(({ of }) => of)).toEqual([9, 0, 1, 2, 3]);
});

test('two that stand through one another are cut where they meet, by hand', () => {
  const upright = inDepth({ x: 200, y: 200, w: 400, h: 200, ...flat }, 0) as InDepth<number>;
  const turned = inDepth({ x: 200, y: 200, w: 400, h: 200, ...flat, rotationY: 45 }, 1) as InDepth<number>;
  const pieces = backToFront([upright, turned]);
  expect(pieces.map(({ of }) => of)).toEqual([1, 0, 1]);
  // They meet in the line down the middle, x = 400; the right of what is turned about Y goes back.
  const [a, b, c] = pieces[0]?.cuts[0] as Linear;
  expect([a, b, c]).toEqual([expect.closeTo(1, 6), expect.closeTo(0, 6), expect.closeTo(-400, 4)]);
});

test('three that lie over one another in a circle are cut open', () => {
  // Each is nearer at its one end: A over B, B over C, C over A.
  const long = (angle: number, of: number): InDepth<number> => {
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const corner = (u: number, v: number) => ({ x: 400 + u * cos - v * sin, y: 300 + u * sin + v * cos });
    return {
      of,
      outline: [corner(-300, 80), corner(300, 80), corner(300, 120), corner(-300, 120)],
      near: [cos * 0.2, sin * 0.2, -(400 * cos + 300 * sin) * 0.2],
    };
  };
  const third = (2 * Math.PI) / 3;
  const items = [long(0, 0), long(third, 1), long(2 * third, 2)];
  const pieces = backToFront(items);
  expect(pieces.length).toBeGreaterThan(3);
  const nearness = ([a, b, c]: Linear, x: number, y: number): number => a * x + b * y + c;
  for (let x = 100; x < 700; x += 13)
    for (let y = 50; y < 550; y += 13) {
      const there = pieces
        .filter(({ of, cuts }) => {
          const { outline } = items[of] as InDepth<number>;
          const isIn = outline.every((p, i) => {
            const q = outline[(i + 1) % 4] as typeof p;
            return (q.x - p.x) * (y - p.y) - (q.y - p.y) * (x - p.x) >= 0;
          });
          return isIn && cuts.every((cut) => nearness(cut, x, y) >= 0);
        })
        .map(({ of }) => nearness((items[of] as InDepth<number>).near, x, y));
      for (let i = 1; i < there.length; i += 1)
        expect(there[i] as number).toBeGreaterThanOrEqual((there[i - 1] as number) - 1e-6);
    }
});
