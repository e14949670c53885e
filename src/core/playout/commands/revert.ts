import { z } from 'zod';
import { revert } from '../change';
import type { CommandKind } from './kind';
import { channel, meta, which } from './shapes';

export const schema = z.strictObject({
  do: z.literal('revert'),
  channel,
  ...which,
  motion: z.boolean().optional(),
  /** The send that is meant: where another has come meanwhile, nothing is taken back. */
  send: z.string().max(100).optional(),
  ...meta,
});

/** Takes back what was sent last to a graphic that is up; again: sends it after all. */
export const revertCommand = {
  words: 'Takes back what was sent last',
  schema,
  givenBy: 'produce',
  isOfTheMoment: true,
  apply: revert,
} as const satisfies CommandKind<z.infer<typeof schema>>;
