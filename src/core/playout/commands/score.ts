import { z } from 'zod';
import { nameSchema } from '../../show';
import { score } from '../clocks';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('score'),
  /** The score, by name or id. */
  score: nameSchema(64),
  add: z.number().min(-1e6).max(1e6).optional(),
  to: z.number().min(-1e9).max(1e9).optional(),
  ...meta,
});

/** Adds to a score of the show, or sets it; two who add at once both count. */
export const scoreCommand = {
  words: 'A score of the show: add to it, or set it',
  schema,
  givenBy: 'produce',
  isOfTheMoment: true,
  apply: score,
} as const satisfies CommandKind<z.infer<typeof schema>>;
