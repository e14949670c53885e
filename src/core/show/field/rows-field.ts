import { z } from 'zod';
import { problem } from '../../problem';
import { emptyList, isRowList, rowListSchema, type RowList } from '../../value';
import { fieldBase, usualField, type FieldKind } from './base';

export const rowsFieldSchema = fieldBase.extend({
  kind: z.literal('rows'),
  default: rowListSchema,
});
export type RowsField = z.infer<typeof rowsFieldSchema>;

/** A list of rows that an operator fills in, or that a binding gives until one does. */
export const rowsField = {
  ...usualField,
  kind: 'rows',
  label: 'Rows',
  schema: rowsFieldSchema,
  type: { of: 'rows', columns: [] },
  empty: emptyList,
  plain: () => ({ kind: 'rows', default: sampleRows }),
  from: (_, value) => ({
    kind: 'rows',
    default: isRowList(value) && value.columns.length > 0 ? value : sampleRows,
  }),
  isSample: (field) => field.default.order.length > 0,
  accept: (field, raw) => {
    if (raw === null || raw === '') return { value: emptyList };
    const read = isRowList(raw) ? rowListSchema.safeParse(raw) : null;
    if (read?.success) return { value: read.data };
    return {
      problem: problem(
        'no-rows',
        read
          ? `${field.name} takes rows that each have a key of their own and a cell for each column; these do not. Nothing was taken.`
          : `${field.name} takes rows; one value came. Bind it to rows, or type them.`,
        field.name,
      ),
    };
  },
} as const satisfies FieldKind<RowsField>;

/** What a new one begins with: one row of a name and a number. */
const sampleRows: RowList = {
  kind: 'rows',
  columns: [
    { key: 'name', name: 'Name', type: 'text' },
    { key: 'number', name: 'Number', type: 'number' },
  ],
  order: ['row-1'],
  cells: { 'row-1': ['Name', 1] },
};
