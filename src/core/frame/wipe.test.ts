// Wipes: what is seen at a part of the way, by edges that lean, fade, or follow the outline, and what rides on them.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  blankField,
  makeTrack,
  newChange,
  newElement,
  newPhase,
  newTemplate,
  newTether,
  newTie,
  type Element,
  type Field,
  type Template,
} from '../show';
import type { TextMeasure } from '../text';
import { type Clip, type DisplayNode, type GroupNode } from '../display';
import { evaluate, prepareScene } from './index';

const measure: TextMeasure = { width: () => 10, metrics: (face) => ({ ascent: face.size, descent: 0 }) };
type Edge = 'Left' | 'Top' | 'Right' | 'Bottom';

const box = { x: 100, y: 100, w: 200, h: 100 };
const bar = (change: Partial<Extract<Element, { kind: 'rect' }>>): Element =>
  newElement('rect', 'bar', 'Bar', { ...box, wipeEdge: 'line', ...change });

function wiped(element: Element, edge: Edge, others: readonly Element[] = []): Template {
  const all = [element, ...others];
  return newTemplate('t', 'T', {
    width: 1000,
    height: 500,
    elements: Object.fromEntries(all.map((one) => [one.id, one])),
    order: all.map(({ id }) => id),
    phases: {
      enter: {
        ...newPhase(100),
        tracks: [
          makeTrack('w', 'bar', `wipe${edge}`, [
            [0, 1, 'linear'],
            [100, 0, 'linear'],
          ]),
        ],
      },
      idle: newPhase(0),
      exit: newPhase(0),
    },
  });
}

const at = (template: Template, frame: number): GroupNode =>
  evaluate(prepareScene(template, {}, measure), { phase: 'enter', frame, enterFrame: null, time: 0 });
const nodeOf = (root: GroupNode, id: string): DisplayNode =>
  root.children.find(({ key }) => key === `t/${id}`) as DisplayNode;

/** How much of a point of the canvas a clip leaves, 0 to 1, edges as sharp as can be. */
function left(clip: Clip, x: number, y: number): number {
  const m = clip.inverse;
  const on = (row: number): number =>
    (m[row] as number) * x + (m[row + 4] as number) * y + (m[row + 12] as number);
  const cover = (value: number): number => Math.max(0, Math.min(1, value / Math.max(1e-9, clip.soft) + 0.5));
  const [u, v] = [on(0), on(1)];
  if (clip.round >= 0) return cover(clip.round - Math.hypot(u - clip.left, v - clip.top));
  return cover(u - clip.left) * cover(clip.right - u) * cover(v - clip.top) * cover(clip.bottom - v);
}
const seenAt = (root: GroupNode, x: number, y: number): number => {
  const node = nodeOf(root, 'bar');
  if (!node.visible) return 0;
  return node.clips.slice(0, node.clipCount).reduce((part, clip) => part * left(clip, x, y), 1);
};

describe('an iris', () => {
  const opened = (change: Parameters<typeof bar>[0]): Template => {
    const t = wiped(bar(change), 'Left');
    t.phases.enter.tracks = t.phases.enter.tracks.map((track) => ({ ...track, property: 'iris' }));
    return t;
  };
  test('opens round from its point: at half the way so far as half the way to the farthest corner', () => {
    const root = at(opened({ irisX: 0, irisY: 0.5 }), 50);
    const reach = Math.hypot(200, 50) / 2;
    expect([seenAt(root, 100 + reach - 1, 150), seenAt(root, 100 + reach + 1, 150)]).toEqual([1, 0]);
    expect([seenAt(root, 100, 150 - 49), seenAt(root, 190, 101)]).toEqual([1, 1]);
  });
  test('wherever its point is and however soft: closed at the start, open to the corners at the end, ever more between', () => {
    const part = fc.double({ min: -1, max: 2, noNaN: true });
    fc.assert(
      fc.property(part, part, fc.integer({ min: 0, max: 300 }), (irisX, irisY, irisSoft) => {
        const t = opened({ irisX, irisY, irisSoft });
        const corners = [
          [100.5, 100.5],
          [299.5, 199.5],
          [299.5, 100.5],
          [100.5, 199.5],
        ] as const;
        const seen = [0, 30, 60, 90, 100].map((frame) => {
          const root = at(t, frame);
          return corners.map(([x, y]) => seenAt(root, x, y));
        });
        expect(seen[0]).toEqual([0, 0, 0, 0]);
        expect(seen.at(-1)).toEqual([1, 1, 1, 1]);
        for (let i = 1; i < seen.length; i += 1)
          corners.forEach((_, c) =>
            expect(seen[i]?.[c] ?? 0).toBeGreaterThanOrEqual((seen[i - 1]?.[c] ?? 0) - 1e-9),
          );
      }),
    );
  });
});

describe('a wipe with a straight edge', () => {
  test('half of it is uncovered in the middle of the way; sides that do not wipe cut nothing beside the box', () => {
    const root = at(wiped(bar({}), 'Right'), 50);
    expect([seenAt(root, 199, 150), seenAt(root, 201, 150), seenAt(root, -500, 150)]).toEqual([1, 0, 1]);
  });
  test('an edge that leans uncovers the top further than the foot, by as much as the angle says', () => {
    const root = at(wiped(bar({ wipeAngle: 14 }), 'Right'), 50);
    const lean = 50 * Math.tan((14 * Math.PI) / 180);
    for (const [y, by] of [
      [100, lean],
      [150, 0],
      [200, -lean],
    ] as const) {
      expect(seenAt(root, 200 + by - 1, y)).toBe(1);
      expect(seenAt(root, 200 + by + 1, y)).toBe(0);
    }
  });
  test('a soft edge fades over its px about where a sharp one stands', () => {
    const root = at(wiped(bar({ wipeSoft: 40 }), 'Right'), 50);
    expect(seenAt(root, 200, 150)).toBeCloseTo(0.5);
    expect([seenAt(root, 180, 150), seenAt(root, 220, 150)]).toEqual([1, 0]);
    expect(seenAt(root, 190, 150)).toBeCloseTo(0.75);
  });
  test('whatever the angle, the softness and the side: nothing at the start, all at the end, ever more between', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Edge>('Left', 'Top', 'Right', 'Bottom'),
        fc.double({ min: -80, max: 80, noNaN: true }),
        fc.constantFrom(0, 1, 60, 400),
        fc.double({ min: 100, max: 300, noNaN: true }),
        fc.double({ min: 100, max: 200, noNaN: true }),
        (edge, wipeAngle, wipeSoft, x, y) => {
          const template = wiped(bar({ wipeAngle, wipeSoft }), edge);
          const parts = [0, 1, 25, 50, 75, 99, 100].map((frame) => seenAt(at(template, frame), x, y));
          expect([parts[0], parts.at(-1)]).toEqual([0, 1]);
          parts.reduce((before, part) => {
            expect(part).toBeGreaterThanOrEqual(before - 1e-9);
            return part;
          });
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a wipe by the outline', () => {
  test('moves the outline over itself and cuts nothing; of a slanted one by its widest line', () => {
    const half = nodeOf(at(wiped(bar({ wipeEdge: 'shape', slantRight: 40 }), 'Right'), 50), 'bar');
    expect([half.clipCount, ...(half.slides ?? [])]).toEqual([0, 0, 0, 100, 0]);
    const leaning = nodeOf(
      at(wiped(bar({ wipeEdge: 'shape', slantLeft: 40, slantRight: 40 }), 'Left'), 50),
      'bar',
    );
    expect([...(leaning.slides ?? [])]).toEqual([80, 0, 0, 0]);
  });
  test('of sides that lean alike goes along them, so that a narrow strip is seen all the way', () => {
    const strip = { wipeEdge: 'shape', slantLeft: 40, slantRight: 40 } as const;
    const down = nodeOf(at(wiped(bar(strip), 'Bottom'), 50), 'bar');
    expect([...(down.slides ?? [])]).toEqual([0, 0, -20, 50]);
    const one = nodeOf(at(wiped(bar({ ...strip, slantRight: 0 }), 'Top'), 50), 'bar');
    expect([...(one.slides ?? [])]).toEqual([0, 50, 0, 0]);
  });
  test('groups and texts have no outline: their edges are straight', () => {
    const group = newElement('group', 'bar', 'Group', { children: ['in'] });
    const template = wiped(group, 'Right');
    template.elements['in'] = newElement('rect', 'in', 'In', box);
    const node = nodeOf(at(template, 50), 'bar');
    expect([node.slides, node.clipCount]).toEqual([null, 1]);
  });
});

describe('what rides on an edge', () => {
  const xOf = (root: GroupNode, id: string): number => nodeOf(root, id).matrix[12] as number;
  test.each([
    ['straight', { wipeEdge: 'line' }],
    ['leaning', { wipeEdge: 'line', wipeAngle: -30 }],
    ['soft', { wipeEdge: 'line', wipeSoft: 30 }],
    ['its own', { wipeEdge: 'shape', radiusTopRight: 30 }],
  ] as const)('stays on the edge while it is wiped: %s', (_name, edge) => {
    const lead = newElement('rect', 'lead', 'Lead', {
      ...{ x: 300, y: 145, w: 10, h: 10 },
      rides: { on: 'bar', edge: 'right' },
    });
    const template = wiped(bar(edge), 'Right', [lead]);
    for (const frame of [20, 50, 70]) {
      const root = at(template, frame);
      const x = xOf(root, 'lead');
      if (edge.wipeEdge === 'shape') expect(x).toBeCloseTo(300 - (nodeOf(root, 'bar').slides?.[2] ?? 0));
      else expect((seenAt(root, x - 0.01, 150) + seenAt(root, x + 0.01, 150)) / 2).toBeCloseTo(0.5, 1);
    }
    expect(xOf(at(template, 100), 'lead')).toBe(300);
  });
  test('goes along with what moves and grows', () => {
    const lead = newElement('rect', 'lead', 'Lead', { x: 300, rides: { on: 'bar', edge: 'right' } });
    const template = wiped(bar({}), 'Right', [lead]);
    const still = (property: string, value: number) =>
      makeTrack(property, 'bar', property, [[0, value]], { mode: 'offset' });
    template.phases.enter.tracks = [still('x', -60), still('w', 100)];
    // A box grows about its pivot, the middle.
    expect(xOf(at(template, 0), 'lead')).toBe(300 - 60 + 50);
  });
  test('through a Change it stays on the edge, also where a tether puts it there at rest', () => {
    const lead = newElement('rect', 'lead', 'Lead', { w: 20, rides: { on: 'bar', edge: 'right' } });
    const template = wiped(bar({}), 'Right', [lead]);
    template.fields = [{ ...blankField('number', 'f', 'Width'), default: 200 } as Field];
    template.ties = [newTie('bar', 'w', 'f')];
    template.tethers = [newTether('t', 'lead', 'left', 'bar', 'right')];
    const change = newChange('c', 'Change', { frames: 40, carryFrom: 0, carryTo: 40, swap: null });
    template.changes = [change];
    const scene = prepareScene(template, { f: 600 }, measure, { change: { change, from: { f: 200 } } });
    for (const frame of [0, 7, 20, 33, 40]) {
      const root = evaluate(scene, { phase: 'hold', frame: 0, change: frame, enterFrame: null, time: 0 });
      const own = nodeOf(root, 'bar') as Extract<DisplayNode, { kind: 'rect' }>;
      expect(xOf(root, 'lead')).toBeCloseTo((own.matrix[12] as number) + own.w);
    }
  });
});
