import { z } from 'zod';

/** What happens on air with what takes from a source that has become stale. */
export const whenStaleSchema = z.discriminatedUnion('do', [
  /** It stands as it is and is marked for operators. */
  z.object({ do: z.literal('mark') }),
  z.object({ do: z.literal('leave') }),
  /** Words from it become these. */
  z.object({ do: z.literal('say'), text: z.string().max(200) }),
]);
export type WhenStale = z.infer<typeof whenStaleSchema>;

/** What is asked of what comes of a source, so that air is right or says that it is not. */
export const careSchema = z.object({
  /** Seconds without anything new from it after which it is stale; null: when it fails. */
  staleAfter: z.number().min(0.5).max(604_800).nullable(),
  whenStale: whenStaleSchema,
  /** Percent of its rows that may be gone at once; more waits for a yes. Null: any. */
  mostLost: z.number().int().min(0).max(100).nullable(),
});
export type Care = z.infer<typeof careSchema>;

/** What is offered for a source of a kind that is looked at every so many seconds. */
export const usualCare = (kind: string, every: number | null): Care => ({
  staleAfter: every === null ? null : Math.max(3, Math.round(every * 5)),
  whenStale: { do: 'mark' },
  mostLost: kind === 'folder' ? 50 : null,
});
