import { z } from 'zod';
import { sourceBase } from './base';

/** A file that was handed to the browser; its bytes are kept in the show, under their hash. */
export const fileSourceSchema = sourceBase.extend({
  kind: z.literal('file'),
  asset: z.string().regex(/^[0-9a-f]{64}$/),
  fileName: z.string().min(1).max(255),
});
