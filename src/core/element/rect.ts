import { z } from 'zod';
import { fitRadii, isShaded, nodeOf, type DisplayNode } from '../display';
import { rectPath } from '../shape';
import type { Gradient } from '../value';
import {
  baseDefaults,
  baseOf,
  elementBase,
  filledProperties,
  lookProperties,
  pixels,
  placeProperties,
  size,
  wipeEdgeProperty,
} from './base';
import type { Property } from './property';
import type { ElementKind, NodePlace } from './kind';
import {
  drawnKind,
  applyShapeAppearance,
  fillProperty,
  outlineProperties,
  shapeNode,
  shapeStyleDefaults,
  shapeStyleShape,
} from './shape-style';

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

export type RectElement = z.infer<typeof schema>;

const radiiOf = (element: RectElement, { w, h }: { readonly w: number; readonly h: number }) => {
  const { radiusTopLeft: a, radiusTopRight: b, radiusBottomRight: c, radiusBottomLeft: d } = element;
  return fitRadii([a, b, c, d], w, h);
};

/** A plain rectangle is drawn as such; one that leans, or is stroked or patterned, as an outline. */
function rectNode(element: RectElement, at: NodePlace): DisplayNode {
  const { fill } = element;
  const base = baseOf(element, at);
  const isPlain =
    !at.movesShape &&
    (typeof fill === 'string' || isShaded(fill)) &&
    element.outlineWidth === 0 &&
    element.slantLeft === 0 &&
    element.slantRight === 0;
  if (!isPlain) return shapeNode(element, base, at, rectPath(element, at), 'nonzero');
  return nodeOf(base, { kind: 'rect', w: at.w, h: at.h, fill, radii: radiiOf(element, at) });
}

export const rect = {
  kind: 'rect',
  label: 'Rectangle',
  ...drawnKind<RectElement>(rectPath),
  node: rectNode,
  applyAppearance(node, element, now) {
    if (node.kind !== 'rect') return applyShapeAppearance(rectNode)(node, element, now);
    node.w = now.w;
    node.h = now.h;
    // Another object, as what moves in it is written into the element's own.
    node.fill = typeof element.fill === 'string' ? element.fill : { ...(element.fill as Gradient) };
    node.radii = radiiOf(element, now);
  },
  leans: ({ slantLeft, slantRight }) => ({
    narrow: Math.min(
      Math.max(0, slantLeft) + Math.max(0, -slantRight),
      Math.max(0, -slantLeft) + Math.max(0, slantRight),
    ),
    lean:
      slantLeft * slantRight <= 0
        ? 0
        : Math.sign(slantLeft) * Math.min(Math.abs(slantLeft), Math.abs(slantRight)),
  }),
  covers({ slantLeft, slantRight }, u, v, { w }) {
    const from = slantLeft > 0 ? slantLeft * (1 - v) : -slantLeft * v;
    const to = slantRight > 0 ? slantRight * v : -slantRight * (1 - v);
    return from <= u * w && u * w <= w - to;
  },
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
    ...filledProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind<RectElement>;
