import { z } from 'zod';
import { assetIdSchema } from '../../show';
import { replacePicture } from '../pictures';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('picture'),
  asset: assetIdSchema,
  becomes: assetIdSchema,
  ...meta,
});

/** A picture of the watched folder was saved anew; given by the server alone, once it has it whole. */
export const pictureCommand = {
  words: 'A picture was saved anew',
  schema,
  givenBy: 'server',
  isOfTheMoment: false,
  apply: replacePicture,
} as const satisfies CommandKind<z.infer<typeof schema>>;
