import { z } from 'zod';
import { idSchema } from '../../show';
import { removeRow } from '../cards';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('remove-row'),
  rundown: idSchema,
  row: idSchema,
  ...meta,
});

/** Takes a row out of a rundown. */
export const removeRowCommand = {
  words: 'Takes a row out of a rundown',
  schema,
  givenBy: 'produce',
  isOfTheMoment: false,
  apply: removeRow,
} as const satisfies CommandKind<z.infer<typeof schema>>;
