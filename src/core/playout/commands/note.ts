import { z } from 'zod';
import { cardColours, idSchema } from '../../show';
import { annotate } from '../cards';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('note'),
  card: idSchema,
  note: z.string().max(500).optional(),
  name: z.string().max(100).optional(),
  colour: z.enum([...cardColours, '']).optional(),
  ...meta,
});

/** What operators write beside a card; an empty note, name or colour takes it away. */
export const noteCommand = {
  words: 'What stands beside a card',
  schema,
  givenBy: 'produce',
  isOfTheMoment: false,
  apply: annotate,
} as const satisfies CommandKind<z.infer<typeof schema>>;
