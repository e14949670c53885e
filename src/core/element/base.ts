import { z } from 'zod';
import { blends, nodeBase, type Effects, type NodeBase, type NodeOwn } from '../display';
import { colourSchema, idSchema } from '../value';
import type { NodePlace } from './kind';
import type { Property } from './property';

const finite = z.number().finite();
export const pixels = finite.min(-100_000).max(100_000);
export const size = finite.min(0).max(100_000);
export const fraction = finite.min(0).max(1);

/** Colours by which elements are told apart in the outline. */
export const outlineMarks = ['none', 'clay', 'reed', 'water', 'violet', 'sand'] as const;
export type OutlineMark = (typeof outlineMarks)[number];

/** An element is seen only where another is, or, inverted, only where it is not. That other is then not drawn itself. */
export const maskSchema = z.object({
  by: idSchema,
  inverted: z.boolean(),
  /** Px over which the edge fades. */
  soft: finite.min(0).max(500),
});
export type Mask = z.infer<typeof maskSchema>;
export const mostMasks = 8;

export const wipeEdges = ['line', 'shape'] as const;
export const edges = ['left', 'top', 'right', 'bottom'] as const;
export type Edge = (typeof edges)[number];
export const rideSchema = z.object({ on: idSchema, edge: z.enum(edges) });
export type Ride = z.infer<typeof rideSchema>;

/**
 * What every element has. `x`, `y`, `w`, `h` are px in the template's own space, before the rotation of the element
 * and of the groups around it; rotation is in degrees clockwise about the pivot, which is in parts of the box.
 */
export const elementBase = z.object({
  id: idSchema,
  name: z.string().min(1).max(200),
  mark: z.enum(outlineMarks),
  hidden: z.boolean(),
  locked: z.boolean(),
  x: pixels,
  y: pixels,
  w: size,
  h: size,
  rotation: finite.min(-3600).max(3600),
  /** Px towards the eye; degrees about the axes through its pivot; px to an eye of its own, 0: it has none. */
  z: pixels,
  rotationX: finite.min(-3600).max(3600),
  rotationY: finite.min(-3600).max(3600),
  perspective: size,
  /** Whether it is not seen from behind, as the face of a card is (CSS Transforms Level 2, backface-visibility). */
  backHidden: z.boolean(),
  /** Whether floors beside it reflect it. */
  reflected: z.boolean(),
  pivotX: finite.min(-10).max(10),
  pivotY: finite.min(-10).max(10),
  opacity: fraction,
  blend: z.enum(blends),
  /** Px. */
  blur: finite.min(0).max(300),
  shadow: z.boolean(),
  shadowColour: colourSchema,
  shadowX: finite.min(-2000).max(2000),
  shadowY: finite.min(-2000).max(2000),
  shadowBlur: finite.min(0).max(300),
  /** Reach of the glow in px; 0 is none. */
  glow: finite.min(0).max(300),
  glowColour: colourSchema,
  /** What a wipe's edge is like: a straight line, or the element's own outline on its way. */
  wipeEdge: z.enum(wipeEdges),
  /** Degrees that a straight edge leans: above 0 its top leans right. */
  wipeAngle: finite.min(-80).max(80),
  /** Px over which a straight edge fades. */
  wipeSoft: finite.min(0).max(1000),
  /** Where an iris opens from, in parts of the box. */
  /** Px over which the edge of an iris fades. */
  irisSoft: finite.min(0).max(1000),
  irisX: finite.min(-5).max(5),
  irisY: finite.min(-5).max(5),
  /** The element beside it on whose edge it rides, as that edge is shown: wiped, moved, grown. */
  rides: rideSchema.nullable(),
  /** The element whose picture fills it, by its id, and how that lies in its box; null: it has its own fill. */
  filledBy: idSchema.nullable(),
  filledFit: z.enum(['contain', 'cover', 'stretch']),
  /** All of them hold together. */
  masks: z.array(maskSchema).max(mostMasks),
});

export const baseDefaults = {
  mark: 'none',
  hidden: false,
  locked: false,
  x: 0,
  y: 0,
  w: 100,
  h: 100,
  rotation: 0,
  z: 0,
  rotationX: 0,
  rotationY: 0,
  perspective: 0,
  backHidden: false,
  reflected: true,
  pivotX: 0.5,
  pivotY: 0.5,
  opacity: 1,
  blend: 'normal',
  blur: 0,
  shadow: false,
  shadowColour: '#00000080',
  shadowX: 0,
  shadowY: 8,
  shadowBlur: 16,
  glow: 0,
  glowColour: '#f2b632',
  wipeEdge: 'shape',
  wipeAngle: 0,
  wipeSoft: 0,
  irisSoft: 0,
  irisX: 0.5,
  irisY: 0.5,
  rides: null,
  filledBy: null,
  filledFit: 'cover',
  masks: [],
};

export const placeProperties: readonly Property[] = [
  { key: 'x', label: 'X', type: 'number', section: 'Position', unit: 'px' },
  { key: 'y', label: 'Y', type: 'number', section: 'Position', unit: 'px' },
  { key: 'w', label: 'W', type: 'number', section: 'Position', unit: 'px', min: 0 },
  { key: 'h', label: 'H', type: 'number', section: 'Position', unit: 'px', min: 0 },
  {
    key: 'rotation',
    label: 'Rotation',
    wide: true,
    type: 'number',
    section: 'Position',
    unit: '°',
    min: -3600,
    max: 3600,
  },
  ...(['rotationX', 'rotationY'] as const).map((key): Property => ({
    key,
    label: key === 'rotationX' ? 'Rotation X' : 'Rotation Y',
    wide: true,
    type: 'number',
    section: 'Space',
    unit: '°',
    min: -3600,
    max: 3600,
  })),
  { key: 'z', label: 'Z', wide: true, type: 'number', section: 'Space', unit: 'px' },
  {
    key: 'perspective',
    label: 'Perspective',
    wide: true,
    type: 'number',
    section: 'Space',
    unit: 'px',
    min: 0,
    step: 10,
  },
  { key: 'backHidden', label: 'Back face hidden', type: 'yes-no', section: 'Space', wide: true },
  { key: 'reflected', label: 'Reflected by floors', type: 'yes-no', section: 'Space', wide: true },
  { key: 'pivotX', label: 'Pivot X', type: 'number', section: 'Position', min: -10, max: 10, step: 0.05 },
  { key: 'pivotY', label: 'Pivot Y', type: 'number', section: 'Position', min: -10, max: 10, step: 0.05 },
];

const effect = (
  key: string,
  label: string,
  change: Partial<Property> & { type: Property['type'] },
): Property => ({ key, label, section: 'Effects', ...change });
const withShadow = { key: 'shadow', is: [true] };

const straight = { key: 'wipeEdge', is: ['line'] };
/** Of kinds that have an outline of their own. */
export const wipeEdgeProperty: Property = {
  key: 'wipeEdge',
  label: 'Edge',
  type: 'choice',
  section: 'Wipe',
  wide: true,
  choices: [
    { value: 'shape', label: 'Own shape' },
    { value: 'line', label: 'Straight' },
  ],
};
const wipeProperties: readonly Property[] = [
  {
    key: 'wipeAngle',
    label: 'Angle',
    type: 'number',
    section: 'Wipe',
    unit: '°',
    min: -80,
    max: 80,
    when: straight,
  },
  {
    key: 'wipeSoft',
    label: 'Softness',
    type: 'number',
    section: 'Wipe',
    unit: 'px',
    min: 0,
    max: 1000,
    when: straight,
  },
  {
    key: 'irisSoft',
    label: 'Iris softness',
    wide: true,
    type: 'number',
    section: 'Wipe',
    unit: 'px',
    min: 0,
    max: 1000,
  },
  { key: 'irisX', label: 'Iris X', type: 'number', section: 'Wipe', min: -5, max: 5, step: 0.05 },
  { key: 'irisY', label: 'Iris Y', type: 'number', section: 'Wipe', min: -5, max: 5, step: 0.05 },
];

/** Of kinds that another element can fill with its picture. */
export const filledProperties: readonly Property[] = [
  { key: 'filledBy', label: 'Filled by', type: 'element', section: 'Appearance', wide: true },
  {
    key: 'filledFit',
    label: 'Fill fit',
    type: 'choice',
    section: 'Appearance',
    wide: true,
    when: { key: 'filledBy', is: [] },
    choices: [
      { value: 'cover', label: 'Cover' },
      { value: 'contain', label: 'Contain' },
      { value: 'stretch', label: 'Stretch' },
    ],
  },
];

export const lookProperties: readonly Property[] = [
  { key: 'opacity', label: 'Opacity', type: 'number', section: 'Appearance', min: 0, max: 1, step: 0.05 },
  { key: 'hidden', label: 'Hidden', type: 'yes-no', section: 'Appearance' },
  effect('blend', 'Blend', {
    type: 'choice',
    wide: true,
    choices: blends.map((value) => ({
      value,
      label: `${value.charAt(0).toUpperCase()}${value.slice(1).replace('-', ' ')}`,
    })),
  }),
  effect('blur', 'Blur', { type: 'number', unit: 'px', min: 0, max: 300 }),
  effect('glow', 'Glow', { type: 'number', unit: 'px', min: 0, max: 300 }),
  effect('glowColour', 'Glow colour', { type: 'colour', wide: true }),
  effect('shadow', 'Shadow', { type: 'yes-no', wide: true }),
  effect('shadowX', 'Shadow X', {
    mark: 'X',
    type: 'number',
    unit: 'px',
    min: -2000,
    max: 2000,
    when: withShadow,
  }),
  effect('shadowY', 'Shadow Y', {
    mark: 'Y',
    type: 'number',
    unit: 'px',
    min: -2000,
    max: 2000,
    when: withShadow,
  }),
  effect('shadowBlur', 'Shadow blur', {
    mark: 'Blur',
    type: 'number',
    unit: 'px',
    min: 0,
    max: 300,
    when: withShadow,
  }),
  effect('shadowColour', 'Shadow colour', { type: 'colour', wide: true, when: withShadow }),
  ...wipeProperties,
];

/** What every element has. */
export type ElementBase = z.infer<typeof elementBase>;

/** The effects of an element, or null where it has none. */
export function effectsOf(element: ElementBase & { readonly tint?: string }): Effects | null {
  const { blur, shadow, glow, tint = white } = element;
  if (blur === 0 && !shadow && glow === 0 && tint === white) return null;
  return {
    blur,
    tint: tint === white ? null : tint,
    shadow: shadow
      ? { colour: element.shadowColour, x: element.shadowX, y: element.shadowY, blur: element.shadowBlur }
      : null,
    glow: glow > 0 ? { colour: element.glowColour, reach: glow } : null,
  };
}

/** Multiplied by it, a picture stays as it is. */
const white = '#ffffff';

/** How an element as a whole meets what is behind it. */
export const ownOf = (element: ElementBase): NodeOwn => ({
  effects: effectsOf(element),
  blend: element.blend,
});

/** What the node of an element has of every node. */
export const baseOf = (element: ElementBase, { key, matrix }: NodePlace): NodeBase =>
  nodeBase(key, ownOf(element), matrix, element.wipeEdge === 'shape' ? new Float64Array(4) : null);
