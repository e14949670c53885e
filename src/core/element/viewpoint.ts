import { z } from 'zod';
import { groupNode } from '../display';
import { baseDefaults, elementBase, fraction, ownOf, pixels, placeProperties, size } from './base';
import { usualKind, type ElementKind } from './kind';
import type { Property } from './property';

const schema = elementBase.extend({
  kind: z.literal('viewpoint'),
  /** What it looks at, px of the template's space. */
  aimX: pixels,
  aimY: pixels,
  aimZ: pixels,
  /** Degrees from the top of what it sees to its foot. */
  opening: z.number().finite().min(1).max(170),
  /** Px from it at which all is sharp, and px of blur of what is far from there; 0: all is sharp. */
  focus: size,
  focusBlur: z.number().finite().min(0).max(200),
  /** How much of the view is its own, with that of others: at 1 what is seen is what it sees. */
  use: fraction,
});

/** A camera of the space that the elements of a template stand in. */
export type ViewpointElement = z.infer<typeof schema>;

const place = (key: string, label: string): Property => ({
  key,
  label,
  type: 'number',
  section: 'Camera',
  unit: 'px',
});

export const viewpoint = {
  kind: 'viewpoint',
  label: 'Scene camera',
  nature: 'unseen',
  ...usualKind,
  content: null,
  poses: [],
  words: null,
  ground: () => [],
  node: (element, { key, matrix }) => groupNode(key, ownOf(element), matrix),
  applyAppearance: () => undefined,
  schema,
  defaults: {
    ...baseDefaults,
    w: 48,
    h: 48,
    z: 2376,
    aimX: 960,
    aimY: 540,
    aimZ: 0,
    opening: 25.6,
    focus: 0,
    focusBlur: 0,
    use: 1,
  },
  properties: [
    ...placeProperties.filter(({ key }) => ['x', 'y', 'rotation'].includes(key)),
    { ...place('z', 'Z'), wide: true },
    place('aimX', 'Aim X'),
    place('aimY', 'Aim Y'),
    place('aimZ', 'Aim Z'),
    {
      key: 'opening',
      label: 'Field of view',
      wide: true,
      type: 'number',
      section: 'Camera',
      unit: '°',
      min: 1,
      max: 170,
    },
    { key: 'focus', label: 'Focus at', type: 'number', section: 'Camera', unit: 'px', min: 0, step: 10 },
    { key: 'focusBlur', label: 'Blur', type: 'number', section: 'Camera', unit: 'px', min: 0, max: 200 },
    { key: 'use', label: 'In use', type: 'number', section: 'Camera', min: 0, max: 1, step: 0.1, wide: true },
  ],
} as const satisfies ElementKind<ViewpointElement>;
