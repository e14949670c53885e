import { z } from 'zod';
import { groupNode } from '../display';
import { colourSchema } from '../value';
import { baseDefaults, effectsOf, elementBase, lookProperties, ownOf, placeProperties, size } from './base';
import { usualKind, type ElementKind } from './kind';

const schema = elementBase.extend({
  kind: z.literal('floor'),
  /** Px from it at which what stands before it is not reflected any more; 0: it is reflected however far it reaches. */
  reach: size,
  /** What is reflected is multiplied by it; white: it is as it is. */
  tint: colourSchema,
});

/** A plane that reflects what stands beside it in its group, as far as its box reaches. */
export type FloorElement = z.infer<typeof schema>;

export const floor = {
  kind: 'floor',
  label: 'Reflecting floor',
  nature: 'drawn',
  ...usualKind,
  clips: () => true,
  content: null,
  poses: ['w', 'h'],
  words: null,
  ground: () => [],
  // What it reflects is put together, and laid on as one.
  node: (element, { key, matrix }) =>
    Object.assign(groupNode(key, ownOf(element), matrix), { isolated: true }),
  applyAppearance: (node, element) => {
    node.effects = effectsOf(element);
  },
  schema,
  defaults: {
    ...baseDefaults,
    // From far behind the canvas to near the eye before it.
    w: 3840,
    h: 3780,
    pivotY: 3 / 7,
    rotationX: 90,
    opacity: 0.4,
    reach: 500,
    tint: '#ffffff',
  },
  properties: [
    ...placeProperties,
    {
      key: 'reach',
      label: 'Fades over',
      type: 'number',
      section: 'Reflection',
      unit: 'px',
      min: 0,
      step: 10,
      wide: true,
    },
    { key: 'tint', label: 'Tint', type: 'colour', section: 'Reflection', wide: true },
    ...lookProperties,
  ],
} as const satisfies ElementKind<FloorElement>;
