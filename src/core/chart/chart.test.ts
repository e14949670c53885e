import { describe, expect, test } from '@jest/globals';
import { wcagContrast } from 'culori';
import fc from 'fast-check';
import {
  chartForms,
  elementKinds,
  emptyList,
  isPropertyShown,
  makeList,
  newElement,
  type Box,
  type CellLook,
  type ChartElement,
  type ListColumn,
  type Property,
  type RowList,
} from '../show';
import { readableOn } from './paint';
import { fitNames, shortened } from './words';
import { alignTraces, alikeToSome, chartFindings, layChart, placeAll, readChart, scaleFor, seatPlaces, sharesOf, spread, traceShapes, type ChartPart, type ChartPort, type Trace } from './index'; // prettier-ignore

/** A sign is half as wide as its type is large; a line is 1.2 times as high. */
const port: ChartPort = {
  width: (words, { size }) => Math.max(0, ...words.split('\n').map((line) => line.length)) * size * 0.5,
  height: ({ size }) => size * 1.2,
  picture: (set, name) => (set === 'flags' && name === 'OX' ? 'a'.repeat(64) : null),
};
type Row = readonly (string | number | null)[];
const listOf = (rows: readonly Row[], columns: readonly (string | readonly [string, ListColumn['type']])[] = ['Team', ['Points', 'number']]): RowList => {
  const own = columns.map((one) => (typeof one === 'string' ? ([one, 'text'] as const) : one));
  const made = makeList('Rows', own.map(([name, type]) => ({ key: name, name, type })), rows.map((cells, at) => ({ key: `k${at}`, cells: [...cells] }))); // prettier-ignore
  if ('code' in made) throw new Error(made.message);
  return made.list;
}; // prettier-ignore
const chartOf = (given: Partial<ChartElement> = {}): ChartElement =>
  newElement('chart', 'c', 'Chart', {
    w: 1000,
    h: 600,
    look: { size: 20 },
    tickLook: { size: 20 },
    ...given,
  });
const columns = (given: Partial<ChartElement['columns']>): ChartElement['columns'] => ({
  ...chartOf().columns,
  ...given,
});
const laid = (chart: ChartElement, list: RowList) => layChart(chart, readChart(chart, list), port);
const part = (parts: readonly ChartPart[], key: string): ChartPart => {
  const found = parts.find((own) => own.key === key);
  if (!found) throw new Error(`no ${key} among ${parts.map((own) => own.key).join(', ')}`);
  return found;
};
const number = ['Points', 'number'] as [string, ListColumn['type']];

describe('shares', () => {
  test('add up to 100 by the largest remainder, the first of equals before others', () => {
    expect(sharesOf([1, 1, 1])).toEqual([34, 33, 33]);
    expect(sharesOf([41, 35, 24], 1)).toEqual([41, 35, 24]);
    expect(sharesOf([1, 2, 4], 1)).toEqual([14.3, 28.6, 57.1]);
    expect([sharesOf([0, 0]), sharesOf([]), sharesOf([-3, 1])]).toEqual([[0, 0], [], [0, 100]]);
  });
  test('of any votes: exactly 100, none a whole place from its part, more votes never less', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(1_000_000), { minLength: 1, maxLength: 30 }),
        fc.nat(3),
        (votes, decimals) => {
          const shares = sharesOf(votes, decimals);
          const total = votes.reduce((a, b) => a + b, 0);
          const unit = 10 ** decimals;
          expect(shares.reduce((a, b) => a + Math.round(b * unit), 0)).toBe(total === 0 ? 0 : 100 * unit);
          shares.forEach((share, i) => {
            if (total > 0)
              expect(Math.abs(share - ((votes[i] as number) / total) * 100)).toBeLessThan(1 / unit + 1e-9);
            votes.forEach(
              (other, k) => other > (votes[i] as number) && expect(shares[k]).toBeGreaterThanOrEqual(share),
            );
          });
        },
      ),
    );
  });
});

describe('a scale', () => {
  const scale = (values: number[], given: Partial<ChartElement> = {}) => scaleFor(chartOf(given), values);
  test('ends at its largest value, at a round one, or where it is said; it begins at zero unless it is cut, and says so', () => {
    expect(scale([12, 87])).toMatchObject({ lo: 0, hi: 87, base: 0, isCut: false });
    expect(scale([12, 87], { ends: 'round' })).toMatchObject({ lo: 0, hi: 90 });
    expect(scale([12, 87], { ends: 'fixed', least: 50, greatest: 60 })).toMatchObject({
      lo: 50,
      hi: 60,
      base: 50,
      isCut: true,
    });
    expect(scale([-5, 20]).at(0)).toBeCloseTo(0.2);
    expect(scale([-5, -20])).toMatchObject({ lo: -20, hi: 0, base: 0 });
    expect(scale([80, 90], { fromZero: false })).toMatchObject({ lo: 79, hi: 90, isCut: true });
    expect(scale([0, 0, 0])).toMatchObject({ lo: 0, hi: 1 });
    expect(scale([0, 47], { ends: 'round' }).ticks(5)).toEqual([0, 10, 20, 30, 40, 50]);
  });
  test('goes by the square root, and by powers of ten, where zero and what is below it lie at its beginning', () => {
    expect(scale([0, 100], { scale: 'root' }).at(25)).toBeCloseTo(0.5);
    const log = scale([0, 3, 1000], { scale: 'log' });
    expect([log.lo, log.at(0), log.at(-4), log.at(1000)]).toEqual([1, 0, 0, 1]);
    expect(log.at(Math.sqrt(1000))).toBeCloseTo(0.5);
    expect(log.ticks(4)).toEqual([1, 10, 100, 1000]);
  });
  test('never turns values round', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 2, maxLength: 20 }),
        fc.constantFrom('linear', 'root', 'log'),
        fc.boolean(),
        (values, kind, fromZero) => {
          const own = scale(values, { scale: kind, fromZero });
          const sorted = [...values].sort((a, b) => a - b).map((value) => own.at(value));
          sorted.forEach((at, i) => {
            expect(at).toBeGreaterThanOrEqual(-1e-9);
            expect(at).toBeLessThanOrEqual(1 + 1e-9);
            if (i > 0) expect(at).toBeGreaterThanOrEqual((sorted[i - 1] as number) - 1e-9);
          });
        },
      ),
    );
  });
});

describe('rows are read', () => {
  test('wide, with a series for each column of numbers; long, with series in a column; and it is said which', () => {
    const wide = readChart(
      chartOf(),
      listOf(
        [
          ['Ox', 3, 4],
          ['Skerry', 1, 2],
        ],
        ['Team', number, ['Cuts', 'number']],
      ),
    );
    expect(wide.said).toBe('2 rows, 2 series: Points and Cuts by Team.');
    expect(wide.rows.map(({ name, values }) => [name, ...values])).toEqual([
      ['Ox', 3, 4],
      ['Skerry', 1, 2],
    ]);
    const long = readChart(
      chartOf({ columns: columns({ seriesName: 'Round' }) }),
      listOf(
        [
          ['Ox', 'A', 3],
          ['Ox', 'B', 4],
          ['Skerry', 'B', 2],
        ],
        ['Team', 'Round', number],
      ),
    );
    expect(long.said).toBe('3 rows read as 2 names with 2 series of Round: A and B by Team.');
    expect(long.rows.map(({ name, values }) => [name, ...values])).toEqual([
      ['Ox', 3, 4],
      ['Skerry', null, 2],
    ]);
    // Votes for answers alone are one row.
    const poll = readChart(
      chartOf({ columns: columns({ seriesName: 'Answer' }) }),
      listOf(
        [
          ['Yes', 3],
          ['No', 4],
        ],
        ['Answer', number],
      ),
    );
    expect(poll.rows.map(({ values }) => values)).toEqual([[3, 4]]);
  });
  test('with what cannot be taken told: words for numbers, no numbers, keys twice, dates out of order, none', () => {
    const told = (chart: ChartElement, list: RowList) =>
      chartFindings(chart, list, port)
        .problems.map(({ message }) => message)
        .join(' ');
    expect(
      told(
        chartOf(),
        listOf(
          [
            ['Ox', '12,5 kn'],
            ['Skerry', '3'],
            ['Tern', '4'],
          ],
          ['Team', 'Points'],
        ),
      ),
    ).toContain('a cell is no number: “12,5 kn”; it has no mark');
    expect(told(chartOf(), listOf([['Ox', 'x']], ['Team', 'Pilot']))).toContain(
      'none of the columns of its rows holds numbers',
    );
    expect(
      told(
        chartOf({ columns: columns({ seriesName: 'Team', value: 'Points' }) }),
        listOf([
          ['Ox', 1],
          ['Ox', 2],
        ]),
      ),
    ).toContain('“Ox” stand there more than once; it adds them up'.replace('stand ', 'stands '));
    const days = ['2026-06-03', '2026-06-01', 'soon'].map((day, i): Row => [day, i]);
    const lines = readChart(chartOf({ form: 'lines', along: 'dates' }), listOf(days, ['Day', number]));
    expect(lines.rows.map(({ name }) => name)).toEqual(['2026-06-01', '2026-06-03']);
    expect(lines.faults.map(({ code }) => code)).toEqual(['no-date', 'no-order']);
    expect(told(chartOf(), listOf([]))).toContain('it has no rows');
    expect(told(chartOf({ columns: columns({ series: ['Gone'] }) }), listOf([['Ox', 1]]))).toContain(
      'there is no column “Gone” any more',
    );
    expect(
      told(
        chartOf({ form: 'pie' }),
        listOf([
          ['Ox', -1],
          ['Skerry', -2],
        ]),
      ),
    ).toContain('all of its values are below zero');
    expect(
      told(
        chartOf(),
        listOf([
          ['Ox', 4],
          ['Skerry', 4],
          ['Tern', 4],
        ]),
      ),
    ).toContain('all of its 3 values are equal');
  });
  test('round by round, each row the same through them by its name', () => {
    const list = listOf(
      [
        ['A', 'Ox', 1],
        ['A', 'Tern', 2],
        ['B', 'Tern', 5],
        ['B', 'Ox', 3],
      ],
      ['Round', 'Team', number],
    );
    const at = (round: number) => readChart(chartOf({ columns: columns({ round: 'Round' }), round }), list);
    expect(at(1).rows.map(({ key, values }) => [key, ...values])).toEqual([
      ['Ox', 1],
      ['Tern', 2],
    ]);
    expect(at(9).rows.map(({ key, values }) => [key, ...values])).toEqual([
      ['Tern', 5],
      ['Ox', 3],
    ]);
  });
});

describe('bars', () => {
  const plain = { names: 'none', values: 'none', legend: 'none' } as const;
  test('are as long as their values, by hand: 600 px for the largest', () => {
    const { parts } = laid(
      chartOf({ ...plain, thickness: 0.5 }),
      listOf([
        ['Ox', 40],
        ['Tern', 10],
        ['Skerry', 0],
      ]),
    );
    expect(part(parts, 'k0/Points').box).toMatchObject({ y: 0, h: 600 });
    expect(part(parts, 'k1/Points').box.h).toBeCloseTo(150);
    expect(part(parts, 'k2/Points').box.h).toBe(0);
    const down = laid(
      chartOf(plain),
      listOf([
        ['Ox', 30],
        ['Tern', -10],
      ]),
    ).parts;
    expect(part(down, 'k1/Points').box).toMatchObject({ y: 450, h: 150 });
    expect(part(down, 'k1/Points').pivotY).toBeCloseTo(0);
  });
  test('grow from where their scale begins, stacked ones with those below them', () => {
    const { parts } = laid(
      chartOf({ ...plain, series: 'stacked' }),
      listOf([['Ox', 30, 10]], ['Team', number, ['Cuts', 'number']]),
    );
    const top = part(parts, 'k0/Cuts');
    expect(top.box).toMatchObject({ y: 0, h: 150 });
    // The foot of the whole stack lies four of its heights below its top.
    expect(top.pivotY).toBeCloseTo(4);
    expect(top.grows).toEqual([{ property: 'h', by: null }]);
  });
  test('of any rows: lengths in proportion, sums of stacks, the same whatever the order of the rows', () => {
    const rows = fc.array(fc.tuple(fc.nat(1000), fc.nat(1000)), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(rows, fc.constantFrom('upright', 'lying'), (given, direction) => {
        const chart = chartOf({ ...plain, direction, series: 'stacked', sort: 'largest' });
        const list = listOf(
          given.map(([a, b], i): Row => [`T${i}`, a, b]),
          ['Team', number, ['Cuts', 'number']],
        );
        const length = ({ box }: ChartPart): number => (direction === 'upright' ? box.h : box.w);
        const whole = direction === 'upright' ? 600 : 1000;
        const most = Math.max(...given.map(([a, b]) => a + b)) || 1;
        const { parts } = laid(chart, list);
        given.forEach(([a, b], i) => {
          const [one, two] = [part(parts, `k${i}/Points`), part(parts, `k${i}/Cuts`)];
          expect(length(one)).toBeCloseTo((a / most) * whole, 4);
          expect(length(one) + length(two)).toBeCloseTo(((a + b) / most) * whole, 4);
        });
        const turned: RowList = { ...list, order: [...list.order].reverse() };
        const sizes = (own: readonly ChartPart[]) =>
          new Map(own.map((one) => [one.key, length(one).toFixed(4)]));
        expect([...sizes(laid(chart, turned).parts)].sort()).toEqual([...sizes(parts)].sort());
      }),
      { numRuns: 40 },
    );
  });
  test('in shares fill their room; from the middle they go both ways', () => {
    const both = ['Team', number, ['Cuts', 'number']] as const;
    const shares = laid(
      chartOf({ ...plain, series: 'shares', direction: 'lying' }),
      listOf(
        [
          ['Ox', 30, 10],
          ['Tern', 2, 6],
        ],
        [...both],
      ),
    ).parts;
    expect([part(shares, 'k0/Points').box.w, part(shares, 'k1/Points').box.w]).toEqual([750, 250]);
    expect(part(shares, 'k0/Cuts').box).toMatchObject({ x: 750, w: 250 });
    const out = laid(
      chartOf({ ...plain, series: 'diverging', direction: 'lying' }),
      listOf([['Ox', 30, 10]], [...both]),
    ).parts;
    expect(part(out, 'k0/Points').box).toMatchObject({ x: 0, w: 500 });
    expect(part(out, 'k0/Cuts').box.x).toBe(500);
  });
  test('say their values where they fit: in the bar, in a colour that can be read, else beyond it', () => {
    const { parts } = laid(
      chartOf({ direction: 'lying', names: 'none', colours: ['#f2b632'] }),
      listOf([
        ['Ox', 1000],
        ['Tern', 3],
      ]),
    );
    const [own, small] = [part(parts, 'k0/Points~value'), part(parts, 'k1/Points~value')];
    const bar = part(parts, 'k0/Points');
    expect(own.box.x + own.box.w).toBeLessThan(bar.box.x + bar.box.w);
    expect(own.shape.is === 'words' && wcagContrast(own.shape.look.colour, '#f2b632')).toBeGreaterThan(4.5);
    const tip = part(parts, 'k1/Points').box;
    expect(small.box.x).toBeGreaterThan(tip.x + tip.w);
    // None stands on the line of what the value was.
    const before = laid(
      chartOf({ direction: 'lying', names: 'none', columns: columns({ series: ['Points'], before: 'Was' }) }),
      listOf([['Ox', 1000, 960]], ['Team', number, ['Was', 'number']]),
    );
    const [line, value] = [part(before.parts, 'k0~before').box, part(before.parts, 'k0/Points~value').box];
    expect(value.x > line.x + line.w || value.x + value.w < line.x).toBe(true);
  });
  test('the rest in one, the largest first, and what is picked out in its colour alone', () => {
    const rows = listOf([
      ['A', 1],
      ['B', 5],
      ['C', 3],
      ['D', 2],
    ]);
    const chart = chartOf({
      ...plain,
      names: 'beside',
      sort: 'largest',
      most: 3,
      rest: 'Others',
      picked: 'c',
      colours: ['#f2b632'],
      quiet: '#333333',
    });
    const { parts } = laid(chart, rows);
    const said = parts.flatMap(({ shape }) => (shape.is === 'words' ? [shape.words] : []));
    expect(said).toEqual(['B', 'C', 'Others']);
    const fill = (key: string): unknown => {
      const { shape } = part(parts, key);
      return shape.is === 'rect' ? shape.fill : null;
    };
    expect([fill('k1/Points'), fill('k2/Points')]).toEqual(['#333333', '#f2b632']);
    expect(part(parts, '~rest/Points').box.h / part(parts, 'k1/Points').box.h).toBeCloseTo(3 / 5);
  });
  test('until they are revealed nothing is said of them', () => {
    const { parts } = laid(
      chartOf({ isRevealed: false }),
      listOf([
        ['Ox', 40],
        ['Tern', 10],
      ]),
    );
    expect(parts.filter(({ key }) => key.endsWith('/Points')).map(({ box }) => box.h)).toEqual([0, 0]);
    expect(parts.some(({ key }) => key.endsWith('~value'))).toBe(false);
  });
});

describe('words', () => {
  const boxes = (parts: readonly ChartPart[]): { key: string; box: Box }[] =>
    parts.flatMap(({ key, box, shape }) => {
      if (shape.is !== 'words') return [];
      const { look } = shape;
      const lines = shape.words.split('\n').length;
      const [w, h] = [Math.min(box.w, port.width(shape.words, look)), port.height(look) * lines];
      const x = { left: box.x, centre: box.x + (box.w - w) / 2, right: box.x + box.w - w }[look.align];
      const y = { top: box.y, middle: box.y + (box.h - h) / 2, bottom: box.y + box.h - h }[look.vertical];
      return [{ key, box: { x, y, w, h } }];
    });
  const name = fc.stringMatching(/^[A-Z][a-z]{1,11}( [A-Z][a-z]{1,9}){0,3}$/);
  const row = fc.tuple(name, fc.integer({ min: -200, max: 90_000 }), fc.nat(5000));
  const given = fc.record({
    form: fc.constantFrom(...chartForms.filter((form) => form !== 'bracket' && form !== 'gauge')),
    direction: fc.constantFrom('upright', 'lying'),
    series: fc.constantFrom('beside', 'stacked', 'shares'),
    values: fc.constantFrom('auto', 'outside', 'inside'),
    crowded: fc.constantFrom('shorten', 'thin', 'none'),
    legend: fc.constantFrom('direct', 'top'),
    ticks: fc.constantFrom(0, 4),
    mean: fc.boolean(),
    limit: fc.constantFrom('none', 'value'),
    limitAt: fc.constantFrom(10, 4000),
    limitText: fc.constant('What was agreed'),
    w: fc.integer({ min: 300, max: 1600 }),
    h: fc.integer({ min: 240, max: 900 }),
  }) as fc.Arbitrary<Partial<ChartElement>>;
  test('of a chart of any kind never lie over one another, nor out of its box', () => {
    fc.assert(
      fc.property(given, fc.array(row, { minLength: 1, maxLength: 14 }), fc.boolean(), (own, rows, isTwo) => {
        const chart = chartOf({
          ...own,
          columns: columns({ series: isTwo ? ['Points', 'Cuts'] : ['Points'] }),
        });
        const { parts } = laid(chart, listOf(rows, ['Team', number, ['Cuts', 'number']]));
        const all = boxes(parts);
        for (const { key, box } of all) {
          const isIn =
            box.x >= -1 && box.y >= -1 && box.x + box.w <= chart.w + 1 && box.y + box.h <= chart.h + 1;
          if (!isIn) throw new Error(`${key} is out of the box: ${JSON.stringify(box)}`);
        }
        all.forEach((a, i) => {
          for (const b of all.slice(i + 1)) {
            const across = Math.min(a.box.x + a.box.w, b.box.x + b.box.w) - Math.max(a.box.x, b.box.x);
            const down = Math.min(a.box.y + a.box.h, b.box.y + b.box.h) - Math.max(a.box.y, b.box.y);
            if (across > 1 && down > 1) throw new Error(`${a.key} lies over ${b.key}`);
          }
        });
      }),
      { numRuns: 250 },
    );
  });
  const look = { size: 20, minScale: 0.5 } as CellLook;
  test('are wrapped, then made smaller together, then shortened, thinned or left out by the rule', () => {
    expect(fitNames(['Two words', 'Ox'], 60, 2, 'shorten', look, port)).toMatchObject({
      words: ['Two\nwords', 'Ox'],
      scale: 1,
    });
    expect(fitNames(['Twentysigns-in-alls'], 100, 1, 'shorten', look, port).scale).toBeCloseTo(0.5, 1);
    expect(fitNames(['A very long name indeed', 'Ox'], 60, 1, 'shorten', look, port)).toMatchObject({
      words: ['A very long…', 'Ox'],
      shortened: 1,
      scale: 0.5,
    });
    expect(
      fitNames(['Monday', 'Tuesday', 'Wednesday', 'Thursday'], 50, 1, 'thin', { ...look, minScale: 1 }, port),
    ).toMatchObject({ words: ['Monday', '', 'Wednesday', ''], left: 2 });
    expect(fitNames(['Wednesday'], 30, 1, 'none', look, port)).toMatchObject({ words: [''], left: 1 });
    // An emoji of several code points, or a letter with its accent, is never cut in two.
    expect(shortened('👩‍🚀👩‍🚀👩‍🚀', 25, (words) => [...words].length * 5)).toBe('👩‍🚀…');
  });
  test('are placed as a plain search over all places would, the weightiest first', () => {
    const box = fc.record(
      {
        x: fc.integer({ min: 0, max: 80 }),
        y: fc.integer({ min: 0, max: 80 }),
        w: fc.integer({ min: 5, max: 30 }),
        h: fc.integer({ min: 5, max: 30 }),
      },
      { noNullPrototype: true },
    );
    const wanted = fc.array(
      fc.record({ places: fc.array(box, { minLength: 1, maxLength: 4 }), weight: fc.nat(3) }),
      { maxLength: 12 },
    );
    const over = (a: Box, b: Box): boolean =>
      a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;
    fc.assert(
      fc.property(wanted, fc.array(box, { maxLength: 3 }), (labels, taken) => {
        const own = labels.map((label, i) => ({ key: String(i), ...label }));
        const plainly = new Map<string, Box>();
        for (const { key, places } of [...own].sort(
          (a, b) => b.weight - a.weight || Number(a.key) - Number(b.key),
        )) {
          const free = places.find(
            (place) =>
              place.x + place.w <= 100 &&
              place.y + place.h <= 100 &&
              ![...taken, ...plainly.values()].some((other) => over(other, place)),
          );
          if (free) plainly.set(key, free);
        }
        expect(Object.fromEntries(placeAll(own, taken, { x: 0, y: 0, w: 100, h: 100 }))).toEqual(
          Object.fromEntries(plainly),
        );
      }),
    );
  });
  test('at the ends of lines are set apart as little as can be', () => {
    expect(
      spread(
        [
          { middle: 50, size: 20 },
          { middle: 52, size: 20 },
        ],
        0,
        100,
      ),
    ).toEqual([41, 61]);
    expect(
      spread(
        [
          { middle: 2, size: 20 },
          { middle: 90, size: 20 },
        ],
        0,
        100,
      ),
    ).toEqual([10, 90]);
    expect(
      spread(
        [
          { middle: 1, size: 60 },
          { middle: 2, size: 60 },
        ],
        0,
        100,
      ),
    ).toBeNull();
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ middle: fc.integer({ min: -20, max: 120 }), size: fc.integer({ min: 1, max: 12 }) }),
          { minLength: 1, maxLength: 8 },
        ),
        (items) => {
          const at = spread(items, 0, 100) as number[];
          const order = items.map((_, i) => i).sort((a, b) => (at[a] as number) - (at[b] as number));
          order.forEach((i, k) => {
            const next = order[k + 1];
            const own = items[i] as { middle: number; size: number };
            expect((at[i] as number) - own.size / 2).toBeGreaterThanOrEqual(-1e-6);
            expect((at[i] as number) + own.size / 2).toBeLessThanOrEqual(100 + 1e-6);
            if (next === undefined) return;
            const other = items[next] as { middle: number; size: number };
            expect((at[next] as number) - (at[i] as number)).toBeGreaterThanOrEqual(
              (own.size + other.size) / 2 - 1e-6,
            );
            expect(own.middle).toBeLessThanOrEqual(other.middle);
          });
        },
      ),
    );
  });
});

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

test('charts that share a scale, and panels of one, draw the same value as long', () => {
  const list = listOf([['Ox', 10, 40]], ['Team', number, ['Cuts', 'number']]);
  const chart = chartOf({ panels: 'series', panelsAcross: 2, names: 'none', values: 'none' });
  const { parts } = laid(chart, list);
  const [one, two] = ['Points', 'Cuts'].map((key) => part(parts, `~panel ${key}~k0/${key}`).box.h) as [
    number,
    number,
  ];
  expect(two / one).toBeCloseTo(4);
  const alone = chartOf({ names: 'none', values: 'none' });
  const shared = layChart(alone, readChart(alone, listOf([['Ox', 10]])), port, [40]);
  expect(part(shared.parts, 'k0/Points').box.h).toBeCloseTo(150);
});

test('colours that some eyes cannot tell apart are told; words are read on any ground', () => {
  expect(alikeToSome(['#c0392b', '#6f7d1f']).map(({ eyes }) => eyes).length).toBe(1);
  expect(alikeToSome(['#f2b632', '#1d4e5a', '#f4efe2'])).toEqual([]);
  const chart = chartOf({ colourBy: 'series', colours: ['#c0392b', '#6f7d1f'] });
  const list = listOf([['Ox', 1, 2]], ['Team', number, ['Cuts', 'number']]);
  expect(
    chartFindings(chart, list, port)
      .problems.map(({ message }) => message)
      .join(),
  ).toMatch(/“Points” and “Cuts” look alike to eyes/);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 0xffffff }), (rgb) => {
      const ground = `#${rgb.toString(16).padStart(6, '0')}`;
      expect(wcagContrast(readableOn(ground, ['#f4efe2', '#ffffff', '#10181c']), ground)).toBeGreaterThan(4);
    }),
  );
});

test.each(chartForms)('%s: no rows, one, all the same, text alone, a thousand: nothing is thrown and nothing is not a number', (form) => {
  const many = Array.from({ length: 1000 }, (_, i): Row => [`T${i}`, i % 97]);
  for (const list of [emptyList, listOf([]), listOf([['Ox', 1]]), listOf([['Ox', 2], ['Tern', 2]]), listOf([['Ox', 'x'], ['Tern', 'y']]), listOf([['Ox', null]]), listOf(many)])
    for (const direction of ['upright', 'lying'] as const)
      for (const { box } of laid(chartOf({ form, direction, limit: 'value', limitAt: 1, mean: true, ticks: 4 }), list).parts)
        expect(Object.values(box).every((value) => Number.isFinite(value))).toBe(true);
}); // prettier-ignore

describe('what can be set', () => {
  // Of these nothing is drawn by the chart alone: when rounds turn, what others have, what texts say of it.
  const elsewhere = new Set(['list', 'turns', 'turnAfter', 'shared', 'entitled', 'form']);
  const mixed = listOf(
    Array.from({ length: 9 }, (_, i): Row => [`Long name of team ${i}`, [90, 30, -12, 64, 5, 31, 18, 8, 44][i] ?? 0, [12, 40, 22, 9, 31, 18, 7, 25, 3][i] ?? 0, 30 + i, 'OX', i % 2 === 0 ? 'First' : 'Second', `Unbreakablenameoftheteam${i}`]),
    ['Team', number, ['Cuts', 'number'], ['Was', 'number'], 'Flag', 'Group', 'Code'],
  ); // prettier-ignore
  const days = listOf([[Date.UTC(2026, 0, 1), 3, 4], [Date.UTC(2026, 0, 2), 9, 2], [Date.UTC(2026, 0, 3), null, 6], [Date.UTC(2026, 0, 4), 5, 8], [Date.UTC(2026, 0, 6), 7, 1]], [['Day', 'date'], number, ['Cuts', 'number']]); // prettier-ignore
  const matches = listOf(
    [
      ['Ox', 'Tern', 3, 1, 'Half'],
      ['Skerry with a long name', 'Dunlin', 0, 3, 'Final'],
    ],
    ['Left', 'Right', ['L', 'number'], ['R', 'number'], 'Round'],
  );
  const named = { name: 'Team', before: 'Was', picture: 'Flag' };
  const of = (list: RowList, given: Partial<ChartElement>) => ({ list, given });
  const variants = [
    of(mixed, { columns: columns({ ...named, series: ['Points', 'Cuts'] }), picked: 'Long name of team 2', limit: 'value', limitAt: 20, limitText: 'Limit', mean: true, beforeText: 'Last year', ticks: 4, rest: 'Rest', most: 5, edgeW: 2, set: 'flags' }),
    of(mixed, { columns: columns({ ...named, series: ['Cuts'] }), colourBy: 'scale', ends: 'fixed', most: 4, legend: 'top', set: 'flags', beforeText: 'Last year', corner: 6, w: 420 }),
    of(mixed, { columns: columns({ ...named, series: ['Cuts'], panel: 'Group', round: 'Group' }), panels: 'rows', thickness: 0.4, limit: 'value', limitAt: 12, limitText: 'Limit', piece: 'picture', set: 'flags', fromZero: false, gauge: 'bar' }),
    of(mixed, { columns: columns({ ...named, series: ['Cuts', 'Points'] }), w: 300, h: 240, series: 'stacked', shading: 0.4, direction: 'lying', sort: 'name', limit: 'value', limitAt: 12 }),
    of(days, { columns: columns({ name: 'Day', series: ['Points', 'Cuts'] }), colourBy: 'series', ticks: 3, fromZero: false, mean: true }),
    of(days, { columns: columns({ name: 'Day', series: ['Cuts'] }), window: 90_000, values: 'outside' }),
    of(mixed, { columns: columns({ name: 'Code', series: ['Was'] }), w: 300, h: 300, fromZero: false, direction: 'lying' }),
    of(mixed, { columns: columns({ name: 'Code', series: ['Was'] }), w: 300, h: 300, fromZero: false, colourBy: 'scale' }),
    of(matches, { columns: columns({ name: 'Left', other: 'Right', series: ['L', 'R'], panel: 'Round' }), edgeW: 2, corner: 4, w: 260 }),
  ] as const; // prettier-ignore
  const drawn = (chart: ChartElement, list: RowList): string => {
    const { parts, drift } = laid(chart, list);
    return JSON.stringify([parts, drift]);
  };
  test.each(chartForms)('%s: every control that is shown changes what is drawn', (form) => {
    const others = (property: Property, now: unknown): unknown[] =>
      property.type === 'choice'
        ? (property.choices ?? []).map(({ value }) => value).filter((value) => value !== now)
        : property.type === 'yes-no'
          ? [!now]
          : property.type === 'number'
            ? [2, 0.5, 11, 60, 200]
                .map((value) => Math.max(property.min ?? -1e6, Math.min(property.max ?? 1e6, value)))
                .filter((value) => value !== now)
            : property.type === 'colour'
              ? ['#123456']
              : ['Long name of team 3', 'Other words'];
    const dead = elementKinds.chart.properties
      .filter(
        ({ key, section }) => ['Chart', 'Scale', 'Labels', 'Marks'].includes(section) && !elsewhere.has(key),
      )
      .filter((property) => {
        const shown = variants.flatMap(({ list, given }) => {
          const chart = chartOf({ form, ...given });
          return isPropertyShown(property, chart) ? [{ list, chart }] : [];
        });
        return (
          shown.length > 0 &&
          !shown.some(({ list, chart }) => {
            const before = drawn(chart, list);
            const now = (chart as unknown as Record<string, unknown>)[property.key];
            return others(property, now).some(
              (value) => drawn({ ...chart, [property.key]: value } as ChartElement, list) !== before,
            );
          })
        );
      })
      .map(({ key }) => key);
    expect(dead).toEqual([]);
  });
});
