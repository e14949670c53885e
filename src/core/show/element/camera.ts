import { z } from 'zod';
import {
  baseDefaults,
  elementBase,
  lookProperties,
  placeProperties,
  wipeEdgeProperty,
  type ElementKind,
} from './base';
import { framingDefaults, framingProperties, framingShape } from './picture';

const schema = elementBase.extend({
  kind: z.literal('camera'),
  ...framingShape,
  /** A camera of the machine, a screen or window that is shared there, or the stand-in in any case. */
  source: z.enum(['camera', 'screen', 'stand-in']),
  /** A part of the name of the device; empty is the first there is. Where there is none, the stand-in shows. */
  device: z.string().max(200),
  mirrored: z.boolean(),
});

/** Live video of the machine that shows the picture. */
export const camera = {
  kind: 'camera',
  label: 'Camera',
  nature: 'moving',
  schema,
  defaults: {
    ...baseDefaults,
    w: 640,
    h: 360,
    ...framingDefaults,
    fit: 'cover',
    source: 'camera',
    device: '',
    mirrored: false,
  },
  properties: [
    ...placeProperties,
    {
      key: 'source',
      label: 'Source',
      type: 'choice',
      section: 'Picture',
      wide: true,
      choices: [
        { value: 'camera', label: 'Camera' },
        { value: 'screen', label: 'Shared screen' },
        { value: 'stand-in', label: 'Camera stand-in' },
      ],
    },
    {
      key: 'device',
      label: 'Device',
      type: 'text',
      section: 'Picture',
      wide: true,
      when: { key: 'source', is: ['camera'] },
    },
    { key: 'mirrored', label: 'Mirrored', type: 'yes-no', section: 'Picture', wide: true },
    ...framingProperties,
    wipeEdgeProperty,
    ...lookProperties,
  ],
} as const satisfies ElementKind;
export type CameraElement = z.infer<typeof schema>;
