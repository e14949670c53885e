import { z } from 'zod';
import { targetSchema } from '../../clock';
import { idSchema } from '../../show';
import { times } from '../clocks';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('times'),
  clock: idSchema,
  targets: z.array(targetSchema).max(1000),
  ...meta,
});

/** The times of rows that a clock counts to; given by the server alone. */
export const timesCommand = {
  words: 'The times that a clock counts to, as data brings them',
  schema,
  givenBy: 'server',
  isOfTheMoment: false,
  apply: times,
} as const satisfies CommandKind<z.infer<typeof schema>>;
