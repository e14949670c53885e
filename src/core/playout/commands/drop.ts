import { z } from 'zod';
import { idSchema } from '../../show';
import { drop } from '../cards';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({ do: z.literal('drop'), card: idSchema, ...meta });

/** Deletes a card. */
export const dropCommand = {
  words: 'Deletes a card',
  schema,
  givenBy: 'operate',
  isOfTheMoment: false,
  apply: drop,
} as const satisfies CommandKind<z.infer<typeof schema>>;
