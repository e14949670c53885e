import { z } from 'zod';
import { idSchema } from './values';

/** What of a box can be tied, and tied to. Left, centre and right lie along x; top, middle and bottom along y. */
export const tetherEdges = ['left', 'centre', 'right', 'width', 'top', 'middle', 'bottom', 'height'] as const;
export type TetherEdge = (typeof tetherEdges)[number];

export const axisOf = (edge: TetherEdge): 'x' | 'y' =>
  edge === 'left' || edge === 'centre' || edge === 'right' || edge === 'width' ? 'x' : 'y';

/** `edge` of `element` lies at `toEdge` of `to` (an element, or the canvas where null), plus `offset` px. */
export const tetherSchema = z
  .object({
    id: idSchema,
    element: idSchema,
    edge: z.enum(tetherEdges),
    to: idSchema.nullable(),
    toEdge: z.enum(tetherEdges),
    offset: z.number().min(-100_000).max(100_000),
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
