import { z } from 'zod';
import { idSchema } from '../../show';
import { anchor } from '../running';
import { anchorSchema } from '../state';
import type { CommandKind } from './kind';
import { channel, meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('anchor'),
  channel,
  graphic: z.string().max(100),
  /** The field or binding whose list runs. */
  list: idSchema,
  anchor: anchorSchema,
  ...meta,
});

/** Where what runs is, told by a Desk that shows it, so that its older lists need not be kept. */
export const anchorCommand = {
  words: 'Where what runs in a graphic is, so that its older lists need not be kept',
  schema,
  givenBy: 'operate',
  isOfTheMoment: false,
  apply: anchor,
} as const satisfies CommandKind<z.infer<typeof schema>>;
