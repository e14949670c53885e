import { z } from 'zod';
import { polygonPath } from '../shape';
import {
  baseDefaults,
  elementBase,
  filledProperties,
  lookProperties,
  placeProperties,
  size,
  wipeEdgeProperty,
} from './base';
import type { ElementKind } from './kind';
import {
  drawnKind,
  fillProperty,
  outlineProperties,
  shapeStyleDefaults,
  shapeStyleShape,
} from './shape-style';

const schema = elementBase.extend({
  kind: z.literal('polygon'),
  ...shapeStyleShape,
  /** Corners of a polygon, points of a star. */
  corners: z.number().int().min(3).max(60),
  /** How far out the notches of a star lie, in parts of its points; 1 is a polygon. */
  inner: z.number().min(0.05).max(1),
  radius: size,
});

export type PolygonElement = z.infer<typeof schema>;

/** A regular polygon or a star, stretched to its box, one corner up. */
export const polygon = {
  kind: 'polygon',
  label: 'Polygon or star',
  ...drawnKind<PolygonElement>(polygonPath),
  schema,
  defaults: { ...baseDefaults, ...shapeStyleDefaults, w: 240, h: 240, corners: 6, inner: 1, radius: 0 },
  properties: [
    ...placeProperties,
    fillProperty,
    { key: 'corners', label: 'Corners', type: 'number', section: 'Shape', min: 3, max: 60 },
    { key: 'inner', label: 'Inner radius', type: 'number', section: 'Shape', min: 0.05, max: 1, step: 0.05 },
    { key: 'radius', label: 'Corner radius', type: 'number', section: 'Shape', unit: 'px', min: 0 },
    ...outlineProperties,
    wipeEdgeProperty,
    ...filledProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind<PolygonElement>;
