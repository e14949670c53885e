import { z } from 'zod';
import { fieldValueSchema, valueKeySchema } from '../../show';
import { change } from '../change';
import type { CommandKind } from './kind';
import { channel, values, meta, which } from './shapes';

export const schema = z.strictObject({
  do: z.literal('change'),
  channel,
  ...which,
  /** Empty sends what data has brought while it waited. */
  values,
  /** What data brings at this moment; the server sets it. */
  live: z.record(valueKeySchema, fieldValueSchema).optional(),
  /** Fields to give back to data, by name or id. */
  follow: z.array(z.string().max(100)).max(200).optional(),
  /** False: the new words are there at once, without their Change. */
  motion: z.boolean().optional(),
  /** One of many as it is typed: taken back, all that was typed goes. */
  typing: z.boolean().optional(),
  /** Corrects the card that it was taken from too. */
  card: z.literal(true).optional(),
  ...meta,
});

/** Sends values to what is up. */
export const changeCommand = {
  words: 'Sends values to what is up',
  schema,
  givenBy: 'produce',
  isOfTheMoment: true,
  apply: change,
} as const satisfies CommandKind<z.infer<typeof schema>>;
