import { z } from 'zod';
import { setClock } from '../time';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('clock'),
  /** What the time of day is then ahead of the air clock, in seconds; the server sets it. */
  dayOffset: z.number().optional(),
  ...meta,
});

/** The time of day follows the machine's clock at once. The air clock, and with it what is up, goes on as it was. */
export const clockCommand = {
  words: 'The time of day follows the machine’s clock',
  schema,
  givenBy: 'operate',
  isOfTheMoment: false,
  apply: setClock,
} as const satisfies CommandKind<z.infer<typeof schema>>;
