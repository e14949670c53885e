import type { z } from 'zod';
import { fixed } from '../operand';
import { needsOther, stands, testChoices, testWords } from '../stands';
import { scalar } from '../value';
import { operandIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.if;

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
      choices: testChoices,
    },
    { key: 'than', label: 'This', as: 'operand', when: { key: 'test', is: needsOther } },
    { key: 'thenKeep', label: 'Then keep it as it is', as: 'yes-no' },
    { key: 'then', label: 'Then', as: 'operand', when: { key: 'thenKeep', is: [false] } },
    { key: 'elseKeep', label: 'Else keep it as it is', as: 'yes-no' },
    { key: 'else', label: 'Else', as: 'operand', when: { key: 'elseKeep', is: [false] } },
  ],
  words: (step, { nameOf }) =>
    `if it ${testWords[step.test]}${needsOther.includes(step.test) ? ` ${operandIn(step.than, nameOf)}` : ''}, ${step.thenKeep ? 'itself' : operandIn(step.then, nameOf)}; else ${step.elseKeep ? 'itself' : operandIn(step.else, nameOf)}`,
  type(input, step, { typeOf }) {
    const a = step.thenKeep ? input : typeOf(step.then);
    const b = step.elseKeep ? input : typeOf(step.else);
    if (a.of === b.of) return a;
    const isLoose = (t: { of: string }): boolean => t.of !== 'list' && t.of !== 'row' && t.of !== 'rows';
    return isLoose(a) && isLoose(b)
      ? scalar(a.of === 'any' || b.of === 'any' ? 'any' : 'text')
      : scalar('any');
  },
  apply(input, step, { operand, locale }) {
    return stands(input, step.test, operand(step.than), locale)
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
