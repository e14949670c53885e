import { z } from 'zod';
import { clockActs } from '../../clock';
import { nameSchema } from '../../show';
import { timer } from '../clocks';
import type { CommandKind } from './kind';
import { meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('timer'),
  /** The clock, by name or id. */
  clock: nameSchema(64),
  act: z.enum(clockActs),
  /** `set`: what it is to show; `add`: by what it is corrected. */
  seconds: z.number().min(-1e7).max(1e7).optional(),
  /** `set`: whether it then runs; left out: as before. */
  running: z.boolean().optional(),
  ...meta,
});

/** Tells a clock of the show what to do; it is one, wherever it is shown. */
export const timerCommand = {
  words: 'A clock of the show: start, stop, set back, lap, set, or correct by seconds',
  schema,
  givenBy: 'produce',
  isOfTheMoment: true,
  apply: timer,
} as const satisfies CommandKind<z.infer<typeof schema>>;
