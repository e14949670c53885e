import { z } from 'zod';
import type { CommandKind } from './kind';
import { meta, lives } from './shapes';

export const schema = z.strictObject({ do: z.literal('tick'), lives, ...meta });

/** Carries out what has fallen due; given by the server alone. */
export const tickCommand = {
  words: 'Carries out what has fallen due',
  schema,
  givenBy: 'server',
  isOfTheMoment: false,
  apply: () => undefined,
} as const satisfies CommandKind<z.infer<typeof schema>>;
