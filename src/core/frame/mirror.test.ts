import { expect, test } from '@jest/globals';
import { pointThrough, type Clip, type DisplayNode, type GroupNode } from '../display';
import { makeTrack, newElement, newTemplate, type Element, type Track } from '../show';
import { evaluate, holdMoment, type Moment } from './evaluate';
import { prepareScene } from './scene';

const measure = {
  width: (text: string, face: { size: number }) => text.length * face.size * 0.5,
  metrics: (face: { size: number }) => ({ ascent: face.size, descent: 0 }),
};
/** A floor 900 px down the canvas, from before it to behind it. */
const sand = (change: object = {}): Element =>
  newElement('floor', 'sand', 'Sand', { x: -960, y: -720, reach: 400, ...change });
const sheet = (id: string, change: object = {}): Element =>
  newElement('rect', id, id, { x: 300, y: 700, w: 200, h: 100, ...change });

function seen(elements: readonly Element[], enter: Track[] = [], moment: Moment = holdMoment(0)) {
  const made = newTemplate('t', 'T', {
    elements: Object.fromEntries(elements.map((own) => [own.id, own])),
    order: elements.map(({ id }) => id).filter((id) => !elements.some((own) => 'children' in own && own.children.includes(id))),
  }); // prettier-ignore
  made.phases.enter = { ...made.phases.enter, frames: 20, tracks: enter };
  const scene = prepareScene(made, {}, measure);
  const root = evaluate(scene, moment);
  const floor = root.children.find(({ key }) => key === 't/sand') as GroupNode;
  return { root, floor, again: (at: Moment) => evaluate(scene, at) };
}
const corner = (node: DisplayNode | undefined, u: number, v: number) => {
  const at = node && pointThrough(node.matrix, u, v);
  return at && { x: Math.round(at.x * 1e6) / 1e6, y: Math.round(at.y * 1e6) / 1e6 };
};
/** How much of a point of the canvas a clip leaves, soft edges and all. */
function left({ inverse: n, left: from, right: to, soft }: Clip, { x, y }: { x: number; y: number }): number {
  const w = (n[3] as number) * x + (n[7] as number) * y + (n[15] as number);
  const u = ((n[0] as number) * x + (n[4] as number) * y + (n[12] as number)) / w;
  const edge = (way: number): number => Math.max(0, Math.min(1, way / Math.max(soft, 1e-9) + 0.5));
  return edge(u - from) * edge(to - u);
}

test('what stands on the canvas is reflected about the line in which the floor meets it', () => {
  const { floor } = seen([sand(), sheet('a')]);
  expect(floor.children).toHaveLength(1);
  const [copy] = floor.children;
  // 200 px above the floor, so 200 px below it.
  expect(corner(copy, 0, 0)).toEqual({ x: 300, y: 1100 });
  expect(corner(copy, 200, 100)).toEqual({ x: 500, y: 1000 });
});

test('what stands behind the canvas is reflected where its foot is seen, by projection worked out by hand', () => {
  const { floor } = seen([sand(), sheet('a', { z: -1000 })]);
  // The eye stands 2.2 canvas heights before the middle: what is 1000 px farther is seen by 2376 / 3376.
  const by = 2376 / 3376;
  const at = (x: number, y: number) => ({
    x: Math.round((960 + (x - 960) * by) * 1e6) / 1e6,
    y: Math.round((540 + (y - 540) * by) * 1e6) / 1e6,
  });
  expect(corner(floor.children[0], 0, 0)).toEqual(at(300, 1100));
  expect(corner(floor.children[0], 200, 100)).toEqual(at(500, 1000));
});

test('it fades with its way from the floor, and what is under the floor is not reflected', () => {
  const { floor } = seen([sand({ reach: 400 }), sheet('a', { y: 500, h: 600 })]);
  // It is all on one plane: the floor as a whole fades, behind the clip of its box.
  const [, foot, fade] = floor.clips;
  if (!foot || !fade || floor.clipCount !== 3) throw new Error('it is not cut');
  expect(left(fade, { x: 400, y: 1000 })).toBeCloseTo(0.75, 6);
  expect(left(fade, { x: 400, y: 1299 })).toBeLessThan(0.01);
  expect(left(foot, { x: 400, y: 910 })).toBe(1);
  expect(left(foot, { x: 400, y: 890 })).toBe(0);
});

test('clips go along: what a wipe cuts is cut in the floor', () => {
  const { floor } = seen(
    [sand(), sheet('a', { wipeEdge: 'line', rotation: 10 })],
    [makeTrack('w', 'a', 'wipeLeft', [[0, 0.5, 'linear'], [20, 0]])],
    { ...holdMoment(0), phase: 'enter', frame: 0 },
  ); // prettier-ignore
  const [clip] = floor.children[0]?.clips ?? [];
  if (!clip) throw new Error('it is not cut');
  // Its middle is at (400, 750), seen at 1050. Its left half is wiped, by an edge that leans the other way there.
  expect(left(clip, { x: 396, y: 1010 })).toBe(1);
  expect(left(clip, { x: 396, y: 1090 })).toBe(0);
});

test('what is spared, hidden, or another floor is not reflected; what moves takes its reflection along', () => {
  const own = seen(
    [sand(), sand({ reach: 10 }), sheet('a', { reflected: false }), sheet('b')].map((e, i) => (i === 1 ? { ...e, id: 'other' } : e)),
    [makeTrack('x', 'b', 'y', [[0, -300, 'linear'], [20, 0]])],
    { ...holdMoment(0), phase: 'enter', frame: 10 },
  ); // prettier-ignore
  expect(own.floor.children.map(({ key }) => key)).toEqual(['t/sand/t/b']);
  expect(corner(own.floor.children[0], 0, 0)).toEqual({ x: 300, y: 1250 });
  own.again(holdMoment(0));
  expect(corner(own.floor.children[0], 0, 0)).toEqual({ x: 300, y: 1100 });
  // Both are seen alike: a reflection says all that its node says.
  const [copy] = own.floor.children;
  expect({ kind: copy?.kind, opacity: copy?.opacity }).toEqual({ kind: 'rect', opacity: 1 });
});

test('what stands on several planes fades by itself, a group on one plane as one', () => {
  const group = newElement('group', 'g', 'G', { children: ['b', 'c'] });
  const { floor, again } = seen([sand(), sheet('a', { z: -400 }), group, sheet('b'), sheet('c', { x: 340 })]);
  const counts = () => [floor.clipCount, ...floor.children.map(({ clipCount }) => clipCount)];
  expect(counts()).toEqual([1, 2, 2]);
  const own = floor.children[1] as GroupNode;
  expect([own.isolated, ...own.children.map(({ clipCount }) => clipCount)]).toEqual([true, 0, 0]);
  // However often it is drawn.
  again(holdMoment(0));
  expect(counts()).toEqual([1, 2, 2]);
});
