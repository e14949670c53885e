import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { canvasCamera, eyeDistance, identity, pointThrough, type GroupNode, type RectNode } from '../display';
import { makeTrack, newElement, newPhase, newTemplate, type Element, type Template } from '../show';
import { evaluate, holdMoment, prepareScene, type Scene } from './index';
import { viewMatrix, type View } from './viewpoint';

const [width, height] = [1920, 1080];
const far = eyeDistance * height;
const before: View = { x: 960, y: 540, z: far, aimX: 960, aimY: 540, aimZ: 0, roll: 0, focal: far, focus: 0, blur: 0 }; // prettier-ignore
const measure = { width: () => 0, metrics: () => ({ ascent: 1, descent: 0 }) };
const rect = (id: string, change: Partial<Extract<Element, { kind: 'rect' }>> = {}): Element =>
  newElement('rect', id, id, { x: 860, y: 490, w: 200, h: 100, ...change });
const camera = (id: string, change: object = {}): Element =>
  newElement('viewpoint', id, id, { x: 936, y: 516, z: far, aimX: 960, aimY: 540, opening: (360 / Math.PI) * Math.atan(0.5 / eyeDistance), ...change }); // prettier-ignore
const template = (elements: readonly Element[], given: Partial<Template> = {}): Template =>
  newTemplate('t', 'T', {
    elements: Object.fromEntries(elements.map((own) => [own.id, own])),
    order: elements.map(({ id }) => id),
    ...given,
  });
const prepared = (own: Template): Scene => prepareScene(own, {}, measure);
const nodeOf = (root: GroupNode, at = 0): RectNode => root.children[at] as RectNode;

test('a camera before the middle of the canvas is that of the canvas; another sees what stands on its way by hand', () => {
  const out = identity();
  viewMatrix(out, before, width, height);
  const usual = canvasCamera(width, height);
  for (let i = 0; i < 16; i += 1) expect(out[i]).toBeCloseTo(usual[i] as number, 9);
  const number = fc.integer({ min: -1500, max: 1500 });
  fc.assert(
    fc.property(
      number,
      number,
      fc.integer({ min: 400, max: 4000 }),
      number,
      number,
      (x, y, z, aimX, aimY) => {
        viewMatrix(out, { ...before, x, y, z, aimX, aimY }, width, height);
        // What it aims at is in the middle.
        const aim = pointThrough(out, aimX, aimY);
        expect(aim?.x).toBeCloseTo(width / 2, 4);
        expect(aim?.y).toBeCloseTo(height / 2, 4);
        // A px upright at its aim stays upright, its size by its distance.
        const under = pointThrough(out, aimX, aimY + 1);
        expect(Math.sign((under?.y ?? 0) - height / 2)).toBe(1);
      },
    ),
  );
  // Straight down on what lies flat on the ground, and at itself: defined.
  viewMatrix(out, { ...before, y: -1000, z: 0, aimY: 540 }, width, height);
  expect(out.every(Number.isFinite)).toBe(true);
  viewMatrix(out, { ...before, aimX: 960, aimY: 540, aimZ: far }, width, height);
  expect(out.every(Number.isFinite)).toBe(true);
});

test('a template is seen by the camera in use; nearer, it is larger, and with none in use it is flat to the pixel', () => {
  const seen = (change: object): RectNode => nodeOf(evaluate(prepared(template([rect('r'), camera('c', change)])), holdMoment(0))); // prettier-ignore
  const flat = nodeOf(evaluate(prepared(template([rect('r')])), holdMoment(0)));
  const plane = ({ matrix }: RectNode): number[] => [...matrix.slice(0, 8), ...matrix.slice(12)];
  expect(plane(seen({ use: 0 }))).toEqual(plane(flat));
  expect(seen({}).matrix[0]).toBeCloseTo(1, 9);
  // Half as far away, twice as large, about what it aims at.
  const near = seen({ z: far / 2 });
  const corner = pointThrough(near.matrix, 0, 0);
  expect(corner?.x).toBeCloseTo(960 - 200, 4);
  expect(corner?.y).toBeCloseTo(540 - 100, 4);
  // A wider field of view: smaller.
  expect(pointThrough(seen({ opening: 90 }).matrix, 0, 0)?.x).toBeGreaterThan(860);
});

test('it is moved by its tracks, and the view goes from one camera to another or is cut', () => {
  const own = template([rect('r'), camera('a'), camera('b', { z: far / 2, use: 0 })]);
  own.phases.enter = {
    ...newPhase(20),
    tracks: [
      makeTrack('1', 'a', 'use', [[0, -1, 'linear'], [20, 0, 'linear']]), // prettier-ignore
      makeTrack('2', 'b', 'use', [[0, 1, 'linear'], [20, 0, 'linear']]), // prettier-ignore
    ],
  };
  const scene = prepared(own);
  const left = (frame: number): number => pointThrough(nodeOf(evaluate(scene, { ...holdMoment(0), phase: 'enter', frame })).matrix, 0, 0)?.x ?? NaN; // prettier-ignore
  expect(left(0)).toBeCloseTo(760, 4);
  expect(left(20)).toBeCloseTo(860, 4);
  // Halfway the eye is at three quarters of the way.
  expect(left(10)).toBeCloseTo(960 - 100 / 0.75, 4);
  expect(left(0)).toBeCloseTo(760, 4);
});

test('what is far from where it is sharp is blurred, by how far; what is at it is not', () => {
  const scene = prepared(template([rect('at'), rect('behind', { z: -far }), rect('shadowed', { z: far / 2, shadow: true }), camera('c', { focus: far, focusBlur: 20 })])); // prettier-ignore
  const root = evaluate(scene, holdMoment(0));
  expect(nodeOf(root, 0).effects).toBeNull();
  // Twice as far as it is sharp: half of the most. Half as far: as much as the most.
  expect(nodeOf(root, 1).effects?.blur).toBeCloseTo(10, 6);
  expect(nodeOf(root, 2).effects).toMatchObject({ blur: expect.closeTo(20, 6), shadow: expect.anything() });
});
