import { z } from 'zod';
import { next } from '../change';
import type { CommandKind } from './kind';
import { channel, meta, which } from './shapes';

export const schema = z.strictObject({
  do: z.literal('next'),
  channel,
  ...which,
  /** Steps that were seen to be taken: where another has come meanwhile, nothing is done. */
  after: z.number().int().min(0).max(1000).optional(),
  ...meta,
});

/** The next step of what is up. */
export const nextCommand = {
  words: 'The next step of what is up',
  schema,
  givenBy: 'operate',
  isOfTheMoment: true,
  apply: next,
} as const satisfies CommandKind<z.infer<typeof schema>>;
