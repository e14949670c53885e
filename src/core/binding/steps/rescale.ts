import type { z } from 'zod';
import { fixed } from '../operand';
import { scalar } from '../value';
import { doesNotFit, fail, isNumeric, numberIn, operandIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.rescale;

/** A number's place between two ends, taken over to two other ends, in a straight line. */
export const rescale: StepKind<z.infer<typeof schema>> = {
  label: 'Rescale',
  group: 'Numbers',
  schema,
  plain: { kind: 'rescale', low: fixed(0), high: fixed(100), toLow: fixed(0), toHigh: fixed(1), clamp: true },
  params: [
    { key: 'low', label: 'From low', as: 'operand' },
    { key: 'high', label: 'From high', as: 'operand' },
    { key: 'toLow', label: 'To low', as: 'operand' },
    { key: 'toHigh', label: 'To high', as: 'operand' },
    { key: 'clamp', label: 'Keep within the ends', as: 'yes-no' },
  ],
  words: (step, { nameOf }) =>
    `${operandIn(step.low, nameOf)}–${operandIn(step.high, nameOf)} becomes ${operandIn(step.toLow, nameOf)}–${operandIn(step.toHigh, nameOf)}${step.clamp ? ', kept within' : ''}`,
  type: (input) =>
    isNumeric(input) || input.of === 'date' ? scalar('number') : doesNotFit('Rescale', 'a number', input),
  apply(input, step, { operand }) {
    const value = numberIn(input, 'What comes');
    const low = numberIn(operand(step.low), 'From low');
    const high = numberIn(operand(step.high), 'From high');
    const toLow = numberIn(operand(step.toLow), 'To low');
    const toHigh = numberIn(operand(step.toHigh), 'To high');
    if (high === low) return fail('no-range', `Both ends to rescale from are ${low}. Set them apart.`);
    const part = (value - low) / (high - low);
    const kept = step.clamp ? Math.max(0, Math.min(1, part)) : part;
    return toLow * (1 - kept) + toHigh * kept;
  },
  each: true,
};
