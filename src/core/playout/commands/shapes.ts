import { z } from 'zod';
import { fieldValueSchema, idSchema, valueKeySchema, nameSchema } from '../../show';

// What several commands have in common.

export const channel = nameSchema(60);
/** By field name or field id. */
export const values = z.record(z.string().max(100), fieldValueSchema);
/** Further channels for the same; all of them or none. */
export const also = z.array(channel).max(64).optional();
export const number = z.union([z.string().max(20), z.number()]).transform(String);

/** What to cue or take: a card by call number or id, or a template by name or id. */
export const target = {
  number: number.optional(),
  card: idSchema.optional(),
  template: nameSchema(200).optional(),
  values: values.optional(),
  /** The row to fill it from, kept in step. */
  row: z.object({ of: idSchema, key: z.string().min(1).max(200) }).optional(),
  /** What data brings at this moment; the server sets it. */
  live: z.record(valueKeySchema, fieldValueSchema).optional(),
};
export type Target = {
  number?: string;
  card?: string;
  template?: string;
  values?: z.infer<typeof values>;
  row?: { of: string; key: string };
  live?: z.infer<typeof values>;
};

/** What data brings to cards that rows are about to take; the server sets it. */
export const lives = z.record(idSchema, z.record(valueKeySchema, fieldValueSchema)).optional();

/** Which preview is meant: that of one Desk, or where `own` is absent the one that all share. */
export const preview = {
  /** The Desk that gives it, by its id. */
  desk: nameSchema(64).optional(),
  own: z.literal(true).optional(),
};
export type WhichPreview = { desk?: string; own?: true };

export const meta = {
  /** Air clock seconds after which it must not be carried out any more. */
  until: z.number().optional(),
  /** Makes a repeated command harmless: the second of one id changes nothing and gets the first one's answer. */
  id: z.string().min(1).max(64).optional(),
  /** Who gave it, for the log. */
  by: z.string().max(60).optional(),
};

/** Which of what is up is meant; left out where there is only one. */
export const which = {
  lane: idSchema.optional(),
  number: number.optional(),
  graphic: z.string().max(100).optional(),
};
export type Which = { lane?: string; number?: string; graphic?: string };
