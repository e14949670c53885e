import { z } from 'zod';
import type { Problem } from '../../problem';
import type { ScalarType } from '../../source';
import { idSchema } from '../../value';

export type ColumnType =
  | 'text'
  | 'number'
  | 'date'
  | 'time'
  | 'duration'
  | 'colour'
  | 'picture'
  | 'yes-no'
  | 'choice'
  | 'pick'
  | 'follows';

/** What is asked of every cell of a column; a cell that does not stand it is marked, and keeps what was typed. */
export const checksSchema = z.object({
  needed: z.boolean(),
  unique: z.boolean(),
  /** Limits of numbers, seconds, or moments in ms since 1970; null for none. */
  low: z.number().nullable(),
  high: z.number().nullable(),
  /** A regular expression that the whole cell must match; empty for none. */
  pattern: z.string().max(500),
});
export type Checks = z.infer<typeof checksSchema>;
export const noChecks: Checks = { needed: false, unique: false, low: null, high: null, pattern: '' };

/** What every column has. */
export const columnBase = z.object({ id: idSchema, name: z.string().max(200), checks: checksSchema });

/** What one type of column says of itself. Cells are kept as text. */
export interface ColumnKind<C = never> {
  readonly label: string;
  /** What was typed or pasted as the text that is kept; or why it does not fit, in words that follow the column's name. */
  readonly accept: (column: C, typed: string) => { readonly text: string } | { readonly problem: Problem };
  /** A kept text as people see it. */
  readonly show: (column: C, text: string) => string;
  /** What bindings get. */
  readonly scalar: ScalarType;
}
