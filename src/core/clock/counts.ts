import { z } from 'zod';

/** Seconds that a clock may show; some four years. */
const seconds = z.number().min(-130_000_000).max(130_000_000);

/** What a clock of the show counts. */
export const countsSchema = z.discriminatedUnion('by', [
  /** Up from zero, once it is started. */
  z.object({ by: z.literal('up') }),
  /** Down from a length, in seconds, once it is started. */
  z.object({ by: z.literal('down'), length: seconds }),
  /** Down to a time of day or a date, as people write it. */
  z.object({ by: z.literal('time'), time: z.string().max(60), zone: z.string().max(60) }),
  /** Down to the next row of a table, view or source, by the column of its time; each stays at zero for some seconds. */
  z.object({
    by: z.literal('rows'),
    data: z.string().max(64),
    time: z.string().max(200),
    /** The column that says what it is the time of; empty: none. */
    name: z.string().max(200),
    zone: z.string().max(60),
    stays: z.number().min(0).max(86_400),
  }),
]);
export type Counts = z.infer<typeof countsSchema>;
export type CountsBy = Counts['by'];

/** Whether it is started and stopped by hand; else it goes by the time of day. */
export const isByHand = (counts: Counts): counts is Extract<Counts, { by: 'up' | 'down' }> =>
  counts.by === 'up' || counts.by === 'down';

/** What a new one of a kind begins with. */
export function plainCounts(by: CountsBy, zone: string): Counts {
  switch (by) {
    case 'up':
      return { by };
    case 'down':
      return { by, length: 60 };
    case 'time':
      return { by, time: '20:00', zone };
    case 'rows':
      return { by, data: '', time: '', name: '', zone, stays: 10 };
  }
}
