import { z } from 'zod';
import { idSchema } from './values';

/** The curves a key may leave by; their shapes are in core/motion. */
export const eases = [
  'linear',
  'hold',
  'gentle-in',
  'gentle-out',
  'gentle',
  'strong-in',
  'strong-out',
  'strong',
  'overshoot',
] as const;
export type Ease = (typeof eases)[number];

/** What a track may move: offsets from rest, factors of it, or how much of the element's box is wiped away. */
export const trackProperties = [
  'x',
  'y',
  'scale',
  'rotation',
  'opacity',
  'wipeLeft',
  'wipeTop',
  'wipeRight',
  'wipeBottom',
] as const;
export type TrackProperty = (typeof trackProperties)[number];

/** `frame` counts from the start of the phase. The ease shapes the way from this key to the next. */
export const keySchema = z.object({
  frame: z.number().int().min(0).max(100_000),
  value: z.number().finite().min(-100_000).max(100_000),
  ease: z.enum(eases),
});
export type Key = z.infer<typeof keySchema>;

export const trackSchema = z.object({
  id: idSchema,
  element: idSchema,
  property: z.enum(trackProperties),
  /** For x and y: px, or parts of the element's own width or height. */
  unit: z.enum(['px', 'own']),
  /** In order of frame, no two on one frame, at least one. */
  keys: z.array(keySchema).min(1).max(2000),
});
export type Track = z.infer<typeof trackSchema>;

export const phaseSchema = z.object({
  /** Length in frames of the template's rate. */
  frames: z.number().int().min(0).max(100_000),
  tracks: z.array(trackSchema),
});
export type Phase = z.infer<typeof phaseSchema>;

/** The phases that own tracks; Hold is the rest pose, and a Change cuts to the new words. */
export const movingPhases = ['enter', 'exit'] as const;
export type MovingPhase = (typeof movingPhases)[number];
