import { z } from 'zod';
import { idSchema } from '../../show';
import { clear } from '../clear';
import type { CommandKind } from './kind';
import { channel, also, preview, meta, number } from './shapes';

export const schema = z.strictObject({
  do: z.literal('clear'),
  channel,
  also,
  lane: idSchema.optional(),
  number: number.optional(),
  graphic: z.string().max(100).optional(),
  all: z.boolean().optional(),
  preview: z.boolean().optional(),
  ...preview,
  ...meta,
});

/** Takes off what is up, or clears preview. */
export const clearCommand = {
  words: 'Takes off what is up, or clears preview',
  schema,
  givenBy: 'operate',
  isOfTheMoment: true,
  apply: clear,
} as const satisfies CommandKind<z.infer<typeof schema>>;
