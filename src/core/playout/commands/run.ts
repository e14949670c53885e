import { z } from 'zod';
import { idSchema } from '../../show';
import { run } from '../run';
import type { CommandKind } from './kind';
import { meta, lives } from './shapes';

/** What is done to a rundown that may run by itself. */
export const runActs = [
  'start',
  'stop',
  'pause',
  'go-on',
  'next',
  'skip',
  'hold',
  'let-go',
  'by-hand',
  'give-back',
] as const;
export type RunAct = (typeof runActs)[number];

export const schema = z.strictObject({
  do: z.literal('run'),
  rundown: idSchema,
  act: z.enum(runActs),
  /** Where to start; else at the first row. */
  from: idSchema.optional(),
  /** The row that was seen to come next: where another does, nothing is done. */
  row: idSchema.optional(),
  /** Minutes east of UTC, for rows with a time of day. */
  zone: z.number().int().min(-840).max(840).optional(),
  lives,
  ...meta,
});

/** Starts, stops or steers a rundown that runs by itself. */
export const runCommand = {
  words: 'Starts, stops or steers a rundown that runs by itself',
  schema,
  givenBy: 'operate',
  isOfTheMoment: true,
  apply: run,
} as const satisfies CommandKind<z.infer<typeof schema>>;
