import { graphemes } from '../../locale';
import type { z } from 'zod';
import { scalar } from '../value';
import { doesNotFit, isWords, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.trim;

/** Words without the space around them, at most so many signs long with an ellipsis for the rest. */
export const trim: StepKind<z.infer<typeof schema>> = {
  label: 'Trim',
  group: 'Text',
  schema,
  plain: { kind: 'trim', inside: true, most: 0 },
  params: [
    { key: 'inside', label: 'Several spaces become one', as: 'yes-no' },
    { key: 'most', label: 'Max characters (0: all)', as: 'number' },
  ],
  words: ({ most }) => `without spaces around${most > 0 ? `, at most ${most} characters` : ''}`,
  type: (input) => (isWords(input) ? scalar('text') : doesNotFit('Trim', 'words', input)),
  apply(input, { inside, most }) {
    let text = String(input).trim();
    if (inside) text = text.replace(/[^\S\n]+/g, ' ');
    if (most === 0) return text;
    const signs = [...graphemes(text)].map(({ segment }) => segment);
    return signs.length <= most
      ? text
      : `${signs
          .slice(0, Math.max(0, most - 1))
          .join('')
          .trimEnd()}…`;
  },
  each: true,
};
