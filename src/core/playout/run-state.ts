import { z } from 'zod';
import { idSchema } from '../show';

/** A rundown that runs. Times in air clock seconds. */
export const runSchema = z.object({
  /** The row taken last, and when; null before the first. */
  row: idSchema.nullable(),
  at: z.number(),
  /** The row that comes next; null at the end. */
  next: idSchema.nullable(),
  /** What the row in place has put up: ids of graphics. */
  graphics: z.array(z.object({ channel: z.string(), graphic: z.string() })),
  pausedAt: z.number().nullable(),
  /** The row in place stays past its end, until it is let go. */
  isHeld: z.boolean(),
  /** Rows are taken by hand alone. */
  isByHand: z.boolean(),
  /** Minutes east of UTC, for rows with a time of day. */
  zone: z.number(),
  /** Times that the loop was gone round. */
  rounds: z.number().int(),
  /** What could not be done, in words; null while all is well. */
  wrong: z.string().nullable(),
});
export type Run = z.infer<typeof runSchema>;

/** A run that is started at a time, with the row that comes first; `zone` in minutes east of UTC. */
export const newRun = (next: string, at: number, zone: number): Run => ({
  row: null,
  at,
  next,
  graphics: [],
  pausedAt: null,
  isHeld: false,
  isByHand: false,
  zone,
  rounds: 0,
  wrong: null,
});
