import { z } from 'zod';
import {
  baseDefaults,
  elementBase,
  lookProperties,
  placeProperties,
  wipeEdgeProperty,
  type ElementKind,
} from './base';
import { fillProperty, outlineProperties, shapeStyleDefaults, shapeStyleShape } from './shape-style';

const coordinate = z.number().min(-1000).max(1000);

/** A point of a path and its two handles, in parts of the element's box; a handle on the point is a corner. */
export const pathPointSchema = z.object({
  x: coordinate,
  y: coordinate,
  inX: coordinate,
  inY: coordinate,
  outX: coordinate,
  outY: coordinate,
});
export type PathPoint = z.infer<typeof pathPointSchema>;

export const subpathSchema = z.object({
  closed: z.boolean(),
  points: z.array(pathPointSchema).min(1).max(5000),
});
export type Subpath = z.infer<typeof subpathSchema>;

const schema = elementBase.extend({
  kind: z.literal('path'),
  ...shapeStyleShape,
  subpaths: z.array(subpathSchema).max(2000),
  /** Which inside counts where parts of the path lie over one another (SVG 2, fill-rule). */
  rule: z.enum(['nonzero', 'evenodd']),
});

/** A free path of cubic curves, drawn with the pen or brought in from vector art. */
export const path = {
  kind: 'path',
  label: 'Path',
  nature: 'drawn',
  schema,
  defaults: { ...baseDefaults, ...shapeStyleDefaults, w: 240, h: 240, subpaths: [], rule: 'nonzero' },
  properties: [
    ...placeProperties,
    fillProperty,
    {
      key: 'rule',
      label: 'Overlaps',
      type: 'choice',
      section: 'Shape',
      wide: true,
      choices: [
        { value: 'nonzero', label: 'Filled' },
        { value: 'evenodd', label: 'Holes' },
      ],
    },
    ...outlineProperties,
    wipeEdgeProperty,
    ...lookProperties,
  ],
} as const satisfies ElementKind;
export type PathElement = z.infer<typeof schema>;
