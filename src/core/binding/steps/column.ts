import type { z } from 'zod';
import { problem } from '../../problem';
import { listOf, RowsValue, RowValue, scalar, type Rowset } from '../value';
import { doesNotFit, fail, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.column;

const indexIn = (rowset: Rowset, column: string): number => {
  const index = rowset.columns.findIndex((c) => c.key === column || c.name === column);
  return index >= 0
    ? index
    : fail('no-column', `${rowset.name} has no column “${column}” any more. Choose another.`);
};

/** One column: of a row its cell, of rows the list of its cells, of an object its member. */
export const column: StepKind<z.infer<typeof schema>> = {
  label: 'Column',
  group: 'Lists',
  schema,
  plain: { kind: 'column', column: '' },
  params: [{ key: 'column', label: 'Column', as: 'column', of: null }],
  words: (step) => `the column ${step.column || '…'}`,
  type(input, step) {
    if (input.of === 'any') return scalar('any');
    if (input.of !== 'row' && input.of !== 'rows') return doesNotFit('Column', 'a row or rows', input);
    const found = input.columns.find((c) => c.key === step.column || c.name === step.column);
    if (!found)
      return problem(
        'no-column',
        `There is no column “${step.column}” here; there is ${input.columns
          .slice(0, 6)
          .map((c) => c.name)
          .join(', ')}.`,
        'steps',
      );
    return input.of === 'row' ? scalar(found.type) : listOf(scalar(found.type));
  },
  apply(input, step) {
    if (input instanceof RowValue) return input.rowset.cell(input.index, indexIn(input.rowset, step.column));
    if (input instanceof RowsValue) {
      const { rowset } = input;
      const at = indexIn(rowset, step.column);
      return Array.from({ length: rowset.count }, (_, row) => rowset.cell(row, at));
    }
    if (
      typeof input === 'object' &&
      input !== null &&
      !Array.isArray(input) &&
      Object.hasOwn(input, step.column)
    )
      return (input as Record<string, never>)[step.column] ?? null;
    return fail('no-column', `There is no “${step.column}” in what came.`);
  },
  each: false,
};
