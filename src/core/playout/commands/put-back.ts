import { z } from 'zod';
import { idSchema } from '../../show';
import { putBack } from '../take';
import type { CommandKind } from './kind';
import { channel, meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('put-back'),
  channel,
  lane: idSchema.optional(),
  /** The cue that was seen to be last there: where another has left meanwhile, nothing is done. */
  cue: z.string().max(100).optional(),
  ...meta,
});

/** Takes again what was last in a lane; without a lane, in the one that was left last. */
export const putBackCommand = {
  words: 'Takes again what was last in a lane',
  schema,
  givenBy: 'operate',
  isOfTheMoment: true,
  apply: putBack,
} as const satisfies CommandKind<z.infer<typeof schema>>;
