import type { z } from 'zod';
import { rankRows, sortRows } from '../derive';
import { RowsValue } from '../value';
import type { StepKind } from './kind';
import { columnOfRows, rowsIn, rowsType } from './rows';
import { stepSchemas } from './schemas';

const ties = { shared: '1, 1, 3', dense: '1, 1, 2', order: '1, 2, 3' } as const;
const schema = stepSchemas['rank-rows'];

/** Rows in the order of their places by a column, with those in a column of their own. */
export const rankRowsStep: StepKind<z.infer<typeof schema>> = {
  label: 'Rank rows',
  group: 'Rows',
  schema,
  plain: { kind: 'rank-rows', by: '', down: true, ties: 'shared', name: 'Rank' },
  params: [
    { key: 'by', label: 'By', as: 'column', of: null },
    { key: 'down', label: 'Largest first', as: 'yes-no' },
    {
      key: 'ties',
      label: 'Ties',
      as: 'choice',
      choices: Object.entries(ties).map(([value, label]) => ({ value, label })),
    },
    { key: 'name', label: 'Name of the column', as: 'text' },
  ],
  words: ({ by, down }) => `ranked by ${by || '…'}, ${down ? 'largest' : 'smallest'} first`,
  type(input, { by, name }) {
    const rows = rowsType('Rank rows', input, [by]);
    return 'code' in rows
      ? rows
      : { of: 'rows', columns: [...rows.columns, { key: name, name, type: 'number' }] };
  },
  apply(input, { by, down, ties: way, name }, { locale }) {
    const rows = rowsIn(input);
    columnOfRows(rows, by);
    return new RowsValue(
      sortRows(
        rankRows(rows, { by, down, ties: way, name }, locale),
        [{ column: name, down: false }],
        locale,
      ),
    );
  },
  each: false,
};
