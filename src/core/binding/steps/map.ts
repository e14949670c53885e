import type { z } from 'zod';
import { scalar, valueText } from '../value';
import { doesNotFit, isWords, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.map;

/** One word for another, by a list of pairs; case does not matter. */
export const map: StepKind<z.infer<typeof schema>> = {
  label: 'Map values',
  group: 'Choices',
  schema,
  plain: { kind: 'map', pairs: [], other: 'itself' },
  params: [
    { key: 'pairs', label: 'Pairs', as: 'pairs' },
    {
      key: 'other',
      label: 'Other values',
      as: 'choice',
      choices: [
        { value: 'itself', label: 'Stays as it is' },
        { value: 'nothing', label: 'Becomes nothing' },
      ],
    },
  ],
  words: ({ pairs }) =>
    pairs
      .slice(0, 2)
      .map(({ from, to }) => `“${to}” for “${from}”`)
      .join(', ') +
    (pairs.length > 2 ? ` and ${pairs.length - 2} more` : pairs.length === 0 ? 'no pairs yet' : ''),
  type: (input) => (isWords(input) ? scalar('text') : doesNotFit('Word for word', 'one value', input)),
  apply(input, { pairs, other }, _context, type) {
    const words = valueText(input, type);
    const found = pairs.find(({ from }) => from.toLowerCase() === words.toLowerCase());
    return found ? found.to : other === 'itself' ? words : null;
  },
  each: true,
};
