import { z } from 'zod';
import { idSchema } from '../value';

/** What of a box can be tied, and tied to. Left, centre and right lie along x; top, middle and bottom along y. */
export const tetherEdges = ['left', 'centre', 'right', 'width', 'top', 'middle', 'bottom', 'height'] as const;
export type TetherEdge = (typeof tetherEdges)[number];

export const axisOf = (edge: TetherEdge): 'x' | 'y' =>
  edge === 'left' || edge === 'centre' || edge === 'right' || edge === 'width' ? 'x' : 'y';

/**
 * `edge` of `element` lies at `toEdge` of `to` (an element, or the canvas where null), plus `offset` px. For sizes the
 * followed size is first multiplied by `factor`, and what comes out is kept between `min` and `max`; for edges, the
 * way from the followed box's own start to the followed edge is.
 */
export const tetherSchema = z
  .object({
    id: idSchema,
    element: idSchema,
    edge: z.enum(tetherEdges),
    to: idSchema.nullable(),
    toEdge: z.enum(tetherEdges),
    factor: z.number().min(-100).max(100),
    offset: z.number().min(-100_000).max(100_000),
    /** Px; null is no limit. */
    min: z.number().min(-100_000).max(100_000).nullable(),
    max: z.number().min(-100_000).max(100_000).nullable(),
  })
  .refine((t) => axisOf(t.edge) === axisOf(t.toEdge), {
    message: 'both edges lie along the same axis',
    path: ['toEdge'],
  })
  .refine(
    (t) => (t.edge === 'width' || t.edge === 'height') === (t.toEdge === 'width' || t.toEdge === 'height'),
    {
      message: 'a size follows a size, an edge an edge',
      path: ['toEdge'],
    },
  );
export type Tether = z.infer<typeof tetherSchema>;

export const newTether = (
  id: string,
  element: string,
  edge: TetherEdge,
  to: string | null,
  toEdge: TetherEdge,
  offset = 0,
): Tether => ({ id, element, edge, to, toEdge, factor: 1, offset, min: null, max: null });

/** Which of an element's place and size its own tethers decide, so that its stored values there are not seen. */
export function decidedByTethers(
  tethers: readonly Tether[],
  element: string,
): ReadonlySet<'x' | 'y' | 'w' | 'h'> {
  const decided = new Set<'x' | 'y' | 'w' | 'h'>();
  for (const axis of ['x', 'y'] as const) {
    const own = tethers.filter((tether) => tether.element === element && axisOf(tether.edge) === axis);
    const edges = new Set(
      own.map((tether) => tether.edge).filter((edge) => edge !== 'width' && edge !== 'height'),
    );
    if (edges.size > 0) decided.add(axis);
    if (edges.size > 1 || own.length > edges.size) decided.add(axis === 'x' ? 'w' : 'h');
  }
  return decided;
}
