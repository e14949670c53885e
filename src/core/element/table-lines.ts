import { z } from 'zod';
import { rowTests } from '../binding';
import { idSchema } from '../value';

/** Which lines of a table are meant. Places count from 1. */
export const linesSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('all') }),
  z.object({ kind: z.literal('heads') }),
  z.object({ kind: z.literal('foot') }),
  z.object({ kind: z.literal('rows') }),
  /** Of the rows on a page: the second, the fourth, … */
  z.object({ kind: z.literal('every-other') }),
  /** The row at a place of the page. */
  z.object({ kind: z.literal('place'), at: z.number().int().min(1).max(1000) }),
  /** The row of a key, wherever it stands. */
  z.object({ kind: z.literal('key'), key: z.string().max(200) }),
  /** Rows whose cell stands a test: against words, or against the value of a field of the template. */
  z.object({
    kind: z.literal('where'),
    column: z.string().max(200),
    test: z.enum(rowTests),
    than: z.string().max(2000),
    field: idSchema.nullable(),
  }),
]);
export type Lines = z.infer<typeof linesSchema>;
