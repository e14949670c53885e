import { z } from 'zod';
import { easeSchema } from './ease';
import { colourSchema, idSchema } from './values';

/** `frame` counts from the start of the phase. The ease shapes the way from this key to the next. */
export const keySchema = z.object({
  frame: z.number().int().min(0).max(100_000),
  value: z.union([z.number().min(-100_000).max(100_000), colourSchema]),
  ease: easeSchema,
});
export type Key = z.infer<typeof keySchema>;

export const cascadeParts = ['character', 'word', 'line', 'child'] as const;
export type CascadePart = (typeof cascadeParts)[number];
export const cascadeOrders = ['forward', 'backward', 'centre', 'edges', 'random'] as const;
export type CascadeOrder = (typeof cascadeOrders)[number];

/** One motion spread over the parts of an element. The last part ends where the track's last key stands. */
export const cascadeSchema = z.object({
  by: z.enum(cascadeParts),
  order: z.enum(cascadeOrders),
  /** For the random order: the same seed, the same order. */
  seed: z.number().int().min(0).max(999_999),
  /** 0: one part after another; 1: all at once. */
  overlap: z.number().min(0).max(1),
  /** Frames from the start of one part to that of the next, instead of an overlap; null: by overlap. */
  delay: z.number().min(0).max(10_000).nullable(),
  /** What scale and turn go about: each part's own middle, or the element's pivot. */
  pivot: z.enum(['part', 'whole']),
});
export type Cascade = z.infer<typeof cascadeSchema>;

export const newCascade = (by: CascadePart): Cascade => ({
  by,
  order: 'forward',
  seed: 1,
  overlap: 0.8,
  delay: null,
  pivot: 'part',
});

/** How a track's value meets rest: added to it, multiplying it, or in its place. */
export const trackModes = ['offset', 'factor', 'value'] as const;
export type TrackMode = (typeof trackModes)[number];

/**
 * What an offset counts in: px, or parts of the element's own size, of the group's around it, or of the canvas. `clear`
 * counts ways out of the picture: at 1 (or -1) the element has just left it to the right or below (left or above).
 */
export const trackUnits = ['px', 'own', 'parent', 'canvas', 'clear'] as const;
export type TrackUnit = (typeof trackUnits)[number];

/** In a Change: moves the old words, the new ones, or what stays through it. */
export const trackSides = ['whole', 'old', 'new'] as const;
export type TrackSide = (typeof trackSides)[number];

export const trackSchema = z.object({
  id: idSchema,
  element: idSchema,
  /** The key of something that moves, see `movablesOf`. */
  property: z.string().min(1).max(60),
  mode: z.enum(trackModes),
  unit: z.enum(trackUnits),
  side: z.enum(trackSides),
  cascade: cascadeSchema.nullable(),
  /** The motion style that its curves and its delay are those of; absent: its own. */
  style: idSchema.optional(),
  /** In order of frame, no two on one frame, at least one. */
  keys: z.array(keySchema).min(1).max(2000),
});
export type Track = z.infer<typeof trackSchema>;
