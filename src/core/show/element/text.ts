import { z } from 'zod';
import { baseDefaults, elementBase, lookProperties, placeProperties, type ElementKind } from './base';
import { textStyleDefaults, textStyleProperties, textStyleShape } from './text-style';

const schema = elementBase.extend({
  kind: z.literal('text'),
  text: z.string().max(10_000),
  ...textStyleShape,
});

/** One line of words. `w` is the maximum width; the box that others see is that of the fitted words inside it. */
export const text = {
  kind: 'text',
  label: 'Text',
  schema,
  defaults: { ...baseDefaults, w: 640, h: 72, text: 'Words', ...textStyleDefaults },
  properties: [
    ...placeProperties,
    { key: 'text', label: 'Words', type: 'text', section: 'Words' },
    ...textStyleProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind;

export type TextElement = z.infer<typeof schema>;
