import type { z } from 'zod';
import { problem } from '../../problem';
import { fixed } from '../operand';
import { scalar, valueText } from '../value';
import { doesNotFit, fail, isWords, operandIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.replace;

const escape = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** Repetitions of repetitions can take for ever on some words; they are refused. */
const isRunaway = (pattern: string): boolean => /([+*}])\)?[^)]*\)[+*{]/.test(pattern);

/** Words for other words, everywhere; or by a pattern (a regular expression) with $1 for its groups. */
export const replace: StepKind<z.infer<typeof schema>> = {
  label: 'Replace',
  group: 'Text',
  schema,
  plain: { kind: 'replace', find: '', put: fixed(''), pattern: false, anyCase: false },
  params: [
    { key: 'find', label: 'Find', as: 'text' },
    { key: 'put', label: 'Replace with', as: 'operand' },
    { key: 'pattern', label: 'Find is a pattern', as: 'yes-no' },
    { key: 'anyCase', label: 'Ignore case', as: 'yes-no' },
  ],
  words: (step, { nameOf }) => `${operandIn(step.put, nameOf)} for “${step.find}”`,
  type(input, step) {
    if (!isWords(input)) return doesNotFit('Replace', 'words', input);
    if (step.pattern) {
      try {
        new RegExp(step.find, 'gu');
      } catch (error) {
        return problem(
          'bad-pattern',
          `“${step.find}” is no pattern: ${(error as Error).message.split(': ').at(-1)}.`,
          'steps',
        );
      }
      if (isRunaway(step.find))
        return problem(
          'bad-pattern',
          `“${step.find}” repeats a repetition, which may never end. Write it more simply.`,
          'steps',
        );
    }
    return scalar('text');
  },
  apply(input, step, { operand }) {
    if (step.find === '') return String(input);
    if (step.pattern && isRunaway(step.find))
      return fail('bad-pattern', `“${step.find}” repeats a repetition, which may never end.`);
    const put = valueText(operand(step.put));
    const expression = new RegExp(step.pattern ? step.find : escape(step.find), step.anyCase ? 'giu' : 'gu');
    return step.pattern
      ? String(input).replace(expression, put)
      : String(input).replace(expression, () => put);
  },
  each: true,
};
