import type { z } from 'zod';
import { fixed } from '../operand';
import { scalar } from '../value';
import { doesNotFit, fail, isNumeric, numberIn, operandIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const signs = { add: 'plus', subtract: 'minus', multiply: 'times', divide: 'divided by', remainder: 'remainder by', power: 'to the power of', 'subtract-from': 'taken from' } as const; // prettier-ignore
type Sign = keyof typeof signs;
const schema = stepSchemas.arithmetic;

/** A number with another. Dates take seconds added or taken away. */
export const arithmetic: StepKind<z.infer<typeof schema>> = {
  label: 'Arithmetic',
  group: 'Numbers',
  schema,
  plain: { kind: 'arithmetic', sign: 'multiply', by: fixed(1) },
  params: [
    {
      key: 'sign',
      label: 'Operation',
      as: 'choice',
      choices: Object.entries(signs).map(([value, label]) => ({ value, label })),
    },
    { key: 'by', label: 'Number', as: 'operand' },
  ],
  words: (step, { nameOf }) => `${signs[step.sign]} ${operandIn(step.by, nameOf)}`,
  type(input, step, { typeOf }) {
    if (input.of === 'date' && (step.sign === 'add' || step.sign === 'subtract')) return input;
    if (!isNumeric(input)) return doesNotFit('Arithmetic', 'a number', input);
    const other = typeOf(step.by);
    if (!isNumeric(other)) return doesNotFit('Arithmetic', 'a number to compute with', other);
    return input.of === 'duration' ? input : scalar('number');
  },
  apply(input, step, context, type) {
    const a = numberIn(input, 'What comes');
    const b = numberIn(context.operand(step.by), 'The second number');
    if (type.of === 'date') return a + (step.sign === 'add' ? b : -b) * 1000;
    const result = compute(a, b, step.sign);
    return Number.isFinite(result)
      ? result
      : fail('no-number', `${a} ${signs[step.sign]} ${b} is no number.`);
  },
  each: true,
};

function compute(a: number, b: number, sign: Sign): number {
  switch (sign) {
    case 'add':
      return a + b;
    case 'subtract':
      return a - b;
    case 'subtract-from':
      return b - a;
    case 'multiply':
      return a * b;
    case 'divide':
      return a / b;
    case 'remainder':
      return b === 0 ? NaN : ((a % b) + b) % b;
    case 'power':
      return a ** b;
  }
}
