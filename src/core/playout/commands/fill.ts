import { z } from 'zod';
import { fieldValueSchema, valueKeySchema } from '../../show';
import { fill } from '../preview';
import type { CommandKind } from './kind';
import { channel, also, values, preview, meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('fill'),
  channel,
  also,
  ...preview,
  cue: z.string().max(100),
  values,
  /** Fields to give back to data, by name or id. */
  follow: z.array(z.string().max(100)).max(200).optional(),
  /** What data brings at this moment; the server sets it. */
  live: z.record(valueKeySchema, fieldValueSchema).optional(),
  /** The id of the filling. */
  as: z.string().min(1).max(64).optional(),
  ...meta,
});

/** Types into what is in preview; only into the cue that is named. */
export const fillCommand = {
  words: 'Types into what is in preview',
  schema,
  givenBy: 'operate',
  isOfTheMoment: true,
  apply: fill,
} as const satisfies CommandKind<z.infer<typeof schema>>;
