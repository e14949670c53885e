import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { placeFramed, type Framing } from '../display';
import { cropBy, cropToDrawn, shownInBox } from './index';

const fits = ['contain', 'cover', 'stretch', 'width', 'height'] as const;
const framings = fc.record({
  fit: fc.constantFrom(...fits),
  focusX: fc.double({ min: 0, max: 1, noNaN: true }),
  focusY: fc.double({ min: 0, max: 1, noNaN: true }),
  cutLeft: fc.double({ min: 0, max: 0.4, noNaN: true }),
  cutTop: fc.double({ min: 0, max: 0.4, noNaN: true }),
  cutRight: fc.double({ min: 0, max: 0.4, noNaN: true }),
  cutBottom: fc.double({ min: 0, max: 0.4, noNaN: true }),
});
const side = fc.constantFrom(-1, 0, 1) as fc.Arbitrary<-1 | 0 | 1>;
const box = { x: 100, y: 50, w: 640, h: 360 };
const wholeIn = (of: typeof box, framing: Framing) => {
  const place = { x: 0, y: 0, w: 0, h: 0 };
  placeFramed(place, of.w, of.h, framing, 1600, 900);
  return { x: of.x + place.x, y: of.y + place.y, w: place.w, h: place.h };
};

test('what is left of a cropped picture stays where it is and as large, whatever its fit', () => {
  fc.assert(
    fc.property(framings, side, side, fc.integer({ min: -500, max: 500 }), fc.integer({ min: -300, max: 300 }), (framing, x, y, dx, dy) => {
      const cropped = cropBy(box, framing, 1600, 900, { x, y }, dx, dy);
      const [before, after] = [wholeIn(box, framing), wholeIn(cropped.box, { ...framing, ...cropped.cuts })];
      for (const key of ['x', 'y', 'w', 'h'] as const) expect(Math.abs(after[key] - before[key])).toBeLessThan(0.2);
      // All that is left is seen, and fills the box.
      const seen = shownInBox(cropped.box, { ...framing, ...cropped.cuts }, 1600, 900);
      for (const key of ['x', 'y', 'w', 'h'] as const) expect(Math.abs(seen[key] - cropped.box[key])).toBeLessThan(0.2);
    }),
  ); // prettier-ignore
});

test('a side goes where it is dragged, no farther than the picture reaches, and never past the other side', () => {
  const plain: Framing = { fit: 'stretch', focusX: 0.5, focusY: 0.5, cutLeft: 0.25, cutTop: 0, cutRight: 0, cutBottom: 0 }; // prettier-ignore
  const to = (dx: number) => cropBy(box, plain, 1600, 900, { x: -1, y: 0 }, dx, 0);
  expect(to(160).box).toMatchObject({ x: 260, w: 480 });
  expect(to(160).cuts.cutLeft).toBeCloseTo(0.25 + (0.75 * 160) / 640, 4);
  // A quarter of the picture was cut: so much comes back, and no more.
  expect(to(-1000).box.w).toBeCloseTo(640 / 0.75, 3);
  expect(to(-1000).cuts.cutLeft).toBe(0);
  expect(to(5000).box.w).toBeCloseTo((640 / 0.75) * 0.05, 3);
});

test('cropped to what it draws, the box is that part, as large as it was seen', () => {
  const plain: Framing = { fit: 'contain', focusX: 0.5, focusY: 0.5, cutLeft: 0, cutTop: 0, cutRight: 0, cutBottom: 0 }; // prettier-ignore
  const cropped = cropToDrawn(box, plain, 1600, 900, { x: 400, y: 90, w: 800, h: 2000 });
  expect(cropped?.box).toEqual({ x: 260, y: 86, w: 320, h: 324 });
  expect(cropped?.cuts).toEqual({ cutLeft: 0.25, cutTop: 0.1, cutRight: 0.25, cutBottom: 0 });
  expect(cropToDrawn(box, plain, 1600, 900, { x: 1700, y: 0, w: 10, h: 10 })).toBeNull();
});
