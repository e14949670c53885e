import type { z } from 'zod';
import { pageRows } from '../derive';
import { fixed } from '../operand';
import { RowsValue } from '../value';
import { numberIn, operandIn, type StepKind } from './kind';
import { rowsIn, rowsType } from './rows';
import { stepSchemas } from './schemas';

const schema = stepSchemas['page-rows'];

/** One page of rows, counted from 1; beyond the last it is the last. */
export const pageRowsStep: StepKind<z.infer<typeof schema>> = {
  label: 'Page of rows',
  group: 'Rows',
  schema,
  plain: { kind: 'page-rows', size: fixed(8), at: fixed(1) },
  params: [
    { key: 'size', label: 'Rows on a page', as: 'operand' },
    { key: 'at', label: 'Page', as: 'operand' },
  ],
  words: ({ size, at }, { nameOf }) =>
    `page ${operandIn(at, nameOf)} of ${operandIn(size, nameOf)} rows each`,
  type: (input) => rowsType('Page of rows', input, []),
  apply(input, { size, at }, { operand }) {
    const rows = Math.max(1, Math.trunc(numberIn(operand(size), 'The rows on a page')));
    return new RowsValue(pageRows(rowsIn(input), rows, Math.trunc(numberIn(operand(at), 'The page'))).rows);
  },
  each: false,
};
