// Running figures: every figure of a clock or a count is one of ten in a strip that is drawn once for each place it stands
// at, so that a number which runs makes nothing new. Even figures stand in cells; others as wide as they are, close to their
// neighbours as the font has its pairs.
import { figureCell, figurePieces, type TextLayout, type TextRun } from '../../core/text';
import { newCanvas } from '../platform';
import { cssFont } from './css-font';
import { frameOf, measuredWidth } from './raster';

const figures = '0123456789';
const isFigure = (text: string): boolean => text.length === 1 && figures.includes(text);
/** Places are told apart by so many parts of a device px: those of even figures, which are few, and of others. */
const phases = 64;
const phasesFree = 16;
/** Scripts that are not written from left to right piece by piece. */
const runsBack = /[\p{Script=Arabic}\p{Script=Hebrew}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}]/u;
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
  /** Layout px of a figure's cell, or of the widest where they are not even; 0: it is no figure. */
  readonly cell: number;
  /** Whether a figure stands in the middle of its cell. */
  readonly isEven: boolean;
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

/** Widths as they are drawn, where figures are even; else as they were laid out. */
function widthsOf(run: TextRun, isEven: boolean): { cell: number; width: (text: string) => number } {
  pen ??= newCanvas(1, 1).getContext('2d');
  const font = cssFont(run.face);
  const caps = run.face.smallCaps ? 'small-caps' : 'normal';
  const key = `${caps} ${font} ${isEven}`;
  let own = cells.get(key);
  if (!own) {
    own = { cell: 0, widths: new Map() };
    cells.set(key, own);
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
      if (!pen) wide = 0;
      else wide = isEven ? pen.measureText(text).width : measuredWidth(pen, { ...run, text });
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

/** Whether a text that runs can be drawn figure by figure. */
export const canRun = ({ evenFigures, lines }: TextLayout): boolean =>
  evenFigures || lines.every(({ text }) => !runsBack.test(text));

interface Running {
  readonly scale: number;
  readonly frame: RunningFrame;
  readonly pieces: readonly RunningPiece[];
}
let known = new WeakMap<TextLayout, Running>();

const lastOf = (text: string): string => [...text].at(-1) ?? '';
const firstOf = (text: string): string => [...text][0] ?? '';

/** The pieces of a text, one line or several, at a scale. */
export function runningPieces(layout: TextLayout, scale: number): Running {
  const kept = known.get(layout);
  if (kept?.scale === scale) return kept;
  const frame = frameOf(layout, scale);
  const { padX, padY, fit } = frame;
  const { face, tracking, squeeze, evenFigures: isEven } = layout;
  const parts = isEven ? phases : phasesFree;
  const pieces: RunningPiece[] = [];
  layout.lines.forEach((line, index) => {
    const whole: TextRun = { text: line.text, face, tracking, x: 0, raise: 0, colour: null };
    const baseline = padY + layout.baseline + index * layout.lineHeight;
    for (const run of line.runs ?? [whole]) {
      const { cell, width } = widthsOf(run, isEven);
      // How much closer, or further, a pair stands than its two alone.
      const between = (before: string, after: string): number =>
        before === '' ? 0 : width(before + after) - width(before) - width(after);
      let at = run.x;
      let before = '';
      for (const text of figurePieces(run.text)) {
        const figure = isFigure(text);
        if (!isEven) at += between(before, firstOf(text));
        before = lastOf(text);
        const exact = (padX + line.x + squeeze * at) * fit;
        const left = isEven ? exact : Math.round(exact * parts) / parts;
        const x = Math.floor(left);
        const phase = left - x;
        const y = (baseline - run.raise) * fit;
        const style = `${cssFont(run.face)}/${run.face.smallCaps ?? false}/${run.tracking}/${squeeze}/${fit}/${isEven}/${Math.round(phase * parts)}/${y - Math.floor(y)}`;
        if (text.trim() !== '')
          pieces.push({
            key: figure ? style : `${style}/${text}`,
            figure: figure ? figures.indexOf(text) : 0,
            run: { ...run, text, x: 0, raise: 0 },
            x,
            y,
            phase,
            cell: figure ? cell : 0,
            isEven,
          });
        const gaps = figure ? 1 : [...text].length;
        at += (figure && isEven ? cell : width(text)) + run.tracking * gaps;
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
  const { run, cell, phase, y, isEven } = piece;
  const { width } = widthsOf(run, isEven);
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
    const own = cell > 0 && isEven ? (cell - width(text)) / 2 : 0;
    context.font = cssFont(run.face);
    context.fontVariantCaps = run.face.smallCaps ? 'small-caps' : 'normal';
    context.letterSpacing = `${run.tracking}px`;
    context.fillStyle = run.colour ?? colour;
    context.fillText(text, own, 0);
    context.restore();
  });
  return { canvas, w, h, padX, padY };
}
