import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fixed } from '../binding';
import { layOut } from '../layout';
import type { TextMeasure } from '../text';
import {
  makeField,
  makeFieldsOf,
  mirrorAcross,
  newChange,
  newElement,
  newTemplate,
  newTether,
  newTextField,
  newTie,
  plateBehind,
  propertyOf,
  rowWays,
  setInRow,
  setKey,
  wipeAlong,
  type Box,
  type Element,
  type Property,
  type Template,
  type Values,
} from './index';

let made = 0;
const newId = (): string => `n${(made += 1)}`;
const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
const boxes = (t: Template, values: Values = {}): ReadonlyMap<string, Box> =>
  layOut(t, values, measure).boxes;
const box = (t: Template, id: string, values: Values = {}): Box => boxes(t, values).get(id) as Box;

/** A flag, a name and a score; the words of the last two come from fields. */
function side(): Template {
  const t = newTemplate('t', 'Duel', {
    elements: {
      flag: newElement('picture', 'flag', 'Flag', { x: 100, y: 900, w: 96, h: 64 }),
      name: newElement('text', 'name', 'Name', { x: 300, y: 896, w: 500, h: 72, text: 'Ida', size: 40 }),
      score: newElement('text', 'score', 'Score', { x: 820, y: 896, w: 80, h: 72, text: '12', size: 40 }),
    },
    order: ['flag', 'name', 'score'],
  });
  makeFieldsOf(t, ['name', 'score'], newId);
  return t;
}
const fieldOf = (t: Template, element: string): string =>
  t.ties.find((tie) => tie.element === element)?.field as string;
const words = fc.string({ maxLength: 30 }).map((text) => `x${text.replaceAll('\n', ' ')}`);

describe('a wipe along a path', () => {
  test('a stroke that covers them masks them all, is drawn in Enter and taken up in Exit; with its words it grows', () => {
    const t = side();
    const id = wipeAlong(t, ['name', 'score'], boxes(t), newId) as string;
    const way = t.elements[id] as Extract<Element, { kind: 'path' }>;
    const end = box(t, 'score').x + box(t, 'score').w;
    expect([way.x, way.x + way.w, way.outlineWidth >= way.h]).toEqual([box(t, 'name').x, end, true]);
    expect(['name', 'score', 'flag'].map((own) => t.elements[own]?.masks.map(({ by }) => by))).toEqual([
      [id],
      [id],
      [],
    ]);
    expect(t.phases.enter.tracks.map(({ property }) => property)).toContain('drawEnd');
    expect(t.phases.exit.tracks.at(-1)?.property).toBe('drawStart');
    const one = side();
    const of = wipeAlong(one, ['name'], boxes(one), newId) as string;
    const field = fieldOf(one, 'name');
    for (const text of ['Ox', 'A much longer name'])
      expect(box(one, of, { [field]: text }).w).toBe(box(one, 'name', { [field]: text }).w);
  });
});

describe('fields of several elements', () => {
  test('words, pictures and whole numbers, named as the elements; shapes only where there is nothing else', () => {
    const t = side();
    t.elements['bar'] = newElement('rect', 'bar', 'Bar', { fill: '#102030' });
    t.order.push('bar');
    makeFieldsOf(t, ['bar', 'flag', 'name'], newId);
    makeFieldsOf(t, ['bar'], newId);
    expect(t.fields.map(({ name, kind, default: usual }) => [name, kind, usual])).toEqual([
      ['Name', 'text', 'Ida'],
      ['Score', 'number', 12],
      ['Flag', 'picture', null],
      ['Bar fill', 'colour', '#102030'],
    ]);
    expect(box(t, 'score', { [fieldOf(t, 'score')]: 7 }).w).toBe(20);
  });
});

describe('a plate behind elements', () => {
  test('stands behind them and is as wide as their words, whatever these are', () => {
    const t = side();
    setInRow(t, ['flag', 'name'], boxes(t), 'from-left', newId);
    const plate = plateBehind(t, ['flag', 'name'], boxes(t), '#112233', newId) as string;
    expect(t.order).toEqual([plate, 'flag', 'name', 'score']);
    fc.assert(
      fc.property(words, (text) => {
        const values = { [fieldOf(t, 'name')]: text };
        const [own, flag, name] = [box(t, plate, values), box(t, 'flag', values), box(t, 'name', values)];
        expect([flag.x - own.x, own.x + own.w - name.x - name.w]).toEqual([20, 20]);
        expect(own.y).toBeLessThan(flag.y);
        expect(own.y + own.h).toBeGreaterThan(flag.y + flag.h);
      }),
    );
  });
  test('takes the place of its words beside others: plates of a row lie edge to edge', () => {
    const t = side();
    for (const id of ['flag', 'name', 'score']) Object.assign(t.elements[id] as Element, { x: 500 });
    setInRow(t, ['flag', 'name', 'score'], boxes(t), 'from-right', newId);
    const behindScore = plateBehind(t, ['score'], boxes(t), '#112233', newId) as string;
    const behindName = plateBehind(t, ['flag', 'name'], boxes(t), '#112233', newId) as string;
    fc.assert(
      fc.property(words, fc.integer({ min: 0, max: 99_999 }), (text, score) => {
        const values = { [fieldOf(t, 'name')]: text, [fieldOf(t, 'score')]: score };
        const [left, right] = [box(t, behindName, values), box(t, behindScore, values)];
        expect(left.x + left.w).toBeCloseTo(right.x);
      }),
    );
  });
  test('of lines one under another follows the longest of the moment', () => {
    const t = side();
    t.elements['second'] = newElement('text', 'second', 'Second', {
      x: 300,
      y: 980,
      w: 500,
      h: 50,
      text: 'Role',
      size: 30,
    });
    t.order.push('second');
    makeField(t, 'second', propertyOf('text', 'text') as Property, 'second');
    const plate = plateBehind(t, ['name', 'second'], boxes(t), '#112233', newId) as string;
    for (const values of [
      { [fieldOf(t, 'name')]: 'A long name' },
      { second: 'A role that is much longer than any name' },
    ]) {
      const inside = ['name', 'second'].map((id) => box(t, id, values));
      const right = Math.max(...inside.map(({ x, w }) => x + w));
      const own = box(t, plate, values);
      expect(own.x + own.w - right).toBe(20);
    }
  });
  test('of elements without boxes there is none', () => {
    const t = side();
    expect(plateBehind(t, ['flag'], new Map(), '#112233', newId)).toBeNull();
    expect(t.order).toHaveLength(3);
  });
});

describe('elements in a row or column', () => {
  test('stay apart by the same gap from the end that stands still, whatever the words are', () => {
    for (const way of rowWays) {
      const t = side();
      const ids = ['flag', 'name', 'score'];
      const order = setInRow(t, ids, boxes(t), way, newId);
      const still = box(t, order[0] as string);
      fc.assert(
        fc.property(words, fc.integer({ min: 0, max: 99_999 }), (text, score) => {
          const values = { [fieldOf(t, 'name')]: text, [fieldOf(t, 'score')]: score };
          const placed = order.map((id) => box(t, id, values));
          const isRow = way === 'from-left' || way === 'from-right';
          const gaps = placed.slice(1).map((own, index) => {
            const last = placed[index] as Box;
            const [a, b] = way === 'from-left' || way === 'from-top' ? [last, own] : [own, last];
            return isRow ? b.x - a.x - a.w : b.y - a.y - a.h;
          });
          expect(new Set(gaps.map((gap) => Math.round(gap))).size).toBe(1);
          const [first] = placed as [Box];
          if (order[0] === 'flag') expect(first).toEqual(still);
        }),
        { numRuns: 20 },
      );
    }
  });
  test('what lies over one another comes in the order given, and an earlier tether to what follows goes', () => {
    const t = side();
    for (const id of ['flag', 'name', 'score'])
      Object.assign(t.elements[id] as Element, { x: 500, w: 96, align: 'centre' });
    const lying = boxes(t);
    t.tethers.push(newTether('old', 'score', 'left', 'flag', 'right'));
    expect(setInRow(t, ['score', 'flag', 'name'], lying, 'from-left', newId)).toEqual([
      'score',
      'flag',
      'name',
    ]);
    expect(t.tethers.some(({ id }) => id === 'old')).toBe(false);
    expect(box(t, 'flag').x - box(t, 'score').x - box(t, 'score').w).toBe(20);
  });
});

describe('the other side', () => {
  const number = fc.integer({ min: -400, max: 400 });
  const given = fc.record({
    x: number,
    y: number,
    w: fc.integer({ min: 1, max: 500 }),
    h: fc.integer({ min: 1, max: 300 }),
    rotation: number,
    pivotX: fc.double({ min: 0, max: 1, noNaN: true }),
    wipeAngle: fc.integer({ min: -80, max: 80 }),
  });
  const element = fc.oneof(
    fc.tuple(given, number, number, fc.nat(40)).map(([base, slantLeft, slantRight, radiusTopLeft]) =>
      newElement('rect', 'e', 'E', {
        ...base,
        slantLeft,
        slantRight,
        radiusTopLeft,
        fill: {
          kind: 'linear',
          angle: 30,
          stops: [
            { at: 0, colour: '#000000' },
            { at: 1, colour: '#ffffff' },
          ],
        },
      }),
    ),
    given.map((base) => newElement('ellipse', 'e', 'E', { ...base, start: 20, sweep: 110, hole: 0.4 })),
    given.map((base) => newElement('line', 'e', 'E', { ...base, headEnd: 'arrow' })),
    given.map((base) => newElement('text', 'e', 'E', { ...base, text: 'Words here', align: 'left' })),
  );
  test('mirrors each box across the middle, and done twice it is what it was', () => {
    fc.assert(
      fc.property(element, (one) => {
        const t = newTemplate('t', 'T', { elements: { e: structuredClone(one) }, order: ['e'] });
        for (const property of ['x', 'rotation', 'wipeLeft'] as const)
          setKey(t, 'enter', { element: 'e', property }, { frame: 0, value: 0.5 }, newId);
        const [copy] = mirrorAcross(t, ['e'], newId) as [string];
        const [own, other] = [box(t, 'e'), box(t, copy)];
        expect(other.x + other.w / 2 + own.x + own.w / 2).toBeCloseTo(1920);
        const [back] = mirrorAcross(t, [copy], newId) as [string];
        const bare = ({ id: _i, name: _n, ...rest }: Element): unknown =>
          JSON.parse(
            JSON.stringify(rest, (_key, value: unknown) =>
              typeof value === 'number' ? Math.round(value * 1e6) / 1e6 + 0 : value,
            ),
          );
        expect(bare(t.elements[back] as Element)).toEqual(bare(t.elements['e'] as Element));
        const motion = (id: string): unknown =>
          t.phases.enter.tracks
            .filter((track) => track.element === id)
            .map((track) => [track.property, ...track.keys.map((key) => Number(key.value) + 0)]);
        expect(motion(back)).toEqual(motion('e'));
        expect(motion(copy)).not.toEqual(motion('e'));
      }),
    );
  });
  test('a piece of a ring and a slanted rectangle are drawn turned over', () => {
    const t = newTemplate('t', 'T', {
      elements: {
        r: newElement('rect', 'r', 'R', { w: 200, h: 100, slantLeft: 40 }),
        o: newElement('ellipse', 'o', 'O', { start: 20, sweep: 110 }),
        p: newElement('path', 'p', 'P', {
          subpaths: [{ closed: true, points: [{ x: 0.2, y: 0, inX: 0.2, inY: 0, outX: 0.2, outY: 0 }] }],
        }),
      },
      order: ['r', 'p', 'o'],
    });
    const [rect, path, ring] = mirrorAcross(t, ['r', 'p', 'o'], newId).map((id) => t.elements[id] as Element);
    expect(rect).toMatchObject({ slantLeft: 0, slantRight: -40 });
    expect(path).toMatchObject({ subpaths: [{ points: [{ x: 0.8, inX: 0.8, outX: 0.8 }] }] });
    expect(ring).toMatchObject({ start: -130, sweep: 110 });
  });
  test('keeps the words of one side from those of the other: fields, rows, plates', () => {
    const t = side();
    setInRow(t, ['flag', 'name', 'score'], boxes(t), 'from-right', newId);
    plateBehind(t, ['flag', 'name'], boxes(t), '#112233', newId);
    const copies = mirrorAcross(t, [...t.order], newId);
    expect(
      Object.values(t.elements)
        .map(({ name }) => name)
        .sort(),
    ).toEqual(['Flag', 'Name', 'Plate', 'Score'].flatMap((name) => [`${name} left`, `${name} right`]));
    expect(t.fields.map(({ name }) => name)).toEqual([
      'Name left',
      'Score left',
      'Name right',
      'Score right',
    ]);
    const find = (name: string): string =>
      Object.values(t.elements).find((own) => own.name === name)?.id as string;
    expect(copies).toHaveLength(4);
    fc.assert(
      fc.property(words, words, (left, right) => {
        const values = { [fieldOf(t, find('Name left'))]: left, [fieldOf(t, find('Name right'))]: right };
        const swapped = { [fieldOf(t, find('Name left'))]: right, [fieldOf(t, find('Name right'))]: left };
        for (const part of ['Flag', 'Name', 'Plate', 'Score']) {
          const own = box(t, find(`${part} left`), values);
          const other = box(t, find(`${part} right`), swapped);
          expect([own.x + own.w, own.w, own.y]).toEqual([1920 - other.x, other.w, other.y]);
        }
      }),
    );
  });
  test('a Change that waits for a field of one side has a counterpart; bindings are copied, what both share is not', () => {
    const t = side();
    const score = fieldOf(t, 'score');
    t.changes = [
      newChange('c', 'Left score', { when: [{ is: 'changed', field: score }] }),
      newChange('any', 'Any'),
    ];
    setKey(t, 'c', { element: 'score', property: 'y', side: 'old' }, { frame: 0, value: 0 }, newId);
    t.bindings = [
      {
        id: 'b',
        name: 'Flag left',
        from: { kind: 'cell', data: 'tab', row: { by: 'place', at: fixed(1) }, column: 'c', take: 'value' },
        steps: [],
      },
    ];
    t.ties.push(newTie('flag', 'asset', 'b'));
    t.fields.push(newTextField('shared', 'Size', '1'));
    t.elements['else'] = newElement('text', 'else', 'Else');
    t.order.push('else');
    t.ties.push(newTie('else', 'text', 'shared'), newTie('name', 'letters', 'shared'));
    const [flag, name, copy] = mirrorAcross(t, ['flag', 'name', 'score'], newId) as [string, string, string];
    expect(
      t.changes.map((change) => [
        change.name,
        change.when.map(({ field }) => field),
        change.tracks.map(({ element }) => element),
      ]),
    ).toEqual([
      ['Left score', [score], ['score']],
      ['Right score', [fieldOf(t, copy)], [copy]],
      ['Any', [], []],
    ]);
    expect(t.bindings.map((binding) => binding.name)).toEqual(['Flag left', 'Flag right']);
    expect(t.ties.find(({ element: own }) => own === flag)?.field).toBe(t.bindings[1]?.id);
    expect(t.ties.filter(({ element: own }) => own === name).map(({ field }) => field)).toContain('shared');
  });
});
