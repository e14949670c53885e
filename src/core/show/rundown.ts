import { z } from 'zod';
import { idSchema } from '../value';

const seconds = z
  .number()
  .min(0)
  .max(86_400 * 7);

/** When a row goes to air. Seconds; times of day count from midnight. */
export const rowStartSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('hand') }),
  /** With the row before. */
  z.object({ by: z.literal('with') }),
  /** So long after the row before has gone to air. */
  z.object({ by: z.literal('after'), seconds }),
  /** When the row before ends. */
  z.object({ by: z.literal('end') }),
  z.object({ by: z.literal('time'), time: z.number().min(0).max(86_400) }),
]);
export type RowStart = z.infer<typeof rowStartSchema>;

export const rundownRowSchema = z.object({
  id: idSchema,
  card: idSchema,
  /** Channel ids; none: the rundown's own. */
  channels: z.array(z.string().min(1).max(40)).max(64),
  start: rowStartSchema,
  /** Seconds after which it leaves by itself; null: it stays until it is cleared or replaced. */
  lasts: seconds.nullable(),
});
export type RundownRow = z.infer<typeof rundownRowSchema>;

export const newRundownRow = (id: string, card: string, given: Partial<RundownRow> = {}): RundownRow => ({
  id,
  card,
  channels: [],
  start: { by: 'hand' },
  lasts: null,
  ...given,
});

export const rundownSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(100),
  /** The channel that its rows go to. */
  channel: z.string().min(1).max(40),
  rows: z.array(rundownRowSchema).max(100_000),
  /** The part that is gone round without end, by its first and last row. */
  loop: z.object({ from: idSchema, to: idSchema }).nullable(),
});
/** The ordered cards of a show; may run by itself. */
export type Rundown = z.infer<typeof rundownSchema>;

export const newRundown = (id: string, name: string, channel: string): Rundown => ({
  id,
  name,
  channel,
  rows: [],
  loop: null,
});
