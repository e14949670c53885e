import { z } from 'zod';
import { idSchema, type FieldValue } from '../values';
import type { Problem } from '../../problem';

export type FieldKindName = 'text' | 'number' | 'colour' | 'picture' | 'video' | 'choice' | 'yes-no';

/** What every field has. The name is what columns and outside control match. */
export const fieldBase = z.object({
  id: idSchema,
  name: z.string().min(1).max(100),
  group: z.string().max(100),
  help: z.string().max(500),
  /** Whether its default only shows how it looks and must not go to air unasked; absent: words do, all else may. */
  sample: z.boolean().optional(),
});

export type Accepted = { readonly value: FieldValue } | { readonly problem: Problem };

/** What one kind of field says of itself. */
export interface FieldKind<F = never> {
  readonly kind: FieldKindName;
  readonly label: string;
  /** Whatever was typed or came from a cell, as a value of this field; or why it cannot be one. */
  readonly accept: (field: F, raw: FieldValue) => Accepted;
}
