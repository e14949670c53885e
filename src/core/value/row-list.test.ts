import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  fieldValueSchema,
  isRowList,
  listDifference,
  makeList,
  mostListColumns,
  mostListSigns,
  sameList,
  sameValue,
  valueWords,
  wordsIn,
  withDifference,
  type RowList,
} from './index';

const rows = fc.array(
  fc.tuple(fc.string({ maxLength: 6 }), fc.string({ maxLength: 6 }), fc.option(fc.integer())),
  {
    maxLength: 8,
  },
);
type Rows = readonly (readonly [string, string, number | null])[];
const listOf = (given: Rows): RowList => {
  const made = makeList(
    'Rows',
    [{ key: 'a', name: 'A', type: 'text' }, { key: 'b', name: 'B', type: 'number' }],
    given.map(([key, ...cells]) => ({ key, cells })),
  ); // prettier-ignore
  if ('code' in made) throw new Error(made.message);
  return made.list;
};

test('whatever rows come, the list they make is whole, frozen, and comes through JSON as it was', () => {
  fc.assert(
    fc.property(rows, (given) => {
      const list = listOf(given);
      expect(Object.isFrozen(list.cells)).toBe(true);
      const back: unknown = fieldValueSchema.parse(JSON.parse(JSON.stringify(list)));
      expect(isRowList(back) && sameList(back, list)).toBe(true);
      expect(list.order.map((key) => list.cells[key])).toEqual(given.map(([, ...cells]) => cells));
    }),
  );
});

test('what leads from one list to another leads there, and tells no row that is the same', () => {
  fc.assert(
    fc.property(rows, rows, (a, b) => {
      const [from, to] = [listOf(a), listOf(b)];
      const difference = listDifference(from, to);
      if (!difference) throw new Error('the columns are the same');
      expect(sameList(withDifference(from, difference), to)).toBe(true);
      for (const key of Object.keys(difference.rows)) expect(from.cells[key]).not.toEqual(to.cells[key]);
      expect(listDifference(to, structuredClone(to))).toEqual({ rows: {} });
    }),
  );
});

test('a list in short says how many rows it has, and the first of them by their words', () => {
  const of = (count: number) => listOf(Array.from({ length: count }, (_, i) => [`k${i}`, `Team ${i}`, i]));
  expect([0, 1, 3, 8].map((count) => valueWords(of(count)))).toEqual([
    '0 rows',
    '1 row: Team 0',
    '3 rows: Team 0, Team 1, Team 2',
    '8 rows: Team 0, Team 1, Team 2, Team 3, Team 4, Team 5, …',
  ]);
});

test('all words of a value are found, in whichever row they stand', () => {
  const list = listOf([['k', 'ليلى', 3], ['l', '浜辺', null]]); // prettier-ignore
  expect([...'ليلى浜辺3'].filter((sign) => !wordsIn(list).includes(sign))).toEqual([]);
  expect([wordsIn('Ida'), wordsIn(null), wordsIn(undefined)]).toEqual(['Ida', '', '']);
});

test('values are the same by what they say, lists by what is in them', () => {
  const list = listOf([['k', 'x', 1]]);
  expect(sameValue(list, structuredClone(list))).toBe(true);
  expect(sameValue(list, listOf([['k', 'x', 2]]))).toBe(false);
  expect(sameValue(list, 'x')).toBe(false);
  expect(sameValue(null, undefined)).toBe(false);
});

test('a list is refused whole by the bound that it passes, and one that is damaged by what it lacks', () => {
  const wide = Array.from({ length: mostListColumns + 1 }, (_, i) => ({ key: `c${i}`, name: `C${i}`, type: 'text' as const }));
  expect(makeList('Wide', wide, [])).toMatchObject({ message: expect.stringContaining(`61 columns; a graphic takes ${mostListColumns} at most`) });
  const long = Array.from({ length: 50 }, (_, i) => ({ key: `k${i}`, cells: ['x'.repeat(9000)] }));
  expect(makeList('Long', wide.slice(0, 1), long)).toMatchObject({ message: expect.stringContaining(`450000 characters; a graphic takes ${mostListSigns} at most`) });
  const list = listOf([['k', 'x', 1], ['l', 'y', 2]]);
  const { order, cells } = list;
  for (const broken of [{ order: ['k', 'k'] }, { order: ['k'] }, { cells: { ...cells, l: ['y'] } }, { order: [...order, '__proto__'] }])
    expect(fieldValueSchema.safeParse({ ...list, ...broken }).success).toBe(false);
}); // prettier-ignore
