import { z } from 'zod';
import { add } from '../change';
import type { CommandKind } from './kind';
import { channel, meta, which } from './shapes';

export const schema = z.strictObject({
  do: z.literal('add'),
  channel,
  ...which,
  field: z.string().min(1).max(100),
  amount: z.number().min(-1e9).max(1e9),
  ...meta,
});

/** Adds to a number of a graphic that is up; two who add at once both count. */
export const addCommand = {
  words: 'Adds to a number of what is up',
  schema,
  givenBy: 'produce',
  isOfTheMoment: true,
  apply: add,
} as const satisfies CommandKind<z.infer<typeof schema>>;
