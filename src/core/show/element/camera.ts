import { z } from 'zod';
import { baseDefaults, elementBase, lookProperties, placeProperties, type ElementKind } from './base';
import { framingDefaults, framingProperties, framingShape } from './picture';

const schema = elementBase.extend({
  kind: z.literal('camera'),
  ...framingShape,
  /** A part of the name of the device; empty is the first there is. Where there is none, the stand-in shows. */
  device: z.string().max(200),
  mirrored: z.boolean(),
});

/** A live camera of the machine that shows the picture. */
export const camera = {
  kind: 'camera',
  label: 'Camera',
  schema,
  defaults: {
    ...baseDefaults,
    w: 640,
    h: 360,
    ...framingDefaults,
    fit: 'cover',
    device: '',
    mirrored: false,
  },
  properties: [
    ...placeProperties,
    { key: 'device', label: 'Device', type: 'text', section: 'Picture', wide: true },
    { key: 'mirrored', label: 'Mirrored', type: 'yes-no', section: 'Picture', wide: true },
    ...framingProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind;
export type CameraElement = z.infer<typeof schema>;
