import { z } from 'zod';
import { columnSchema } from './column/registry';
import { idSchema } from '../value';

export const rowSchema = z.object({ id: idSchema, cells: z.record(idSchema, z.string().max(10_000)) });
export type Row = z.infer<typeof rowSchema>;

/** Whether edits of a table reach air as they are made, or wait until they are sent. */
export const tableFlows = ['at-once', 'when-sent'] as const;

/** A data table owned by the show. A cell that is absent is empty. */
export const tableSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(200),
  flow: z.enum(tableFlows),
  columns: z.array(columnSchema).max(1000),
  rows: z.array(rowSchema).max(200_000),
});
export type Table = z.infer<typeof tableSchema>;

export const newTable = (id: string, name: string, given: Partial<Table> = {}): Table => ({
  id,
  name,
  flow: 'at-once',
  columns: [],
  rows: [],
  ...given,
});
