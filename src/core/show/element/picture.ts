import { z } from 'zod';
import { assetIdSchema } from '../values';
import { baseDefaults, elementBase, lookProperties, placeProperties, size, type ElementKind } from './base';

const schema = elementBase.extend({
  kind: z.literal('picture'),
  asset: assetIdSchema.nullable(),
  fit: z.enum(['contain', 'cover', 'stretch']),
  radius: size,
});

export const picture = {
  kind: 'picture',
  label: 'Picture',
  schema,
  defaults: { ...baseDefaults, w: 320, h: 320, asset: null, fit: 'contain', radius: 0 },
  properties: [
    ...placeProperties,
    { key: 'asset', label: 'Picture', type: 'picture', section: 'Picture' },
    {
      key: 'fit',
      label: 'Fit',
      type: 'choice',
      section: 'Picture',
      choices: [
        { value: 'contain', label: 'All of it' },
        { value: 'cover', label: 'Fill the box' },
        { value: 'stretch', label: 'Stretch' },
      ],
    },
    { key: 'radius', label: 'Corners', type: 'number', section: 'Look', unit: 'px', min: 0 },
    ...lookProperties,
  ],
} as const satisfies ElementKind;

export type PictureElement = z.infer<typeof schema>;
