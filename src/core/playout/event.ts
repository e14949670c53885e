import { z } from 'zod';
import { fieldValueSchema } from '../show';

/** A thing that happened on air, for the as-run log and for who listens. Times in air clock seconds. */
export const airEventSchema = z.object({
  what: z.enum([
    'cue',
    'take',
    'change',
    'next',
    'move',
    'clear',
    'leave',
    'keep',
    'release',
    'renew',
    'run',
    'follow',
    'clock',
    'score',
    'ticker',
    'item-up',
    'item',
  ]),
  /** What made it happen. */
  why: z.enum(['hand', 'run', 'reaction', 'time', 'data', 'clock']),
  by: z.string(),
  /** The first frame of it. */
  at: z.number(),
  /** When the command came, or when it fell due. */
  asked: z.number(),
  /** When the rundown planned it; null where none did. */
  planned: z.number().nullable(),
  channel: z.string(),
  lane: z.string(),
  graphic: z.string(),
  card: z.string(),
  number: z.string(),
  name: z.string(),
  /** What more there is to say: the name of a move, the hash of a release. */
  detail: z.string(),
  /** When it was over, of what is told afterwards: an item of a ticker. */
  until: z.number().optional(),
  values: z.record(z.string(), fieldValueSchema),
});
export type AirEvent = z.infer<typeof airEventSchema>;

/** Those that the as-run log is made of. */
export const asRunEvents: ReadonlySet<AirEvent['what']> = new Set([
  'take',
  'change',
  'next',
  'move',
  'clear',
  'leave',
  'renew',
  'clock',
  'score',
  'ticker',
  'item',
]);
