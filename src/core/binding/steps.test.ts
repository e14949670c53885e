import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseNumber, type Json, type Read } from '../source';
import {
  bindingStepSchema,
  dataOf,
  fixed,
  listOf,
  readRowset,
  RowsValue,
  RowValue,
  scalar,
  stepKinds,
  stepNames,
  traceBinding,
  typeWords,
  type Binding,
  type BindingStep,
  type Surroundings,
  type Value,
  type ValueType,
} from './index';

const table = (columns: string[], ...rows: (string | number | null)[][]): Read => ({
  columns: columns.map((name) => ({
    name,
    type: rows.every((row) => typeof row[columns.indexOf(name)] !== 'string') ? 'number' : 'text',
  })),
  rows,
  value: null,
  notes: [],
  encoding: null,
  offers: [],
  facets: { '0:0': { note: 'flew late', fill: '#0c5b6e' } },
});
const teams = readRowset(
  'Teams',
  table(['Team', 'Score', 'Club'], ['Ox', 9, 'Skerry'], ['Ida', 8.5, 'Outer'], ['Fen', 'dnf', 'Skerry']),
  { Score: 'number' },
);

/** Fields and bindings by id with their values and types; two rowsets; a row in hand where one is given. */
function around(
  named: Record<string, [Value, ValueType]> = {},
  hand: RowValue | null = null,
  value: Json = { wind: { gust: 21 } },
): Surroundings {
  return {
    locale: 'en',
    named: (id) => ({ value: named[id]?.[0] ?? null, type: named[id]?.[1] ?? scalar('any') }),
    typeNamed: (id) => named[id]?.[1] ?? scalar('any'),
    idOf: (name) => Object.keys(named).find((id) => id.toLowerCase() === name.toLowerCase()) ?? null,
    nameOf: (id) => id,
    data: (id) => (id === 'teams' ? teams : null),
    scoreOf: () => null,
    countedTo: () => null,
    valueOf: (id) => (id === 'pier' ? value : undefined),
    sheetsOf: (id) => (id === 'pier' ? ['Judges', 'Teams'] : null),
    columnsOf: (id) => (id === 'teams' ? { of: 'rows', columns: teams.columns } : null),
    hand,
    find: (rowset, column, words) =>
      Array.from({ length: rowset.count }, (_, i) => i).find((i) => rowset.text(i, column) === words) ?? -1,
  };
}
const last = (from: Binding['from'], steps: BindingStep[], place = around()) =>
  traceBinding({ from, steps }, place).at(-1)!;
/** What steps make of a value. */
function through(value: Value, type: ValueType, ...steps: BindingStep[]): Value | string {
  const { value: made, problem } = last({ kind: 'field', field: 'it' }, steps, around({ it: [value, type] }));
  return problem ? `! ${problem.code}` : made;
}
const step = <K extends keyof typeof stepKinds>(kind: K, given: object = {}): BindingStep =>
  ({ ...stepKinds[kind].plain, ...given }) as BindingStep;
const n = scalar('number');
const t = scalar('text');
const numbers = fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 30 });

test('every kind of step is plain JSON that its own schema takes, and says what it does', () => {
  for (const [kind, { plain, words, label }] of Object.entries(stepKinds)) {
    expect(bindingStepSchema.parse(JSON.parse(JSON.stringify(plain)))).toEqual(plain);
    expect([plain.kind, label.length > 2, words(plain as never, { nameOf: (id) => id }).length > 2]).toEqual([
      kind,
      true,
      true,
    ]);
  }
});

describe('words that hold data', () => {
  test('JSON and XML in a cell are read on by paths; what is none is told', () => {
    expect(
      through(
        '{"wind": {"gust": 21, "id": 90071992547409931}}',
        t,
        step('parse'),
        step('path', { path: '$.wind' }),
      ),
    ).toEqual({ gust: 21, id: '90071992547409931' });
    expect(
      through(
        '<r><w at="7">21</w><w>25</w></r>',
        t,
        step('parse', { as: 'xml' }),
        step('path', { path: "$.r.w[0]['@at']" }),
      ),
    ).toBe('7');
    expect(through('{"wind"', t, step('parse'))).toBe('! bad-json');
    expect(through('<r><w></r>', t, step('parse', { as: 'xml' }))).toBe('! bad-xml');
    expect(through('<!DOCTYPE r [<!ENTITY a "b">]><r>&a;</r>', t, step('parse', { as: 'xml' }))).toBe(
      '! entities',
    );
  });
  test('the sheets of a workbook: their names and their number', () => {
    expect(last({ kind: 'sheets', data: 'pier' }, []).value).toEqual(['Judges', 'Teams']);
    expect(last({ kind: 'sheets', data: 'pier' }, [step('statistic', { which: 'count' })]).value).toBe(2);
    expect(last({ kind: 'sheets', data: 'teams' }, []).problem?.code).toBe('no-sheets');
  });
});

describe('rescaled to the largest', () => {
  test('over the list that comes: the largest is one, nothing stays nothing', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.001, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 20 }),
        (list) => {
          const shares = through([...list, null], listOf(n), step('share')) as number[];
          expect(Math.max(...shares.slice(0, -1))).toBe(1);
          expect(shares.at(-1)).toBeNull();
          shares
            .slice(0, -1)
            .forEach((share, i) => expect(share).toBeCloseTo(list[i]! / Math.max(...list), 9));
        },
      ),
    );
    expect(through([2, 4, 6], listOf(n), step('share', { from: 'smallest', to: 100 }))).toEqual([0, 50, 100]);
  });
  test('a single number over a column, in one step', () => {
    const numeric = teams.columns.find(({ type }) => type === 'number')!;
    const all = Array.from(
      { length: teams.count },
      (_, row) => teams.cell(row, teams.columns.indexOf(numeric)) as number,
    );
    expect(through(all[0]!, n, step('share', { data: 'teams', column: numeric.key }))).toBeCloseTo(
      all[0]! / Math.max(...all),
    );
    expect(through(1, n, step('share'))).toBe('! no-column');
  });
});

describe('dates as people write them', () => {
  test('half days and letters of other habits', () => {
    const at = Date.UTC(2026, 2, 29, 17, 5);
    const as = (pattern: string, zone = 'UTC'): Value | string =>
      through(at, scalar('date'), step('date-format', { pattern, zone }));
    expect(
      ['h:mm am/pm', 'hh:mm AM', 'H:mm pm', 'h:mm a.m.', 'DD.MM.YYYY', "d MMMM 'at' HH:mm"].map((one) =>
        as(one),
      ),
    ).toEqual(['5:05 pm', '05:05 PM', '5:05 pm', '5:05 p.m.', '29.03.2026', '29 March at 17:05']);
    expect(as('HH:mm', 'Europe/Oslo')).toBe('19:05');
    // A time of day is in nobody's zone.
    expect(
      through(71_100, scalar('time'), step('date-format', { pattern: 'h:mm pm', zone: 'Asia/Tokyo' })),
    ).toBe('7:45 pm');
  });
});

describe('lists', () => {
  test('one is picked from either end; beyond it there is nothing', () => {
    const pick = (at: number) =>
      through(['a', 'b', 'c'], listOf(t), step('pick', { which: 'nth', n: fixed(at) }));
    expect([1, 3, -1, 4, 0, -4].map(pick)).toEqual(['a', 'c', 'c', null, null, null]);
  });
  test('slices laid end to end are the whole list', () => {
    fc.assert(
      fc.property(fc.array(fc.integer(), { maxLength: 20 }), fc.integer({ min: 1, max: 6 }), (list, size) => {
        const parts = Array.from({ length: Math.ceil(list.length / size) }, (_, i) =>
          through(list, listOf(n), step('slice', { from: fixed(i * size + 1), count: fixed(size) })),
        );
        expect(parts.flat()).toEqual(list);
      }),
    );
  });
  test('ordered up and down, each value once, what is empty last', () => {
    const order = (way: string, unique = false) =>
      through([3, null, 10, 3], listOf(n), step('order', { way, unique }));
    expect(order('up')).toEqual([3, 3, 10, null]);
    expect(order('down', true)).toEqual([10, 3, null]);
    expect(through(['Ox 10', 'Ox 9'], listOf(t), step('order'))).toEqual(['Ox 9', 'Ox 10']);
  });
  test('rows: picked, sliced, a column of them, counted', () => {
    const rows = { kind: 'rows', data: 'teams' } as const;
    expect(
      last(rows, [step('slice', { from: fixed(2), count: fixed(5) }), step('column', { column: 'Team' })])
        .value,
    ).toEqual(['Ida', 'Fen']);
    expect(last(rows, [step('pick', { which: 'last' }), step('column', { column: 'Club' })]).value).toBe(
      'Skerry',
    );
    expect(last(rows, [step('statistic', { which: 'count' })]).value).toBe(3);
    expect(last(rows, [step('column', { column: 'Pilot' })]).problem?.code).toBe('no-column');
  });
});

describe('numbers', () => {
  const statistic = (which: string, list: Value, at = 50) =>
    through(list, listOf(n), step('statistic', { which, at: fixed(at) }));
  test('statistics agree with one another', () => {
    fc.assert(
      fc.property(numbers, (list) => {
        const [sum, mean, min, max, median, count] = [
          'sum',
          'mean',
          'minimum',
          'maximum',
          'median',
          'count',
        ].map((which) => statistic(which, list) as number) as [
          number,
          number,
          number,
          number,
          number,
          number,
        ];
        expect(sum / count).toBeCloseTo(mean, 4);
        expect(min <= median && median <= max).toBe(true);
        expect(statistic('range', list)).toBeCloseTo(max - min, 6);
        expect(statistic('percentile', list, 50)).toBeCloseTo(median, 6);
      }),
    );
  });
  test('what is empty does not count; the highest and the lowest mark are dropped', () => {
    expect(statistic('mean', [8, null, 10])).toBe(9);
    expect([statistic('sum', []), statistic('count', []), statistic('mean', [])]).toEqual([0, 0, null]);
    expect(statistic('trimmed', [9.5, 7, 8, 8.5, 9])).toBe(8.5);
    expect(statistic('sum', [8, 'dnf'])).toBe('! not-a-number');
  });
  test('rescaling there and back is where it began, ends may be the wrong way round and bound', () => {
    const value = fc.double({ min: -1000, max: 1000, noNaN: true });
    fc.assert(
      fc.property(value, value, value, (x, low, high) => {
        fc.pre(Math.abs(high - low) > 0.01);
        const ends = {
          low: fixed(low),
          high: fixed(high),
          toLow: fixed(5),
          toHigh: fixed(-20),
          clamp: false,
        };
        const back = {
          low: fixed(5),
          high: fixed(-20),
          toLow: fixed(low),
          toHigh: fixed(high),
          clamp: false,
        };
        expect(through(x, n, step('rescale', ends), step('rescale', back))).toBeCloseTo(x, 5);
        const kept = through(x, n, step('rescale', { ...ends, clamp: true })) as number;
        expect(kept >= -20 && kept <= 5).toBe(true);
      }),
    );
    const bound = last(
      { kind: 'field', field: 'it' },
      [step('rescale', { high: { from: 'most' }, toHigh: fixed(600) })],
      around({ it: [5, n], most: [10, n] }),
    );
    expect(bound.value).toBe(300);
    expect(through(1, n, step('rescale', { low: fixed(3), high: fixed(3) }))).toBe('! no-range');
  });
  test('rounding is at most half a place away, and again changes nothing', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e5, max: 1e5, noNaN: true }),
        fc.integer({ min: 0, max: 4 }),
        (x, places) => {
          const once = through(x, n, step('round', { places })) as number;
          expect(Math.abs(once - x)).toBeLessThanOrEqual(0.5 * 10 ** -places + 1e-9);
          expect(through(once, n, step('round', { places }))).toBe(once);
        },
      ),
    );
    expect(through(1.005, n, step('round', { places: 2 }))).toBe(1.01);
    expect(through(-2.5, n, step('round', {}))).toBe(-3);
    expect(through(1234, n, step('round', { places: -2 }))).toBe(1200);
  });
  test('arithmetic; what is no number is refused', () => {
    const compute = (sign: string, by: number) => through(7, n, step('arithmetic', { sign, by: fixed(by) }));
    expect(
      ['add', 'subtract', 'subtract-from', 'multiply', 'divide', 'remainder', 'power'].map((sign) =>
        compute(sign, 2),
      ),
    ).toEqual([9, 5, -5, 14, 3.5, 1, 49]);
    expect([compute('divide', 0), compute('remainder', 0)]).toEqual(['! no-number', '! no-number']);
  });
  test('numbers in words by language, sign, unit and place', () => {
    const format = (x: number, given: object) => through(x, n, step('number-format', given));
    expect(format(1234.5, { least: 2 })).toBe('1,234.50');
    expect(format(1234.5, { locale: 'de-DE', before: '≈ ', after: ' m' })).toBe('≈ 1.234,5 m');
    expect([format(-3, {}), format(3, { sign: 'always' }), format(-3, { sign: 'never' })]).toEqual([
      '−3',
      '+3',
      '3',
    ]);
    expect([1, 2, 3, 4, 11, 21, 112].map((x) => format(x, { form: 'ordinal' }))).toEqual([
      '1st',
      '2nd',
      '3rd',
      '4th',
      '11th',
      '21st',
      '112th',
    ]);
    expect(format(0.256, { form: 'percent', most: 0 })).toBe('26%');
    expect(format(1, { locale: 'no such' })).toBe('! unknown-locale');
  });
  test('a number in words is read back as it was', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -10_000_000, max: 10_000_000 }),
        fc.constantFrom('en-GB', 'de-DE', 'nb-NO'),
        (x, locale) => {
          fc.pre(Math.abs(x) >= 1_000_000 || Math.abs(x) < 1000 || locale !== 'de-DE');
          expect(
            parseNumber(String(through(x / 100, n, step('number-format', { locale, least: 2, most: 2 })))),
          ).toBeCloseTo(x / 100, 6);
        },
      ),
    );
  });
});

describe('dates and durations', () => {
  const at = Date.UTC(2026, 7, 14, 12, 5, 9);
  test('a moment in a time zone and a language; summer time is heeded', () => {
    const format = (pattern: string, zone: string, locale = 'en-GB', ms = at) =>
      through(ms, scalar('date'), step('date-format', { pattern, zone, locale }));
    expect(format('EEEE d MMMM HH:mm', 'Europe/Oslo')).toBe('Friday 14 August 14:05');
    expect(format('HH:mm', 'Europe/Oslo', 'nb', Date.UTC(2026, 0, 14, 12, 5))).toBe('13:05');
    expect(format('EEEE', 'UTC', 'nb')).toBe('fredag');
    expect([format('HH:mm', 'Atlantis/Deep'), format('jj', 'UTC')]).toEqual([
      '! unknown-zone',
      '! bad-pattern',
    ]);
  });
  test('words are read in their zone; seconds are added; the time between', () => {
    const read = (words: string, given: object) => through(words, t, step('date', given));
    expect(read('14/08/2026 14:05', { pattern: 'dd/MM/yyyy HH:mm', zone: 'Europe/Oslo' })).toBe(
      Date.UTC(2026, 7, 14, 12, 5),
    );
    expect(read('2026-08-14T14:05:00', { zone: 'Europe/Oslo' })).toBe(Date.UTC(2026, 7, 14, 12, 5));
    expect(read('2026-08-14T14:05:00Z', { zone: 'Europe/Oslo' })).toBe(Date.UTC(2026, 7, 14, 14, 5));
    expect(read('2026-02-30', {})).toBe('! not-a-date');
    expect(through(at, scalar('date'), step('arithmetic', { sign: 'add', by: fixed(90) }))).toBe(at + 90_000);
    expect(through(at, scalar('date'), step('between', { other: fixed('2026-08-14 12:00') }))).toBe(309);
  });
  test('durations are read and written, and cut, never rounded up', () => {
    const write = (x: Value, given: object) => through(x, scalar('duration'), step('duration-format', given));
    expect(write(3723.96, {})).toBe('62:03');
    expect(write(3723.96, { form: 'h:mm:ss', places: 1 })).toBe('1:02:03.9');
    expect(write(-61, { form: 'words' })).toBe('−1 min 1 s');
    expect(
      ['1:02:03', '02:03.5', 'PT1H2M', '83.2 s'].map((words) => through(words, t, step('duration'))),
    ).toEqual([3723, 123.5, 3720, 83.2]);
  });
});

describe('words', () => {
  test('case by language, trim, replace, parts', () => {
    expect(through('istanbul', t, step('case', { locale: 'tr' }))).toBe('İSTANBUL');
    expect(through("o'neil of skerry", t, step('case', { way: 'title' }))).toBe("O'neil Of Skerry");
    expect(through('  The  Lower   Saltings ', t, step('trim', { most: 9 }))).toBe('The Lowe…');
    expect(through('👩‍👩‍👧 family', t, step('trim', { most: 2 }))).toBe('👩‍👩‍👧…');
    expect(through('a.b.a', t, step('replace', { find: '.', put: fixed('$1') }))).toBe('a$1b$1a');
    expect(
      through(
        'Fenwick, Tobias',
        t,
        step('replace', { find: '^(.+), (.+)$', put: fixed('$2 $1'), pattern: true }),
      ),
    ).toBe('Tobias Fenwick');
    expect(through('aaaa!', t, step('replace', { find: '(a+)+$', pattern: true }))).toBe('! bad-pattern');
    expect(through('Lower Saltings Kite', t, step('part', { from: -2, count: 2 }))).toBe('Saltings Kite');
  });
  test('split and joined with the same sign is the same list', () => {
    const words = fc.array(fc.stringMatching(/^[a-z]{1,6}$/), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(words, (list) => {
        const joined = through(list, listOf(t), step('join', { between: ';', last: '' }));
        expect(through(joined, t, step('split'))).toEqual(list);
      }),
    );
    expect(through(['Ox', '', 'Ida', 'Fen'], listOf(t), step('join'))).toBe('Ox, Ida and Fen');
  });
  test('holes take fields, then columns of the row in hand; an unknown name is told', () => {
    const place = around({ Team: ['Ox', t], score: [9, n] }, new RowValue(teams, 1));
    expect(last({ kind: 'words', text: '{ team } · {score} · {Club}' }, [], place).value).toBe(
      'Ox · 9 · Outer',
    );
    expect(last({ kind: 'words', text: '{kite}' }, [], place).problem?.code).toBe('unknown-hole');
  });
});

describe('choices', () => {
  test('looked up in a table; missing ones as wished', () => {
    const look = (missing: string, words = 'Ida') =>
      through(words, t, step('look-up', { data: 'teams', by: 'Team', take: 'Club', missing }));
    expect([look('nothing'), look('nothing', 'Nil'), look('itself', 'Nil'), look('error', 'Nil')]).toEqual([
      'Outer',
      null,
      'Nil',
      '! not-found',
    ]);
    expect(through('Ox', t, step('look-up', { data: 'teams', by: 'Team', take: 'Pilot' }))).toBe(
      '! no-column',
    );
  });
  test('one of two, by a test; numbers are compared as numbers', () => {
    const test = (value: Value, given: object) =>
      through(value, t, step('if', { then: fixed('A'), else: fixed('B'), elseKeep: false, ...given }));
    expect(test('10', { test: 'greater', than: fixed('9') })).toBe('A');
    expect([
      test('Skerry', { test: 'begins', than: fixed('sk') }),
      test(null, { test: 'empty' }),
      test('', { test: 'less', than: fixed(3) }),
    ]).toEqual(['A', 'A', 'B']);
    expect(test('x', { test: 'is', than: fixed('y'), elseKeep: true })).toBe('x');
  });
  test('a default stands in for nothing and for what failed', () => {
    expect(through('dnf', t, step('number'), step('default', { value: fixed(0) }))).toBe(0);
    expect(through(null, t, step('case'), step('default'))).toBe('–');
    expect(through('9', t, step('number'), step('default', { value: fixed(0) }))).toBe(9);
  });
  test('word for word, and a colour for a number', () => {
    expect(through('ox', t, step('map', { pairs: [{ from: 'Ox', to: 'Oxen' }] }))).toBe('Oxen');
    const colour = (x: number, smooth = true) =>
      through(
        x,
        n,
        step('colour-scale', {
          stops: [
            { at: 0, colour: '#000000' },
            { at: 10, colour: '#ffffff' },
          ],
          smooth,
        }),
      );
    expect([colour(-5), colour(10), colour(99), colour(9, false)]).toEqual([
      '#000000',
      '#ffffff',
      '#ffffff',
      '#000000',
    ]);
    expect(colour(5)).toMatch(/^#(6[0-9a-f])\1\1$|^#([0-9a-f]{2})\2\2$/);
  });
});

describe('types', () => {
  test('what does not fit is refused where it is built, in words', () => {
    const refused = last({ kind: 'rows', data: 'teams' }, [step('round')]);
    expect(refused.problem).toMatchObject({
      code: 'step-does-not-fit',
      message: '“Round” takes a number; here comes rows (Team, Score, Club).',
    });
    expect(through('x', t, step('statistic'))).toBe('! step-does-not-fit');
    expect(typeWords(last({ kind: 'rows', data: 'teams' }, [step('column', { column: 'Score' })]).type)).toBe(
      'list of number',
    );
  });
  test('a step for one value works on each of a list', () => {
    expect(
      through([1.26, null, 3], listOf(n), step('round', { places: 1 }), step('number-format', { least: 1 })),
    ).toEqual(['1.3', null, '3.0']);
  });
  test('the value that comes out is of the type that was told, for any chain on any value', () => {
    const kinds = Object.values(stepKinds).filter(
      ({ plain }) => !['look-up', 'column', 'path'].includes(plain.kind),
    );
    const chain = fc.array(fc.constantFrom(...kinds.map(({ plain }) => plain as BindingStep)), {
      maxLength: 6,
    });
    const value = fc.oneof(
      fc.tuple(fc.double({ min: -1e9, max: 1e9, noNaN: true }), fc.constant(n)),
      fc.tuple(fc.string(), fc.constant(t)),
      fc.tuple(fc.array(fc.integer()), fc.constant(listOf(n))),
      fc.tuple(fc.constant(null), fc.constant(t)),
    );
    const isOf = (v: Value, type: ValueType): boolean => {
      if (v === null || type.of === 'any') return true;
      if (type.of === 'list')
        return Array.isArray(v) && (v as Value[]).every((item) => isOf(item, type.item));
      if (['number', 'date', 'duration'].includes(type.of))
        return typeof v === 'number' || typeof v === 'string';
      return type.of === 'yes-no' ? typeof v === 'boolean' : !(v instanceof RowsValue);
    };
    fc.assert(
      fc.property(value, chain, ([v, type], steps) => {
        for (const trace of traceBinding(
          { from: { kind: 'field', field: 'it' }, steps },
          around({ it: [v, type] }),
        ))
          if (!trace.problem) expect(isOf(trace.value, trace.type)).toBe(true);
      }),
      { numRuns: 300 },
    );
  });
});

describe('origins', () => {
  const cell = (row: object, column = 'Score', take = 'value') =>
    last(
      { kind: 'cell', data: 'teams', row, column, take } as Binding['from'],
      [],
      around({ who: ['Ida', t] }, new RowValue(teams, 0)),
    );
  test('a cell by the name of its row, its place, or the row in hand', () => {
    expect(cell({ by: 'name', column: 'Team', is: { from: 'who' } }).value).toBe(8.5);
    expect(cell({ by: 'place', at: fixed(-2) }).value).toBe(8.5);
    expect(cell({ by: 'hand' }).value).toBe(9);
  });
  test('what a sheet knows of a cell besides', () => {
    expect([cell({ by: 'hand' }, 'Team', 'note').value, cell({ by: 'hand' }, 'Team', 'fill').value]).toEqual([
      'flew late',
      '#0c5b6e',
    ]);
  });
  test('a cell that is not what its column holds is told; so is a column that vanished', () => {
    expect(cell({ by: 'place', at: fixed(3) }).problem).toMatchObject({
      code: 'unfit-cell',
      message: 'Teams, Score: “dnf” is no number.',
    });
    expect(cell({ by: 'place', at: fixed(9) }).problem?.code).toBe('no-row');
    expect(cell({ by: 'hand' }, 'Pilot').problem?.code).toBe('no-column');
  });
  test('a value of JSON by its path', () => {
    const pier = { kind: 'value', data: 'pier' } as const;
    expect(last(pier, [step('path', { path: '$.wind.gust' })]).value).toBe(21);
    expect(last(pier, [step('path', { path: '$.wind.lull' })]).problem?.code).toBe('path-not-found');
    expect(last({ kind: 'value', data: 'gone' }, []).problem?.code).toBe('no-data');
  });
});

test('whatever kind of step names data or columns, it is told which, so that a release brings them along', () => {
  for (const kind of Object.values(stepKinds)) {
    const params = kind.params.filter(({ as }) => as === 'data' || as === 'column');
    const step = {
      ...kind.plain,
      ...Object.fromEntries(params.map(({ key, as }) => [key, `${as} of ${key}`])),
    } as unknown as BindingStep;
    const names = stepNames(step, 't1');
    const named = [...names.data, ...names.columns.map(({ column: own }) => own)];
    expect(named.sort()).toEqual(params.map(({ key, as }) => `${as} of ${key}`).sort());
    for (const { of } of names.columns) expect(['t1', ...names.data]).toContain(of);
    expect(dataOf({ from: { kind: 'value', data: 't1' }, steps: [step] })).toEqual(['t1', ...names.data]);
  }
});
