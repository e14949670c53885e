import { expect, test } from '@jest/globals';
import { pointThrough, type DisplayNode, type GroupNode, type TextNode } from '../display';
import { applyPreset, motionPresets } from '../motion';
import {
  newCascade,
  newElement,
  newTemplate,
  makeTrack,
  type Element,
  type Template,
  type Track,
} from '../show';
import type { TextMeasure } from '../text';
import { elementsAt } from './hit';
import { evaluate, holdMoment, type Moment } from './evaluate';
import type { Scene } from './part';
import { prepareScene } from './scene';

const evenMeasure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
const rect = (id: string, change: object = {}): Element =>
  newElement('rect', id, id, { x: 300, y: 200, w: 200, h: 100, ...change });
const template = (elements: readonly Element[], order: readonly string[], enter: Track[] = []): Template => {
  const made = newTemplate('t', 'T', {
    elements: Object.fromEntries(elements.map((own) => [own.id, own])),
    order: [...order],
  });
  return { ...made, phases: { ...made.phases, enter: { ...made.phases.enter, frames: 20, tracks: enter } } };
};
const scene = (own: Template): Scene => prepareScene(own, {}, evenMeasure);
const entering = (frame: number): Moment => ({ ...holdMoment(0), phase: 'enter', frame });
function find(root: GroupNode, key: string): DisplayNode {
  const at = (node: DisplayNode): DisplayNode | null =>
    node.key === `t/${key}` ? node : node.kind === 'group' ? node.children.reduce<DisplayNode | null>((found, child) => found ?? at(child), null) : null; // prettier-ignore
  const found = at(root);
  if (!found) throw new Error(`${key} is not drawn`);
  return found;
}
const track = (element: string, property: string, from: number, given: Partial<Track> = {}): Track =>
  makeTrack(`${element}-${property}`, element, property, [[0, from, 'linear'], [20, 0, 'linear']], given); // prettier-ignore

test('a turn on the way in comes to rest flat, to the pixel, and carries what lies beside it nowhere', () => {
  const s = scene(template([rect('a'), rect('b')], ['a', 'b'], [track('a', 'rotationY', 60)]));
  const turned = find(evaluate(s, entering(10)), 'a').matrix.slice();
  expect(turned[3]).not.toBe(0);
  const [rest, beside] = ['a', 'b'].map((id) => find(evaluate(s, holdMoment(0)), id).matrix);
  expect(rest?.slice(0, 8)).toEqual(beside?.slice(0, 8));
  expect(rest?.slice(12)).toEqual(beside?.slice(12));
  // Its right goes back, towards the middle of the canvas, and so does its upper corner.
  const [left, right] = [0, 200].map((u) => pointThrough(turned, u, 0));
  expect(right?.y).toBeGreaterThan(left?.y ?? NaN);
});

test('a flip passes its edge unseen, and leaves the other way than it came', () => {
  const own = template([rect('a')], ['a']);
  let n = 0;
  const flip = motionPresets.find(({ id }) => id === 'flip');
  if (!flip) throw new Error('there is no flip');
  applyPreset(own, 'enter', ['a'], flip, 20, () => `k${(n += 1)}`);
  applyPreset(own, 'exit', ['a'], flip, 20, () => `k${(n += 1)}`);
  const s = scene(own);
  const topOf = (moment: Moment) => {
    const { matrix, visible } = find(evaluate(s, moment), 'a');
    const [top, foot] = [pointThrough(matrix, 0, 0), pointThrough(matrix, 0, 100)];
    return { visible, top: top?.y ?? NaN, foot: foot?.y ?? NaN, width: (pointThrough(matrix, 200, 0)?.x ?? NaN) - (top?.x ?? NaN) }; // prettier-ignore
  };
  // Its top comes from the front as it comes, and goes back as it goes.
  expect(topOf(entering(2)).width).toBeGreaterThan(200);
  expect(topOf({ ...holdMoment(0), phase: 'exit', frame: 14 }).width).toBeLessThan(200);
  expect(topOf(holdMoment(0))).toEqual({ visible: true, top: 200, foot: 300, width: 200 });
});

test('what is under a point is found where it is seen', () => {
  const s = scene(template([rect('a', { rotationY: 60, z: 200 })], ['a']));
  const { matrix } = find(evaluate(s, holdMoment(0)), 'a');
  const inside = pointThrough(matrix, 190, 90);
  expect(elementsAt(s, holdMoment(0), inside?.x ?? NaN, inside?.y ?? NaN)).toEqual(['a']);
  const beside = pointThrough(matrix, -10, 50);
  expect(elementsAt(s, holdMoment(0), beside?.x ?? NaN, beside?.y ?? NaN)).toEqual([]);
  const behind = scene(template([rect('a', { z: 3000 })], ['a']));
  expect(elementsAt(behind, holdMoment(0), 400, 250)).toEqual([]);
});

test('letters turned about the middle of their text stand where the text turned as one has them', () => {
  const words = newElement('text', 'a', 'a', { x: 300, y: 200, w: 400, h: 100, text: 'letters', size: 60 });
  const cascade = { ...newCascade('character'), overlap: 1, pivot: 'whole' as const };
  for (const property of ['rotationX', 'rotationY', 'rotation'] as const) {
    const one = scene(template([words], ['a'], [track('a', property, 50)]));
    const all = scene(template([words], ['a'], [track('a', property, 50, { cascade })]));
    const whole = find(evaluate(one, entering(8)), 'a') as TextNode;
    const { matrix, pieces } = find(evaluate(all, entering(8)), 'a') as TextNode;
    expect(pieces?.list.length).toBe(7);
    pieces?.list.forEach((piece, i) => {
      const n = (k: number): number => pieces.state[i * 19 + k] as number;
      for (const [u, v] of [
        [0, 0],
        [piece.w, piece.h],
      ] as const) {
        // prettier-ignore
        const there = pointThrough(whole.matrix, piece.x + u, piece.y + v);
        const [x, y, z] = [
          n(1) * u + n(3) * v + n(5),
          n(2) * u + n(4) * v + n(6),
          n(16) * u + n(17) * v + n(18),
        ];
        const m = (k: number): number => matrix[k] as number;
        const through = (row: number): number => m(row) * x + m(row + 4) * y + m(row + 8) * z + m(row + 12);
        const over = through(3);
        expect(through(0) / over).toBeCloseTo(there?.x ?? NaN, 6);
        expect(through(1) / over).toBeCloseTo(there?.y ?? NaN, 6);
      }
    });
  }
});

test('a group with an eye of its own is a space: what is in it is seen from before its pivot', () => {
  const group = newElement('group', 'g', 'g', { children: ['a', 'b'], perspective: 1000 });
  const s = scene(template([group, rect('a', { z: -1000 }), rect('b', { x: 700, z: -1000 })], ['g']));
  const root = evaluate(s, holdMoment(0));
  // Both go back by half towards the middle of the group, (600, 250).
  expect(pointThrough(find(root, 'a').matrix, 0, 0)).toEqual({ x: 450, y: 225 });
  expect(pointThrough(find(root, 'b').matrix, 200, 100)).toEqual({ x: 750, y: 275 });
});

test('what is cut by a box that is seen from its edge is not seen, however it is turned itself', () => {
  const group = newElement('group', 'g', 'g', {
    children: ['a'],
    clip: true,
    rotationY: 90,
    perspective: 1000,
  });
  const s = scene(template([group, rect('a', { rotationY: -90 })], ['g']));
  const { clips, clipCount } = find(evaluate(s, holdMoment(0)), 'a');
  expect(clipCount).toBe(1);
  const [clip] = clips;
  expect(clip && clip.left > clip.right).toBe(true);
});

test('of two faces of a card the one that is turned to the eye is seen, wherever on the canvas the card stands', () => {
  for (const x of [-200, 300, 1500]) {
    const own = template(
      [rect('front', { x, backHidden: true }), rect('back', { x, rotationY: -180, backHidden: true })],
      ['front', 'back'],
    );
    const turning = ['front', 'back'].map((id) => makeTrack(id, id, 'rotationY', [[0, 0, 'linear'], [20, 180]])); // prettier-ignore
    own.phases.exit = { ...own.phases.exit, frames: 20, tracks: turning };
    const s = scene(own);
    const seen = Array.from({ length: 20 }, (_, frame) => {
      const root = evaluate(s, { ...holdMoment(0), phase: 'exit', frame });
      return [find(root, 'front').visible, find(root, 'back').visible];
    });
    // One at a time, the front first, and they change once.
    for (const [front, back] of seen) expect(front).not.toBe(back);
    expect(seen[0]).toEqual([true, false]);
    expect(seen.filter(([front], i) => front !== seen[Math.max(0, i - 1)]?.[0])).toHaveLength(1);
  }
});
