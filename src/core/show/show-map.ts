import { z } from 'zod';
import { layerRoles, projectionNames } from '../map';
import { idSchema } from '../value';

/** A map of the show: its layers, and their shapes as one TopoJSON text, decoded where it is drawn. */
export const showMapSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(100),
  /** Degrees on the sphere, or a plan that is flat already. */
  space: z.enum(['sphere', 'plan']),
  /** What elements take that choose none of their own; null: what suits its extent. */
  projection: z.enum(projectionNames).nullable(),
  layers: z
    .array(
      z.object({
        key: z.string().min(1).max(100),
        name: z.string().min(1).max(200),
        role: z.enum(layerRoles),
      }),
    )
    .min(1)
    .max(40),
  topology: z.string().min(2).max(8_000_000),
});
export type ShowMap = z.infer<typeof showMapSchema>;
