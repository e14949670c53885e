import { z } from 'zod';
import { intervalSchema, sourceBase } from './base';

/** An address that is asked again and again (HTTP, with conditional requests of RFC 9110). */
export const addressSourceSchema = sourceBase.extend({
  kind: z.literal('address'),
  url: z.string().min(1).max(2000),
  every: intervalSchema,
  /** Seconds until an answer is given up. */
  patience: z.number().min(0.5).max(120),
  headers: z.array(z.object({ name: z.string().min(1).max(100), value: z.string().max(1000) })).max(20),
  /** The name of a key that the server keeps, sent as `Authorization: Bearer`; null for none. */
  key: z.string().max(100).nullable(),
});
