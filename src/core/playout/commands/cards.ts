import { z } from 'zod';
import { cardSchema, idSchema } from '../../show';
import { putCards } from '../cards';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('cards'),
  keep: z.array(cardSchema).max(2000),
  drop: z.array(idSchema).max(5000),
  ...meta,
});

/** Cards as the draft of the show has them, kept and dropped at once: all of them or none. */
export const cardsCommand = {
  words: 'Cards kept and deleted at once',
  schema,
  givenBy: 'produce',
  isOfTheMoment: false,
  apply: putCards,
} as const satisfies CommandKind<z.infer<typeof schema>>;
