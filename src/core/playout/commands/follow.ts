import { z } from 'zod';
import { followsSchema } from '../../show';
import { follow } from '../take-release';
import type { CommandKind } from './kind';
import { channel, meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('follow'),
  channel,
  follows: followsSchema.nullable(),
  ...meta,
});

/** Shows what another channel shows, but for some of its lanes; null: its own alone. */
export const followCommand = {
  words: 'Shows what another channel shows',
  schema,
  givenBy: 'operate',
  isOfTheMoment: false,
  apply: follow,
} as const satisfies CommandKind<z.infer<typeof schema>>;
