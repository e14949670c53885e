import { z } from 'zod';
import { idSchema, type FieldValue } from '../values';
import { problem, type Problem } from '../../problem';

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

/** A value that a field offers the operator; an empty label is the value itself. */
export const offerSchema = z.object({ value: z.string().max(1000), label: z.string().max(200) });
export type Offer = z.infer<typeof offerSchema>;

/** Fields of text and of colours may offer values, and may take no others. */
export const offersShape = {
  offers: z.array(offerSchema).max(200).optional(),
  onlyOffers: z.boolean().optional(),
};

/** The value of an offer, called by its value or its label in whatever case; null where there is none. */
export const offered = (offers: readonly Offer[], raw: string): string | null => {
  const wanted = raw.trim().toLowerCase();
  return (
    offers.find(({ value, label }) => [value, label].some((word) => word.toLowerCase() === wanted))?.value ??
    null
  );
};

export const notOffered = (name: string, offers: readonly Offer[], raw: string): { problem: Problem } => ({
  problem: problem(
    'not-offered',
    `${name} takes one of: ${offers.map(({ value, label }) => label || value).join(', ')}; “${raw}” is none.`,
    name,
  ),
});

export type Accepted = { readonly value: FieldValue } | { readonly problem: Problem };

/** What one kind of field says of itself. */
export interface FieldKind<F = never> {
  readonly kind: FieldKindName;
  readonly label: string;
  /** Whatever was typed or came from a cell, as a value of this field; or why it cannot be one. */
  readonly accept: (field: F, raw: FieldValue) => Accepted;
}
