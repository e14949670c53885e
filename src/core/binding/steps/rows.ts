import { problem, type Problem } from '../../problem';
import { columnIndex } from '../derive';
import { RowsValue, type ColumnInfo, type Rowset, type Value, type ValueType } from '../value';
import { doesNotFit, fail } from './kind';

// What steps that take rows share.

/** The rows that come, or why they cannot be taken. */
export const rowsIn = (input: Value): Rowset =>
  input instanceof RowsValue ? input.rowset : fail('no-rows', 'It takes rows; something else came.');

/** The type of rows that come, with `columns` named; or why they do not fit. */
export function rowsType(
  label: string,
  input: ValueType,
  columns: readonly string[],
): { of: 'rows'; columns: readonly ColumnInfo[] } | Problem {
  if (input.of !== 'rows') return doesNotFit(label, 'rows', input);
  const rows = { of: 'rows', columns: input.columns } as const;
  const missing = columns.find((column) => columnIndex(rows, column) < 0);
  if (missing === undefined) return rows;
  return problem(
    'no-column',
    missing === ''
      ? `“${label}”: choose a column.`
      : `“${label}”: there is no column “${missing}” here; there is ${input.columns
          .slice(0, 6)
          .map(({ name }) => name)
          .join(', ')}.`,
    'steps',
  );
}

/** A column that must be there. */
export function columnOfRows(rowset: Rowset, column: string): number {
  const at = columnIndex(rowset, column);
  return at >= 0
    ? at
    : fail('no-column', `${rowset.name} has no column “${column}” any more. Choose another.`);
}
