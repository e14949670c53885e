import { z } from 'zod';
import { intervalSchema, sourceBase } from './base';

/** A read-only statement to a database of the query service, asked again at an interval. */
export const querySourceSchema = sourceBase.extend({
  kind: z.literal('query'),
  /** The name of a database that the server knows. */
  database: z.string().min(1).max(100),
  /** SQL with `:name` for its parameters. */
  statement: z.string().max(20_000),
  parameters: z.record(
    z.string().max(60),
    z.union([z.string().max(2000), z.number(), z.boolean(), z.null()]),
  ),
  every: intervalSchema,
});
