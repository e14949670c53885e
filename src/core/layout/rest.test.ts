import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  decidedByTethers,
  newElement,
  type Element,
  type Template,
  type Tether,
  newTemplate,
  newTextField,
  newTether,
  newTie,
} from '../show';
import type { TextMeasure } from '../text';
import { layOut, resizeTurned, snapBox, snapLines, snapPoint, tetherCycle, unionOf } from './index';

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};

type TetherWords = [
  element: string,
  edge: Tether['edge'],
  to: string | null,
  toEdge: Tether['toEdge'],
  offset: number,
];

function template(elements: Element[], order: string[], tethers: TetherWords[] = []): Template {
  return newTemplate('t', 'T', {
    elements: Object.fromEntries(elements.map((e) => [e.id, e])),
    order,
    fields: [
      newTextField('f-name', 'Name', 'Ida'),
      { id: 'f-hide', kind: 'yes-no', name: 'Hide', group: '', help: '', default: false },
    ],
    tethers: tethers.map((words, i) => newTether(`x${i}`, ...words)),
  });
}
const rect = (id: string, x: number, w: number, y = 0, h = 10): Element =>
  newElement('rect', id, id, { x, w, y, h });
const text = (id: string, words: string, w = 1000): Element =>
  newElement('text', id, id, { x: 100, y: 50, w, h: 40, text: words, size: 40, vertical: 'top' });
const group = (id: string, children: string[]): Element => newElement('group', id, id, { children });
const boxes = (t: Template, values = {}) => layOut(t, values, measure).boxes;

describe('a bar behind two lines', () => {
  const build = (): Template => {
    const t = template(
      [rect('bar', 0, 10), text('name', 'Ida'), text('role', 'Presenter'), group('words', ['name', 'role'])],
      ['bar', 'words'],
      [
        ['bar', 'left', 'words', 'left', -20],
        ['bar', 'right', 'words', 'right', 30],
      ],
    );
    t.ties.push(newTie('name', 'text', 'f-name'));
    return t;
  };
  test('is as wide as the wider line and its padding, whichever that is', () => {
    expect(boxes(build()).get('bar')).toMatchObject({ x: 80, w: 9 * 20 + 50 });
    expect(boxes(build(), { 'f-name': 'Tobias Fenwick-Adeyemi' }).get('bar')).toMatchObject({
      x: 80,
      w: 22 * 20 + 50,
    });
  });
  test('follows the shrunk text, not the wide one', () => {
    const t = build();
    (t.elements['name'] as { w: number }).w = 300;
    expect(boxes(t, { 'f-name': 'x'.repeat(25) }).get('bar')?.w).toBeCloseTo(350);
  });
  test('lets an empty or hidden line out of the group', () => {
    const t = build();
    t.ties.push(newTie('role', 'hidden', 'f-hide'));
    expect(boxes(t, { 'f-name': '' }).get('bar')?.w).toBe(9 * 20 + 50);
    expect(boxes(t, { 'f-hide': true }).get('bar')?.w).toBe(3 * 20 + 50);
  });
});

describe('tethers', () => {
  test('one edge moves, two stretch, a size takes a size, and the canvas is there to hold on to', () => {
    const t = template(
      [rect('a', 500, 200, 100, 50), rect('b', 0, 40), rect('c', 0, 40), rect('d', 0, 40), rect('e', 0, 60)],
      ['a', 'b', 'c', 'd', 'e'],
      [
        ['b', 'right', 'a', 'left', -5],
        ['c', 'left', 'a', 'right', 0],
        ['c', 'right', null, 'right', -96],
        ['d', 'width', 'a', 'width', 10],
        ['d', 'top', 'a', 'bottom', 4],
        ['e', 'centre', 'a', 'centre', 0],
      ],
    );
    const b = boxes(t);
    expect(b.get('b')).toMatchObject({ x: 455, w: 40 });
    expect(b.get('c')).toMatchObject({ x: 700, w: 1124 });
    expect(b.get('d')).toMatchObject({ x: 0, w: 210, y: 154 });
    expect(b.get('e')).toMatchObject({ x: 570, w: 60 });
  });
  test('a tethered group moves all that is in it, and tethers inside still hold', () => {
    const t = template(
      [rect('a', 0, 100), rect('p', 300, 50), rect('q', 0, 20), group('g', ['p', 'q'])],
      ['a', 'g'],
      [
        ['q', 'left', 'p', 'right', 5],
        ['g', 'left', 'a', 'right', 10],
      ],
    );
    const b = boxes(t);
    expect([b.get('p')?.x, b.get('q')?.x, b.get('g')?.x, b.get('g')?.w]).toEqual([110, 165, 110, 75]);
  });
  test('what hangs on an element inside a moved group sees it where it ends up', () => {
    const t = template(
      [rect('a', 0, 100), rect('p', 300, 50), group('g', ['p']), rect('z', 0, 9)],
      ['a', 'g', 'z'],
      [
        ['g', 'left', 'a', 'right', 0],
        ['z', 'left', 'p', 'right', 0],
      ],
    );
    expect(boxes(t).get('z')?.x).toBe(150);
  });
  test('a circle is named by its members', () => {
    const t = template(
      [rect('bar', 0, 1), rect('chip', 0, 1), rect('tile', 0, 1)],
      ['bar', 'chip', 'tile'],
      [
        ['bar', 'left', 'chip', 'right', 0],
        ['chip', 'left', 'tile', 'right', 0],
        ['tile', 'left', 'bar', 'right', 0],
      ],
    );
    const circle = tetherCycle(t);
    expect(circle?.code).toBe('tether-cycle');
    for (const name of ['bar', 'chip', 'tile']) expect(circle?.message).toContain(`“${name}”`);
    expect(() => boxes(t)).toThrow(circle?.message);
    // The other way of each is another axis: no circle.
    expect(tetherCycle({ ...t, tethers: t.tethers.slice(0, 2) })).toBeNull();
  });
  test('a child tied to its own group is a circle', () => {
    const t = template([rect('p', 0, 5), group('g', ['p'])], ['g'], [['p', 'right', 'g', 'right', 0]]);
    expect(tetherCycle(t)?.code).toBe('tether-cycle');
  });
  test('a chain of any length solves as if done one after the other', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ w: fc.integer({ min: 1, max: 90 }), gap: fc.integer({ min: -20, max: 40 }) }), {
          minLength: 2,
          maxLength: 60,
        }),
        (links) => {
          const elements = links.map((link, i) => rect(`e${i}`, 7, link.w));
          const t = template(
            elements,
            elements.map((e) => e.id).reverse(),
            links.slice(1).map((link, i): TetherWords => [`e${i + 1}`, 'left', `e${i}`, 'right', link.gap]),
          );
          const solved = boxes(t);
          let x = 7;
          links.forEach((link, i) => {
            if (i > 0) x += (links[i - 1]?.w ?? 0) + link.gap;
            expect(solved.get(`e${i}`)?.x).toBe(x);
          });
        },
      ),
      { numRuns: 40 },
    );
  });
});

test('which values tethers decide: an edge the place, two edges or a size the size too', () => {
  const t = template(
    [rect('a', 0, 1), rect('b', 0, 1)],
    ['a', 'b'],
    [
      ['a', 'left', 'b', 'right', 0],
      ['a', 'top', 'b', 'top', 0],
      ['a', 'bottom', 'b', 'bottom', 0],
    ],
  );
  expect([...decidedByTethers(t.tethers, 'a')]).toEqual(['x', 'y', 'h']);
  expect(decidedByTethers(t.tethers, 'b').size).toBe(0);
});

describe('snapping', () => {
  const lines = snapLines(1920, 1080, [{ x: 300, y: 300, w: 100, h: 100 }]);
  test('pulls the nearest of edges and centre to the nearest line in reach, each axis for itself', () => {
    expect(snapBox({ x: 403, y: 700, w: 50, h: 50 }, lines, 6)).toEqual({
      dx: -3,
      dy: 0,
      lineX: 400,
      lineY: null,
    });
    expect(snapBox({ x: 933, y: 513, w: 50, h: 50 }, lines, 6)).toEqual({
      dx: 2,
      dy: 2,
      lineX: 960,
      lineY: 540,
    });
  });
  test('knows the safe areas of EBU R 95', () => {
    expect(snapBox({ x: 94, y: 900, w: 700, h: 124 }, lines, 6)).toMatchObject({
      dx: 2,
      lineX: 96,
      dy: 2,
      lineY: 1026,
    });
    expect(snapPoint(66, null, lines, 6)).toMatchObject({ lineX: 1920 * 0.035, lineY: null });
  });
});

describe('resizing by a handle', () => {
  const box = { x: 100, y: 100, w: 200, h: 100 };
  test('the opposite corner stays where it is seen, at any turn and pivot', () => {
    const corner = (b: typeof box, degrees: number, pivot: { x: number; y: number }) => {
      const a = (degrees * Math.PI) / 180;
      const [rx, ry] = [-pivot.x * b.w, -pivot.y * b.h];
      return [
        b.x + pivot.x * b.w + rx * Math.cos(a) - ry * Math.sin(a),
        b.y + pivot.y * b.h + rx * Math.sin(a) + ry * Math.cos(a),
      ];
    };
    fc.assert(
      fc.property(
        fc.integer({ min: -180, max: 180 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: -80, max: 300 }),
        fc.integer({ min: -80, max: 300 }),
        (degrees, px, py, dx, dy) => {
          const pivot = { x: px, y: py };
          const after = resizeTurned(box, degrees, pivot, { x: 1, y: 1 }, dx, dy, false);
          const [a, b] = [corner(box, degrees, pivot), corner(after, degrees, pivot)];
          expect(b[0]).toBeCloseTo(a[0] as number, 6);
          expect(b[1]).toBeCloseTo(a[1] as number, 6);
        },
      ),
    );
  });
  test('keeps the shape when asked, and never vanishes', () => {
    expect(resizeTurned(box, 0, { x: 0.5, y: 0.5 }, { x: 1, y: 1 }, 200, 0, true)).toEqual({
      x: 100,
      y: 100,
      w: 400,
      h: 200,
    });
    expect(resizeTurned(box, 0, { x: 0.5, y: 0.5 }, { x: -1, y: 0 }, 500, 0, false)).toEqual({
      x: 299,
      y: 100,
      w: 1,
      h: 100,
    });
  });
  test('the box around boxes', () => {
    expect(unionOf([box, { x: 50, y: 150, w: 10, h: 200 }])).toEqual({ x: 50, y: 100, w: 250, h: 250 });
    expect(unionOf([])).toBeNull();
  });
});
