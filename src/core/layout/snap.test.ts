import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { distribute, gapsAround, movedPivot, snapBox, snapLines } from './index';

const box = (x: number, y: number, w = 100, h = 50) => ({ x, y, w, h });

describe('lines that pull', () => {
  test('guides and the lines of a grid pull as edges do', () => {
    const lines = snapLines(1000, 500, [], { guides: { x: [333], y: [] }, grid: 40 });
    expect(snapBox(box(330, 200), lines, 5)).toMatchObject({ dx: 3, lineX: 333 });
    expect(snapBox(box(602, 162), lines, 5)).toMatchObject({ dx: -2, dy: -2, lineX: 600, lineY: 160 });
    expect(snapBox(box(330, 200), snapLines(1000, 500, []), 5).dx).toBe(0);
  });
});

describe('distances around a box', () => {
  test('to the edges of the canvas where nothing is between', () => {
    expect(gapsAround(box(200, 100), [], 1000, 500)).toEqual([
      { axis: 'x', from: 0, to: 200, across: 125 },
      { axis: 'x', from: 300, to: 1000, across: 125 },
      { axis: 'y', from: 0, to: 100, across: 250 },
      { axis: 'y', from: 150, to: 500, across: 250 },
    ]);
  });
  test('to the nearest box beside it, drawn where both overlap; boxes elsewhere do not count', () => {
    const gaps = gapsAround(
      box(200, 100),
      [box(20, 110, 60, 20), box(120, 90, 40, 30), box(120, 400)],
      1000,
      500,
    );
    expect(gaps[0]).toEqual({ axis: 'x', from: 160, to: 200, across: 110 });
  });
  test('what touches or overlaps has no distance', () => {
    expect(gapsAround(box(0, 0, 1000, 500), [], 1000, 500)).toEqual([]);
  });
});

describe('even gaps', () => {
  test('the outer two stay and the gaps between come out alike, whatever order they are given in', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 2000 }), fc.integer({ min: 1, max: 300 })), {
          minLength: 3,
          maxLength: 12,
        }),
        (list) => {
          const boxes = list.map(([x, w]) => box(x, 0, w));
          const moves = distribute(boxes, 'x');
          const after = boxes
            .map((b, i) => ({ ...b, x: b.x + (moves[i] ?? 0), was: b.x + b.w / 2 }))
            .sort((a, b) => a.was - b.was);
          const gaps = after.slice(1).map((b, i) => b.x - ((after[i]?.x ?? 0) + (after[i]?.w ?? 0)));
          for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0] ?? 0, 6);
          const order = boxes
            .map((b, i) => ({ at: b.x + b.w / 2, by: moves[i] ?? 0 }))
            .sort((a, b) => a.at - b.at);
          expect(order[0]?.by).toBeCloseTo(0);
        },
      ),
    );
  });
  test('two have nothing between them to make even', () => {
    expect(distribute([box(0, 0), box(500, 0)], 'x')).toEqual([0, 0]);
  });
});

test('a pivot that moves leaves a turned box where it is seen', () => {
  const part = fc.double({ min: -1, max: 2, noNaN: true });
  fc.assert(
    fc.property(
      fc.double({ min: -360, max: 360, noNaN: true }),
      part,
      part,
      part,
      part,
      (degrees, ax, ay, bx, by) => {
        const b = box(300, 200);
        const angle = (degrees * Math.PI) / 180;
        /** Where the top left corner is seen. */
        const seen = (x: number, y: number, px: number, py: number): number[] => {
          const [cx, cy] = [x + b.w * px, y + b.h * py];
          const [dx, dy] = [x - cx, y - cy];
          return [
            cx + dx * Math.cos(angle) - dy * Math.sin(angle),
            cy + dx * Math.sin(angle) + dy * Math.cos(angle),
          ];
        };
        const { dx, dy } = movedPivot(b, degrees, { x: ax, y: ay }, { x: bx, y: by });
        const before = seen(b.x, b.y, ax, ay);
        const after = seen(b.x + dx, b.y + dy, bx, by);
        expect(after[0]).toBeCloseTo(before[0] ?? 0, 6);
        expect(after[1]).toBeCloseTo(before[1] ?? 0, 6);
      },
    ),
  );
});
