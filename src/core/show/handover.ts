import { z } from 'zod';

/** What happens when a take finds its lane held. */
export const handoverSchema = z.object({
  /** Both at once; the next after the exit of the one before; or `seconds` from the end of that exit. */
  mode: z.enum(['together', 'after', 'offset']),
  /** Only for `offset`: below 0 the next enters before the one before is gone. */
  seconds: z.number().min(-60).max(60),
});
export type Handover = z.infer<typeof handoverSchema>;
export const handoverModes = ['together', 'after', 'offset'] as const;
export const afterExit: Handover = { mode: 'after', seconds: 0 };
