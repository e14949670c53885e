import type { z } from 'zod';
import { sortRows } from '../derive';
import { RowsValue } from '../value';
import type { StepKind } from './kind';
import { columnOfRows, rowsIn, rowsType } from './rows';
import { stepSchemas } from './schemas';

const schema = stepSchemas['sort-rows'];

/** Rows in the order of a column; what is alike stays as it came, what is empty comes last. */
export const sortRowsStep: StepKind<z.infer<typeof schema>> = {
  label: 'Sort rows',
  group: 'Rows',
  schema,
  plain: { kind: 'sort-rows', column: '', down: true },
  params: [
    { key: 'column', label: 'By', as: 'column', of: null },
    { key: 'down', label: 'Largest first', as: 'yes-no' },
  ],
  words: ({ column, down }) => `sorted by ${column || '…'}, ${down ? 'largest' : 'smallest'} first`,
  type: (input, step) => rowsType('Sort rows', input, [step.column]),
  apply(input, { column, down }, { locale }) {
    const rows = rowsIn(input);
    columnOfRows(rows, column);
    return new RowsValue(sortRows(rows, [{ column, down }], locale));
  },
  each: false,
};
