import { z } from 'zod';
import { columnSchema } from './column/registry';
import { idSchema } from '../value';

export const rowSchema = z.object({ id: idSchema, cells: z.record(idSchema, z.string().max(10_000)) });
export type Row = z.infer<typeof rowSchema>;

const mostRows = 200_000;
const longestCell = 10_000;

/** Whether something is rows as they are to be, with nothing more: as the schema says, at a hundredth of its time. */
function areRows(value: unknown): value is Row[] {
  if (!Array.isArray(value) || value.length > mostRows) return false;
  // Columns are few and rows many: each name is looked at once.
  const known = new Set<string>();
  const isName = (key: string): boolean => {
    if (known.has(key)) return true;
    if (!idSchema.safeParse(key).success) return false;
    known.add(key);
    return true;
  };
  for (const row of value as unknown[]) {
    if (typeof row !== 'object' || row === null) return false;
    const { id, cells, ...more } = row as Record<string, unknown>;
    if (!idSchema.safeParse(id).success || Object.keys(more).length > 0) return false;
    if (typeof cells !== 'object' || cells === null || Array.isArray(cells)) return false;
    for (const key of Object.keys(cells)) {
      const cell = (cells as Record<string, unknown>)[key];
      if (typeof cell !== 'string' || cell.length > longestCell || !isName(key)) return false;
    }
  }
  return true;
}

const rowsSchema = z.unknown().transform((value, context): Row[] => {
  if (areRows(value)) return value;
  const parsed = z.array(rowSchema).max(mostRows).safeParse(value);
  if (parsed.success) return parsed.data;
  for (const issue of parsed.error.issues) context.issues.push({ ...issue, input: value } as never);
  return z.NEVER;
});

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
  rows: rowsSchema,
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
