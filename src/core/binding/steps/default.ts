import type { z } from 'zod';
import { fixed } from '../operand';
import { isEmpty, scalar } from '../value';
import { operandIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.default;

/** What stands in where nothing came, or where a step before it failed. */
export const fallback: StepKind<z.infer<typeof schema>> = {
  label: 'Default',
  group: 'Choices',
  schema,
  plain: { kind: 'default', value: fixed('–') },
  params: [{ key: 'value', label: 'Where nothing came', as: 'operand' }],
  words: (step, { nameOf }) => `${operandIn(step.value, nameOf)} where nothing came`,
  type(input, step, { typeOf }) {
    const other = typeOf(step.value);
    return other.of === input.of && input.of !== 'list' ? input : scalar('any');
  },
  apply: (input, step, { operand }) => (isEmpty(input) ? operand(step.value) : input),
  each: false,
  onNothing: true,
};
