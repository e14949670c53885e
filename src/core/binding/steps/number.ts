import type { z } from 'zod';
import { parseNumber } from '../../source';
import { scalar } from '../value';
import { doesNotFit, fail, isWords, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.number;

/** Words as a number: with points or commas, spaces between thousands, a percent sign. */
export const number: StepKind<z.infer<typeof schema>> = {
  label: 'Read as number',
  group: 'Numbers',
  schema,
  plain: { kind: 'number' },
  params: [],
  words: () => 'read as a number',
  type: (input) => (isWords(input) ? scalar('number') : doesNotFit('Read as number', 'words', input)),
  apply(input) {
    if (typeof input === 'number') return input;
    if (typeof input === 'boolean') return Number(input);
    const read = typeof input === 'string' ? parseNumber(input) : null;
    return read ?? fail('not-a-number', `“${String(input)}” is no number.`);
  },
  each: true,
};
