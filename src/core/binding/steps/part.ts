import { graphemes } from '../../locale';
import type { z } from 'zod';
import { scalar } from '../value';
import { doesNotFit, isWords, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.part;

/** Some signs, words or lines of a text, counted from 1, from the end where negative. */
export const part: StepKind<z.infer<typeof schema>> = {
  label: 'Part of the text',
  group: 'Text',
  schema,
  plain: { kind: 'part', of: 'words', from: 1, count: 1 },
  params: [
    {
      key: 'of',
      label: 'Of',
      as: 'choice',
      choices: [
        { value: 'signs', label: 'Characters' },
        { value: 'words', label: 'Text' },
        { value: 'lines', label: 'Lines' },
      ],
    },
    { key: 'from', label: 'From place', as: 'number' },
    { key: 'count', label: 'How many', as: 'number' },
  ],
  words: ({ of, from, count }) => `${count} ${of} from place ${from} on`,
  type: (input) => (isWords(input) ? scalar('text') : doesNotFit('Part of the text', 'words', input)),
  apply(input, { of, from, count }) {
    const text = String(input);
    const pieces =
      of === 'signs'
        ? [...graphemes(text)].map(({ segment }) => segment)
        : of === 'words'
          ? text.trim().split(/\s+/)
          : text.split(/\r?\n/);
    const start = Math.max(0, from < 0 ? pieces.length + from : from - 1);
    return pieces.slice(start, start + count).join(of === 'signs' ? '' : of === 'words' ? ' ' : '\n');
  },
  each: true,
};
