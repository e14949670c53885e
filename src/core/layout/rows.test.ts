import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  makeList,
  newColumnTie,
  newElement,
  newTemplate,
  newTether,
  newTie,
  type Element,
  type RowList,
  type RowsElement,
  type Template,
} from '../show';
import type { TextMeasure } from '../text';
import { expand, mostInstances, near } from './expand';
import { layOut } from './rest';

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};

const listOf = (rows: readonly (readonly [key: string, name: string, points: number | null])[]): RowList => {
  const made = makeList(
    'Teams',
    [
      { key: 'name', name: 'Team', type: 'text' },
      { key: 'points', name: 'Points', type: 'number' },
    ],
    rows.map(([key, ...cells]) => ({ key, cells })),
  );
  if ('code' in made) throw new Error(made.message);
  return made.list;
};

/** A plate and two texts, 40 px high, that stand once for each row of the binding `b`. */
function table(given: Partial<RowsElement> = {}, more: Partial<Template> = {}): Template {
  const plate = newElement('rect', 'plate', 'Plate', { x: 100, y: 200, w: 300, h: 40 });
  const name = newElement('text', 'name', 'Name', {
    x: 110,
    y: 200,
    w: 200,
    h: 40,
    size: 30,
    vertical: 'top',
  });
  const points = newElement('text', 'points', 'Points', { x: 330, y: 200, w: 60, h: 40, size: 30 });
  const rows = newElement('rows', 'rows', 'Rows', {
    children: ['plate', 'name', 'points'],
    gapY: 10,
    ...given,
  });
  return newTemplate('t', 'T', {
    elements: { plate, name, points, rows, ...(more.elements ?? {}) },
    order: ['rows', ...Object.keys(more.elements ?? {}).filter((id) => !rows.children.includes(id))],
    bindings: [{ id: 'b', name: 'Teams', from: { kind: 'words', text: '' }, steps: [] }],
    ties: [
      newTie('rows', 'list', 'b'),
      newColumnTie('name', 'text', 'rows', 'Team'),
      newColumnTie('points', 'text', 'rows', 'points'),
      ...(more.ties ?? []),
    ],
    tethers: more.tethers ?? [],
  });
}
const three = listOf([
  ['k', 'Skerry', 31],
  ['m', 'Marram', 24],
  ['s', 'Saltings', 8],
]);
const textOf = (element: Element | undefined): string => (element?.kind === 'text' ? element.text : '');

describe('what stands once for each row', () => {
  test('takes the cells of its row, under a path that is the row’s', () => {
    const { elements, boxes } = layOut(table(), { b: three }, measure);
    expect(textOf(elements['rows/m/name'])).toBe('Marram');
    expect(textOf(elements['rows/m/points'])).toBe('24');
    expect(['k', 'm', 's'].map((key) => boxes.get(`rows/${key}/plate`)?.y)).toEqual([200, 250, 300]);
    expect(boxes.get('rows')).toMatchObject({ x: 100, y: 200, w: 300, h: 140 });
    // By its own id an element is found where it stands first.
    expect(boxes.get('plate')).toEqual(boxes.get('rows/k/plate'));
  });

  test('flows down, across or in a grid, by its content or by a size of its own', () => {
    const places = (given: Partial<RowsElement>) => {
      const { boxes } = layOut(table(given), { b: three }, measure);
      return ['k', 'm', 's'].map((key) => {
        const box = boxes.get(`rows/${key}/plate`);
        return [box?.x, box?.y];
      });
    };
    expect(places({ flow: 'across', gapX: 5 })).toEqual([[100, 200], [405, 200], [710, 200]]); // prettier-ignore
    expect(places({ flow: 'grid', across: 2, gapX: 5, gapY: 7 })).toEqual([[100, 200], [405, 200], [100, 247]]); // prettier-ignore
    expect(places({ rowH: 58, gapY: 0 })).toEqual([[100, 200], [100, 258], [100, 316]]); // prettier-ignore
  });

  test('of so many rows at most; where there are none the stand-in stands, and nothing else', () => {
    expect([...expand(table({ most: 2 }), { b: three }, measure).all.keys()].filter((path) => path.endsWith('plate'))).toEqual(['rows/k/plate', 'rows/m/plate']); // prettier-ignore
    const empty = expand(table({ standIn: 'name' }), { b: listOf([]) }, measure);
    expect([...empty.all.values()].map(({ element }) => element.id)).toEqual(['rows', 'name']);
    expect(expand(table({ standIn: 'name' }), { b: three }, measure).all.has('rows/k/name')).toBe(false);
    // Tied to data that has not come it stands for no rows; as it is drawn where it is tied to nothing.
    expect(expand(table(), {}, measure).of.get('plate')).toBeUndefined();
    const untied = { ...table(), ties: [] };
    expect(expand(untied, {}, measure).of.get('plate')).toHaveLength(3);
    expect(layOut(table(), { b: listOf([]) }, measure).boxes.get('rows')).toMatchObject({ x: 100, y: 200, w: 0, h: 0 }); // prettier-ignore
  });

  test('tethers hold within a row; what hangs on the rows follows how many there are', () => {
    const bar = newElement('rect', 'bar', 'Bar', { x: 0, y: 210, w: 10, h: 4 });
    const foot = newElement('rect', 'foot', 'Foot', { x: 0, y: 0, w: 10, h: 10 });
    const template = table({}, { elements: { foot } });
    template.elements['bar'] = bar;
    (template.elements['rows'] as RowsElement).children.push('bar');
    template.tethers = [
      newTether('t1', 'bar', 'left', 'name', 'right', 6),
      newTether('t2', 'foot', 'top', 'rows', 'bottom', 20),
    ];
    const { boxes } = layOut(template, { b: three }, measure);
    expect(boxes.get('rows/k/bar')?.x).toBe(110 + 6 * 15 + 6);
    expect(boxes.get('rows/s/bar')?.x).toBe(110 + 8 * 15 + 6);
    expect(boxes.get('foot')?.y).toBe(340 + 20);
  });

  test('rows in rows: the inner list is its own, cells of the outer row can be had', () => {
    const template = table();
    const dot = newElement('text', 'dot', 'Dot', { x: 420, y: 200, w: 30, h: 20, size: 10 });
    const inner = newElement('rows', 'inner', 'Inner', { children: ['dot'], flow: 'across', rowW: 40 });
    Object.assign(template.elements, { dot, inner });
    (template.elements['rows'] as RowsElement).children.push('inner');
    template.bindings.push({ id: 'c', name: 'Judges', from: { kind: 'words', text: '' }, steps: [] });
    template.ties.push(
      newTie('inner', 'list', 'c'),
      newColumnTie('dot', 'text', 'inner', 'Team'),
      newColumnTie('dot', 'colour', 'rows', 'name'),
    );
    const judges = listOf([['j1', 'A', 1], ['j2', 'B', 2]]); // prettier-ignore
    const { elements, boxes } = layOut(template, { b: three, c: judges }, measure);
    expect(textOf(elements['rows/m/inner/j2/dot'])).toBe('B');
    expect(boxes.get('rows/m/inner/j2/dot')).toMatchObject({ x: 460, y: 255 });
    // A name is no colour: the element keeps its own.
    expect(elements['rows/m/inner/j2/dot']).toMatchObject({ colour: dot.colour });
  });

  test('what is meant from within a row is what stands in the same row, then outside', () => {
    const instances = expand(
      table({}, { elements: { foot: newElement('rect', 'foot', 'Foot') } }),
      {
        b: three,
      },
      measure,
    );
    expect(near(instances, 'rows/m/name', 'plate')).toBe('rows/m/plate');
    expect(near(instances, 'rows/m/name', 'foot')).toBe('foot');
    expect(near(instances, 'foot', 'plate')).toBe('rows/k/plate');
  });

  test('a group that lies in itself is left out where it comes round', () => {
    const template = table();
    (template.elements['rows'] as RowsElement).children.push('rows');
    expect(expand(template, { b: three }, measure).of.get('rows')).toEqual(['rows']);
  });

  test('more instances than a picture may have are left out, and said to be', () => {
    const many = listOf(Array.from({ length: 200 }, (_, i) => [`k${i}`, `T${i}`, i]));
    const template = table({ most: 200 });
    const inner = newElement('rows', 'inner', 'Inner', { children: ['plate'], most: 200 });
    template.elements['inner'] = inner;
    (template.elements['rows'] as RowsElement).children = ['inner'];
    template.ties.push(newTie('inner', 'list', 'b'));
    const { all, cuts } = expand(template, { b: many }, measure);
    expect(all.size).toBeLessThanOrEqual(mostInstances + 10);
    expect(cuts.length).toBeGreaterThan(0);
    expect(cuts[0]).toMatchObject({ of: 200 });
  });
});

describe('keys of rows', () => {
  const keysOf = (keys: readonly string[]) => listOf(keys.map((key) => [key, key, 1])).order;
  test('rows of one key are told apart, rows without one by their place, and no key is what every object has', () => {
    expect(keysOf(['a', 'a', '', 'constructor', 'a', ''])).toEqual([
      'a',
      'a #2',
      '#3',
      'constructor·',
      'a #3',
      '#6',
    ]);
  });
  test('whatever the keys are, each row has a path of its own', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 12 }), { maxLength: 12 }), (keys) => {
        const list = listOf(keys.map((key) => [key, 'x', 1]));
        const { of } = expand(table({ most: 200 }), { b: list }, measure);
        expect(new Set(of.get('plate') ?? []).size).toBe(keys.length);
      }),
    );
  });
  test('a row that stays keeps its path and its very element, wherever it comes to stand', () => {
    const rows = fc.uniqueArray(fc.tuple(fc.stringMatching(/^[a-z]{1,4}$/), fc.string(), fc.integer()), {
      selector: ([key]) => key,
      minLength: 1,
      maxLength: 8,
    });
    fc.assert(
      fc.property(rows, fc.integer(), (given, seed) => {
        const template = table();
        const before = expand(template, { b: listOf(given) }, measure);
        const turned = given.map(
          (_, i) => given[(i + Math.abs(seed)) % given.length] as (typeof given)[number],
        );
        const after = expand(template, { b: listOf(turned) }, measure);
        for (const [key] of given) {
          expect(after.all.get(`rows/${key}/name`)?.element).toBe(
            before.all.get(`rows/${key}/name`)?.element,
          );
        }
        expect(after.all.get('rows')?.children).toEqual(turned.map(([key]) => `rows/${key}`));
      }),
    );
  });
});
