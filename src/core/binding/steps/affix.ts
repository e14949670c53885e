import type { z } from 'zod';
import { fixed } from '../operand';
import { scalar, valueText } from '../value';
import { doesNotFit, isWords, operandIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.affix;

/** Words before and after; nothing stays nothing, without them. */
export const affix: StepKind<z.infer<typeof schema>> = {
  label: 'Prefix and suffix',
  group: 'Text',
  schema,
  plain: { kind: 'affix', before: fixed(''), after: fixed('') },
  params: [
    { key: 'before', label: 'Prefix', as: 'operand' },
    { key: 'after', label: 'Suffix', as: 'operand' },
  ],
  words: (step, { nameOf }) =>
    `with ${operandIn(step.before, nameOf)} before and ${operandIn(step.after, nameOf)} after`,
  type: (input) => (isWords(input) ? scalar('text') : doesNotFit('Words around', 'words', input)),
  apply: (input, step, { operand }, type) =>
    `${valueText(operand(step.before))}${valueText(input, type)}${valueText(operand(step.after))}`,
  each: true,
};
