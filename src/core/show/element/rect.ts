import { z } from 'zod';
import {
  baseDefaults,
  elementBase,
  lookProperties,
  pixels,
  placeProperties,
  size,
  wipeEdgeProperty,
  type ElementKind,
} from './base';
import type { Property } from '../property';
import { fillProperty, outlineProperties, shapeStyleDefaults, shapeStyleShape } from './shape-style';

const schema = elementBase.extend({
  kind: z.literal('rect'),
  ...shapeStyleShape,
  radiusTopLeft: size,
  radiusTopRight: size,
  radiusBottomRight: size,
  radiusBottomLeft: size,
  /** How far the top of the side leans right of its foot, px. The box stays; the shape lies within it. */
  slantLeft: pixels,
  slantRight: pixels,
});

const radius = (key: string, label: string, mark: string): Property => ({
  key,
  label,
  mark,
  type: 'number',
  section: 'Shape',
  unit: 'px',
  min: 0,
});

export const rect = {
  kind: 'rect',
  label: 'Rectangle',
  nature: 'drawn',
  schema,
  defaults: {
    ...baseDefaults,
    ...shapeStyleDefaults,
    w: 400,
    h: 120,
    radiusTopLeft: 0,
    radiusTopRight: 0,
    radiusBottomRight: 0,
    radiusBottomLeft: 0,
    slantLeft: 0,
    slantRight: 0,
  },
  properties: [
    ...placeProperties,
    fillProperty,
    radius('radiusTopLeft', 'Top left', '◜'),
    radius('radiusTopRight', 'Top right', '◝'),
    radius('radiusBottomLeft', 'Bottom left', '◟'),
    radius('radiusBottomRight', 'Bottom right', '◞'),
    { key: 'slantLeft', label: 'Slant left', mark: '╱▏', type: 'number', section: 'Shape', unit: 'px' },
    { key: 'slantRight', label: 'Slant right', mark: '▕╱', type: 'number', section: 'Shape', unit: 'px' },
    ...outlineProperties,
    wipeEdgeProperty,
    ...lookProperties,
  ],
} as const satisfies ElementKind;
export type RectElement = z.infer<typeof schema>;
