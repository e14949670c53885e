// Running figures: every figure of a clock or a count is one of ten in a strip that is drawn once for each place it stands
// at, so that a number which runs makes nothing new.
import { figureCell, figurePieces, type TextLayout, type TextRun } from '../../core/text';
import { newCanvas } from '../platform';
import { cssFont } from './css-font';
import { frameOf } from './raster';

const figures = '0123456789';
const isFigure = (text: string): boolean => text.length === 1 && figures.includes(text);
/** Places are told apart by so many parts of a device px. */
const phases = 64;
const mostWidths = 2000;

/** A figure or what stands between figures, where it is drawn. */
export interface RunningPiece {
  /** What tells its drawing from others; the ten figures of one place share it. */
  readonly key: string;
  /** Its place in the strip; 0 where it is no figure. */
  readonly figure: number;
  readonly run: TextRun;
  /** Device px of the whole text's drawing, of which `x` is whole: the left of its cell and the baseline. */
  readonly x: number;
  readonly y: number;
  /** Parts of a device px that it stands to the right of `x`. */
  readonly phase: number;
  /** Layout px of a figure's cell; 0: it is no figure. */
  readonly cell: number;
}

export interface RunningFrame {
  readonly padX: number;
  readonly padY: number;
  readonly fit: number;
}

/** A piece as it is drawn, or the ten figures side by side. */
export interface Strip {
  readonly canvas: HTMLCanvasElement;
  /** Device px of one of them. */
  readonly w: number;
  readonly h: number;
  /** Device px from its left and its top to where the piece begins. */
  readonly padX: number;
  readonly padY: number;
}

let pen: CanvasRenderingContext2D | null = null;
const cells = new Map<string, { cell: number; widths: Map<string, number> }>();

function widthsOf(run: TextRun): { cell: number; width: (text: string) => number } {
  pen ??= newCanvas(1, 1).getContext('2d');
  const font = cssFont(run.face);
  const caps = run.face.smallCaps ? 'small-caps' : 'normal';
  let own = cells.get(`${caps} ${font}`);
  if (!own) {
    own = { cell: 0, widths: new Map() };
    cells.set(`${caps} ${font}`, own);
  }
  const { widths } = own;
  const width = (text: string): number => {
    let wide = widths.get(text);
    if (wide === undefined) {
      if (pen) {
        pen.font = font;
        pen.fontVariantCaps = caps;
        pen.fontKerning = 'normal';
        pen.letterSpacing = '0px';
      }
      wide = pen?.measureText(text).width ?? 0;
      if (widths.size >= mostWidths) widths.clear();
      widths.set(text, wide);
    }
    return wide;
  };
  if (own.cell === 0) own.cell = figureCell(run.face, { width });
  return { cell: own.cell, width };
}

/** Forgets what was measured, as after fonts have come. */
export function forgetFigures(): void {
  cells.clear();
  known = new WeakMap();
}

interface Running {
  readonly scale: number;
  readonly frame: RunningFrame;
  readonly pieces: readonly RunningPiece[];
}
let known = new WeakMap<TextLayout, Running>();

/** The pieces of a text whose figures stand in even cells, one line or several, at a scale. */
export function runningPieces(layout: TextLayout, scale: number): Running {
  const kept = known.get(layout);
  if (kept?.scale === scale) return kept;
  const frame = frameOf(layout, scale);
  const { padX, padY, fit } = frame;
  const { face, tracking, squeeze } = layout;
  const pieces: RunningPiece[] = [];
  layout.lines.forEach((line, index) => {
    const whole: TextRun = { text: line.text, face, tracking, x: 0, raise: 0, colour: null };
    const baseline = padY + layout.baseline + index * layout.lineHeight;
    for (const run of line.runs ?? [whole]) {
      const { cell, width } = widthsOf(run);
      let at = run.x;
      for (const text of figurePieces(run.text)) {
        const figure = isFigure(text);
        const left = (padX + line.x + squeeze * at) * fit;
        const x = Math.floor(left);
        const phase = left - x;
        const y = (baseline - run.raise) * fit;
        const style = `${cssFont(run.face)}/${run.face.smallCaps ?? false}/${run.tracking}/${squeeze}/${fit}/${Math.round(phase * phases)}/${y - Math.floor(y)}`;
        if (text.trim() !== '')
          pieces.push({
            key: figure ? style : `${style}/${text}`,
            figure: figure ? figures.indexOf(text) : 0,
            run: { ...run, text, x: 0, raise: 0 },
            x,
            y,
            phase,
            cell: figure ? cell : 0,
          });
        const gaps = figure ? 1 : [...text].length;
        at += (figure ? cell : width(text)) + run.tracking * gaps;
      }
    }
  });
  const made = { scale, frame, pieces };
  known.set(layout, made);
  return made;
}

/** Draws a piece, or where it is a figure all ten, each at its place in its cell. */
export function rasterStrip(
  piece: RunningPiece,
  layout: TextLayout,
  colour: string,
  fit: number,
): Strip | null {
  const { run, cell, phase, y } = piece;
  const { width } = widthsOf(run);
  const padX = Math.ceil(run.face.size * 0.3 * fit) + 2;
  const padY = Math.ceil(run.face.size * 1.1 * fit) + 2;
  const wide = cell > 0 ? cell : width(run.text) + Math.abs(run.tracking) * [...run.text].length;
  const w = Math.ceil(wide * layout.squeeze * fit) + 2 * padX + 1;
  const h = padY + Math.ceil(run.face.size * 0.5 * fit) + 3;
  const texts = cell > 0 ? [...figures] : [run.text];
  const canvas = newCanvas(w * texts.length, h);
  const context = canvas.getContext('2d');
  if (!context) return null;
  context.textBaseline = 'alphabetic';
  context.textAlign = 'left';
  context.fontKerning = 'normal';
  context.direction = layout.direction;
  texts.forEach((text, i) => {
    context.save();
    context.beginPath();
    context.rect(i * w, 0, w, h);
    context.clip();
    context.translate(i * w + padX + phase, padY + (y - Math.floor(y)));
    context.scale(fit * layout.squeeze, fit);
    const own = cell > 0 ? (cell - width(text)) / 2 : 0;
    context.font = cssFont(run.face);
    context.fontVariantCaps = run.face.smallCaps ? 'small-caps' : 'normal';
    context.letterSpacing = `${run.tracking}px`;
    context.fillStyle = run.colour ?? colour;
    context.fillText(text, own, 0);
    context.restore();
  });
  return { canvas, w, h, padX, padY };
}
