import { z } from 'zod';
import { assetIdSchema } from '../values';
import {
  baseDefaults,
  elementBase,
  fraction,
  lookProperties,
  placeProperties,
  size,
  wipeEdgeProperty,
  type ElementKind,
} from './base';

export const fits = ['contain', 'cover', 'stretch', 'width', 'height'] as const;
/** How a picture lies in its box: whole, filling it, stretched, or as wide or as high as it. */
export type Fit = (typeof fits)[number];

/** How pictures, videos and cameras lie in their box. Cut and focus in parts of the picture. */
export const framingShape = {
  fit: z.enum(fits),
  focusX: fraction,
  focusY: fraction,
  cutLeft: fraction.max(0.95),
  cutTop: fraction.max(0.95),
  cutRight: fraction.max(0.95),
  cutBottom: fraction.max(0.95),
  radius: size,
};

export const framingDefaults = {
  fit: 'contain',
  focusX: 0.5,
  focusY: 0.5,
  cutLeft: 0,
  cutTop: 0,
  cutRight: 0,
  cutBottom: 0,
  radius: 0,
};

const cut = (key: string, label: string) =>
  ({ key, label, type: 'number', section: 'Picture', min: 0, max: 0.95, step: 0.01 }) as const;

export const framingProperties = [
  {
    key: 'fit',
    label: 'Fit',
    type: 'choice',
    section: 'Picture',
    wide: true,
    choices: [
      { value: 'contain', label: 'Contain' },
      { value: 'cover', label: 'Cover' },
      { value: 'stretch', label: 'Stretch' },
      { value: 'width', label: 'Fit width' },
      { value: 'height', label: 'Fit height' },
    ],
  },
  { key: 'focusX', label: 'Focus X', type: 'number', section: 'Picture', min: 0, max: 1, step: 0.05 },
  { key: 'focusY', label: 'Focus Y', type: 'number', section: 'Picture', min: 0, max: 1, step: 0.05 },
  cut('cutLeft', 'Cut left'),
  cut('cutRight', 'Cut right'),
  cut('cutTop', 'Cut top'),
  cut('cutBottom', 'Cut foot'),
  { key: 'radius', label: 'Corner radius', type: 'number', section: 'Appearance', unit: 'px', min: 0 },
] as const;

const schema = elementBase.extend({
  kind: z.literal('picture'),
  asset: assetIdSchema.nullable(),
  ...framingShape,
});

export const picture = {
  kind: 'picture',
  label: 'Picture',
  nature: 'picture',
  schema,
  defaults: { ...baseDefaults, w: 320, h: 320, asset: null, ...framingDefaults },
  properties: [
    ...placeProperties,
    { key: 'asset', label: 'Picture', type: 'picture', section: 'Picture', wide: true },
    ...framingProperties,
    wipeEdgeProperty,
    ...lookProperties,
  ],
} as const satisfies ElementKind;
export type PictureElement = z.infer<typeof schema>;
