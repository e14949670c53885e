import { z } from 'zod';
import { fixed, operandSchema } from '../operand';
import { isEmpty, scalar, valueText, type Value } from '../value';
import { operandIn, type StepKind } from './kind';

const tests = {
  is: 'is', 'is-not': 'is not', greater: 'is greater than', less: 'is less than', 'at-least': 'is at least', 'at-most': 'is at most',
  contains: 'contains', begins: 'begins with', ends: 'ends with', empty: 'is empty', yes: 'is yes',
} as const; // prettier-ignore
type Test = keyof typeof tests;
const schema = z.object({
  kind: z.literal('if'),
  test: z.enum(Object.keys(tests) as [Test, ...Test[]]),
  than: operandSchema,
  then: operandSchema,
  thenKeep: z.boolean(),
  else: operandSchema,
  elseKeep: z.boolean(),
});

/** Whether a value stands a test; words are compared without heed to case, numbers as numbers where both are. */
export function stands(value: Value, test: Test, than: Value): boolean {
  const a = valueText(value).toLowerCase();
  switch (test) {
    case 'empty':
      return isEmpty(value);
    case 'yes':
      return value === true || value === 1 || a === 'yes' || a === 'true';
    case 'contains':
      return a.includes(valueText(than).toLowerCase());
    case 'begins':
      return a.startsWith(valueText(than).toLowerCase());
    case 'ends':
      return a.endsWith(valueText(than).toLowerCase());
    default:
      return standsInOrder(value, a, test, than);
  }
}

const words = new Intl.Collator('en', { numeric: true });

function standsInOrder(
  value: Value,
  a: string,
  test: Exclude<Test, 'empty' | 'yes' | 'contains' | 'begins' | 'ends'>,
  than: Value,
): boolean {
  const b = valueText(than).toLowerCase();
  const [x, y] = [Number(a === '' ? NaN : value), Number(b === '' ? NaN : than)];
  const areNumbers = Number.isFinite(x) && Number.isFinite(y);
  if (test === 'is') return areNumbers ? x === y : a === b;
  if (test === 'is-not') return areNumbers ? x !== y : a !== b;
  if (a === '') return false;
  const order = areNumbers ? x - y : words.compare(a, b);
  switch (test) {
    case 'greater':
      return order > 0;
    case 'less':
      return order < 0;
    case 'at-least':
      return order >= 0;
    case 'at-most':
      return order <= 0;
  }
}

const needsOther = Object.keys(tests).filter((test) => test !== 'empty' && test !== 'yes');

/** One of two values, by a test of what comes. */
export const ifThen: StepKind<z.infer<typeof schema>> = {
  label: 'If, then',
  group: 'Choices',
  schema,
  plain: {
    kind: 'if',
    test: 'is',
    than: fixed(''),
    then: fixed(''),
    thenKeep: false,
    else: fixed(''),
    elseKeep: true,
  },
  params: [
    {
      key: 'test',
      label: 'If it',
      as: 'choice',
      choices: Object.entries(tests).map(([value, label]) => ({ value, label })),
    },
    { key: 'than', label: 'This', as: 'operand', when: { key: 'test', is: needsOther } },
    { key: 'thenKeep', label: 'Then keep it as it is', as: 'yes-no' },
    { key: 'then', label: 'Then', as: 'operand', when: { key: 'thenKeep', is: [false] } },
    { key: 'elseKeep', label: 'Else keep it as it is', as: 'yes-no' },
    { key: 'else', label: 'Else', as: 'operand', when: { key: 'elseKeep', is: [false] } },
  ],
  words: (step, { nameOf }) =>
    `if it ${tests[step.test]}${needsOther.includes(step.test) ? ` ${operandIn(step.than, nameOf)}` : ''}, ${step.thenKeep ? 'itself' : operandIn(step.then, nameOf)}; else ${step.elseKeep ? 'itself' : operandIn(step.else, nameOf)}`,
  type(input, step, { typeOf }) {
    const a = step.thenKeep ? input : typeOf(step.then);
    const b = step.elseKeep ? input : typeOf(step.else);
    if (a.of === b.of) return a;
    const isLoose = (t: { of: string }): boolean => t.of !== 'list' && t.of !== 'row' && t.of !== 'rows';
    return isLoose(a) && isLoose(b)
      ? scalar(a.of === 'any' || b.of === 'any' ? 'any' : 'text')
      : scalar('any');
  },
  apply(input, step, { operand }) {
    return stands(input, step.test, operand(step.than))
      ? step.thenKeep
        ? input
        : operand(step.then)
      : step.elseKeep
        ? input
        : operand(step.else);
  },
  each: false,
  onNothing: true,
};
