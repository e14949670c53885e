import { z } from 'zod';
import { idSchema, rundownRowSchema } from '../../show';
import { putRow } from '../cards';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('row'),
  rundown: idSchema,
  row: rundownRowSchema,
  before: idSchema.nullable().optional(),
  ...meta,
});

/** Puts a row into a rundown, or in another place or changed; before a row, or at the end. */
export const rowCommand = {
  words: 'Puts a row into a rundown',
  schema,
  givenBy: 'produce',
  isOfTheMoment: false,
  apply: putRow,
} as const satisfies CommandKind<z.infer<typeof schema>>;
