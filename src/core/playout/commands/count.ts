import { z } from 'zod';
import { count } from '../change';
import type { CommandKind } from './kind';
import { channel, meta, which } from './shapes';

export const schema = z.strictObject({
  do: z.literal('count'),
  channel,
  ...which,
  field: z.string().min(1).max(100),
  act: z.enum(['start', 'stop', 'reset']),
  ...meta,
});

/** Starts, stops or sets back a count that a text field of a graphic holds. */
export const countCommand = {
  words: 'Starts, stops or sets back a count',
  schema,
  givenBy: 'operate',
  isOfTheMoment: true,
  apply: count,
} as const satisfies CommandKind<z.infer<typeof schema>>;
