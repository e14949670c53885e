// Factors, limits and corners of tethers, against the arithmetic they stand for.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newElement, newTemplate, newTether, type Element, type Tether } from '../show';
import { layOut } from './index';

const measure = {
  width: (text: string, face: { size: number }) => text.length * face.size * 0.5,
  metrics: (face: { size: number }) => ({ ascent: face.size, descent: 0 }),
};
const rect = (id: string, x: number, y: number, w: number, h: number): Element =>
  newElement('rect', id, id, { x, y, w, h });
const boxes = (elements: Element[], tethers: Tether[], order = elements.map((e) => e.id)) =>
  layOut(
    newTemplate('t', 'T', { elements: Object.fromEntries(elements.map((e) => [e.id, e])), order, tethers }),
    {},
    measure,
  ).boxes;
const a = rect('a', 100, 50, 400, 80);
const b = rect('b', 0, 0, 40, 20);

describe('a tether with a factor', () => {
  test('of a size takes that part of it, and the offset after', () => {
    const found = boxes([a, b], [{ ...newTether('t', 'b', 'width', 'a', 'width', 10), factor: 0.25 }]);
    expect(found.get('b')).toMatchObject({ w: 110 });
  });
  test('of an edge goes that part of the way from the start of the other box', () => {
    const found = boxes([a, b], [{ ...newTether('t', 'b', 'left', 'a', 'right', 5), factor: 0.5 }]);
    expect(found.get('b')).toMatchObject({ x: 100 + 200 + 5, w: 40 });
  });
  test('of 1 and without limits is what it was before there were factors', () => {
    const edge = fc.constantFrom('left', 'centre', 'right', 'width' as const);
    fc.assert(
      fc.property(edge, edge, fc.integer({ min: -500, max: 500 }), (own, other, offset) => {
        fc.pre((own === 'width') === (other === 'width'));
        const box = boxes([a, b], [newTether('t', 'b', own as 'left', 'a', other as 'left', offset)]).get(
          'b',
        );
        const part = { left: 0, centre: 0.5, right: 1, width: 0 };
        if (own === 'width') expect(box?.w).toBe(Math.max(0, 400 + offset));
        else expect((box?.x ?? 0) + 40 * part[own]).toBeCloseTo(100 + 400 * part[other] + offset);
      }),
    );
  });
});

describe('a tether with limits', () => {
  test('keeps a size between them, whatever it follows', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3000 }),
        fc.integer({ min: 0, max: 900 }),
        fc.integer({ min: 0, max: 900 }),
        (w, one, two) => {
          const [min, max] = [Math.min(one, two), Math.max(one, two)];
          const found = boxes(
            [rect('a', 0, 0, w, 10), b],
            [{ ...newTether('t', 'b', 'width', 'a', 'width'), min, max }],
          );
          expect(found.get('b')?.w).toBe(Math.max(min, Math.min(max, w)));
        },
      ),
    );
  });
  test('keeps an edge from going further than it may, on the canvas', () => {
    const at = (y: number): number | undefined =>
      boxes(
        [rect('a', 0, y, 10, 100), b],
        [{ ...newTether('t', 'b', 'top', 'a', 'bottom', 20), max: 880 }],
      ).get('b')?.y;
    expect([at(100), at(900)]).toEqual([220, 880]);
  });
  test('inside a group that is itself tethered the limit is still one of the canvas', () => {
    const group = newElement('group', 'g', 'g', { children: ['b'] });
    const found = boxes(
      [a, b, group],
      [
        { ...newTether('t', 'b', 'left', 'a', 'right'), max: 300 },
        newTether('u', 'g', 'top', null, 'top', 70),
      ],
      ['a', 'g'],
    );
    expect(found.get('b')).toMatchObject({ x: 300, y: 70 });
  });
});

test('a corner that follows a corner is two edges that follow two', () => {
  const found = boxes(
    [a, b],
    [newTether('t', 'b', 'right', 'a', 'right'), newTether('u', 'b', 'bottom', 'a', 'bottom')],
  );
  expect(found.get('b')).toEqual({ x: 460, y: 110, w: 40, h: 20 });
});

test('a fan of many elements on one, and a chain of many on each other, come out as summed by hand', () => {
  const count = 60;
  const chain = Array.from({ length: count }, (_, i) => rect(`c${i}`, 0, 0, i + 1, 10));
  const links = chain.map((e, i) =>
    newTether(`l${i}`, e.id, 'left', i === 0 ? 'a' : `c${i - 1}`, 'right', 3),
  );
  const found = boxes([a, ...chain].reverse(), links);
  let at = 500;
  for (let i = 0; i < count; i += 1) {
    expect(found.get(`c${i}`)?.x).toBe(at + 3);
    at += 3 + i + 1;
  }
  const fan = chain.map((e, i) => newTether(`f${i}`, e.id, 'centre', 'a', 'centre', i));
  const spread = boxes([a, ...chain], fan);
  chain.forEach((e, i) => expect((spread.get(e.id)?.x ?? 0) + (i + 1) / 2).toBeCloseTo(300 + i));
});

describe('an element that has not changed', () => {
  const words = (id: string, text: string): Element =>
    newElement('text', id, id, { text, x: 0, y: 0, w: 500, h: 60, fit: 'wrap' });
  const of = (...elements: Element[]) =>
    newTemplate('t', 'T', {
      elements: Object.fromEntries(elements.map((e) => [e.id, e])),
      order: elements.map((e) => e.id),
    });
  const counted = () => {
    const asked: string[] = [];
    let revision = {};
    return {
      asked,
      anew: () => (revision = {}),
      port: {
        width: (text: string, face: { size: number }) => (asked.push(text), measure.width(text, face)),
        metrics: measure.metrics,
        get revision() {
          return revision;
        },
      },
    };
  };
  test('is not fitted again while another is; its words come out as they did', () => {
    const { asked, port } = counted();
    const [still, moving] = [words('still', 'Low water'), words('moving', 'High')];
    const first = layOut(of(still, moving), {}, port);
    asked.length = 0;
    const second = layOut(of(still, { ...moving, text: 'Higher' } as Element), {}, port);
    expect(asked.some((text) => text.includes('Low'))).toBe(false);
    expect(asked).toContain('Higher');
    expect(second.texts.get('still')).toEqual(first.texts.get('still'));
  });
  test('is fitted again into another box, and once fonts have come', () => {
    const { asked, anew, port } = counted();
    const still = words('still', 'Low water');
    layOut(of(still), {}, port);
    asked.length = 0;
    layOut(of({ ...still, w: 60 } as Element), {}, port);
    expect(asked).toContain('Low');
    asked.length = 0;
    anew();
    layOut(of(still), {}, port);
    expect(asked).toContain('Low water');
  });
});
