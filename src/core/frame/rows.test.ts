import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  makeList,
  makeTrack,
  newCascade,
  newChange,
  newColumnTie,
  newElement,
  newPhase,
  newTemplate,
  newTie,
  type Change,
  type RowList,
  type Template,
  type Track,
} from '../show';
import type { TextMeasure } from '../text';
import { isApart, type DisplayNode } from '../display';
import { evaluate, prepareScene, type Moment, type Scene } from './index';

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
const listOf = (rows: readonly (readonly [string, number])[]): RowList => {
  const made = makeList(
    'Teams',
    [
      { key: 'name', name: 'Team', type: 'text' },
      { key: 'points', name: 'Points', type: 'number' },
    ],
    rows.map(([name, points]) => ({ key: name, cells: [name, points] })),
  );
  if ('code' in made) throw new Error(made.message);
  return made.list;
};
const order = (names: string): RowList => listOf([...names].map((name, i) => [name, 10 * i]));

const change = newChange('c', 'Order', {
  frames: 20,
  swap: 10,
  carryFrom: 0,
  carryTo: 20,
  carryEase: 'linear',
});
function table(given: { enter?: Track[]; change?: Partial<Change> } = {}): Template {
  return newTemplate('t', 'T', {
    elements: {
      plate: newElement('rect', 'plate', 'Plate', { x: 100, y: 100, w: 200, h: 40 }),
      name: newElement('text', 'name', 'Name', { x: 110, y: 100, w: 100, h: 40, size: 20, vertical: 'top' }),
      points: newElement('text', 'points', 'Points', { x: 250, y: 100, w: 50, h: 40, size: 20 }),
      rows: newElement('rows', 'rows', 'Rows', { children: ['plate', 'name', 'points'], rowH: 50 }),
    },
    order: ['rows'],
    bindings: [{ id: 'b', name: 'Teams', from: { kind: 'words', text: '' }, steps: [] }],
    ties: [
      newTie('rows', 'list', 'b'),
      newColumnTie('name', 'text', 'rows', 'name'),
      newColumnTie('points', 'text', 'rows', 'points'),
    ],
    phases: { enter: { ...newPhase(20), tracks: given.enter ?? [] }, idle: newPhase(0), exit: newPhase(10) },
    changes: [{ ...change, ...given.change }],
  });
}
const sceneOf = (template: Template, to: RowList, from?: RowList): Scene =>
  prepareScene(template, { b: to }, measure, {
    change: from && { change: template.changes[0] as Change, from: { b: from } },
  });
const at = (frame: number): Moment => ({ phase: 'hold', frame: 0, enterFrame: null, time: 0, change: frame });

/** What is seen, by path: its left and top, and how solid it is. */
function seen(scene: Scene, moment: Moment): Record<string, { x: number; y: number; opacity: number }> {
  evaluate(scene, moment);
  return Object.fromEntries(
    scene.parts.flatMap(({ path, node, parent }) => {
      const above: DisplayNode[] = [];
      for (let up = parent; up >= 0; up = scene.parts[up]?.parent ?? -1)
        above.push((scene.parts[up] as (typeof scene.parts)[number]).node);
      if (![node, ...above].every(({ visible }) => visible) || node.kind === 'group') return [];
      const [x = 0, y = 0] = [node.matrix[12], node.matrix[13]];
      // What is drawn as one has its opacity as a whole.
      const whole = above.filter(isApart).reduce((opacity, group) => opacity * group.opacity, 1);
      return [[path, { x, y, opacity: node.opacity * whole }]];
    }),
  );
}

describe('rows in a Change', () => {
  test('travel from where they stood to where they stand, whatever the order was and is, with all that is in them', () => {
    const letters = fc.uniqueArray(fc.constantFrom(...'abcdefgh'), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(letters, letters, (was, is) => {
        const [before, after] = [order(was.join('')), order(is.join(''))];
        const scene = sceneOf(table(), after, before);
        const [start, end] = [seen(scene, at(0)), seen(scene, at(20))];
        expect(start).toEqual(seen(sceneOf(table(), before), at(0)));
        expect(end).toEqual(seen(sceneOf(table(), after), at(0)));
      }),
      { numRuns: 60 },
    );
  });

  test('are half way in the middle; words that changed go with their row', () => {
    const scene = sceneOf(table(), listOf([['b', 1], ['a', 2]]), listOf([['a', 1], ['b', 2]])); // prettier-ignore
    const middle = seen(scene, at(9));
    expect(middle['rows/a/plate']?.y).toBeCloseTo(100 + 50 * 0.45);
    expect(middle['rows/a/points']?.y).toBeCloseTo((middle['rows/a/plate']?.y ?? 0) + 10);
    expect(middle['rows/b/plate']?.y).toBeCloseTo(150 - 50 * 0.45);
  });

  test('go before the swap and come behind it, fading; with motion of their own they are there throughout', () => {
    const scene = sceneOf(table(), order('ac'), order('ab'));
    expect(Object.keys(seen(scene, at(9))).filter((path) => path.endsWith('plate'))).toEqual(['rows/a/plate', 'rows/b/plate']); // prettier-ignore
    expect(Object.keys(seen(scene, at(11))).filter((path) => path.endsWith('plate'))).toEqual(['rows/a/plate', 'rows/c/plate']); // prettier-ignore
    const fade = (id: string, side: 'old' | 'new', from: number, to: number): Track =>
      makeTrack(id, 'rows', 'opacity', [[0, from, 'linear'], [20, to]], { side, cascade: newCascade('child') }); // prettier-ignore
    const both = table({ change: { swap: null, tracks: [fade('o', 'old', 1, 0), fade('n', 'new', 0, 1)] } });
    const faded = seen(sceneOf(both, order('ac'), order('ab')), at(5));
    expect(faded['rows/a/plate']?.opacity).toBe(1);
    expect(faded['rows/b/plate']?.opacity).toBeCloseTo(0.75);
    expect(faded['rows/c/plate']?.opacity).toBeCloseTo(0.25);
  });

  test('a number counts from what its own row had', () => {
    const count = makeTrack('n', 'points', 'count', [[0, 0, 'linear'], [20, 1]], { side: 'whole' }); // prettier-ignore
    const scene = sceneOf(table({ change: { tracks: [count] } }), listOf([['b', 40], ['a', 10]]), listOf([['a', 0], ['b', 20]])); // prettier-ignore
    evaluate(scene, at(10));
    const said = (path: string): string | undefined => {
      const node = scene.parts.find((part) => part.path === path)?.node;
      return node?.kind === 'text' ? node.layout.lines[0]?.text : undefined;
    };
    expect([said('rows/a/points'), said('rows/b/points')]).toEqual(['5', '30']);
  });

  test('the same list again, made by someone else, moves nothing', () => {
    const scene = sceneOf(table(), order('abc'), order('abc'));
    expect(new Set(scene.parts.map((part) => part.side))).toEqual(new Set(['both']));
    expect(seen(scene, at(5))).toEqual(seen(sceneOf(table(), order('abc')), at(0)));
  });
});

describe('a cascade over rows', () => {
  const enter = (frame: number): Moment => ({ phase: 'enter', frame, enterFrame: null, time: 0 });
  const opacities = (track: Track, frame: number): number[] => {
    const now = seen(sceneOf(table({ enter: [track] }), order('abc')), enter(frame));
    return ['a', 'b', 'c'].map((key) => now[`rows/${key}/name`]?.opacity ?? 0);
  };
  const fade = (element: string, by: 'child' | 'cell' | 'row'): Track =>
    makeTrack('f', element, 'opacity', [[0, 0, 'linear'], [20, 1]], { cascade: { ...newCascade(by), overlap: 0.5 } }); // prettier-ignore

  test('of the rows element moves row after row; of what is in them likewise, that alone', () => {
    const rows = opacities(fade('rows', 'child'), 10);
    expect(rows[0]).toBe(1);
    expect(rows[1]).toBeGreaterThan(0);
    expect(rows[2]).toBe(0);
    expect(opacities(fade('name', 'cell'), 10)).toEqual(rows);
    expect(opacities(fade('name', 'row'), 10)).toEqual(rows);
    expect(opacities(fade('plate', 'cell'), 10)).toEqual([1, 1, 1]);
  });

  test('in whole, each row has what one row has', () => {
    const track = makeTrack('f', 'name', 'opacity', [[0, 0, 'linear'], [20, 1]]); // prettier-ignore
    expect(opacities(track, 5).every((opacity) => Math.abs(opacity - 0.25) < 1e-9)).toBe(true);
  });
});
