import { z } from 'zod';
import { idSchema } from './values';

export const columnSchema = z.object({ id: idSchema, name: z.string().max(200) });
export type Column = z.infer<typeof columnSchema>;

export const rowSchema = z.object({ id: idSchema, cells: z.record(idSchema, z.string().max(10_000)) });
export type Row = z.infer<typeof rowSchema>;

/** A data table owned by the show. A cell that is absent is empty. */
export const tableSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(200),
  columns: z.array(columnSchema).max(1000),
  rows: z.array(rowSchema).max(200_000),
});
export type Table = z.infer<typeof tableSchema>;
