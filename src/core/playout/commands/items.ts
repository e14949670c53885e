import { z } from 'zod';
import { idSchema } from '../../show';
import { cameSchema } from '../../ticker';
import { items } from '../tickers';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('items'),
  ticker: idSchema,
  strand: idSchema,
  data: idSchema,
  came: z.array(cameSchema).max(5000),
  ...meta,
});

/** The items that a table, view or source has for a strand; given by the server alone. */
export const itemsCommand = {
  words: 'The items of a strand, as data brings them',
  schema,
  givenBy: 'server',
  isOfTheMoment: false,
  apply: items,
} as const satisfies CommandKind<z.infer<typeof schema>>;
