import { z } from 'zod';
import { nodeOf, type DisplayNode } from '../display';
import { lineHeads, linePaths } from '../shape';
import { paintSchema } from '../value';
import {
  capProperty,
  drawSoftProperty,
  applyShapeAppearance,
  lightOf,
  lineCaps,
  strokeLightDefaults,
  strokeLightProperties,
  strokeLightShape,
} from './shape-style';
import { baseDefaults, baseOf, elementBase, lookProperties, placeProperties, size } from './base';
import { usualKind, type ElementKind, type NodePlace } from './kind';

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

export type LineElement = z.infer<typeof schema>;

function lineNode(element: LineElement, at: NodePlace): DisplayNode {
  const { shaft, heads: filled } = linePaths(element, at);
  const { fill, thickness, dash, gap, cap } = element;
  return nodeOf(baseOf(element, at), {
    kind: 'shape',
    drawing: {
      w: at.w,
      h: at.h,
      path: filled,
      rule: 'nonzero',
      fill,
      stroke: {
        width: thickness,
        paint: fill,
        place: 'centre',
        dash,
        gap,
        cap,
        join: 'miter',
        miterLimit: 4,
      },
      strokePath: shaft,
      drawn: null,
      drawSoft: element.drawSoft,
      reach: thickness * Math.max(1, element.headSize),
    },
    light: lightOf(element),
    lightAt: 0,
  });
}

/** A straight line across its box, which may be flat; with or without heads. */
export const line = {
  ...usualKind,
  kind: 'line',
  label: 'Line',
  nature: 'drawn',
  node: lineNode,
  applyAppearance: applyShapeAppearance(lineNode),
  poses: ['w', 'h', 'drawStart', 'drawEnd', 'light'],
  content: 'fill',
  words: null,
  ground: () => [],
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
} as const satisfies ElementKind<LineElement>;
