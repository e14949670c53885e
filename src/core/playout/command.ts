import { z } from 'zod';
import { assetIdSchema, fieldValueSchema, idSchema } from '../show';

const channel = z.string().min(1).max(60);
/** By field name or field id. */
const values = z.record(z.string().max(100), fieldValueSchema);
const number = z.union([z.string().max(20), z.number()]).transform(String);

/** What to cue or take: a card by call number or id, or a template by name or id. */
const target = {
  number: number.optional(),
  card: idSchema.optional(),
  template: z.string().min(1).max(200).optional(),
  values: values.optional(),
  /** The row to fill it from, kept in step. */
  row: z.object({ of: idSchema, key: z.string().min(1).max(200) }).optional(),
  /** What data brings at this moment; the server sets it. */
  live: z.record(idSchema, fieldValueSchema).optional(),
};
export type Target = {
  number?: string;
  card?: string;
  template?: string;
  values?: z.infer<typeof values>;
  row?: { of: string; key: string };
  live?: z.infer<typeof values>;
};

const meta = {
  /** Makes a repeated command harmless: the second of one id changes nothing and gets the first one's answer. */
  id: z.string().min(1).max(64).optional(),
  /** Who gave it, for the log. */
  by: z.string().max(60).optional(),
};

/** Which of what is up is meant; left out where there is only one. */
const which = {
  lane: idSchema.optional(),
  number: number.optional(),
  graphic: z.string().max(100).optional(),
};
export type Which = { lane?: string; number?: string; graphic?: string };

export const commandSchema = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('cue'), channel, ...target, ...meta }),
  z.strictObject({ do: z.literal('take'), channel, ...target, ...meta }),
  z.strictObject({
    do: z.literal('change'),
    channel,
    ...which,
    /** Empty sends what data has brought while it waited. */
    values,
    /** What data brings at this moment; the server sets it. */
    live: z.record(idSchema, fieldValueSchema).optional(),
    /** Fields to give back to data, by name or id. */
    follow: z.array(z.string().max(100)).max(200).optional(),
    /** False: the new words are there at once, without their Change. */
    motion: z.boolean().optional(),
    ...meta,
  }),
  /** What data brings to a graphic, or to preview where none is named; given by the server alone. */
  z.strictObject({
    do: z.literal('data'),
    channel,
    graphic: z.string().max(100).optional(),
    values: z.record(idSchema, fieldValueSchema),
    ...meta,
  }),
  /** Whether new data reaches what is up at once, or waits until it is sent. */
  z.strictObject({ do: z.literal('hold'), channel, ...which, waits: z.boolean(), ...meta }),
  /** The next step of what is up. */
  z.strictObject({ do: z.literal('next'), channel, ...which, ...meta }),
  /** A named move of what is up, or the way back from it. */
  z.strictObject({
    do: z.literal('move'),
    channel,
    ...which,
    move: z.string().min(1).max(100),
    back: z.boolean().optional(),
    ...meta,
  }),
  z.strictObject({
    do: z.literal('clear'),
    channel,
    lane: idSchema.optional(),
    number: number.optional(),
    all: z.boolean().optional(),
    preview: z.boolean().optional(),
    ...meta,
  }),
  z.strictObject({
    do: z.literal('keep'),
    number,
    card: idSchema.optional(),
    template: z.string().min(1).max(200),
    values,
    /** The row that it is kept in step with. */
    row: z.object({ of: idSchema, key: z.string().min(1).max(200) }).optional(),
    /** Needed where the number belongs to another card. */
    replace: z.boolean().optional(),
    ...meta,
  }),
  z.strictObject({ do: z.literal('release'), release: assetIdSchema, ...meta }),
]);
/** The commands that operators and outside control give: all but what data alone brings. */
export const outsideCommandSchema = z.discriminatedUnion(
  'do',
  commandSchema.options.filter(
    (option) => option.shape.do.value !== 'data',
  ) as unknown as typeof commandSchema.options,
);
export type Command = z.infer<typeof commandSchema>;
