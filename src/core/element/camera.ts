import { z } from 'zod';
import { nodeOf } from '../display';
import { baseDefaults, elementBase, lookProperties, placeProperties, wipeEdgeProperty } from './base';
import type { ElementKind } from './kind';
import { framedKind, framedNode, framingDefaults, framingProperties, framingShape } from './picture';

const schema = elementBase.extend({
  kind: z.literal('camera'),
  ...framingShape,
  /** A camera of the machine, a screen or window that is shared there, or the stand-in in any case. */
  source: z.enum(['camera', 'screen', 'stand-in']),
  /** A part of the name of the device; empty is the first there is. Where there is none, the stand-in shows. */
  device: z.string().max(200),
  mirrored: z.boolean(),
});

export type CameraElement = z.infer<typeof schema>;

/** Live video of the machine that shows the picture. */
export const camera = {
  kind: 'camera',
  label: 'Camera',
  nature: 'moving',
  ...framedKind,
  node: (element, at) =>
    nodeOf(framedNode(element, at), {
      kind: 'camera',
      // The name of a device, or a word with a colon that no device has.
      device: element.source === 'camera' ? element.device : `${element.source}:`,
      mirrored: element.mirrored,
      seconds: 0,
    }),
  content: null,
  lives: () => 'picture',
  run(node, _, { time }) {
    if (node.kind === 'camera') node.seconds = time;
  },
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
} as const satisfies ElementKind<CameraElement>;
