import { z } from 'zod';
import { idSchema } from '../../show';
import { renumber } from '../cards';
import type { CommandKind } from './kind';
import { meta, number } from './shapes';

export const schema = z.strictObject({
  do: z.literal('renumber'),
  cards: z.array(idSchema).min(1).max(10_000),
  first: number,
  step: number,
  ...meta,
});

/** New numbers for a block of cards, in their order: the first, and the step from one to the next. */
export const renumberCommand = {
  words: 'New numbers for cards',
  schema,
  givenBy: 'operate',
  isOfTheMoment: false,
  apply: renumber,
} as const satisfies CommandKind<z.infer<typeof schema>>;
