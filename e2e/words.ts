import { fitText, type TextLayout, type TextMeasure } from '../src/core/text';

/** Words of one line as they are, in a plain face, for what draws without a show. */
export const plainWords = (
  text: string,
  size: number,
  measure: TextMeasure,
  evenFigures = false,
): TextLayout =>
  fitText(
    {
      text,
      face: { family: 'none', weight: 600, stretch: 100, size },
      tracking: 0,
      leading: 1,
      align: 'left',
      vertical: 'top',
      letters: 'as-typed',
      direction: 'ltr',
      fit: 'as-is',
      minScale: 1,
      maxLines: 0,
      evenFigures,
      spans: [],
    },
    { x: 0, y: 0, w: 1e6, h: 100 },
    measure,
  );
