import type { Face, TextMeasure } from './measure';

export type FitMode = 'as-is' | 'shrink';

export interface TextSpec {
  readonly text: string;
  readonly face: Face;
  /** Thousandths of the size, between characters. */
  readonly tracking: number;
  readonly align: 'left' | 'centre' | 'right';
  readonly vertical: 'top' | 'middle' | 'bottom';
  readonly upper: boolean;
  readonly fit: FitMode;
  /** The smallest part of its size a shrinking text may reach. */
  readonly minScale: number;
  /** Figures stand in cells of equal width, so that a running clock does not shake. */
  readonly evenFigures: boolean;
}

/** One fitted line. All lengths in px; `x`, `y` are the top left of the fitted box in the space of the given box. */
export interface TextLayout {
  readonly text: string;
  readonly face: Face;
  /** Px between characters, after fitting. */
  readonly tracking: number;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** From the top of the fitted box to the baseline. A shrunk line keeps the baseline of the full size. */
  readonly baseline: number;
  /** The cell of a figure, or 0 where figures run as they are. */
  readonly figureCell: number;
  /** 1, or the part of its size to which the line shrank. */
  readonly scale: number;
  /** False where the line is wider than the box at its smallest. */
  readonly fits: boolean;
}

const segmenter = new Intl.Segmenter(undefined, { granularity: 'grapheme' });
const graphemes = (text: string): number => {
  let count = 0;
  for (const _ of segmenter.segment(text)) count += 1;
  return count;
};
const isFigure = (character: string): boolean => character >= '0' && character <= '9';

/** Sets one line of words into a box and says what box the words themselves take. */
export function fitText(
  spec: TextSpec,
  box: { x: number; y: number; w: number; h: number },
  measure: TextMeasure,
): TextLayout {
  const line = spec.text.replace(/\s*\n\s*/g, ' ');
  const text = spec.upper ? line.toLocaleUpperCase('en') : line;
  const full = lineWidth(text, spec, measure);
  let scale = 1;
  if (spec.fit === 'shrink' && full > box.w && full > 0) scale = Math.max(spec.minScale, box.w / full);
  const size = spec.face.size * scale;
  const face = { ...spec.face, size };
  const w = scale === 1 ? full : lineWidth(text, { ...spec, face }, measure);
  const metrics = measure.metrics(spec.face);
  const h = metrics.ascent + metrics.descent;
  const room = { left: 0, centre: (box.w - w) / 2, right: box.w - w }[spec.align];
  const drop = { top: 0, middle: (box.h - h) / 2, bottom: box.h - h }[spec.vertical];
  return {
    text,
    face,
    tracking: (spec.tracking / 1000) * size,
    // Whole pixels at rest keep the letters crisp.
    x: Math.round(box.x + room),
    y: Math.round(box.y + drop),
    w,
    h,
    baseline: Math.round(metrics.ascent),
    figureCell: spec.evenFigures ? figureCell(face, measure) : 0,
    scale,
    // A hair of tolerance: shrinking rounds the size.
    fits: w <= box.w + 0.5,
  };
}

function lineWidth(text: string, spec: TextSpec, measure: TextMeasure): number {
  if (text === '') return 0;
  const gaps = (spec.tracking / 1000) * spec.face.size * Math.max(0, graphemes(text) - 1);
  if (!spec.evenFigures) return measure.width(text, spec.face) + gaps;
  const cell = figureCell(spec.face, measure);
  let width = gaps;
  for (const character of text) width += isFigure(character) ? cell : measure.width(character, spec.face);
  return width;
}

function figureCell(face: Face, measure: TextMeasure): number {
  let widest = 0;
  for (const figure of '0123456789') widest = Math.max(widest, measure.width(figure, face));
  return widest;
}
