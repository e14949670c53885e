import type { Face, Metrics, TextMeasure } from '../../core/text';
import { newCanvas } from '../platform';
import { cssFont } from './css-font';

/** Text is measured at this size, px, so that hinting and rounding at small sizes play no part. */
export const measuringSize = 200;
const most = 20_000;

/** Measures text with a canvas of the page. Fonts must be loaded; `forget` after new ones have come. */
export function canvasMeasure(): TextMeasure & { forget(): void } {
  const context = newCanvas(1, 1).getContext('2d');
  if (!context) throw new Error('canvasMeasure: this browser gives no 2D canvas');
  // As it is drawn: pairs stand close across spaces too.
  context.fontKerning = 'normal';
  const widths = new Map<string, number>();
  const metrics = new Map<string, Metrics>();
  let revision = {};
  const fontOf = (face: Face): string => cssFont({ ...face, size: measuringSize });
  return {
    width(text, face) {
      const font = fontOf(face);
      const key = `${face.smallCaps ? 'caps ' : ''}${font}\n${text}`;
      let width = widths.get(key);
      if (width === undefined) {
        context.font = font;
        context.fontVariantCaps = face.smallCaps ? 'small-caps' : 'normal';
        width = context.measureText(text).width;
        if (widths.size > most) widths.clear();
        widths.set(key, width);
      }
      return (width * face.size) / measuringSize;
    },
    metrics(face) {
      const font = fontOf(face);
      let found = metrics.get(font);
      if (!found) {
        context.font = font;
        const box = context.measureText('x');
        found = { ascent: box.fontBoundingBoxAscent, descent: box.fontBoundingBoxDescent };
        metrics.set(font, found);
      }
      const factor = face.size / measuringSize;
      return { ascent: found.ascent * factor, descent: found.descent * factor };
    },
    get revision() {
      return revision;
    },
    forget() {
      revision = {};
      widths.clear();
      metrics.clear();
    },
  };
}
