import type { z } from 'zod';
import { scalar, valueText, type Value } from '../value';
import { doesNotFit, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.join;

/** A list as words: “a, b and c”. What is empty is left out. */
export const join: StepKind<z.infer<typeof schema>> = {
  label: 'List to text',
  group: 'Text',
  schema,
  plain: { kind: 'join', between: ', ', last: ' and ' },
  params: [
    { key: 'between', label: 'Between', as: 'text' },
    { key: 'last', label: 'Before the last (empty: the same)', as: 'text' },
  ],
  words: ({ between, last }) => `joined with “${between}”${last && last !== between ? ` and “${last}”` : ''}`,
  type: (input) =>
    input.of === 'list' || input.of === 'any' ? scalar('text') : doesNotFit('List to text', 'a list', input),
  apply(input, { between, last }, _context, type) {
    if (!Array.isArray(input)) return valueText(input, type);
    const words = (input as readonly Value[])
      .map((item) => valueText(item, type.of === 'list' ? type.item : scalar('any')))
      .filter((text) => text !== '');
    if (words.length < 2 || last === '') return words.join(between);
    return `${words.slice(0, -1).join(between)}${last}${words.at(-1)}`;
  },
  each: false,
};
