import { z } from 'zod';
import { paintSchema } from '../paint';
import type { Property, PropertySection } from '../property';
import { colourSchema } from '../values';
import { size } from './base';

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
