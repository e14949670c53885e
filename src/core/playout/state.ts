import { z } from 'zod';
import { cardSchema, channelSchema, fieldValueSchema, idSchema } from '../show';

const valuesSchema = z.record(idSchema, fieldValueSchema);

/** A card, or a template filled by hand, in preview. */
export const cueSchema = z.object({
  card: idSchema.nullable(),
  number: z.string().nullable(),
  template: idSchema,
  values: valuesSchema,
  /** Ids of the fields that were typed by hand: data leaves them alone. */
  hand: z.array(idSchema).default([]),
  /** The row that it is kept in step with. */
  row: z.object({ of: idSchema, key: z.string() }).nullable().default(null),
  /** Whether new data waits on air until it is sent. */
  waits: z.boolean().default(false),
});
export type Cue = z.infer<typeof cueSchema>;

/** New values on their way: the Change that brings them, when it begins, and what they are. */
export const sentSchema = z.object({
  /** Null where none fits: the new values are there at once. */
  change: idSchema.nullable(),
  at: z.number(),
  /** Length in frames of the template's rate. */
  frames: z.number().int().min(0),
  from: valuesSchema,
  to: valuesSchema,
});
export type Sent = z.infer<typeof sentSchema>;

/** A named move that is away from rest, on its way there or back: at `at` it was at frame `from`. */
export const calledMoveSchema = z.object({
  ref: idSchema,
  at: z.number(),
  from: z.number(),
  back: z.boolean(),
  frames: z.number().int().min(0),
});
export type CalledMove = z.infer<typeof calledMoveSchema>;

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
  /** What has been sent to it and has not come to its end, in order; `values` is the last of it. */
  changes: z.array(sentSchema).default([]),
  /** Data that has come while it waits to be sent. */
  pending: valuesSchema.default({}),
  moves: z.array(calledMoveSchema).default([]),
  /** Lengths of its steps, and when each of those taken was taken. */
  stepFrames: z.array(z.number().int().min(0)).default([]),
  steps: z.array(z.number()).default([]),
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
