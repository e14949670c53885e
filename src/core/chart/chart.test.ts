import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chartForms, emptyList, type ChartElement, type RowList } from '../show';
import { chartOf, columns, laid, listOf, number, part, port, type Row } from './gallery';
import { chartFindings, layChart, readChart, scaleFor, sharesOf } from './index';

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

test.each(chartForms)('%s: no rows, one, all the same, text alone, a thousand: nothing is thrown and nothing is not a number', (form) => {
  const many = Array.from({ length: 1000 }, (_, i): Row => [`T${i}`, i % 97]);
  for (const list of [emptyList, listOf([]), listOf([['Ox', 1]]), listOf([['Ox', 2], ['Tern', 2]]), listOf([['Ox', 'x'], ['Tern', 'y']]), listOf([['Ox', null]]), listOf(many)])
    for (const direction of ['upright', 'lying'] as const)
      for (const { box } of laid(chartOf({ form, direction, limit: 'value', limitAt: 1, mean: true, ticks: 4 }), list).parts)
        expect(Object.values(box).every((value) => Number.isFinite(value))).toBe(true);
}); // prettier-ignore
