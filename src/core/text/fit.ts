import type { Face, TextMeasure } from './measure';

/**
 * What happens to words that are wider than their box: nothing; the size falls; the letters narrow; they run on in
 * further lines and then the size falls; they are cut off at the box.
 */
export type FitMode = 'as-is' | 'shrink' | 'squeeze' | 'wrap' | 'clip';

export interface TextSpec {
  readonly text: string;
  readonly face: Face;
  /** Thousandths of the size, between characters. */
  readonly tracking: number;
  /** Line spacing in parts of the height of a line. */
  readonly leading: number;
  readonly align: 'left' | 'centre' | 'right';
  readonly vertical: 'top' | 'middle' | 'bottom';
  readonly upper: boolean;
  readonly fit: FitMode;
  /** The smallest part of its size, or of its width, a text may come to. */
  readonly minScale: number;
  /** Figures stand in cells of equal width, so that a running clock does not shake. */
  readonly evenFigures: boolean;
}

export interface TextLine {
  readonly text: string;
  /** From the left of the fitted box, px. */
  readonly x: number;
}

/** Fitted words. All lengths in px; `x`, `y` are the top left of the fitted box in the space of the given box. */
export interface TextLayout {
  readonly lines: readonly TextLine[];
  readonly face: Face;
  /** Px between characters, after fitting. */
  readonly tracking: number;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** From the top of the fitted box to the first baseline. A shrunk single line keeps the baseline of the full size. */
  readonly baseline: number;
  /** From one baseline to the next. */
  readonly lineHeight: number;
  /** Factor on the width of the letters; 1 where they are not squeezed. */
  readonly squeeze: number;
  /** The cell of a figure, or 0 where figures run as they are. */
  readonly figureCell: number;
  /** 1, or the part of its size (or width) to which the text came. */
  readonly scale: number;
  /** False where the words do not fit the box at their smallest. */
  readonly fits: boolean;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

const graphemeSegmenter = new Intl.Segmenter(undefined, { granularity: 'grapheme' });
const graphemes = (text: string): number => {
  let count = 0;
  for (const _ of graphemeSegmenter.segment(text)) count += 1;
  return count;
};
const isFigure = (character: string): boolean => character >= '0' && character <= '9';
// Sizes are rounded when they shrink: a hair over the box still fits.
const hair = 0.5;

/** Sets words into a box and says what box the words themselves take. */
export function fitText(spec: TextSpec, box: Box, measure: TextMeasure): TextLayout {
  const cased = spec.upper ? spec.text.toLocaleUpperCase('en') : spec.text;
  return spec.fit === 'wrap' ? wrapped(spec, cased, box, measure) : singleLine(spec, cased, box, measure);
}

function singleLine(spec: TextSpec, cased: string, box: Box, measure: TextMeasure): TextLayout {
  const text = cased.replace(/\s*\n\s*/g, ' ');
  const full = lineWidth(text, spec, spec.face, measure);
  const room = full > box.w && full > 0 ? Math.max(spec.minScale, box.w / full) : 1;
  const scale = spec.fit === 'shrink' || spec.fit === 'squeeze' ? room : 1;
  const face = spec.fit === 'shrink' ? { ...spec.face, size: spec.face.size * scale } : spec.face;
  const squeeze = spec.fit === 'squeeze' ? scale : 1;
  const wide = face === spec.face ? full * squeeze : lineWidth(text, spec, face, measure);
  const w = spec.fit === 'clip' ? Math.min(wide, box.w) : wide;
  // Height and baseline of the full size, so that shrunk words stand on the same line as others beside them.
  const { ascent, descent } = measure.metrics(spec.face);
  const h = ascent + descent;
  return {
    ...common(spec, face, measure),
    ...placed(spec, box, w, h),
    lines: [{ text, x: 0 }],
    baseline: Math.round(ascent),
    lineHeight: h * spec.leading,
    squeeze,
    scale,
    fits: wide <= box.w + hair,
  };
}

function wrapped(spec: TextSpec, text: string, box: Box, measure: TextMeasure): TextLayout {
  const attempt = (scale: number) => {
    const face = scale === 1 ? spec.face : { ...spec.face, size: spec.face.size * scale };
    const lines = breakLines(text, box.w, (line) => lineWidth(line, spec, face, measure));
    const { ascent, descent } = measure.metrics(face);
    const lineHeight = (ascent + descent) * spec.leading;
    const w = lines.reduce((widest, line) => Math.max(widest, line.w), 0);
    const h = ascent + descent + Math.max(0, lines.length - 1) * lineHeight;
    return { face, lines, ascent, lineHeight, w, h, fits: w <= box.w + hair && h <= box.h + hair };
  };
  let scale = 1;
  let best = attempt(1);
  if (!best.fits) {
    // The largest size that fits, by halving; the smallest allowed where none does.
    let low = spec.minScale;
    let high = 1;
    best = attempt(low);
    scale = low;
    for (let step = 0; best.fits && step < 9; step += 1) {
      const middle = (low + high) / 2;
      const tried = attempt(middle);
      if (tried.fits) {
        low = middle;
        scale = middle;
        best = tried;
      } else high = middle;
    }
  }
  const { face, lines, ascent, lineHeight, w, h, fits } = best;
  return {
    ...common(spec, face, measure),
    ...placed(spec, box, w, h),
    lines: lines.map((line) => ({ text: line.text, x: aligned(spec.align, w - line.w) })),
    baseline: Math.round(ascent),
    lineHeight,
    squeeze: 1,
    scale,
    fits,
  };
}

// Where a line may break: behind spaces, behind a hyphen inside a word, and between characters of scripts without spaces.
const breaks =
  /(?<=\s)(?=\S)|(?<=\p{L}-)(?=\p{L})|(?<=[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}])(?=[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}])/u;

/** Fills lines greedily, and keeps line breaks that were typed; a lone word that is too long stays whole. */
function breakLines(
  text: string,
  width: number,
  measure: (line: string) => number,
): { text: string; w: number }[] {
  const lines: { text: string; w: number }[] = [];
  const put = (line: string): void => {
    const kept = line.trim();
    lines.push({ text: kept, w: measure(kept) });
  };
  for (const paragraph of text.split('\n')) {
    let line = '';
    for (const piece of paragraph.split(breaks)) {
      if (line.trim() !== '' && measure((line + piece).trim()) > width) {
        put(line);
        line = piece;
      } else line += piece;
    }
    put(line);
  }
  return lines;
}

const aligned = (align: TextSpec['align'], room: number): number =>
  ({ left: 0, centre: room / 2, right: room })[align];

const common = (spec: TextSpec, face: Face, measure: TextMeasure) => ({
  face,
  tracking: (spec.tracking / 1000) * face.size,
  figureCell: spec.evenFigures ? figureCell(face, measure) : 0,
});

/** Whole pixels at rest keep the letters crisp. */
const placed = (spec: TextSpec, box: Box, w: number, h: number) => ({
  x: Math.round(box.x + aligned(spec.align, box.w - w)),
  y: Math.round(box.y + { top: 0, middle: (box.h - h) / 2, bottom: box.h - h }[spec.vertical]),
  w,
  h,
});

function lineWidth(text: string, spec: TextSpec, face: Face, measure: TextMeasure): number {
  if (text === '') return 0;
  const gaps = (spec.tracking / 1000) * face.size * Math.max(0, graphemes(text) - 1);
  if (!spec.evenFigures) return measure.width(text, face) + gaps;
  const cell = figureCell(face, measure);
  let width = gaps;
  for (const character of text) width += isFigure(character) ? cell : measure.width(character, face);
  return width;
}

function figureCell(face: Face, measure: TextMeasure): number {
  let widest = 0;
  for (const figure of '0123456789') widest = Math.max(widest, measure.width(figure, face));
  return widest;
}
