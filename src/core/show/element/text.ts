import { z } from 'zod';
import { baseDefaults, elementBase, lookProperties, placeProperties, type ElementKind } from './base';
import { spanSchema, textStyleDefaults, textStyleProperties, textStyleShape } from './text-style';

const schema = elementBase.extend({
  kind: z.literal('text'),
  text: z.string().max(10_000),
  ...textStyleShape,
  /** Styles for words between signs; without a span its sign is a letter like others. */
  spans: z.array(spanSchema).max(3),
});

/** Words. `w` is the maximum width; the box that others see is that of the fitted words inside it. */
export const text = {
  kind: 'text',
  label: 'Text',
  nature: 'words',
  schema,
  defaults: {
    ...baseDefaults,
    wipeEdge: 'line',
    w: 640,
    h: 72,
    text: 'Text',
    ...textStyleDefaults,
    spans: [],
  },
  properties: [
    ...placeProperties,
    { key: 'text', label: 'Text', type: 'text', section: 'Text', wide: true, multiline: true },
    ...textStyleProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind;
export type TextElement = z.infer<typeof schema>;
