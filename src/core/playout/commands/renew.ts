import { z } from 'zod';
import { renew } from '../take-release';
import type { CommandKind } from './kind';
import { channel, meta, which } from './shapes';

export const schema = z.strictObject({ do: z.literal('renew'), channel, ...which, ...meta });

/** Plays what is up from the release that is on air now, without leaving; all that is up where none is named. */
export const renewCommand = {
  words: 'Plays what is up from the release on air now',
  schema,
  givenBy: 'operate',
  isOfTheMoment: true,
  apply: renew,
} as const satisfies CommandKind<z.infer<typeof schema>>;
