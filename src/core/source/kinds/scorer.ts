import { z } from 'zod';
import { sourceBase } from './base';

/** A score box or timer on the field of play, which sends lines of JSON; see docs/scorer.md. */
export const scorerSourceSchema = sourceBase.extend({
  kind: z.literal('scorer'),
  /** What its lines come over. */
  by: z.enum(['udp', 'tcp', 'http']),
  /** Where the server listens; of `http` not asked. */
  port: z.number().int().min(1024).max(65_535),
  /** What it calls clocks and scores, and what the show does, where they differ. */
  names: z.array(z.object({ theirs: z.string().min(1).max(60), ours: z.string().max(60) })).max(50),
});
