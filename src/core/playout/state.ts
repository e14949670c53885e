import { z } from 'zod';
import { cardSchema, channelSchema, fieldValueSchema, idSchema } from '../show';

const valuesSchema = z.record(idSchema, fieldValueSchema);

/** A card, or a template filled by hand, in preview. */
export const cueSchema = z.object({
  card: idSchema.nullable(),
  number: z.string().nullable(),
  template: idSchema,
  values: valuesSchema,
});
export type Cue = z.infer<typeof cueSchema>;

/**
 * One graphic's life in a lane. Times are air clock seconds on frame boundaries of the channel; lengths are frames of
 * the template's rate. It waits until `enterAt`; leaves from `exitAt`, null while it is to stay.
 */
export const graphicSchema = cueSchema.extend({
  id: z.string(),
  lane: idSchema,
  name: z.string(),
  release: z.string(),
  rate: z.number().positive(),
  enterFrames: z.number().int().min(0),
  exitFrames: z.number().int().min(0),
  enterAt: z.number(),
  exitAt: z.number().nullable(),
  /** The frame of Enter at which it was told to leave, or null where it had come to rest. */
  exitFrom: z.number().nullable(),
});
export type Graphic = z.infer<typeof graphicSchema>;

export const channelAirSchema = z.object({ preview: cueSchema.nullable(), graphics: z.array(graphicSchema) });
export type ChannelAir = z.infer<typeof channelAirSchema>;

/** `kept` at the Desk since the release that is on air; the release does not have it yet. */
export const airCardSchema = cardSchema.extend({ kept: z.boolean() });
export type AirCard = z.infer<typeof airCardSchema>;

/** The whole on-air state; plain JSON. */
export const airStateSchema = z.object({
  /** Counts the commands that made it. */
  sequence: z.number().int().min(0),
  /** The hash of the release that cues and takes play from. */
  release: z.string().nullable(),
  show: z.object({ id: idSchema, name: z.string() }).nullable(),
  channels: z.array(channelSchema),
  air: z.record(z.string(), channelAirSchema),
  cards: z.record(idSchema, airCardSchema),
  rundown: z.array(idSchema),
});
export type AirState = z.infer<typeof airStateSchema>;
