import { z } from 'zod';
import { move } from '../change';
import type { CommandKind } from './kind';
import { channel, meta, which } from './shapes';

export const schema = z.strictObject({
  do: z.literal('move'),
  channel,
  ...which,
  move: z.string().min(1).max(100),
  back: z.boolean().optional(),
  ...meta,
});

/** A named move of what is up, or the way back from it. */
export const moveCommand = {
  words: 'A named move of what is up, or the way back',
  schema,
  givenBy: 'operate',
  isOfTheMoment: true,
  apply: move,
} as const satisfies CommandKind<z.infer<typeof schema>>;
