import { z } from 'zod';
import { growthOf, isPoseKey, poseMovables, trackModes, trackUnits } from '../element';
import { easeSchema, type Ease } from './ease';
import { colourSchema, idSchema } from '../value';

/** `frame` counts from the start of the phase. The ease shapes the way from this key to the next. */
export const keySchema = z.object({
  frame: z.number().int().min(0).max(100_000),
  value: z.union([z.number().min(-100_000).max(100_000), colourSchema]),
  ease: easeSchema,
});
export type Key = z.infer<typeof keySchema>;

export const cascadeParts = ['character', 'word', 'line', 'child', 'row', 'column', 'cell'] as const;
export type CascadePart = (typeof cascadeParts)[number];
export const cascadeOrders = ['forward', 'backward', 'centre', 'edges', 'random'] as const;
export type CascadeOrder = (typeof cascadeOrders)[number];

/** One motion spread over the parts of an element. The last part ends where the track's last key stands. */
/** What scale and turns of a part go about: its own middle or an edge of it, or the element's pivot. */
export const cascadePivots = ['part', 'left', 'top', 'right', 'bottom', 'whole'] as const;
export type CascadePivot = (typeof cascadePivots)[number];
/** Where in a part its pivot is, in parts of its box; null: the element's. */
export const pivotOfPart = (pivot: CascadePivot): { readonly u: number; readonly v: number } | null =>
  pivot === 'whole'
    ? null
    : {
        u: pivot === 'left' ? 0 : pivot === 'right' ? 1 : 0.5,
        v: pivot === 'top' ? 0 : pivot === 'bottom' ? 1 : 0.5,
      };

export const cascadeSchema = z.object({
  by: z.enum(cascadeParts),
  order: z.enum(cascadeOrders),
  /** For the random order: the same seed, the same order. */
  seed: z.number().int().min(0).max(999_999),
  /** 0: one part after another; 1: all at once. */
  overlap: z.number().min(0).max(1),
  /** Frames from the start of one part to that of the next, instead of an overlap; null: by overlap. */
  delay: z.number().min(0).max(10_000).nullable(),
  pivot: z.enum(cascadePivots),
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

/** A track in short: its keys as frame, value and ease (a strong stop where it is left out). */
export const makeTrack = (
  id: string,
  element: string,
  property: string,
  keys: readonly (readonly [frame: number, value: Key['value'], ease?: Ease])[],
  given: Partial<Track> = {},
): Track => ({
  id,
  element,
  property,
  mode:
    typeof keys[0]?.[1] === 'string'
      ? 'value'
      : isPoseKey(property)
        ? poseMovables[property].modes[0]
        : growthOf(property)?.by === 'grow'
          ? 'factor'
          : 'offset',
  unit: 'px',
  side: 'whole',
  cascade: null,
  ...given,
  keys: keys.map(([frame, value, ease]) => ({ frame, value, ease: ease ?? 'strong-out' })),
});
