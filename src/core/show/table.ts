import { z } from 'zod';
import { columnSchema } from './column/registry';
import { idSchema } from '../value';

export const rowSchema = z.object({ id: idSchema, cells: z.record(idSchema, z.string().max(10_000)) });
export type Row = z.infer<typeof rowSchema>;

/** Whether edits of a table reach air as they are made, or wait until they are sent. */
export const tableFlows = ['at-once', 'when-sent'] as const;

/** How a table is typed by others than who designs the show. */
export const typingSchema = z.object({
  /** The columns that they type; none: all that are typed. */
  columns: z.array(idSchema).max(1000),
  /** The map whose regions are its rows, as their form; null: rows below one another. */
  map: idSchema.nullable(),
  /** Whether what one has typed waits until another has looked at it. */
  isChecked: z.boolean(),
});
export type Typing = z.infer<typeof typingSchema>;

/** A book of what typists typed, and the version up to which it was brought along. */
export const typedUpToSchema = z.object({
  book: z.string().min(1).max(64),
  version: z.number().int().min(0),
});
export type TypedUpTo = z.infer<typeof typedUpToSchema>;

/** A data table owned by the show. A cell that is absent is empty. */
export const tableSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(200),
  flow: z.enum(tableFlows),
  /** Null: it is not opened to typists. */
  typing: typingSchema.nullable(),
  columns: z.array(columnSchema).max(1000),
  rows: z.array(rowSchema).max(200_000),
});
export type Table = z.infer<typeof tableSchema>;

export const newTable = (id: string, name: string, given: Partial<Table> = {}): Table => ({
  id,
  name,
  flow: 'at-once',
  typing: null,
  columns: [],
  rows: [],
  ...given,
});
