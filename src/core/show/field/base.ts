import { z } from 'zod';
import { scalar, type ValueType } from '../../binding';
import type { Property } from '../../element';
import { problem, type Problem } from '../../problem';
import { idSchema, type FieldValue, type Paint } from '../../value';

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

/** What a property can hold: a field's value, or a paint. */
export type PropertyValue = FieldValue | Paint;
/** The value of a property where it is no paint; else null. */
export const plainValue = (value: PropertyValue): FieldValue => (typeof value === 'object' ? null : value);

/** What a field has besides what every field has; a field of its kind with that passes its schema. */
type Own = Readonly<Record<string, unknown>>;

/** What a spreadsheet may ask of the cells that fill a field. */
export type CellCheck =
  | { readonly is: 'list'; readonly values: readonly string[] }
  | { readonly is: 'number'; readonly low: number | null; readonly high: number | null }
  | { readonly is: 'length'; readonly most: number };

/** All that one kind of field says of itself. */
export interface FieldKind<F = never, S extends z.ZodType = z.ZodType> {
  readonly kind: string;
  readonly label: string;
  readonly schema: S;
  /** What one begins with that no property has been made a field of. */
  readonly plain: () => Own;
  /** What one begins with that is made of a property: its present value, and its limits. */
  readonly from: (property: Property, value: PropertyValue) => Own;
  /** Whatever was typed or came from a cell, as a value of this field; or why it cannot be one. */
  readonly accept: (field: F, raw: FieldValue) => Accepted;
  /** What its value is to the steps of a binding. */
  readonly type: ValueType;
  /** What it holds where there is nothing. */
  readonly empty: FieldValue;
  /** Whether its default only shows how it looks, where the designer has not said. */
  readonly isSample: (field: F) => boolean;
  /** The files it takes, as their media type begins; null: none. */
  readonly media: 'image/' | 'video/' | null;
  /** The files that it names itself, and the words among which names of fonts may be. */
  readonly named: (field: F) => {
    readonly assets: readonly (string | null)[];
    readonly words: readonly string[];
  };
  /** Its values as text, where they can be told one by one. */
  readonly mapKeys: (field: F) => string[] | null;
  readonly check: (field: F, files: readonly string[]) => CellCheck | null;
}

/** What most kinds of fields are: words to a spreadsheet, without end of values, and with nothing to bring along. */
export const usualField = {
  type: scalar('text'),
  empty: '',
  isSample: () => false,
  media: null,
  named: () => ({ assets: [], words: [] }),
  mapKeys: () => null,
  check: () => null,
} as const;
