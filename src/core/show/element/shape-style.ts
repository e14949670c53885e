import { z } from 'zod';
import { paintSchema } from '../paint';
import type { Property } from '../property';
import { size } from './base';

const outlinePlaces = ['inside', 'centre', 'outside'] as const;

/** What all drawn shapes share: how they are filled and outlined. Px; a dash of 0 is an unbroken line. */
export const shapeStyleShape = {
  fill: paintSchema,
  outlineWidth: size.max(500),
  outline: paintSchema,
  outlinePlace: z.enum(outlinePlaces),
  dash: size.max(2000),
  gap: size.max(2000),
  roundEnds: z.boolean(),
};

export const shapeStyleDefaults = {
  fill: '#1d4e5a',
  outlineWidth: 0,
  outline: '#f4efe2',
  outlinePlace: 'inside',
  dash: 0,
  gap: 0,
  roundEnds: false,
};

export const fillProperty: Property = {
  key: 'fill',
  label: 'Fill',
  type: 'paint',
  section: 'Look',
  wide: true,
};

export const outlineProperties: readonly Property[] = [
  { key: 'outlineWidth', label: 'Width', type: 'number', section: 'Outline', unit: 'px', min: 0, max: 500 },
  {
    key: 'outlinePlace',
    label: 'Lies',
    type: 'choice',
    section: 'Outline',
    choices: [
      { value: 'inside', label: 'Inside' },
      { value: 'centre', label: 'Centred' },
      { value: 'outside', label: 'Outside' },
    ],
  },
  { key: 'outline', label: 'Colour', type: 'paint', section: 'Outline', wide: true },
  { key: 'dash', label: 'Dash', type: 'number', section: 'Outline', unit: 'px', min: 0, max: 2000 },
  { key: 'gap', label: 'Gap', type: 'number', section: 'Outline', unit: 'px', min: 0, max: 2000 },
  { key: 'roundEnds', label: 'Round ends', type: 'yes-no', section: 'Outline' },
];
