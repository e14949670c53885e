import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  makeTrack,
  newElement,
  newPhase,
  type Element,
  type Template,
  type Track,
  newTemplate,
} from '../show';
import type { TextMeasure } from '../text';
import { isApart, maxClips, type DisplayNode, type GroupNode } from '../display';
import { elementsAt, evaluate, holdMoment, prepareScene, type Moment, type Scene } from './index';

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
const track = (element: string, property: string, ...keys: [number, number][]): Track =>
  makeTrack(
    `${element} ${property}`,
    element,
    property,
    keys.map(([frame, value]) => [frame, value, 'linear']),
  );

function template(elements: Element[], order: string[], enter: Track[] = [], exit: Track[] = []): Template {
  return newTemplate('t', 'T', {
    width: 1000,
    height: 500,
    elements: Object.fromEntries(elements.map((e) => [e.id, e])),
    order,
    phases: {
      enter: { ...newPhase(20), tracks: enter },
      idle: newPhase(0),
      exit: { ...newPhase(20), tracks: exit },
    },
  });
}
const rect = (id: string, change: Partial<Extract<Element, { kind: 'rect' }>> = {}): Element =>
  newElement('rect', id, id, { x: 100, y: 100, w: 200, h: 100, ...change });
const scene = (t: Template, canvas?: { width: number; height: number }): Scene =>
  prepareScene(t, {}, measure, canvas ? { canvas } : {});
const moment = (phase: Moment['phase'], frame: number, enterFrame: number | null = null): Moment => ({
  phase,
  frame,
  enterFrame,
  time: 0,
});

const find = (root: GroupNode, id: string): DisplayNode => {
  for (const child of root.children) {
    if (child.key === `t/${id}`) return child;
    if (child.kind === 'group') {
      const inner = findOrNull(child, id);
      if (inner) return inner;
    }
  }
  throw new Error(`no node ${id}`);
};
const findOrNull = (root: GroupNode, id: string): DisplayNode | null => {
  try {
    return find(root, id);
  } catch {
    return null;
  }
};
/** Where a point of a node's own space is seen. */
const seen = (node: DisplayNode, x: number, y: number): number[] =>
  [0, 1].map(
    (row) =>
      Math.round(
        ((node.matrix[row] ?? 0) * x + (node.matrix[row + 4] ?? 0) * y + (node.matrix[row + 12] ?? 0)) * 1e6,
      ) / 1e6,
  );

describe('a picture at rest', () => {
  test('stands where its elements stand; hidden ones are not in it', () => {
    const root = evaluate(
      scene(template([rect('a'), rect('b', { hidden: true })], ['a', 'b'])),
      holdMoment(0),
    );
    expect(root.children).toHaveLength(1);
    expect(seen(find(root, 'a'), 0, 0)).toEqual([100, 100]);
    expect(seen(find(root, 'a'), 200, 100)).toEqual([300, 200]);
  });
  test('turns about the pivot, and groups turn what is in them', () => {
    const turned = evaluate(
      scene(template([rect('a', { rotation: 90, pivotX: 0, pivotY: 0 })], ['a'])),
      holdMoment(0),
    );
    expect(seen(find(turned, 'a'), 200, 0)).toEqual([100, 300]);
    const inside = [rect('a'), newElement('group', 'g', 'g', { children: ['a'], rotation: 180 })];
    expect(seen(find(evaluate(scene(template(inside, ['g'])), holdMoment(0)), 'a'), 0, 0)).toEqual([
      300, 200,
    ]);
  });
  test('lies whole in the middle of a canvas of another shape', () => {
    const node = find(
      evaluate(scene(template([rect('a')], ['a']), { width: 500, height: 1000 }), holdMoment(0)),
      'a',
    );
    expect(seen(node, 0, 0)).toEqual([50, 425]);
  });
  test('radii that do not fit their side shrink together', () => {
    const t = template([rect('a', { w: 100, h: 400, radiusTopLeft: 80, radiusTopRight: 120 })], ['a']);
    const node = find(evaluate(scene(t), holdMoment(0)), 'a');
    expect(node.kind === 'rect' && node.radii).toEqual([40, 60, 0, 0]);
  });
});

describe('motion is added to rest', () => {
  const moving = (): Template =>
    template(
      [rect('a', { opacity: 0.8 })],
      ['a'],
      [
        track('a', 'x', [0, -100], [20, 0]),
        track('a', 'opacity', [0, 0], [20, 1]),
        track('a', 'wipeRight', [0, 1], [20, 0]),
      ],
      [track('a', 'y', [0, 0], [20, 50]), track('a', 'opacity', [0, 1], [20, 0])],
    );
  test('halfway in: offset, factor of its own opacity, half wiped', () => {
    const node = find(evaluate(scene(moving()), moment('enter', 10)), 'a');
    expect(seen(node, 0, 0)).toEqual([50, 100]);
    expect(node.opacity).toBeCloseTo(0.4);
    expect([node.clipCount, ...(node.slides ?? [])]).toEqual([0, 0, 0, 100, 0]);
  });
  test('before its first frame nothing is to be seen, at the end it is at rest', () => {
    const s = scene(moving());
    expect(find(evaluate(s, moment('enter', 0)), 'a').visible).toBe(false);
    const held = { ...find(evaluate(s, holdMoment(0)), 'a') };
    const [atRest, matrix] = [held.opacity, [...held.matrix]];
    const ended = find(evaluate(s, moment('enter', 20)), 'a');
    expect([ended.opacity, ...ended.matrix]).toEqual([atRest, ...matrix]);
    expect(ended.clipCount).toBe(0);
  });
  test('called off on the way in, it leaves from where it was', () => {
    const s = scene(moving());
    const was = find(evaluate(s, moment('enter', 10)), 'a');
    const before = [was.opacity, ...was.matrix, was.clips[0]?.right];
    const leaving = find(evaluate(s, moment('exit', 0, 10)), 'a');
    expect([leaving.opacity, ...leaving.matrix, leaving.clips[0]?.right]).toEqual(before);
    expect(find(evaluate(s, moment('exit', 20, 10)), 'a').visible).toBe(false);
  });
  test('own units are parts of the element’s own size', () => {
    const t = moving();
    t.phases.enter.tracks = [{ ...track('a', 'x', [0, -1.5], [20, 0]), unit: 'own' }];
    expect(seen(find(evaluate(scene(t), moment('enter', 0)), 'a'), 0, 0)).toEqual([-200, 100]);
  });
  test('moments in any order give the same picture', () => {
    const snapshot = (s: Scene, m: Moment): unknown => {
      const node = find(evaluate(s, m), 'a');
      return [
        node.visible,
        node.opacity,
        ...node.matrix,
        node.clipCount,
        node.clipCount > 0 ? node.clips[0]?.right : null,
      ];
    };
    const any = fc.record({
      phase: fc.constantFrom('enter' as const, 'hold' as const, 'exit' as const),
      frame: fc.nat(25),
      enterFrame: fc.option(fc.nat(19)),
      time: fc.constant(0),
    });
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 20 }), (moments) => {
        const used = scene(moving());
        for (const m of moments) expect(snapshot(used, m)).toEqual(snapshot(scene(moving()), m));
      }),
      { numRuns: 40 },
    );
  });
});

describe('groups', () => {
  test('fade as one: half-seen with several in it, they are drawn apart', () => {
    const group = (opacity: number, children: string[]): Element =>
      newElement('group', 'g', 'g', { opacity, children });
    const two = evaluate(
      scene(template([rect('a'), rect('b'), group(0.5, ['a', 'b'])], ['g'])),
      holdMoment(0),
    );
    const g = find(two, 'g');
    expect([g.kind === 'group' && g.isolated, g.opacity, find(two, 'a').opacity]).toEqual([true, 0.5, 1]);
    // One alone needs no layer of its own: it carries the group's opacity.
    const one = evaluate(
      scene(template([rect('a', { opacity: 0.5 }), group(0.5, ['a'])], ['g'])),
      holdMoment(0),
    );
    expect([(find(one, 'g') as GroupNode).isolated, find(one, 'a').opacity]).toEqual([false, 0.25]);
  });
  test('that clip pass their clip down, and no drawable ever carries more than it can', () => {
    const nested: Element[] = [rect('leaf')];
    let inner = 'leaf';
    for (let depth = 0; depth < 9; depth += 1) {
      nested.push(newElement('group', `g${depth}`, `g${depth}`, { children: [inner], clip: true }));
      inner = `g${depth}`;
    }
    const root = evaluate(scene(template(nested, [inner])), holdMoment(0));
    const walk = (node: DisplayNode): number =>
      Math.max(node.clipCount, ...(node.kind === 'group' ? node.children.map(walk) : [0]));
    expect(walk(root)).toBeLessThanOrEqual(maxClips);
    let isolated = 0;
    const count = (node: DisplayNode): void => {
      if (node.kind !== 'group') return;
      if (node.isolated) isolated += 1;
      node.children.forEach(count);
    };
    count(root);
    expect(isolated).toBeGreaterThan(0);
  });
});

test('a clock shows the moment it is asked for, and keeps its words while they are the same', () => {
  const s = scene(template([newElement('clock', 'c', 'c', { format: 'HH:mm:ss' })], ['c']));
  const words = (time: number) => {
    const node = find(evaluate(s, holdMoment(time)), 'c');
    return node.kind === 'text' ? node.layout : null;
  };
  const first = words(3600.2);
  expect(first?.lines[0]?.text).toBe('01:00:00');
  expect(words(3600.9)).toBe(first);
  expect(words(3661)?.lines[0]?.text).toBe('01:01:01');
  expect(s.hasClock).toBe(true);
});

test('what is under a point, front to back; locked elements and groups are not found', () => {
  const s = scene(
    template(
      [rect('back'), rect('locked', { locked: true }), rect('front', { x: 250, rotation: 45 })],
      ['back', 'locked', 'front'],
    ),
  );
  expect(elementsAt(s, holdMoment(0), 290, 150)).toEqual(['front', 'back']);
  expect(elementsAt(s, holdMoment(0), 110, 110)).toEqual(['back']);
  // A corner of the unturned box, outside of the turned one.
  expect(elementsAt(s, holdMoment(0), 445, 105)).toEqual([]);
});

describe('masks and effects', () => {
  const masked = (by: string, change: object = {}): Element =>
    newElement('rect', 'photo', 'photo', {
      w: 400,
      h: 200,
      masks: [{ by, inverted: false, soft: 4 }],
      ...change,
    });
  test('what masks another is not drawn itself; it still moves', () => {
    const t = template(
      [masked('hole'), rect('hole')],
      ['photo', 'hole'],
      [track('hole', 'x', [0, -300], [20, 0])],
    );
    const root = evaluate(scene(t), moment('enter', 0));
    expect(root.children.map((node) => node.key)).toEqual(['t/photo']);
    const [use] = find(root, 'photo').masks;
    expect(use).toMatchObject({ inverted: false, soft: 4 });
    expect(seen(use?.node as DisplayNode, 0, 0)).toEqual([-200, 100]);
  });
  test('a hidden element masks nothing away, and one whose user is hidden is drawn again', () => {
    const t = template([masked('hole', { hidden: true }), rect('hole')], ['photo', 'hole']);
    expect(evaluate(scene(t), holdMoment(0)).children.map((node) => node.key)).toEqual(['t/hole']);
    const other = template([masked('hole'), rect('hole', { hidden: true })], ['photo', 'hole']);
    expect(find(evaluate(scene(other), holdMoment(0)), 'photo').masks).toEqual([]);
  });
  test('a group with a shadow is one picture: its children keep their own opacity and clips', () => {
    const t = template(
      [
        rect('a'),
        rect('b'),
        newElement('group', 'g', 'g', { children: ['a', 'b'], shadow: true, opacity: 0.5 }),
      ],
      ['g'],
    );
    const root = evaluate(scene(t), holdMoment(0));
    expect(isApart(find(root, 'g'))).toBe(true);
    expect([find(root, 'g').opacity, find(root, 'a').opacity, find(root, 'a').clipCount]).toEqual([
      0.5, 1, 0,
    ]);
  });
  test('a plain rectangle stays a plain rectangle, also with a gradient; slants, outlines, patterns make a drawn shape of it', () => {
    const kindOf = (change: object): string =>
      find(evaluate(scene(template([rect('a', change)], ['a'])), holdMoment(0)), 'a').kind;
    const stops = (count: number): object[] =>
      Array.from({ length: count }, (_, i) => ({ at: i / (count - 1), colour: '#102030' }));
    const gradient = (count: number): object => ({ kind: 'linear', angle: 0, stops: stops(count) });
    expect(kindOf({})).toBe('rect');
    expect(kindOf({ fill: gradient(2) })).toBe('rect');
    const pattern = {
      kind: 'pattern',
      pattern: 'weave',
      size: 12,
      angle: 0,
      ink: '#ffffff0a',
      base: '#102030',
    };
    for (const change of [{ slantLeft: 10 }, { outlineWidth: 2 }, { fill: gradient(9) }, { fill: pattern }])
      expect(kindOf(change)).toBe('shape');
  });
});
