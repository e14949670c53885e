import { z } from 'zod';
import { hold } from '../change';
import type { CommandKind } from './kind';
import { channel, meta, which } from './shapes';

export const schema = z.strictObject({
  do: z.literal('hold'),
  channel,
  ...which,
  waits: z.boolean(),
  ...meta,
});

/** Whether new data reaches what is up at once, or waits until it is sent. */
export const holdCommand = {
  words: 'Whether new data waits',
  schema,
  givenBy: 'produce',
  isOfTheMoment: true,
  apply: hold,
} as const satisfies CommandKind<z.infer<typeof schema>>;
