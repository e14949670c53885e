import type { z } from 'zod';
import { fixed } from '../operand';
import { parseDate } from '../../source';
import { scalar } from '../value';
import { doesNotFit, fail, numberIn, operandIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.between;

/** The length of time from another moment to this one; negative where this one is earlier. */
export const between: StepKind<z.infer<typeof schema>> = {
  label: 'Time since',
  group: 'Dates',
  schema,
  plain: { kind: 'between', other: fixed('2026-01-01') },
  params: [{ key: 'other', label: 'Since', as: 'operand' }],
  words: (step, { nameOf }) => `the time since ${operandIn(step.other, nameOf)}`,
  type: (input) =>
    input.of === 'date' || input.of === 'any'
      ? scalar('duration')
      : doesNotFit('Time since', 'a date', input),
  apply(input, step, { operand }) {
    const other = operand(step.other);
    const since = typeof other === 'number' ? other : parseDate(String(other ?? ''));
    if (since === null) return fail('not-a-date', `“${String(other ?? '')}” is no date to count from.`);
    return (numberIn(input, 'What comes') - since) / 1000;
  },
  each: true,
};
