import { z } from 'zod';
import { baseDefaults, elementBase, filledProperties, lookProperties, placeProperties } from './base';
import type { ElementKind } from './kind';
import { spanSchema, textStyleDefaults, textStyleProperties, textStyleShape, typedKind } from './text-style';

const schema = elementBase.extend({
  kind: z.literal('text'),
  text: z.string().max(10_000),
  ...textStyleShape,
  /** Styles for words between signs; without a span its sign is a letter like others. */
  spans: z.array(spanSchema).max(3),
});

export type TextElement = z.infer<typeof schema>;

/** Words. `w` is the maximum width; the box that others see is that of the fitted words inside it. */
export const text = {
  kind: 'text',
  label: 'Text',
  ...typedKind,
  content: 'text',
  poses: ['tracking', 'count'],
  words: {
    wording: ({ text: words, spans, figures }) => ({
      text: words,
      spans,
      evenFigures: figures === 'tabular',
    }),
    signs: (element) => element.text,
    families: ({ spans }) => spans.flatMap(({ family }) => family ?? []),
  },
  restyled: ({ spans }, { colour, family }) =>
    spans.some((span) => span.colour?.startsWith('@') || span.family?.startsWith('@'))
      ? {
          spans: spans.map((span) => ({
            ...span,
            colour: span.colour && colour(span.colour),
            family: span.family && family(span.family),
          })),
        }
      : null,
  clips: ({ fit }) => fit === 'clip',
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
    ...filledProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind<TextElement>;
