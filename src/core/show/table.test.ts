import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { z } from 'zod';
import { newTable, rowSchema, tableSchema } from './table';

const table = (rows: unknown) => ({ ...newTable('t', 'Teams'), rows });

describe('rows of a table', () => {
  test('are what the schema of a row says, whatever is put there', () => {
    const cell = fc.oneof(fc.string({ maxLength: 5 }), fc.constant('x'.repeat(10_001)), fc.integer());
    const row = fc.oneof(
      fc.record({
        id: fc.constantFrom('a', 'b', ''),
        cells: fc.dictionary(fc.constantFrom('n', 'm', '', 'toString'), cell),
      }),
      fc.record({ id: fc.constant('a'), cells: fc.constant({}), more: fc.boolean() }),
      fc.constantFrom(null, 3, [], { id: 'a' }, { id: 'a', cells: [] }),
    );
    const plain = z.array(rowSchema);
    fc.assert(
      fc.property(fc.array(row, { maxLength: 4 }), (rows) => {
        const [one, other] = [tableSchema.safeParse(table(rows)), plain.safeParse(rows)];
        expect(one.success).toBe(other.success);
        if (one.success) expect(one.data.rows).toEqual(other.data);
      }),
    );
  });

  test('that are wrong are named by their place', () => {
    const rows = [
      { id: 'a', cells: { n: 'x' } },
      { id: 'b', cells: { n: 4 } },
    ];
    const { error } = tableSchema.safeParse(table(rows));
    expect(error?.issues.map(({ path }) => path)).toEqual([['rows', 1, 'cells', 'n']]);
    expect(tableSchema.safeParse(table('none')).error?.issues[0]?.path).toEqual(['rows']);
  });
});
