import { z } from 'zod';
import { assetIdSchema, colourSchema } from './values';

const part = z.number().min(0).max(1);

/** A colour at a place along a gradient, 0 to 1. */
export const stopSchema = z.object({ at: part, colour: colourSchema });
export type Stop = z.infer<typeof stopSchema>;

export const mostStops = 64;
const stops = z.array(stopSchema).min(2).max(mostStops);

export const gradientSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('linear'),
    /** Degrees clockwise from left to right; 90 runs from top to bottom. */
    angle: z.number().min(-360).max(360),
    stops,
  }),
  z.object({
    kind: z.literal('radial'),
    /** The middle, in parts of the box. */
    x: z.number().min(-2).max(3),
    y: z.number().min(-2).max(3),
    /** In parts of half the box's diagonal. */
    radius: z.number().min(0.01).max(4),
    /** The height of an ellipse in parts of its width; absent: circles. */
    ratio: z.number().min(0.01).max(100).optional(),
    /** Degrees clockwise that an ellipse, and the way to the focus, are turned; absent: 0. */
    angle: z.number().min(-360).max(360).optional(),
    /** How far from the middle the first stop lies, in parts of the radius; absent: in the middle. */
    focus: z.number().min(0).max(1).optional(),
    stops,
  }),
]);
export type Gradient = z.infer<typeof gradientSchema>;

export const picturePaintSchema = z.object({
  kind: z.literal('picture'),
  asset: assetIdSchema,
  fit: z.enum(['cover', 'contain', 'stretch', 'tile']),
  /** Px that a tile is high; left out: as the picture is. */
  size: z.number().min(1).max(4000).optional(),
  /** The edge at which tiles begin whole, besides the left and the upper one. */
  begins: z.enum(['right', 'bottom']).optional(),
});

export const patterns = ['weave', 'grid', 'lines', 'dots', 'checks'] as const;
export type PatternName = (typeof patterns)[number];

/** A fine pattern that repeats, drawn on a colour or gradient. */
export const patternPaintSchema = z.object({
  kind: z.literal('pattern'),
  pattern: z.enum(patterns),
  /** Px from one repeat to the next. */
  size: z.number().min(2).max(500),
  /** Degrees clockwise. */
  angle: z.number().min(-360).max(360),
  ink: colourSchema,
  base: z.union([colourSchema, gradientSchema]),
});
export type PatternPaint = z.infer<typeof patternPaintSchema>;

/** What an area is filled with: a colour, a named colour or gradient (`@id`), a gradient, a picture, a pattern. */
export const paintSchema = z.union([colourSchema, gradientSchema, picturePaintSchema, patternPaintSchema]);
export type Paint = z.infer<typeof paintSchema>;

/** The colours of a paint, front to back; of a pattern those that it is drawn on. */
export const coloursOf = (paint: Paint): string[] =>
  typeof paint === 'string'
    ? [paint]
    : paint.kind === 'picture'
      ? []
      : paint.kind === 'pattern'
        ? coloursOf(paint.base)
        : paint.stops.map((stop) => stop.colour);
