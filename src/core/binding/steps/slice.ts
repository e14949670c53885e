import type { z } from 'zod';
import { fixed } from '../operand';
import { someRows } from '../rowset';
import { RowsValue, type Value } from '../value';
import { doesNotFit, numberIn, operandIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.slice;

/** Some items in a row, or some rows. */
export const slice: StepKind<z.infer<typeof schema>> = {
  label: 'Slice',
  group: 'Lists',
  schema,
  plain: { kind: 'slice', from: fixed(1), count: fixed(3) },
  params: [
    { key: 'from', label: 'From place', as: 'operand' },
    { key: 'count', label: 'How many', as: 'operand' },
  ],
  words: (step, { nameOf }) =>
    `${operandIn(step.count, nameOf)} from place ${operandIn(step.from, nameOf)} on`,
  type: (input) =>
    input.of === 'list' || input.of === 'rows' || input.of === 'any'
      ? input
      : doesNotFit('Slice', 'a list or rows', input),
  apply(input, step, context) {
    const length = input instanceof RowsValue ? input.rowset.count : Array.isArray(input) ? input.length : 0;
    const n = Math.trunc(numberIn(context.operand(step.from), 'The first place'));
    const start = Math.max(0, n < 0 ? length + n : n - 1);
    const end = Math.min(
      length,
      start + Math.max(0, Math.trunc(numberIn(context.operand(step.count), 'The count'))),
    );
    if (input instanceof RowsValue)
      return new RowsValue(
        someRows(
          input.rowset,
          Array.from({ length: Math.max(0, end - start) }, (_, i) => start + i),
        ),
      );
    return Array.isArray(input) ? (input as readonly Value[]).slice(start, end) : null;
  },
  each: false,
};
