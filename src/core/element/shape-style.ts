import { z } from 'zod';
import { nodeOf, type DisplayNode, type Drawing, type NodeBase, type StrokeLight } from '../display';
import { colourSchema, coloursOf, paintSchema, type Paint } from '../value';
import { baseOf, size, type ElementBase } from './base';
import { usualKind, type ElementKind, type NodePlace, type Appearance } from './kind';
import type { Property, PropertySection } from './property';

const outlinePlaces = ['inside', 'centre', 'outside'] as const;
export const lineCaps = ['butt', 'round', 'square'] as const;
export const lineJoins = ['miter', 'round', 'bevel'] as const;

/** How lines end, as in SVG's `stroke-linecap`. */
export const capProperty = (section: PropertySection): Property => ({
  key: 'cap',
  label: 'Cap',
  type: 'choice',
  section,
  choices: [
    { value: 'butt', label: 'Butt' },
    { value: 'round', label: 'Round' },
    { value: 'square', label: 'Square' },
  ],
});

/** A light that travels along a stroke. Its length is in px; one of 0 is not there. */
export const strokeLightShape = { lightColour: colourSchema, lightLength: size.max(2000) };
export const strokeLightDefaults = { lightColour: '#ffffff', lightLength: 0 };
export const strokeLightProperties = (section: PropertySection): readonly Property[] => [
  { key: 'lightLength', label: 'Light length', type: 'number', section, unit: 'px', min: 0, max: 2000 },
  { key: 'lightColour', label: 'Light', type: 'colour', section },
];

/** What all drawn shapes share: how they are filled and outlined. Px; a dash of 0 is an unbroken line. */
export const shapeStyleShape = {
  fill: paintSchema,
  outlineWidth: size.max(500),
  outline: paintSchema,
  outlinePlace: z.enum(outlinePlaces),
  dash: size.max(2000),
  gap: size.max(2000),
  cap: z.enum(lineCaps),
  join: z.enum(lineJoins),
  /** The longest a miter may be, in parts of the width; a longer one is a bevel (SVG 2, 13.5.5). */
  miterLimit: z.number().min(1).max(100),
  drawSoft: size.max(1000),
  ...strokeLightShape,
};

export const shapeStyleDefaults = {
  fill: '#1d4e5a',
  outlineWidth: 0,
  outline: '#f4efe2',
  outlinePlace: 'inside',
  dash: 0,
  gap: 0,
  cap: 'butt',
  join: 'miter',
  miterLimit: 4,
  drawSoft: 0,
  ...strokeLightDefaults,
};

/** Px over which a stroke fades at its head while it is drawn. */
export const drawSoftProperty = (section: PropertySection): Property => ({
  key: 'drawSoft',
  label: 'Head softness',
  wide: true,
  type: 'number',
  section,
  unit: 'px',
  min: 0,
  max: 1000,
});

export const fillProperty: Property = {
  key: 'fill',
  label: 'Fill',
  type: 'paint',
  section: 'Appearance',
  wide: true,
};

export const outlineProperties: readonly Property[] = [
  { key: 'outlineWidth', label: 'Width', type: 'number', section: 'Stroke', unit: 'px', min: 0, max: 500 },
  {
    key: 'outlinePlace',
    label: 'Alignment',
    wide: true,
    type: 'choice',
    section: 'Stroke',
    choices: [
      { value: 'inside', label: 'Inside' },
      { value: 'centre', label: 'Centred' },
      { value: 'outside', label: 'Outside' },
    ],
  },
  { key: 'outline', label: 'Colour', type: 'paint', section: 'Stroke', wide: true },
  { key: 'dash', label: 'Dash', type: 'number', section: 'Stroke', unit: 'px', min: 0, max: 2000 },
  { key: 'gap', label: 'Gap', type: 'number', section: 'Stroke', unit: 'px', min: 0, max: 2000 },
  capProperty('Stroke'),
  {
    key: 'join',
    label: 'Join',
    type: 'choice',
    section: 'Stroke',
    choices: [
      { value: 'miter', label: 'Miter' },
      { value: 'round', label: 'Round' },
      { value: 'bevel', label: 'Bevel' },
    ],
  },
  {
    key: 'miterLimit',
    label: 'Miter limit',
    type: 'number',
    section: 'Stroke',
    min: 1,
    max: 100,
    when: { key: 'join', is: ['miter'] },
  },
  drawSoftProperty('Stroke'),
  ...strokeLightProperties('Stroke'),
];

/** An element with the style that all drawn shapes share. */
export type Drawn = ElementBase & z.infer<z.ZodObject<typeof shapeStyleShape>>;

export const lightOf = ({
  lightColour,
  lightLength,
}: Pick<Drawn, 'lightColour' | 'lightLength'>): StrokeLight | null =>
  lightLength > 0 ? { colour: lightColour, length: lightLength } : null;

/** The node of an outline that is filled and stroked; `over`: px that it reaches beyond its box by itself. */
export function shapeNode(
  element: Drawn,
  base: NodeBase,
  { w, h }: { readonly w: number; readonly h: number },
  path: string,
  rule: Drawing['rule'],
  over = 0,
): DisplayNode {
  const { outlineWidth: width, outlinePlace: place, dash, gap, cap, join, miterLimit } = element;
  const out = place === 'outside' ? width : place === 'centre' ? width / 2 : 0;
  return nodeOf(base, {
    kind: 'shape',
    drawing: {
      w,
      h,
      path,
      rule,
      fill: element.fill,
      stroke: width > 0 ? { width, paint: element.outline, place, dash, gap, cap, join, miterLimit } : null,
      strokePath: null,
      drawn: null,
      drawSoft: element.drawSoft,
      // A pointed corner of a stroke reaches further than its width.
      reach: over + out * Math.max(2, element.join === 'miter' ? element.miterLimit : 0),
    },
    light: width > 0 ? lightOf(element) : null,
    lightAt: 0,
  });
}

/** A drawing of which so much is drawn. */
function drawnTo(drawing: Drawing, { from, to }: Appearance): Drawing {
  if (from === 0 && to === 1) return drawing;
  // The heads of a line stand at its ends: they come when all of it is there.
  const path = drawing.strokePath === null ? drawing.path : '';
  return { ...drawing, path, drawn: { from, to: Math.max(from, to) } };
}

/** Brings the node of a drawn shape up to its element, by drawing it anew. */
export const applyShapeAppearance =
  <E>(draw: (element: E, at: NodePlace) => DisplayNode) =>
  (node: DisplayNode, element: E, now: Appearance): void => {
    if (node.kind !== 'shape') return;
    const { key, matrix } = node;
    const fresh = draw(element, { key, matrix, w: now.w, h: now.h, layout: undefined, movesShape: true });
    if (fresh.kind !== 'shape') return;
    node.drawing = drawnTo(fresh.drawing, now);
    node.light = fresh.light;
  };

/** What lies behind what stands over a surface of a paint; null: a picture. */
export const groundOf = (fill: Paint): readonly string[] | null =>
  typeof fill === 'object' && fill.kind === 'picture' ? null : coloursOf(fill);

/** How kinds behave that are a path, filled and stroked; `path` gives it in px of a box. */
export const drawnKind = <E extends Drawn>(
  path: (element: E, box: { readonly w: number; readonly h: number }) => string,
  {
    rule = () => 'nonzero',
    over = () => 0,
  }: {
    readonly rule?: (element: E) => Drawing['rule'];
    readonly over?: (element: E, box: { readonly w: number; readonly h: number }) => number;
  } = {},
) => {
  const node = (element: E, at: NodePlace): DisplayNode =>
    shapeNode(element, baseOf(element, at), at, path(element, at), rule(element), over(element, at));
  return {
    ...usualKind,
    nature: 'drawn',
    node,
    applyAppearance: applyShapeAppearance(node),
    poses: ['w', 'h', 'drawStart', 'drawEnd', 'light'],
    content: 'fill',
    words: null,
    reach: (element: E) => (element.outlinePlace === 'inside' ? 0 : element.outlineWidth),
    ground: (element: E) => groundOf(element.fill),
  } as const satisfies Partial<ElementKind<E>>;
};
