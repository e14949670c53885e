import type { z } from 'zod';
import { RowsValue } from '../value';
import type { StepKind } from './kind';
import { columnOfRows, rowsIn, rowsType } from './rows';
import { stepSchemas } from './schemas';

const schema = stepSchemas['key-rows'];

/**
 * What rows are told apart by as they change: a row with the same word in this column is the same row, wherever it comes
 * to stand. Rows of one word are told apart by a number, which the checker says.
 */
export const keyRows: StepKind<z.infer<typeof schema>> = {
  label: 'Tell rows apart by',
  group: 'Rows',
  schema,
  plain: { kind: 'key-rows', column: '' },
  params: [{ key: 'column', label: 'Column', as: 'column', of: null }],
  words: ({ column }) => `rows told apart by ${column || '…'}`,
  type: (input, { column }) => rowsType('Tell rows apart by', input, [column]),
  apply(input, { column }) {
    const rows = rowsIn(input);
    const at = columnOfRows(rows, column);
    let places: Map<string, number> | null = null;
    return new RowsValue({
      name: rows.name,
      columns: rows.columns,
      count: rows.count,
      cell: (row, index) => rows.cell(row, index),
      text: (row, index) => rows.text(row, index),
      key: (row) => rows.text(row, at),
      indexOf(key) {
        places ??= new Map(Array.from({ length: rows.count }, (_, row) => [rows.text(row, at), row]));
        return places.get(key) ?? -1;
      },
      facets: (row, index) => rows.facets(row, index),
    });
  },
  each: false,
};
