import { z } from 'zod';
import { colourSchema } from '../values';
import { baseDefaults, elementBase, lookProperties, placeProperties, size, type ElementKind } from './base';
import type { Property } from '../property';

const schema = elementBase.extend({
  kind: z.literal('rect'),
  fill: colourSchema,
  radiusTopLeft: size,
  radiusTopRight: size,
  radiusBottomRight: size,
  radiusBottomLeft: size,
});

const radius = (key: string, label: string, mark: string): Property => ({
  key,
  label,
  mark,
  type: 'number',
  section: 'Look',
  unit: 'px',
  min: 0,
});

export const rect = {
  kind: 'rect',
  label: 'Rectangle',
  schema,
  defaults: {
    ...baseDefaults,
    w: 400,
    h: 120,
    fill: '#1d4e5a',
    radiusTopLeft: 0,
    radiusTopRight: 0,
    radiusBottomRight: 0,
    radiusBottomLeft: 0,
  },
  properties: [
    ...placeProperties,
    { key: 'fill', label: 'Fill', type: 'colour', section: 'Look' },
    radius('radiusTopLeft', 'Top left', '◜'),
    radius('radiusTopRight', 'Top right', '◝'),
    radius('radiusBottomLeft', 'Bottom left', '◟'),
    radius('radiusBottomRight', 'Bottom right', '◞'),
    ...lookProperties,
  ],
} as const satisfies ElementKind;

export type RectElement = z.infer<typeof schema>;
