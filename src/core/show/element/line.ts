import { z } from 'zod';
import { paintSchema } from '../paint';
import {
  capProperty,
  drawSoftProperty,
  lineCaps,
  strokeLightDefaults,
  strokeLightProperties,
  strokeLightShape,
} from './shape-style';
import { baseDefaults, elementBase, lookProperties, placeProperties, size, type ElementKind } from './base';

export const lineHeads = ['none', 'arrow', 'dot', 'bar'] as const;

const schema = elementBase.extend({
  kind: z.literal('line'),
  fill: paintSchema,
  thickness: size.max(500),
  dash: size.max(2000),
  gap: size.max(2000),
  cap: z.enum(lineCaps),
  /** From the bottom left to the top right, not from the top left to the bottom right. */
  rises: z.boolean(),
  headStart: z.enum(lineHeads),
  headEnd: z.enum(lineHeads),
  /** In parts of the thickness. */
  headSize: z.number().min(1).max(20),
  drawSoft: size.max(1000),
  ...strokeLightShape,
});

const heads = [
  { value: 'none', label: 'Plain' },
  { value: 'arrow', label: 'Arrow' },
  { value: 'dot', label: 'Dot' },
  { value: 'bar', label: 'Bar' },
] as const;

/** A straight line across its box, which may be flat; with or without heads. */
export const line = {
  kind: 'line',
  label: 'Line',
  nature: 'drawn',
  schema,
  defaults: {
    ...baseDefaults,
    wipeEdge: 'line',
    w: 400,
    h: 0,
    fill: '#f4efe2',
    thickness: 6,
    dash: 0,
    gap: 0,
    cap: 'butt',
    rises: false,
    headStart: 'none',
    headEnd: 'none',
    headSize: 4,
    drawSoft: 0,
    ...strokeLightDefaults,
  },
  properties: [
    ...placeProperties,
    { key: 'fill', label: 'Colour', type: 'paint', section: 'Appearance', wide: true },
    {
      key: 'thickness',
      label: 'Stroke width',
      wide: true,
      type: 'number',
      section: 'Shape',
      unit: 'px',
      min: 0,
      max: 500,
    },
    { key: 'rises', label: 'Bottom left to top right', wide: true, type: 'yes-no', section: 'Shape' },
    { key: 'headStart', label: 'Start', type: 'choice', section: 'Shape', choices: heads },
    { key: 'headEnd', label: 'End', type: 'choice', section: 'Shape', choices: heads },
    {
      key: 'headSize',
      label: 'Head size',
      type: 'number',
      section: 'Shape',
      unit: '×',
      min: 1,
      max: 20,
      step: 0.5,
    },
    capProperty('Shape'),
    { key: 'dash', label: 'Dash', type: 'number', section: 'Shape', unit: 'px', min: 0, max: 2000 },
    { key: 'gap', label: 'Gap', type: 'number', section: 'Shape', unit: 'px', min: 0, max: 2000 },
    drawSoftProperty('Shape'),
    ...strokeLightProperties('Shape'),
    ...lookProperties,
  ],
} as const satisfies ElementKind;
export type LineElement = z.infer<typeof schema>;
