import { graphemes } from '../../locale';
import type { z } from 'zod';
import { listOf, scalar } from '../value';
import { doesNotFit, isWords, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.split;

/** Words as a list of parts, without space around each; empty parts are left out. */
export const split: StepKind<z.infer<typeof schema>> = {
  label: 'Split',
  group: 'Text',
  schema,
  plain: { kind: 'split', by: 'comma', other: '' },
  params: [
    {
      key: 'by',
      label: 'At',
      as: 'choice',
      choices: [
        { value: 'comma', label: 'Commas and semicolons' },
        { value: 'lines', label: 'Line ends' },
        { value: 'words', label: 'Spaces' },
        { value: 'signs', label: 'Each character' },
        { value: 'other', label: 'Something else' },
      ],
    },
    { key: 'other', label: 'At this', as: 'text', when: { key: 'by', is: ['other'] } },
  ],
  words: ({ by, other }) =>
    `split at ${by === 'other' ? `“${other}”` : { comma: 'commas', lines: 'line ends', words: 'spaces', signs: 'each character' }[by]}`,
  type: (input) => (isWords(input) ? listOf(scalar('text')) : doesNotFit('Split', 'words', input)),
  apply(input, { by, other }) {
    const text = String(input);
    const pieces =
      by === 'signs' || (by === 'other' && other === '')
        ? [...graphemes(text)].map(({ segment }) => segment)
        : text.split(by === 'comma' ? /[,;]/ : by === 'lines' ? /\r?\n/ : by === 'words' ? /\s+/ : other);
    return pieces.map((part) => part.trim()).filter((part) => part !== '');
  },
  each: false,
};
