import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newElement, newTemplate, type Element } from '../show';
import { evaluate, holdMoment } from './evaluate';
import { eyeOf, orbitFrom, pannedBy, turnedBy, zoomedBy } from './orbit';
import { prepareScene } from './scene';
import {
  aboutRing,
  alongAxis,
  alongSeen,
  axes,
  facingPlane,
  heldBy,
  inPlaneOf,
  intoBox,
  lineSeen,
  outlineSeen,
  pivotSeen,
  ringSeen,
  seenAt,
  spaceOf,
  standOf,
  turns,
  type Stand,
} from './space-handles';
import { cornersOfView, viewOf } from './viewpoint';

const measure = {
  width: (text: string, face: { size: number }) => text.length * face.size * 0.5,
  metrics: (face: { size: number }) => ({ ascent: face.size, descent: 0 }),
};
const picture = { width: 800, height: 600 };
const canvas = { width: 1920, height: 1080 };

function sceneOf(change: object, orbit = orbitFrom('turned', canvas, picture)) {
  const sheet: Element = newElement('rect', 'a', 'A', { x: 700, y: 300, w: 400, h: 200, ...change });
  const template = newTemplate('t', 'T', { elements: { a: sheet }, order: ['a'] });
  const scene = prepareScene(template, {}, measure, { inSpace: true });
  scene.eye = eyeOf(orbit, picture);
  evaluate(scene, holdMoment(0));
  return scene;
}
const standing = (change: object, orbit?: Parameters<typeof sceneOf>[1]): Stand => {
  const stand = standOf(sceneOf(change, orbit), 'a');
  if (!stand) throw new Error('it is not shown');
  return stand;
};
const near = (a: { x: number; y: number } | null, b: { x: number; y: number } | null, digits = 4): void => {
  expect(a?.x).toBeCloseTo(b?.x ?? NaN, digits);
  expect(a?.y).toBeCloseTo(b?.y ?? NaN, digits);
};

const somewhere = {
  z: fc.integer({ min: -800, max: 800 }),
  rotation: fc.integer({ min: -170, max: 170 }),
  rotationX: fc.integer({ min: -70, max: 70 }),
  rotationY: fc.integer({ min: -70, max: 70 }),
};

test('a drag along an axis leads to where the element is seen once it stands there', () => {
  fc.assert(
    fc.property(fc.record(somewhere), fc.constantFrom(...axes), fc.integer({ min: -300, max: 300 }), (change, axis, way) => {
      const stand = standing(change);
      const [from, to] = [alongSeen(stand, axis, 60), alongSeen(stand, axis, 60 + way)];
      if (!from || !to) return;
      expect(alongAxis(stand, axis, from, to)).toBeCloseTo(way, 3);
      const key = axis === 'z' ? 'z' : axis;
      const rest = { x: 700, y: 300, z: change.z }[key];
      near(pivotSeen(standing({ ...change, [key]: rest + way })), alongSeen(stand, axis, way), 3);
    }),
    { numRuns: 60 },
  ); // prettier-ignore
});

test('a drag about a ring turns by what lies between its ends', () => {
  fc.assert(
    fc.property(fc.record(somewhere), fc.constantFrom(...turns), fc.integer({ min: -80, max: 80 }), (change, turn, by) => {
      const stand = standing(change);
      const ring = ringSeen(stand, turn, 150, 360);
      if (ring.length < 361) return;
      const at = (degrees: number) => ring[(((degrees + 40) % 360) + 360) % 360] ?? null;
      const [from, to] = [at(0), at(by)];
      if (!from || !to) return;
      expect(aboutRing(stand, turn, from, to)).toBeCloseTo(by, 3);
    }),
    { numRuns: 60 },
  ); // prettier-ignore
});

test('a drag in a plane goes along with the pointer, and one takes the plane that is seen best', () => {
  const stand = standing({ z: 300, rotationY: 30 });
  const pair = facingPlane(stand);
  expect(pair).toEqual(['x', 'y']);
  const from = pivotSeen(stand);
  if (!from) throw new Error('it is not seen');
  const to = { x: from.x + 40, y: from.y - 25 };
  const [dx, dy] = inPlaneOf(stand, pair, from, to) ?? [NaN, NaN];
  near(pivotSeen(standing({ z: 300, rotationY: 30, x: 700 + dx, y: 300 + dy })), to);
  expect(facingPlane(standing({}, orbitFrom('side', canvas, picture)))).toEqual(['z', 'y']);
  expect(facingPlane(standing({}, orbitFrom('top', canvas, picture)))).toEqual(['x', 'z']);
  expect(facingPlane(standing({}, orbitFrom('front', canvas, picture)))).toEqual(['x', 'y']);
});

test('a corner stays where it is in space while the box grows about it, however it is turned', () => {
  fc.assert(
    fc.property(fc.record(somewhere), fc.integer({ min: 20, max: 900 }), fc.integer({ min: 20, max: 900 }), fc.constantFrom(0, 0.3, 1), (change, w, h, pivotX) => {
      const was = { x: 700, y: 300, w: 400, h: 200 };
      const is = { ...was, w, h };
      const pivot = { x: pivotX, y: 0.5 };
      const by = heldBy(change, change.rotation, pivot, was, is, { x: 0, y: 0 });
      const before = standing({ ...change, pivotX });
      const after = standing({ ...change, pivotX, ...is, x: is.x + by.x, y: is.y + by.y, z: change.z + by.z });
      near(outlineSeen(after)?.[0] ?? null, outlineSeen(before)?.[0] ?? null);
    }),
    { numRuns: 60 },
  ); // prettier-ignore
});

test('a point of the canvas is found in the px of the box that is seen there', () => {
  const stand = standing({ rotationX: 30, rotationY: -40, rotation: 20, z: 100 });
  const corner = outlineSeen(stand)?.[2];
  if (!corner) throw new Error('it is not seen');
  near(intoBox(stand)?.(corner) ?? null, { x: 1100, y: 500 });
});

test('from the front the canvas is seen upright about the middle; from the side and from above along its axes', () => {
  const seen = (side: 'front' | 'side' | 'top', x: number, y: number, z: number) =>
    seenAt(spaceOf(sceneOf({}, orbitFrom(side, canvas, picture))), x, y, z);
  near(seen('front', 960, 540, 0), { x: 400, y: 300 });
  const [left, right] = [seen('front', 0, 0, 0), seen('front', 1920, 1080, 0)];
  expect((right?.x ?? 0) - (left?.x ?? 0)).toBeCloseTo((1920 * 600) / (1.3 * 1440), 0);
  expect(right?.y).toBeGreaterThan(left?.y ?? NaN);
  // From the left what is nearer to the eye of the canvas is to the right; from above it is lower.
  expect(seen('side', 960, 540, 500)?.x).toBeGreaterThan(seen('side', 960, 540, 0)?.x ?? NaN);
  expect(seen('top', 960, 540, 500)?.y).toBeGreaterThan(seen('top', 960, 540, 0)?.y ?? NaN);
  // The camera of the canvas is seen from both.
  for (const side of ['side', 'top'] as const) {
    const camera = seen(side, 960, 540, 2376);
    expect(camera && camera.x > 0 && camera.x < 800 && camera.y > 0 && camera.y < 600).toBe(true);
  }
});

test('turning, panning and zooming keep what is looked at', () => {
  const orbit = orbitFrom('turned', canvas, picture);
  const seen = (of: typeof orbit, x: number, y: number, z: number) =>
    seenAt(spaceOf(sceneOf({}, of)), x, y, z);
  near(seen(turnedBy(orbit, 130, -45, picture), 960, 540, 0), { x: 400, y: 300 });
  near(seen(pannedBy(orbit, 70, 30, picture), 960, 540, 0), { x: 470, y: 330 }, 0);
  const [wide, close] = [seen(orbit, 960, 300, 0), seen(zoomedBy(orbit, 2), 960, 300, 0)];
  expect(300 - (close?.y ?? 0)).toBeGreaterThan(1.8 * (300 - (wide?.y ?? 0)));
});

test('of a line what stands before the eye is seen', () => {
  const map = spaceOf(sceneOf({}));
  expect(lineSeen(map, [960, 540, 0], [960, 540, 100])).not.toBeNull();
  const { view } = eyeOf(orbitFrom('turned', canvas, picture), picture);
  const behind: [number, number, number] = [view.x * 3, view.y * 3, view.z * 3];
  expect(lineSeen(map, [960, 540, 0], behind)).not.toBeNull();
  expect(lineSeen(map, behind, [behind[0] * 2, behind[1] * 2, behind[2] * 2])).toBeNull();
});

test('what a camera sees is the canvas, for one that stands where that of the canvas does', () => {
  const camera = newElement('viewpoint', 'c', 'C', { x: 936, y: 516, z: 2376, aimX: 960, aimY: 540, opening: (360 / Math.PI) * Math.atan(0.5 / 2.2) }); // prettier-ignore
  const scene = prepareScene(newTemplate('t', 'T', { elements: { c: camera }, order: ['c'] }), {}, measure);
  evaluate(scene, holdMoment(0));
  const [part] = scene.viewpoints;
  if (!part) throw new Error('there is no camera');
  const corners = cornersOfView(viewOf(part, 1080), 1920, 1080);
  expect(corners.map((corner) => corner.map((value) => Math.round(value) + 0))).toEqual([
    [0, 0, 0],
    [1920, 0, 0],
    [1920, 1080, 0],
    [0, 1080, 0],
  ]);
});
