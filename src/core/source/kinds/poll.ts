import { z } from 'zod';
import { pollSchema } from '../../post';
import { sourceBase } from './base';

/** A poll among viewers, beside the posts of a source: its rows are its answers with their votes. */
export const pollSourceSchema = sourceBase.extend({
  kind: z.literal('poll'),
  /** The source of posts whose services, or messages, it counts. */
  posts: z.string().min(1).max(64),
  counts: pollSchema,
});
