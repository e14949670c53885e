import { z } from 'zod';
import { idSchema, nameSchema } from '../../show';
import { keep } from '../cards';
import type { CommandKind } from './kind';
import { values, meta, number } from './shapes';

export const schema = z.strictObject({
  do: z.literal('keep'),
  number,
  card: idSchema.optional(),
  template: nameSchema(200),
  values,
  /** The row that it is kept in step with. */
  row: z.object({ of: idSchema, key: z.string().min(1).max(200) }).optional(),
  /** Needed where the number belongs to another card. */
  replace: z.boolean().optional(),
  /** The values are only those that were changed; the others stay as the card has them. */
  merge: z.boolean().optional(),
  ...meta,
});

/** Keeps a card under a number. */
export const keepCommand = {
  words: 'Keeps a card under a number',
  schema,
  givenBy: 'produce',
  isOfTheMoment: false,
  apply: keep,
} as const satisfies CommandKind<z.infer<typeof schema>>;
