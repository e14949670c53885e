import { z } from 'zod';
import { idSchema } from '../../show';
import { setLoop } from '../cards';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('loop'),
  rundown: idSchema,
  loop: z.object({ from: idSchema, to: idSchema }).nullable(),
  ...meta,
});

/** The part of a rundown that is gone round; null: none. */
export const loopCommand = {
  words: 'The part of a rundown that is gone round',
  schema,
  givenBy: 'operate',
  isOfTheMoment: false,
  apply: setLoop,
} as const satisfies CommandKind<z.infer<typeof schema>>;
