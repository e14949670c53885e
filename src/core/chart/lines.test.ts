import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { ChartElement, RowList } from '../show';
import { chartOf, columns, laid, listOf, number, part, port, type Row } from './gallery';
import { alignTraces, layChart, readChart, traceShapes, type Trace } from './index';

describe('lines', () => {
  const line = (points: readonly (readonly [string, number, number])[], given: Partial<Trace> = {}): Trace => ({
    curve: 'straight', base: null, points: points.map(([key, x, y]) => ({ key, x, y, begins: false })), ...given,
  }); // prettier-ignore
  test('stand where their scale says, and break where a value is missing', () => {
    const list = listOf(
      [
        [0, 10],
        [10, 20],
        [20, null],
        [40, 5],
      ],
      [['Metres', 'number'], number],
    );
    const chart = chartOf({
      form: 'lines',
      names: 'none',
      values: 'none',
      dot: 0,
      lineW: 4,
      columns: columns({ name: 'Metres', series: ['Points'] }),
      along: 'numbers',
    });
    const { shape, box } = part(laid(chart, list).parts, '~line Points');
    if (shape.is !== 'trace') throw new Error('no line');
    expect(shape.trace.points.map(({ x, begins }) => [x - box.x, begins])).toEqual([
      [0, false],
      [250, false],
      [1000, true],
    ]);
    const [a, b, c] = shape.trace.points.map(({ y }) => box.y + box.h - y) as [number, number, number];
    expect([b / a, c / a]).toEqual([2, 0.5]);
    expect(traceShapes(shape.trace).map(({ points }) => points.length)).toEqual([2, 1]);
  });
  test('that are smooth never go beyond the values on either side', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 500 }), { minLength: 2, maxLength: 20 }), (ys) => {
        const [path] = traceShapes(
          line(
            ys.map((y, i) => [String(i), i * 10, y]),
            { curve: 'smooth' },
          ),
        );
        path?.points.forEach((p, i) => {
          const next = path.points[i + 1];
          if (!next) return;
          const [lo, hi] = [Math.min(p.y, next.y), Math.max(p.y, next.y)];
          for (let t = 0; t <= 1; t += 0.1) {
            const u = 1 - t;
            const y = u ** 3 * p.y + 3 * u * u * t * p.outY + 3 * u * t * t * next.inY + t ** 3 * next.y;
            expect(y).toBeGreaterThanOrEqual(lo - 1e-6);
            expect(y).toBeLessThanOrEqual(hi + 1e-6);
          }
        });
      }),
      { numRuns: 60 },
    );
  });
  test('old and new go through the points of both, by their keys; a gap that opens is another line', () => {
    const [from, to] =
      alignTraces(
        line([
          ['a', 0, 1],
          ['b', 1, 2],
          ['c', 2, 3],
        ]),
        line([
          ['b', 0, 4],
          ['c', 1, 5],
          ['d', 2, 6],
        ]),
      ) ?? [];
    expect(from?.points.map(({ key, y }) => [key, y])).toEqual([
      ['a', 1],
      ['b', 2],
      ['c', 3],
      ['d', 3],
    ]);
    expect(to?.points.map(({ key, y }) => [key, y])).toEqual([
      ['a', 4],
      ['b', 4],
      ['c', 5],
      ['d', 6],
    ]);
    const broken = line([
      ['a', 0, 1],
      ['b', 1, 2],
    ]);
    expect(
      alignTraces(
        line([
          ['a', 0, 1],
          ['b', 1, 2],
        ]),
        { ...broken, points: broken.points.map((p, i) => ({ ...p, begins: i === 1 })) },
      ),
    ).toBeNull();
  });
  test('of stacked areas lie on one another, and add up', () => {
    const both = ['Day', number, ['Cuts', 'number']] as const;
    const { parts } = laid(
      chartOf({ form: 'areas', series: 'stacked', names: 'none', values: 'none', legend: 'none' }),
      listOf(
        [
          ['a', 10, 30],
          ['b', 20, 20],
        ],
        [...both],
      ),
    );
    const [low, high] = ['~area Points', '~area Cuts'].map((key) => part(parts, key).shape);
    if (low?.is !== 'trace' || high?.is !== 'trace') throw new Error('no areas');
    expect(high.trace.base).toEqual(low.trace.points.map(({ y }) => y));
    expect(high.trace.points[0]?.y).toBeCloseTo(high.trace.points[1]?.y ?? NaN);
  });
  test('show their last seconds alone where they have a window', () => {
    const list = listOf(
      [0, 30, 60, 90].map((s): Row => [s * 1000, s]),
      [['At', 'date'], number],
    );
    const chart = chartOf({ form: 'lines', window: 60, values: 'none', dot: 0 });
    const { shape, box } = part(laid(chart, list).parts, '~line Points');
    if (shape.is !== 'trace') throw new Error('no line');
    const x = shape.trace.points.map((p) => (p.x - box.x) / box.w);
    expect(x.map((at) => Math.round(at * 100) / 100)).toEqual([-0.5, 0, 0.5, 1]);
  });
});

test('times of day stand along an axis as what they are, written as words or not', () => {
  const words = (list: RowList) =>
    laid(
      chartOf({ form: 'lines', values: 'none', along: 'dates', columns: columns({ name: 'At' }) }),
      list,
    ).parts.flatMap(({ shape }) => (shape.is === 'words' ? [shape.words] : []));
  const hours = [8, 10, 12];
  const expected = ['08:00', '09:00', '10:00', '11:00', '12:00'];
  expect(words(listOf(hours.map((hour) => [hour * 3600, 5]), [['At', 'time'], number]))).toEqual(expected); // prettier-ignore
  expect(words(listOf(hours.map((hour) => [`${hour}:00`, 5]), ['At', number]))).toEqual(expected); // prettier-ignore
});

describe('a stretch of an axis', () => {
  const rounds = listOf([['R1', 10], ['R2', 40], ['R3', 20], ['R4', 30], ['R5', 35]]); // prettier-ignore
  const chart = (given: Partial<ChartElement> = {}) =>
    chartOf({ form: 'lines', dot: 0, lineW: 4, names: 'none', values: 'none', seenFrom: 'R2', seenTo: 'r4', ...given });
  const xs = (given: Partial<ChartElement> = {}, isZoomed = false): number[] => {
    const own = chart(given);
    const { shape } = part(layChart(own, readChart(own, rounds), port, null, isZoomed).parts, '~line Points');
    return shape.is === 'trace' ? shape.trace.points.map(({ x }) => Math.round(x)) : [];
  };

  test('takes the whole room, and what is beyond it lies outside the window', () => {
    expect(xs()).toEqual([-500, 0, 500, 1000, 1500]);
    expect(laid(chart(), rounds).window).toMatchObject({ x: 0, w: 1000 });
    expect(xs({ zoom: 0 })).toEqual([0, 250, 500, 750, 1000]);
    expect(xs({ zoom: 0.5 })).toEqual([-250, 125, 500, 875, 1250]);
    expect(laid(chart({ seenFrom: '', seenTo: '' }), rounds).window).toBeNull();
  });
  test('of dates and numbers goes between them, whether a row stands there or not; open ends are those of the axis', () => {
    const days = listOf([1, 2, 5, 9].map((day) => [Date.UTC(2026, 6, day), day]), [['Day', 'date'], number]); // prettier-ignore
    const own = chart({ columns: columns({ name: 'Day' }), seenFrom: '2026-07-03', seenTo: '' });
    const { shape } = part(laid(own, days).parts, '~line Points');
    const at = shape.is === 'trace' ? shape.trace.points.map(({ x }) => Math.round(x)) : [];
    expect(at.slice(2)).toEqual([333, 1000]);
    const numbers = listOf([[1, 5], [3, 9], [5, 2]], [['Lap', 'number'], number]); // prettier-ignore
    const laps = chart({ columns: columns({ name: 'Lap' }), seenFrom: '3', seenTo: '4' });
    const line = part(laid(laps, numbers).parts, '~line Points').shape;
    expect(line.is === 'trace' && line.trace.points.map(({ x }) => x)).toEqual([-2000, 0, 2000]);
  });
  test('of times of day goes from one to another; along dates those of the last day are meant', () => {
    const times = listOf([[8 * 3600, 5], [12 * 3600, 9], [16 * 3600, 2]], [['At', 'time'], number]); // prettier-ignore
    const own = (list: RowList, given: Partial<ChartElement>): number[] => {
      const { shape } = part(laid(chart({ columns: columns({ name: 'At' }), ...given }), list).parts, '~line Points');
      return shape.is === 'trace' ? shape.trace.points.map(({ x }) => Math.round(x)) : [];
    };
    expect(own(times, { seenFrom: '12:00', seenTo: '14:00' })).toEqual([-2000, 0, 2000]);
    const days = listOf([[Date.UTC(2026, 6, 4, 9), 5], [Date.UTC(2026, 6, 5, 9), 9], [Date.UTC(2026, 6, 5, 10), 2]], [['At', 'date'], number]); // prettier-ignore
    expect(own(days, { seenFrom: '9:00', seenTo: '' }).slice(1)).toEqual([0, 1000]);
  });
  test('that is not there is said, and all is seen', () => {
    const { notes, window } = laid(chart({ seenTo: 'R9' }), rounds);
    expect(window).toBeNull();
    expect(notes).toMatchObject([{ code: 'no-stretch', message: '“R9” is not on its axis, so that all of it is seen' }]);
  });
  test('says names and last values of the whole or of the stretch; of both where something moves its zoom', () => {
    const said = (given: Partial<ChartElement>, isZoomed: boolean) => {
      const own = chart({ names: 'beside', values: 'auto', ...given });
      return layChart(own, readChart(own, rounds), port, null, isZoomed).parts.flatMap(({ shape, veil, zooms }) =>
        shape.is === 'words' ? [`${shape.words} ${1 - veil} ${zooms?.opacity ?? 0}`] : [],
      );
    };
    expect(said({}, false)).toEqual(['R2 1 1', 'R3 1 1', 'R4 1 1', '30 1 1']);
    expect(said({ zoom: 0 }, false)).toEqual(['R1 1 -1', 'R2 1 -1', 'R3 1 -1', 'R4 1 -1', 'R5 1 -1', '35 1 -1']);
    expect(said({ zoom: 0 }, true)).toHaveLength(10);
    expect(said({ zoom: 0 }, true)).toContain('30 0 1');
    // Where both end alike, what is said there stays.
    expect(said({ seenTo: 'R5' }, true)).toContain('35 1 0');
  });
  test('moves every mark by what takes it from where it stands to where it will', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (from, to) => {
        const { shape, box, zooms } = part(laid(chart({ zoom: from }), rounds).parts, '~line Points');
        const by = to - from;
        const left = box.x + (zooms?.x ?? 0) * by;
        const wide = box.w + (zooms?.w ?? 0) * by;
        const moved = shape.is === 'trace' ? shape.trace.points.map(({ x }) => left + (wide * (x - box.x)) / box.w) : [];
        xs({ zoom: to }).forEach((x, i) => expect(Math.abs((moved[i] as number) - x)).toBeLessThan(1));
      }),
    );
  });
}); // prettier-ignore
