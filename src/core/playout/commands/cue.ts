import { z } from 'zod';
import { cue } from '../preview';
import type { CommandKind } from './kind';
import { channel, also, target, preview, meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('cue'),
  channel,
  also,
  ...target,
  ...preview,
  /** The id that the cue is to have, so that the one who gives it can name it at once. */
  as: z.string().min(1).max(64).optional(),
  ...meta,
});

/** Puts a card, or a template filled by hand, in preview. */
export const cueCommand = {
  words: 'Puts a card, or a template filled by hand, in preview',
  schema,
  givenBy: 'operate',
  isOfTheMoment: true,
  apply: cue,
} as const satisfies CommandKind<z.infer<typeof schema>>;
