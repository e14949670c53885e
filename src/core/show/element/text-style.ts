import { z } from 'zod';
import { colourSchema } from '../values';
import { fraction } from './base';
import { families, stretches } from '../fonts';
import type { Property } from '../property';

/** The shape of type that texts and clocks share. Sizes in px, tracking in thousandths of the size. */
export const textStyleShape = {
  family: z.string().min(1).max(100),
  weight: z.number().int().min(1).max(1000),
  /** Width of the letters in per cent, for families with a width axis. */
  stretch: z.number().min(50).max(200),
  size: z.number().min(1).max(2000),
  tracking: z.number().min(-500).max(2000),
  colour: colourSchema,
  align: z.enum(['left', 'centre', 'right']),
  vertical: z.enum(['top', 'middle', 'bottom']),
  upper: z.boolean(),
  /** Line spacing in parts of the height of a line. */
  leading: z.number().min(0.5).max(3),
  fit: z.enum(['as-is', 'shrink', 'squeeze', 'wrap', 'clip']),
  /** The smallest part of its size a text may shrink to. */
  minScale: fraction.min(0.1),
};

export const textStyleDefaults = {
  family: 'Archivo',
  weight: 700,
  stretch: 100,
  size: 56,
  tracking: 0,
  leading: 1,
  colour: '#f4efe2',
  align: 'left',
  vertical: 'middle',
  upper: false,
  fit: 'shrink',
  minScale: 0.25,
};

export const textStyleProperties: readonly Property[] = [
  {
    key: 'family',
    label: 'Font',
    type: 'choice',
    section: 'Type',
    choices: families.map((family) => ({ value: family.name, label: family.name })),
  },
  { key: 'weight', label: 'Weight', type: 'number', section: 'Type', min: 100, max: 900, step: 50 },
  { key: 'size', label: 'Size', type: 'number', section: 'Type', unit: 'px', min: 1, max: 2000 },
  {
    key: 'tracking',
    label: 'Tracking',
    type: 'number',
    section: 'Type',
    unit: '‰',
    min: -500,
    max: 2000,
    step: 5,
  },
  { key: 'leading', label: 'Leading', type: 'number', section: 'Type', min: 0.5, max: 3, step: 0.05 },
  { key: 'stretch', label: 'Width', type: 'choice', section: 'Type', choices: stretches },
  { key: 'colour', label: 'Colour', type: 'colour', section: 'Type' },
  {
    key: 'align',
    label: 'Align',
    type: 'choice',
    section: 'Type',
    choices: [
      { value: 'left', label: 'Left' },
      { value: 'centre', label: 'Centre' },
      { value: 'right', label: 'Right' },
    ],
  },
  {
    key: 'vertical',
    label: 'Stand',
    type: 'choice',
    section: 'Type',
    choices: [
      { value: 'top', label: 'Top' },
      { value: 'middle', label: 'Middle' },
      { value: 'bottom', label: 'Bottom' },
    ],
  },
  { key: 'upper', label: 'Capitals', type: 'yes-no', section: 'Type' },
  {
    key: 'fit',
    label: 'Fit',
    type: 'choice',
    section: 'Type',
    choices: [
      { value: 'shrink', label: 'Shrink to width' },
      { value: 'squeeze', label: 'Squeeze to width' },
      { value: 'wrap', label: 'Wrap in the box, then shrink' },
      { value: 'clip', label: 'Cut off at the box' },
      { value: 'as-is', label: 'As is' },
    ],
  },
  { key: 'minScale', label: 'Smallest', type: 'number', section: 'Type', min: 0.1, max: 1, step: 0.05 },
];
