import type { z } from 'zod';
import { withColumns } from '../derive';
import { RowsValue } from '../value';
import type { StepKind } from './kind';
import { numberInWords, plainNumber, signParam } from './number-format';
import { columnOfRows, rowsIn, rowsType } from './rows';
import { stepSchemas } from './schemas';

const schema = stepSchemas['format-column'];

/** One more column: the numbers of another in words. */
export const formatColumn: StepKind<z.infer<typeof schema>> = {
  label: 'Format a column',
  group: 'Rows',
  schema,
  plain: {
    kind: 'format-column',
    column: '',
    name: 'In words',
    decimals: 1,
    grouping: true,
    sign: 'auto',
    before: '',
    after: '',
  },
  params: [
    { key: 'column', label: 'Numbers in', as: 'column', of: null },
    { key: 'name', label: 'Name of the new column', as: 'text' },
    { key: 'decimals', label: 'Decimals', as: 'number' },
    { key: 'grouping', label: 'Thousands separator', as: 'yes-no' },
    signParam,
    { key: 'before', label: 'Prefix', as: 'text' },
    { key: 'after', label: 'Suffix', as: 'text' },
  ],
  words: ({ column, name, decimals, before, after }) =>
    `a column ${name}: ${column || '…'} as ${before}${(1234.5678).toFixed(decimals)}${after}`,
  type(input, { column, name }) {
    const rows = rowsType('Format a column', input, [column]);
    return 'code' in rows
      ? rows
      : { of: 'rows', columns: [...rows.columns, { key: name, name, type: 'text' }] };
  },
  apply(input, step) {
    const rows = rowsIn(input);
    const at = columnOfRows(rows, step.column);
    const { name, decimals, grouping, sign, before, after } = step;
    const format = { ...plainNumber, grouping, sign, before, after, least: decimals, most: decimals };
    return new RowsValue(
      withColumns(rows, [
        {
          info: { key: name, name, type: 'text' },
          cell(row) {
            const cell = rows.cell(row, at);
            return typeof cell === 'number' ? numberInWords(cell, format) : rows.text(row, at);
          },
        },
      ]),
    );
  },
  each: false,
};
