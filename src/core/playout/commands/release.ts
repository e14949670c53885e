import { z } from 'zod';
import { assetIdSchema } from '../../show';
import { takeRelease } from '../take-release';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('release'),
  release: assetIdSchema,
  /** The release that it began from, null for none: where another is on air, nothing is released. */
  over: assetIdSchema.nullable().optional(),
  ...meta,
});

/** Puts a release on air. */
export const releaseCommand = {
  words: 'Puts a release on air',
  schema,
  givenBy: 'design',
  isOfTheMoment: false,
  apply: takeRelease,
} as const satisfies CommandKind<z.infer<typeof schema>>;
