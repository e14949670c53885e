import { z } from 'zod';
import { idSchema } from '../values';
import { baseDefaults, elementBase, lookProperties, placeProperties, type ElementKind } from './base';

const schema = elementBase.extend({
  kind: z.literal('group'),
  /** Back to front. */
  children: z.array(idSchema),
  /** Children are seen only inside the group's own rest box. */
  clip: z.boolean(),
});

/** A group's box is worked out from its children; its stored x, y, w, h are not used. */
export const group = {
  kind: 'group',
  label: 'Group',
  nature: 'holder',
  schema,
  defaults: { ...baseDefaults, wipeEdge: 'line', w: 0, h: 0, children: [], clip: false },
  properties: [
    ...placeProperties.filter((p) => !['x', 'y', 'w', 'h'].includes(p.key)),
    { key: 'clip', label: 'Clip to its box', type: 'yes-no', section: 'Appearance', wide: true },
    ...lookProperties,
  ],
} as const satisfies ElementKind;

export type GroupElement = z.infer<typeof schema>;
