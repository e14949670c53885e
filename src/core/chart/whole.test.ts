import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type ChartElement } from '../show';
import { chartOf, columns, laid, listOf, part } from './gallery';
import { seatPlaces } from './index';

describe('parts of a whole', () => {
  test('a pie goes round by its values, from the top; a half-ring from its left', () => {
    const slice = (chart: ChartElement, key: string): readonly [number, number] => {
      const { shape } = part(
        laid(
          chart,
          listOf([
            ['Ox', 30],
            ['Tern', 10],
          ]),
        ).parts,
        key,
      );
      return shape.is === 'ellipse' ? [shape.start, shape.sweep] : [NaN, NaN];
    };
    expect([slice(chartOf({ form: 'pie' }), 'k0/'), slice(chartOf({ form: 'pie' }), 'k1/')]).toEqual([
      [0, 270],
      [270, 90],
    ]);
    expect(slice(chartOf({ form: 'pie', sweep: 180 }), 'k1/')).toEqual([45, 45]);
  });
  test('seats: as many as there are, none over another, whole within the half-ring', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.double({ min: 0, max: 0.9, noNaN: true }),
        (count, hole) => {
          const seats = seatPlaces(count, hole);
          expect(seats).toHaveLength(count);
          seats.forEach((a, i) => {
            expect(a.y).toBeGreaterThanOrEqual(-1e-6);
            expect(Math.hypot(a.x, a.y)).toBeLessThanOrEqual(1);
            const b = seats[i + 1];
            if (b) expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThanOrEqual(a.size * 0.6);
          });
        },
      ),
      { numRuns: 60 },
    );
  });
  test('pieces: each worth the same, the last cut to what is left', () => {
    const { parts } = laid(
      chartOf({
        form: 'pieces',
        direction: 'lying',
        pieceWorth: 10,
        piece: 'square',
        names: 'none',
        values: 'none',
      }),
      listOf([
        ['Ox', 35],
        ['Tern', 10],
      ]),
    );
    const own = parts.filter(({ key }) => key.startsWith('k0/'));
    expect(own).toHaveLength(4);
    expect((own[3]?.box.w ?? 0) / (own[0]?.box.w ?? 1)).toBeCloseTo(0.5);
    expect(parts.filter(({ key }) => key.startsWith('k1/'))).toHaveLength(1);
  });
  test('a gauge shows where its value stands between its ends', () => {
    const { parts } = laid(
      chartOf({ form: 'gauge', sweep: 180, ends: 'fixed', least: 0, greatest: 40 }),
      listOf([['Gust', 10]]),
    );
    expect(part(parts, '~value').shape).toMatchObject({ start: -90, sweep: 45 });
  });
  test('a bracket stands each match between those that lead to it', () => {
    const list = listOf(
      [
        ['Ox', 'Tern', 3, 1],
        ['Skerry', 'Dunlin', 0, 3],
        ['Ox', 'Dunlin', null, null],
      ],
      ['Left', 'Right', ['L', 'number'], ['R', 'number']],
    );
    const { parts } = laid(
      chartOf({
        form: 'bracket',
        columns: columns({ name: 'Left', other: 'Right', series: ['L', 'R'] }),
      }),
      list,
    );
    const middle = (key: string): number =>
      (part(parts, `${key}/0`).box.y + part(parts, `${key}/1`).box.y + part(parts, `${key}/1`).box.h) / 2;
    expect(middle('k2')).toBeCloseTo((middle('k0') + middle('k1')) / 2);
    const fill = (key: string): unknown => {
      const { shape } = part(parts, key);
      return shape.is === 'rect' ? shape.fill : null;
    };
    expect([fill('k0/0') === fill('k0/1'), fill('k2/0') === fill('k2/1')]).toEqual([false, true]);
  });
});
