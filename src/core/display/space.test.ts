import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  boundsThrough,
  canvasCamera,
  eyeDistance,
  identity,
  invert,
  isEdgeOn,
  isInSpace,
  placeInSpace,
  pointThrough,
  shiftInSpace,
  type Matrix,
  type Standing,
} from './index';

const [width, height] = [1920, 1080];
const camera = canvasCamera(width, height);
const flat: Standing = { z: 0, rotationX: 0, rotationY: 0, perspective: 0, depth: 1 };

/** A box of 200 x 100 at (300, 200) about its middle, in a parent, standing in some way. */
const box = { x: 300, y: 200, w: 200, h: 100 };
const middle = { x: 400, y: 250 };
function stood(standing: Partial<Standing>, parent: Matrix = camera): Matrix {
  const plane = identity();
  placeInSpace(plane, parent, 1, 0, 0, 1, 0, 0, middle.x, middle.y, { ...flat, ...standing });
  const own = identity();
  shiftInSpace(own, plane, box.x, box.y);
  return own;
}

type Point = readonly [number, number, number];
const radians = Math.PI / 180;
/** By hand, one step after another: turned about X, then about Y, then moved. */
const turned = ([x, y, z]: Point, { rotationX, rotationY, z: near }: Standing): Point => {
  const [a, b] = [rotationX * radians, rotationY * radians];
  const [y1, z1] = [y * Math.cos(a) - z * Math.sin(a), y * Math.sin(a) + z * Math.cos(a)];
  return [x * Math.cos(b) + z1 * Math.sin(b), y1, z1 * Math.cos(b) - x * Math.sin(b) + near];
};
/** As an eye before a point sees it. */
const seen = ([x, y, z]: Point, eye: { x: number; y: number }, far: number) => ({
  x: eye.x + ((x - eye.x) * far) / (far - z),
  y: eye.y + ((y - eye.y) * far) / (far - z),
});
const canvasEye = { x: width / 2, y: height / 2 };

const standing = fc.record({
  z: fc.double({ min: -800, max: 800, noNaN: true }),
  rotationX: fc.double({ min: -180, max: 180, noNaN: true }),
  rotationY: fc.double({ min: -180, max: 180, noNaN: true }),
});
const corner = fc.tuple(
  fc.double({ min: 0, max: box.w, noNaN: true }),
  fc.double({ min: 0, max: box.h, noNaN: true }),
);

test('a corner is seen where its turns and the eye of the canvas bring it', () => {
  fc.assert(
    fc.property(standing, corner, (own, [u, v]) => {
      const [x, y, z] = turned([u - box.w / 2, v - box.h / 2, 0], { ...flat, ...own });
      const there = seen([x + middle.x, y + middle.y, z], canvasEye, eyeDistance * height);
      const found = pointThrough(stood(own), u, v);
      expect(found?.x).toBeCloseTo(there.x, 6);
      expect(found?.y).toBeCloseTo(there.y, 6);
    }),
  );
});

test('an eye of its own stands before its pivot, wherever on the canvas that is', () => {
  fc.assert(
    fc.property(standing, corner, (own, [u, v]) => {
      const perspective = 1500;
      const [x, y, z] = turned([u - box.w / 2, v - box.h / 2, 0], { ...flat, ...own });
      const there = seen([x + middle.x, y + middle.y, z], middle, perspective);
      const found = pointThrough(stood({ ...own, perspective }), u, v);
      expect(found?.x).toBeCloseTo(there.x, 6);
      expect(found?.y).toBeCloseTo(there.y, 6);
    }),
  );
});

test('what is in something turned turns with it, and is seen by the same eye', () => {
  const outer = identity();
  placeInSpace(outer, camera, 1, 0, 0, 1, 0, 0, 500, 300, { ...flat, rotationY: 40 });
  const found = pointThrough(stood({ z: 120, rotationX: 30 }, outer), 0, 0);
  const [x, y, z] = turned([-box.w / 2, -box.h / 2, 0], { ...flat, z: 120, rotationX: 30 });
  const [x2, y2, z2] = turned([x + middle.x - 500, y + middle.y - 300, z], { ...flat, rotationY: 40 });
  const there = seen([x2 + 500, y2 + 300, z2], canvasEye, eyeDistance * height);
  expect(found?.x).toBeCloseTo(there.x, 6);
  expect(found?.y).toBeCloseTo(there.y, 6);
});

test('what comes to lie flat is a map of the plane again, to the pixel', () => {
  expect(stood({})).toEqual(Float64Array.of(1, 0, 0, 0, 0, 1, 0, 0, camera[8] as number, camera[9] as number, 1, camera[11] as number, 300, 200, 0, 1)); // prettier-ignore
  expect(isInSpace(stood({}))).toBe(false);
  // Nearer, it is larger, about the middle of the canvas; and still upright.
  const nearer = stood({ z: 300 });
  expect(isInSpace(nearer)).toBe(false);
  const by = (eyeDistance * height) / (eyeDistance * height - 300);
  expect(nearer[0]).toBeCloseTo(by, 9);
  expect(pointThrough(nearer, 0, 0)?.x).toBeCloseTo(960 + (300 - 960) * by, 6);
  expect(isInSpace(stood({ rotationY: 1 }))).toBe(true);
});

test('from the canvas back into the plane; a plane seen from its edge has no way back', () => {
  fc.assert(
    fc.property(standing, corner, (own, [u, v]) => {
      const m = stood(own);
      const inverse = identity();
      const at = pointThrough(m, u, v);
      if (isEdgeOn(m) || !at || !invert(inverse, m)) return;
      const n = (i: number): number => inverse[i] as number;
      const over = n(3) * at.x + n(7) * at.y + n(15);
      // Nearly from its edge, a px of the canvas is many of the plane.
      const slack = 1e-3 / Math.abs(Math.cos(own.rotationX * radians) * Math.cos(own.rotationY * radians));
      expect(Math.abs((n(0) * at.x + n(4) * at.y + n(12)) / over - u)).toBeLessThan(slack);
      expect(Math.abs((n(1) * at.x + n(5) * at.y + n(13)) / over - v)).toBeLessThan(slack);
      expect(over).toBeGreaterThan(0);
    }),
  );
  // Edge-on for an eye straight before it.
  const edge = stood({ rotationY: 90, perspective: 2000 });
  expect(isEdgeOn(edge)).toBe(true);
  expect(invert(identity(), edge)).toBe(false);
  expect(invert(identity(), new Float64Array(16))).toBe(false);
  expect(isEdgeOn(Float64Array.from(edge, () => NaN))).toBe(true);
});

test('bounds hold all corners; what comes up to the eye may be anywhere, what is behind it is nowhere', () => {
  const out = new Float64Array(4);
  fc.assert(
    fc.property(standing, corner, (own, [u, v]) => {
      const m = stood(own);
      boundsThrough(out, m, 0, 0, box.w, box.h);
      const at = pointThrough(m, u, v);
      expect(at).not.toBeNull();
      expect((at?.x ?? NaN) >= (out[0] as number) - 1e-6 && (at?.x ?? NaN) <= (out[2] as number) + 1e-6).toBe(true); // prettier-ignore
      expect((at?.y ?? NaN) >= (out[1] as number) - 1e-6 && (at?.y ?? NaN) <= (out[3] as number) + 1e-6).toBe(true); // prettier-ignore
    }),
  );
  boundsThrough(out, stood({ z: eyeDistance * height, rotationX: 45 }), 0, 0, box.w, box.h);
  expect(out).toEqual(Float64Array.of(-1e9, -1e9, 1e9, 1e9));
  boundsThrough(out, stood({ z: eyeDistance * height + 500 }), 0, 0, box.w, box.h);
  expect(out).toEqual(Float64Array.of(Infinity, Infinity, -Infinity, -Infinity));
  expect(pointThrough(stood({ z: eyeDistance * height + 500 }), 0, 0)).toBeNull();
});
