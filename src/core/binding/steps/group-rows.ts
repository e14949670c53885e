import type { z } from 'zod';
import { columnIndex, groupRows } from '../derive';
import { RowsValue } from '../value';
import type { StepKind } from './kind';
import { columnOfRows, rowsIn, rowsType } from './rows';
import { stepSchemas } from './schemas';

const totals = { count: 'count', sum: 'sum', mean: 'mean', minimum: 'minimum', maximum: 'maximum', first: 'first' } as const; // prettier-ignore
const schema = stepSchemas['group-rows'];

/** One row for each value of a column, with a total of another. */
export const groupRowsStep: StepKind<z.infer<typeof schema>> = {
  label: 'Group rows',
  group: 'Rows',
  schema,
  plain: { kind: 'group-rows', by: '', which: 'count', column: '', name: 'Total' },
  params: [
    { key: 'by', label: 'One row for each', as: 'column', of: null },
    {
      key: 'which',
      label: 'Total',
      as: 'choice',
      choices: Object.entries(totals).map(([value, label]) => ({ value, label })),
    },
    {
      key: 'column',
      label: 'Of',
      as: 'column',
      of: null,
      when: { key: 'which', is: ['sum', 'mean', 'minimum', 'maximum', 'first'] },
    },
    { key: 'name', label: 'Name of the column', as: 'text' },
  ],
  words: ({ by, which, column }) =>
    `one row for each ${by || '…'}, with the ${totals[which]}${which === 'count' ? '' : ` of ${column || '…'}`}`,
  type(input, { by, which, column, name }) {
    const rows = rowsType('Group rows', input, which === 'count' ? [by] : [by, column]);
    if ('code' in rows) return rows;
    const own = rows.columns[columnIndex(rows, by)];
    const of = rows.columns[columnIndex(rows, column)];
    const type = which === 'first' ? (of?.type ?? 'text') : of?.type === 'duration' && which !== 'count' ? 'duration' : 'number'; // prettier-ignore
    return { of: 'rows', columns: [...(own ? [own] : []), { key: name, name, type }] };
  },
  apply(input, { by, which, column, name }) {
    const rows = rowsIn(input);
    columnOfRows(rows, by);
    if (which !== 'count') columnOfRows(rows, column);
    // A count is of rows, whatever is in them.
    return new RowsValue(groupRows(rows, { by: [by], totals: [{ column: which === 'count' ? '' : column, which, name }] })); // prettier-ignore
  },
  each: false,
};
