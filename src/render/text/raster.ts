import { figureCell, figurePieces, type TextLayout, type TextRun } from '../../core/text';
import { newCanvas } from '../platform';
import { measuringSize } from './canvas-measure';
import { cssFont } from './css-font';

/** Words drawn once: the canvas, and where it lies against the layout's box, in layout px. */
export interface TextRaster {
  readonly canvas: HTMLCanvasElement;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** The most device px, either way, of a drawing. What is wider is drawn in pieces, side by side. */
const tileSide = 2000;
const tallest = 8192;
/** Device px that a piece shows of what lies beside it, so that nothing is seen of where they meet. */
const seam = 2;

export interface Frame {
  readonly padX: number;
  readonly padY: number;
  /** Layout px. */
  readonly w: number;
  readonly h: number;
  readonly fit: number;
}

/** Room for what reaches beyond the advance box: swashes, marks, scripts with tall letters, raised words. */
export function frameOf(layout: TextLayout, scale: number): Frame {
  const reach = layout.lines.reduce(
    (most, { runs }) =>
      (runs ?? []).reduce((m, run) => Math.max(m, run.face.size, Math.abs(run.raise)), most),
    layout.face.size,
  );
  const padX = Math.max(Math.ceil(reach * 0.3), Math.ceil(2 / scale));
  const padY = Math.ceil(reach * 0.35) + Math.ceil(Math.max(0, reach - layout.face.size));
  const w = Math.ceil(layout.w) + 2 * padX;
  const h = Math.ceil(layout.h) + 2 * padY;
  return { padX, padY, w, h, fit: Math.min(scale, tallest / h) };
}

/** In how many pieces words are drawn at a scale. */
export function tilesOf(layout: TextLayout, scale: number): number {
  const { w, fit } = frameOf(layout, scale);
  return Math.max(1, Math.ceil((w * fit) / tileSide));
}

/** The part of a text, layout px of its box, that one of its pieces shows. */
export function tileSpan(layout: TextLayout, scale: number, tile: number): { left: number; right: number } {
  const { padX, w, fit } = frameOf(layout, scale);
  const right = Math.min(w, ((tile + 1) * tileSide) / fit);
  return { left: (tile * tileSide) / fit - padX, right: right - padX };
}

/**
 * Draws fitted words at `scale` device px to the layout px, or one of the pieces that they are drawn in; null where there
 * is nothing to draw. A piece of several reaches a little over its span.
 */
export function rasterText(layout: TextLayout, colour: string, scale: number, tile = 0): TextRaster | null {
  if (layout.w <= 0 || layout.lines.every((line) => line.text.trim() === '')) return null;
  const { padX, padY, w, h, fit } = frameOf(layout, scale);
  const { face, tracking } = layout;
  const baseline = padY + layout.baseline;
  const wide = Math.max(1, Math.ceil(w * fit));
  const left = Math.max(0, tile * tileSide - seam);
  const right = Math.min(wide, (tile + 1) * tileSide + seam);
  // Whole device px are left out above and below, so that what is drawn does not move against them.
  const [top, bottom] = inkRows(layout, baseline, fit, Math.ceil(h * fit));
  const canvas = newCanvas(Math.max(1, right - left), bottom - top);
  const context = canvas.getContext('2d');
  if (!context) return null;
  context.translate(-left, -top);
  context.scale(fit, fit);
  context.textBaseline = 'alphabetic';
  context.textAlign = 'left';
  context.fontKerning = 'normal';
  context.direction = layout.direction;
  layout.lines.forEach((line, index) => {
    const whole: TextRun = { text: line.text, face, tracking, x: 0, raise: 0, colour: null };
    context.save();
    context.translate(padX + line.x, baseline + index * layout.lineHeight);
    context.scale(layout.squeeze, 1);
    for (const run of line.runs ?? [whole]) drawRun(context, run, colour, layout.evenFigures);
    context.restore();
  });
  return {
    canvas,
    x: -padX + left / fit,
    y: -padY + top / fit,
    w: canvas.width / fit,
    h: canvas.height / fit,
  };
}

/** Device px that stay empty above and below what is drawn. */
const margin = 3;
let pen: CanvasRenderingContext2D | null = null;

/** The first row of device px in which something is drawn of a text, and the one behind the last, of so many in all. */
function inkRows(layout: TextLayout, baseline: number, fit: number, rows: number): [number, number] {
  pen ??= newCanvas(1, 1).getContext('2d');
  if (!pen) return [0, rows];
  const { face, tracking } = layout;
  let [above, below] = [Infinity, -Infinity];
  for (const [index, line] of layout.lines.entries()) {
    const own = baseline + index * layout.lineHeight;
    const whole: TextRun = { text: line.text, face, tracking, x: 0, raise: 0, colour: null };
    for (const run of line.runs ?? [whole]) {
      pen.font = cssFont(run.face);
      pen.fontVariantCaps = run.face.smallCaps ? 'small-caps' : 'normal';
      const ink = pen.measureText(run.text);
      above = Math.min(above, own - run.raise - ink.actualBoundingBoxAscent);
      below = Math.max(below, own - run.raise + ink.actualBoundingBoxDescent);
    }
  }
  const top = Math.max(0, Math.floor(above * fit) - margin);
  const bottom = Math.min(rows, Math.ceil(below * fit) + margin);
  return bottom > top ? [top, bottom] : [0, Math.max(1, rows)];
}

/** The width of a run as layouts have it: measured large, see `canvasMeasure`. */
export function measuredWidth(context: CanvasRenderingContext2D, run: TextRun): number {
  context.font = cssFont({ ...run.face, size: measuringSize });
  const width = (context.measureText(run.text).width * run.face.size) / measuringSize;
  context.font = cssFont(run.face);
  return width;
}

/** Draws words of one style from a baseline at the origin. */
export function drawRun(
  context: CanvasRenderingContext2D,
  run: TextRun,
  colour: string,
  evenFigures: boolean,
): void {
  context.font = cssFont(run.face);
  context.fontVariantCaps = run.face.smallCaps ? 'small-caps' : 'normal';
  context.fillStyle = run.colour ?? colour;
  if (!evenFigures) {
    // Small sizes are drawn with rounded advances: the words are made as wide as they were measured.
    context.letterSpacing = '0px';
    const drawn = context.measureText(run.text).width;
    const factor = drawn > 0 ? measuredWidth(context, run) / drawn : 1;
    context.letterSpacing = `${run.tracking / factor}px`;
    context.save();
    context.translate(run.x, -run.raise);
    context.scale(factor, 1);
    context.fillText(run.text, 0, 0);
    context.restore();
    return;
  }
  const width = (text: string): number => {
    context.letterSpacing = '0px';
    return context.measureText(text).width;
  };
  const cell = figureCell(run.face, { width });
  let x = run.x;
  for (const piece of figurePieces(run.text)) {
    const isFigure = piece >= '0' && piece <= '9' && piece.length === 1;
    const own = width(piece);
    context.letterSpacing = `${run.tracking}px`;
    context.fillText(piece, isFigure ? x + (cell - own) / 2 : x, -run.raise);
    const gaps = isFigure ? 1 : [...piece].length;
    x += (isFigure ? cell : own) + run.tracking * gaps;
  }
}
