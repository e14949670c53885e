import { z } from 'zod';
import { isRowList, listWords, rowListSchema, sameList, type RowList } from './row-list';

/** #rrggbb or #rrggbbaa, in display space (what the screen shows, no linear light). */
export const plainColourSchema = z
  .string()
  .regex(/^#([0-9a-f]{6}|[0-9a-f]{8})$/i, 'a colour such as #D8A748');

/** A plain colour, or `@` and the id of a named colour of the show. */
export const colourSchema = z
  .string()
  .regex(/^(#([0-9a-f]{6}|[0-9a-f]{8})|@.{1,64})$/i, 'a colour such as #D8A748');

/** The id of the named style that a value stands for, or null where it is a value of its own. */
export const styleIn = (value: unknown): string | null =>
  typeof value === 'string' && value.startsWith('@') ? value.slice(1) : null;

/** Content hash of an asset: SHA-256 in hex. */
export const assetIdSchema = z.string().regex(/^[0-9a-f]{64}$/, 'the SHA-256 of an asset');

/** A name by which things are looked up: never one that every object of the language has. */
export const nameSchema = (longest: number) =>
  z
    .string()
    .min(1)
    .max(longest)
    .refine((name) => !(name in Object.prototype), 'a name that means nothing else');

export const idSchema = nameSchema(64);

/** Under what a value of a graphic stands: the id of a field or binding, those of insets around it before it. */
export const valueKeySchema = nameSchema(600);

/** One value by itself; null means empty. */
export const scalarSchema = z.union([z.string().max(10_000), z.number(), z.boolean(), z.null()]);
export type Scalar = z.infer<typeof scalarSchema>;

/** What a field holds: one value, or a list of rows. */
export const fieldValueSchema: z.ZodType<FieldValue> = z.union([scalarSchema, rowListSchema]);
export type FieldValue = Scalar | RowList;
/** A value where it is one by itself; null where it is a list of rows. */
export const scalarOf = (value: FieldValue | undefined): Scalar =>
  value === undefined || isRowList(value) ? null : value;
/** A value in short, as it is shown among others; nothing is an empty text. */
export const valueWords = (value: FieldValue | undefined): string =>
  value === null || value === undefined
    ? ''
    : isRowList(value)
      ? listWords(value)
      : typeof value === 'boolean'
        ? value
          ? 'yes'
          : 'no'
        : String(value);
/** All words that a value may show: of rows those of every cell. */
export const wordsIn = (value: FieldValue | undefined): string =>
  isRowList(value)
    ? Object.values(value.cells)
        .map((cells) => cells.join(' '))
        .join(' ')
    : String(value ?? '');

/** Whether two values say the same: lists by what is in them. */
export const sameValue = (a: FieldValue | undefined, b: FieldValue | undefined): boolean =>
  a === b || (isRowList(a) && isRowList(b) && sameList(a, b));
export type Values = Record<string, FieldValue>;

/** Makes new ids; the host supplies chance. */
export type NewId = () => string;
