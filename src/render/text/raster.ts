import type { TextLayout } from '../../core/text';
import { cssFont } from './css-font';

/** Words drawn once: the canvas, and where it lies against the layout's box, in layout px. */
export interface TextRaster {
  readonly canvas: HTMLCanvasElement;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

const largest = 8192;

/** Draws a fitted line at `scale` device px to the layout px; null where there is nothing to draw. */
export function rasterText(layout: TextLayout, colour: string, scale: number): TextRaster | null {
  if (layout.w <= 0 || layout.lines.every((line) => line.text.trim() === '')) return null;
  // Room for what reaches beyond the advance box: swashes, marks, scripts with tall letters.
  const padX = Math.ceil(layout.face.size * 0.3);
  const padY = Math.ceil(layout.face.size * 0.35);
  const w = Math.ceil(layout.w) + 2 * padX;
  const h = Math.ceil(layout.h) + 2 * padY;
  const fit = Math.min(scale, largest / w, largest / h);
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.ceil(w * fit));
  canvas.height = Math.max(1, Math.ceil(h * fit));
  const context = canvas.getContext('2d');
  if (!context) return null;
  context.scale(fit, fit);
  context.font = cssFont(layout.face);
  context.fillStyle = colour;
  context.textBaseline = 'alphabetic';
  context.fontKerning = 'normal';
  context.letterSpacing = `${layout.tracking}px`;
  const baseline = padY + layout.baseline;
  layout.lines.forEach((line, index) => {
    const y = baseline + index * layout.lineHeight;
    context.save();
    context.translate(padX + line.x, y);
    context.scale(layout.squeeze, 1);
    if (layout.figureCell > 0) drawInCells(context, line.text, layout);
    else context.fillText(line.text, 0, 0);
    context.restore();
  });
  return { canvas, x: -padX, y: -padY, w: canvas.width / fit, h: canvas.height / fit };
}

function drawInCells(context: CanvasRenderingContext2D, text: string, layout: TextLayout): void {
  context.letterSpacing = '0px';
  let x = 0;
  for (const character of text) {
    const width = context.measureText(character).width;
    const isFigure = character >= '0' && character <= '9';
    const cell = isFigure ? layout.figureCell : width;
    context.fillText(character, x + (cell - width) / 2, 0);
    x += cell + layout.tracking;
  }
}
