import type { Shade } from '../../core/display';
import type { TextLayout } from '../../core/text';
import { newCanvas } from '../platform';
import { measuredWidth } from './raster';
import type { TextRaster } from './raster';

const largest = 4096;
/** Above and below the baseline, in parts of the size: capitals and what hangs. */
const above = 0.74;
const below = 0.2;

/** The plates behind the lines of a text, soft at their edges; null where it has no words. */
export function rasterShade(
  layout: TextLayout,
  { colour, spread, soft }: Shade,
  scale: number,
): TextRaster | null {
  if (layout.w <= 0 || layout.lines.every((line) => line.text.trim() === '')) return null;
  const pad = Math.ceil(spread + soft) + 2;
  const size = layout.face.size;
  const w = Math.ceil(layout.w) + 2 * pad;
  const h =
    Math.ceil(
      Math.max(layout.h, layout.baseline + (layout.lines.length - 1) * layout.lineHeight + below * size),
    ) +
    2 * pad;
  const fit = Math.min(scale, largest / w, largest / h);
  const canvas = newCanvas(Math.max(1, Math.ceil(w * fit)), Math.max(1, Math.ceil(h * fit)));
  const context = canvas.getContext('2d');
  if (!context) return null;
  context.scale(fit, fit);
  context.translate(pad, pad);
  // Drawn solid and as one, then faded: where lines meet it is no darker.
  context.fillStyle = colour.slice(0, 7);
  context.filter = soft > 0 ? `blur(${(soft / 2) * fit}px)` : 'none';
  context.beginPath();
  layout.lines.forEach((line, index) => {
    if (line.text.trim() === '') return;
    const last = line.runs?.at(-1);
    const whole = {
      text: line.text,
      face: layout.face,
      tracking: layout.tracking,
      x: 0,
      raise: 0,
      colour: null,
    };
    const run = last ?? whole;
    const letters = [...run.text].length;
    const width =
      (run.x + measuredWidth(context, run) + run.tracking * Math.max(0, letters - 1)) * layout.squeeze;
    const base = layout.baseline + index * layout.lineHeight;
    const top = base - above * size - spread;
    const height = (above + below) * size + 2 * spread;
    context.roundRect(line.x - spread, top, width + 2 * spread, height, Math.min(spread, height / 2));
  });
  context.fill();
  if (colour.length === 9) {
    context.globalCompositeOperation = 'destination-in';
    context.filter = 'none';
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.fillStyle = `#000000${colour.slice(7)}`;
    context.fillRect(0, 0, canvas.width, canvas.height);
  }
  return { canvas, x: -pad, y: -pad, w: canvas.width / fit, h: canvas.height / fit };
}
