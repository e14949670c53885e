import { z } from 'zod';
import { idSchema } from '../value';
import { groupNode } from '../display';
import { baseDefaults, elementBase, lookProperties, ownOf, placeProperties, type ElementBase } from './base';
import type { Property } from './property';
import { usualKind, type ElementKind } from './kind';

const schema = elementBase.extend({
  kind: z.literal('group'),
  /** Back to front. */
  children: z.array(idSchema),
  /** Children are seen only inside the group's own rest box. */
  clip: z.boolean(),
  /** A space of its own: what is in it is painted by how near it is, not in its order. */
  inDepth: z.boolean(),
});

export type GroupElement = z.infer<typeof schema>;

/** Of kinds whose parts a designer stands in space. */
export const inDepthProperty: Property = {
  key: 'inDepth',
  label: 'Order by depth',
  type: 'yes-no',
  section: 'Space',
  wide: true,
};

/** How kinds behave that hold others and draw nothing themselves. */
export const holderKind = {
  ...usualKind,
  nature: 'holder',
  node: (element: ElementBase, { key, matrix }) =>
    groupNode(key, ownOf(element), matrix, 'inDepth' in element && element.inDepth === true),
  applyAppearance: () => undefined,
  poses: [],
  content: null,
  words: null,
  clips: ({ clip }: ElementBase & { readonly clip: boolean }) => clip,
  ground: () => [],
} as const satisfies Partial<ElementKind<ElementBase & { readonly clip: boolean }>>;

/** A group's box is worked out from its children; its stored x, y, w, h are not used. */
export const group = {
  kind: 'group',
  label: 'Group',
  ...holderKind,
  schema,
  defaults: { ...baseDefaults, wipeEdge: 'line', w: 0, h: 0, children: [], clip: false, inDepth: false },
  properties: [
    ...placeProperties.filter((p) => !['x', 'y', 'w', 'h'].includes(p.key)),
    inDepthProperty,
    { key: 'clip', label: 'Clip to its box', type: 'yes-no', section: 'Appearance', wide: true },
    ...lookProperties,
  ],
} as const satisfies ElementKind<GroupElement>;
