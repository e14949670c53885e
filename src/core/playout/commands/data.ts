import { z } from 'zod';
import { fieldValueSchema, valueKeySchema } from '../../show';
import { data } from '../change';
import type { CommandKind } from './kind';
import { channel, preview, meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('data'),
  channel,
  graphic: z.string().max(100).optional(),
  ...preview,
  values: z.record(valueKeySchema, fieldValueSchema),
  ...meta,
});

/** What data brings to a graphic, or to preview where none is named; given by the server alone. */
export const dataCommand = {
  words: 'What data brings',
  schema,
  givenBy: 'server',
  isOfTheMoment: false,
  apply: data,
} as const satisfies CommandKind<z.infer<typeof schema>>;
