import { z } from 'zod';
import { nodeOf } from '../display';
import { assetIdSchema } from '../value';
import { baseDefaults, elementBase, lookProperties, placeProperties, wipeEdgeProperty } from './base';
import type { ElementKind } from './kind';
import { framedKind, framedNode, framingDefaults, framingProperties, framingShape } from './picture';

const schema = elementBase.extend({
  kind: z.literal('video'),
  asset: assetIdSchema.nullable(),
  ...framingShape,
  /** Begins again at its end, without end; else its last frame stays. */
  loops: z.boolean(),
  /** Seconds of the video at which it stands when the graphic enters. */
  start: z.number().min(0).max(86_400),
  /** Factor on its pace; 0 holds it still. */
  pace: z.number().min(0).max(8),
});

export type VideoElement = z.infer<typeof schema>;

/** A video file, without its sound. Where it stands follows from the air clock alone, so that all outputs show one frame. */
export const video = {
  kind: 'video',
  label: 'Video',
  nature: 'moving',
  ...framedKind,
  node: (element, at) =>
    nodeOf(framedNode(element, at), {
      kind: 'video',
      asset: element.asset,
      loops: element.loops,
      seconds: 0,
    }),
  lives: () => 'picture',
  run(node, element, { age }) {
    if (node.kind === 'video') node.seconds = element.start + age * element.pace;
  },
  schema,
  defaults: {
    ...baseDefaults,
    w: 640,
    h: 360,
    asset: null,
    ...framingDefaults,
    loops: true,
    start: 0,
    pace: 1,
  },
  properties: [
    ...placeProperties,
    { key: 'asset', label: 'Video', type: 'video', section: 'Picture', wide: true },
    { key: 'loops', label: 'Loops', type: 'yes-no', section: 'Picture' },
    { key: 'pace', label: 'Speed', type: 'number', section: 'Picture', unit: '×', min: 0, max: 8, step: 0.1 },
    {
      key: 'start',
      label: 'From',
      type: 'number',
      section: 'Picture',
      unit: 's',
      min: 0,
      max: 86_400,
      step: 0.1,
    },
    ...framingProperties,
    wipeEdgeProperty,
    ...lookProperties,
  ],
} as const satisfies ElementKind<VideoElement>;
