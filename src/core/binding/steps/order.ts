import type { z } from 'zod';
import { wordOrder, type WordOrder } from '../../locale';
import { valueText, type Value } from '../value';
import { doesNotFit, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.order;

const compare =
  (words: WordOrder) =>
  (a: Value, b: Value): number =>
    typeof a === 'number' && typeof b === 'number' ? a - b : words(valueText(a), valueText(b));

/** A list in another order, each value once where that is wanted. What is empty comes last. */
export const order: StepKind<z.infer<typeof schema>> = {
  label: 'Order',
  group: 'Lists',
  schema,
  plain: { kind: 'order', way: 'up', unique: false },
  params: [
    {
      key: 'way',
      label: 'Order',
      as: 'choice',
      choices: [
        { value: 'up', label: 'Smallest first' },
        { value: 'down', label: 'Largest first' },
        { value: 'turn', label: 'Turned round' },
        { value: 'keep', label: 'As it is' },
      ],
    },
    { key: 'unique', label: 'Each value once', as: 'yes-no' },
  ],
  words: ({ way, unique }) =>
    `${{ keep: 'as it is', up: 'smallest first', down: 'largest first', turn: 'turned round' }[way]}${unique ? ', each value once' : ''}`,
  type: (input) => (input.of === 'list' || input.of === 'any' ? input : doesNotFit('Order', 'a list', input)),
  apply(input, { way, unique }, { locale }) {
    if (!Array.isArray(input)) return input;
    let list = [...(input as readonly Value[])];
    if (unique) {
      const seen = new Set<string>();
      list = list.filter((item) => {
        const key = `${typeof item} ${valueText(item)}`;
        return seen.has(key) ? false : (seen.add(key), true);
      });
    }
    if (way === 'turn') return list.reverse();
    if (way === 'keep') return list;
    const full = list.filter((item) => item !== null && item !== '').sort(compare(wordOrder(locale)));
    if (way === 'down') full.reverse();
    return [...full, ...list.filter((item) => item === null || item === '')];
  },
  each: false,
};
