import type { z } from 'zod';
import { fixed } from '../operand';
import { RowsValue, RowValue, scalar, type Value } from '../value';
import { doesNotFit, numberIn, operandIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.pick;

/** One item of a list, or one row of rows; counted from 1, from the end where negative. Beyond the end it is nothing. */
export const pick: StepKind<z.infer<typeof schema>> = {
  label: 'Pick one',
  group: 'Lists',
  schema,
  plain: { kind: 'pick', which: 'first', n: fixed(1) },
  params: [
    {
      key: 'which',
      label: 'Which',
      as: 'choice',
      choices: [
        { value: 'first', label: 'The first' },
        { value: 'last', label: 'The last' },
        { value: 'nth', label: 'By its place' },
      ],
    },
    { key: 'n', label: 'Place (from 1; −1 is the last)', as: 'operand', when: { key: 'which', is: ['nth'] } },
  ],
  words: (step, { nameOf }) =>
    step.which === 'nth' ? `the one at place ${operandIn(step.n, nameOf)}` : `the ${step.which}`,
  type: (input) =>
    input.of === 'list'
      ? input.item
      : input.of === 'rows'
        ? { of: 'row', columns: input.columns }
        : input.of === 'any'
          ? scalar('any')
          : doesNotFit('Pick one', 'a list or rows', input),
  apply(input, step, context) {
    const count = input instanceof RowsValue ? input.rowset.count : Array.isArray(input) ? input.length : 0;
    const n =
      step.which === 'first'
        ? 1
        : step.which === 'last'
          ? -1
          : Math.trunc(numberIn(context.operand(step.n), 'The place'));
    const index = n < 0 ? count + n : n - 1;
    if (index < 0 || index >= count) return null;
    return input instanceof RowsValue
      ? new RowValue(input.rowset, index)
      : ((input as readonly Value[])[index] ?? null);
  },
  each: false,
};
