import { graphemes } from '../locale';
import type { Face, TextMeasure } from './measure';
import { directionOf, takeSpans, type Direction, type LetterCase, type Marked } from './words';

/**
 * What happens to words that are wider than their box: nothing; the size falls; the letters narrow; they run on in
 * further lines and then the size falls; they are cut off at the box.
 */
export type FitMode = 'as-is' | 'shrink' | 'squeeze' | 'wrap' | 'clip';

/** The style of words that stand between two signs; null is as the text around them. */
export interface SpanStyle {
  readonly sign: string;
  readonly family: string | null;
  readonly weight: number | null;
  readonly stretch: number | null;
  readonly colour: string | null;
  /** Factor on the size. */
  readonly size: number;
  /** Up from the baseline, in parts of the text's size. */
  readonly raise: number;
}

export interface TextSpec {
  readonly text: string;
  readonly face: Face;
  /** Thousandths of the size, between characters. */
  readonly tracking: number;
  /** Line spacing in parts of the height of a line. */
  readonly leading: number;
  readonly align: 'left' | 'centre' | 'right';
  readonly vertical: 'top' | 'middle' | 'bottom';
  readonly letters: LetterCase;
  readonly direction: Direction | 'auto';
  readonly fit: FitMode;
  /** The smallest part of its size, or of its width, a text may come to. */
  readonly minScale: number;
  /** Wrapped text: the most lines; 0 is as many as the box holds. */
  readonly maxLines: number;
  /** Figures stand in cells of equal width, so that a running clock does not shake and columns stand. */
  readonly evenFigures: boolean;
  readonly spans: readonly SpanStyle[];
}

/** Words of one style on a line. */
export interface TextRun {
  readonly text: string;
  readonly face: Face;
  /** Px between characters. */
  readonly tracking: number;
  /** From the left of the line, px. */
  readonly x: number;
  /** Up from the baseline, px. */
  readonly raise: number;
  /** Null: the text's own. */
  readonly colour: string | null;
}

export interface TextLine {
  readonly text: string;
  /** From the left of the fitted box, px. */
  readonly x: number;
  /** Null where the whole line has the layout's own style. */
  readonly runs: readonly TextRun[] | null;
}

/** What of a text is not its type: its words, the spans marked in them, and whether figures stand in even cells. */
export type Wording = Pick<TextSpec, 'text' | 'spans' | 'evenFigures'>;

/** Fitted words. All lengths in px; `x`, `y` are the top left of the fitted box in the space of the given box. */
export interface TextLayout {
  readonly lines: readonly TextLine[];
  readonly direction: Direction;
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
  /** Figures stand in cells as wide as the widest of their face. */
  readonly evenFigures: boolean;
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

/** Scripts whose letters hang together: no space is put between them. */
const joined =
  /[\p{Script=Arabic}\p{Script=Syriac}\p{Script=Mongolian}\p{Script=Nko}\p{Script=Mandaic}\p{Script=Phags_Pa}]/u;

/** How often tracking opens a line: behind every character but the last, and not within words that hang together. */
function gapsIn(text: string): number {
  let count = 0;
  let isOpen = false;
  for (const { segment } of graphemes(text)) {
    isOpen = !joined.test(segment);
    if (isOpen) count += 1;
  }
  return isOpen ? count - 1 : count;
}
const isFigure = (character: string): boolean => character >= '0' && character <= '9';
// Sizes are rounded when they shrink: a hair over the box still fits.
const hair = 0.5;

/** Sets words into a box and says what box the words themselves take. */
export function fitText(spec: TextSpec, box: Box, measure: TextMeasure): TextLayout {
  const raw = spec.fit === 'wrap' ? spec.text : spec.text.replace(/\s*\n\s*/g, ' ');
  const marked = takeSpans(
    raw,
    spec.spans.map((span) => span.sign),
    spec.letters,
  );
  const face = spec.letters === 'small-caps' ? { ...spec.face, smallCaps: true } : spec.face;
  const setter = new Setter({ ...spec, face }, marked, measure);
  return spec.fit === 'wrap' ? wrapped(setter, box) : singleLine(setter, box);
}

/** Measures and sets pieces of marked words at any scale. */
class Setter {
  readonly direction: Direction;

  constructor(
    readonly spec: TextSpec,
    readonly marked: Marked,
    readonly measure: TextMeasure,
  ) {
    this.direction = spec.direction === 'auto' ? directionOf(marked.text) : spec.direction;
  }

  face(scale: number): Face {
    const { face } = this.spec;
    return scale === 1 ? face : { ...face, size: face.size * scale };
  }

  /** The words from `start` to `end` as runs of one style each, placed from the left of their line. */
  private runs(start: number, end: number, scale: number): { runs: TextRun[]; w: number } {
    const { spec, marked } = this;
    const base = this.face(scale);
    const pieces: { text: string; mark: number }[] = [];
    for (let at = start; at < end;) {
      const mark = marked.marks[at] as number;
      let next = at + 1;
      while (next < end && marked.marks[next] === mark) next += 1;
      pieces.push({ text: marked.text.slice(at, next), mark });
      at = next;
    }
    // Runs follow one another in the direction of the line.
    if (this.direction === 'rtl') pieces.reverse();
    let x = 0;
    const runs = pieces.map(({ text, mark }, index): TextRun => {
      const span = mark > 0 ? spec.spans[mark - 1] : undefined;
      const face: Face = span
        ? {
            ...base,
            family: span.family ?? base.family,
            weight: span.weight ?? base.weight,
            stretch: span.stretch ?? base.stretch,
            size: base.size * span.size,
          }
        : base;
      const tracking = (spec.tracking / 1000) * face.size;
      const run = {
        text,
        face,
        tracking,
        x,
        raise: (span?.raise ?? 0) * base.size,
        colour: span?.colour ?? null,
      };
      const between = index < pieces.length - 1 ? tracking : 0;
      x += wordsWidth(text, face, tracking, spec.evenFigures, this.measure) + between;
      return run;
    });
    return { runs, w: x };
  }

  width(start: number, end: number, scale: number): number {
    const { marked, spec } = this;
    for (let at = start; at < end; at += 1) if (marked.marks[at]) return this.runs(start, end, scale).w;
    const face = this.face(scale);
    const tracking = (spec.tracking / 1000) * face.size;
    return wordsWidth(marked.text.slice(start, end), face, tracking, spec.evenFigures, this.measure);
  }

  line(start: number, end: number, scale: number, x: number): TextLine {
    const text = this.marked.text.slice(start, end);
    const isPlain = this.marked.marks.subarray(start, end).every((mark) => mark === 0);
    return { text, x, runs: isPlain ? null : this.runs(start, end, scale).runs };
  }

  common(scale: number) {
    const face = this.face(scale);
    return {
      face,
      tracking: (this.spec.tracking / 1000) * face.size,
      evenFigures: this.spec.evenFigures,
      direction: this.direction,
    };
  }
}

function singleLine(setter: Setter, box: Box): TextLayout {
  const { spec, marked, measure } = setter;
  const end = marked.text.length;
  const full = setter.width(0, end, 1);
  const room = full > box.w && full > 0 ? Math.max(spec.minScale, box.w / full) : 1;
  const scale = spec.fit === 'shrink' || spec.fit === 'squeeze' ? room : 1;
  const size = spec.fit === 'shrink' ? scale : 1;
  const squeeze = spec.fit === 'squeeze' ? scale : 1;
  const wide = size === 1 ? full * squeeze : setter.width(0, end, size);
  const w = spec.fit === 'clip' ? Math.min(wide, box.w) : wide;
  // Height and baseline of the full size, so that shrunk words stand on the same line as others beside them.
  const { ascent, descent } = measure.metrics(spec.face);
  const h = ascent + descent;
  return {
    ...setter.common(size),
    ...placed(spec, box, w, h),
    lines: [setter.line(0, end, size, 0)],
    baseline: Math.round(ascent),
    lineHeight: h * spec.leading,
    squeeze,
    scale,
    fits: wide <= box.w + hair,
  };
}

function wrapped(setter: Setter, box: Box): TextLayout {
  const { spec, measure } = setter;
  const attempt = (scale: number) => {
    const lines = breakLines(setter.marked.text, box.w, (start, end) => setter.width(start, end, scale));
    const { ascent, descent } = measure.metrics(setter.face(scale));
    const lineHeight = (ascent + descent) * spec.leading;
    const w = lines.reduce((widest, line) => Math.max(widest, line.w), 0);
    const h = ascent + descent + Math.max(0, lines.length - 1) * lineHeight;
    const isFew = spec.maxLines === 0 || lines.length <= spec.maxLines;
    return { lines, ascent, lineHeight, w, h, fits: w <= box.w + hair && h <= box.h + hair && isFew };
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
  const { lines, ascent, lineHeight, w, h, fits } = best;
  return {
    ...setter.common(scale),
    ...placed(spec, box, w, h),
    lines: lines.map((line) => setter.line(line.start, line.end, scale, aligned(spec.align, w - line.w))),
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
  measure: (start: number, end: number) => number,
): { start: number; end: number; w: number }[] {
  const lines: { start: number; end: number; w: number }[] = [];
  const trim = (from: number, to: number): [number, number] => {
    let [start, end] = [from, to];
    while (start < end && /\s/.test(text.charAt(start))) start += 1;
    while (end > start && /\s/.test(text.charAt(end - 1))) end -= 1;
    return [start, end];
  };
  const put = (from: number, to: number): void => {
    const [start, end] = trim(from, to);
    lines.push({ start, end, w: measure(start, end) });
  };
  let at = 0;
  for (const paragraph of text.split('\n')) {
    let from = at;
    for (const piece of paragraph.split(breaks)) {
      const [start, end] = trim(from, at + piece.length);
      if (at > from && text.slice(from, at).trim() !== '' && measure(start, end) > width) {
        put(from, at);
        from = at;
      }
      at += piece.length;
    }
    put(from, at);
    at += 1;
  }
  return lines;
}

const aligned = (align: TextSpec['align'], room: number): number =>
  ({ left: 0, centre: room / 2, right: room })[align];

/** Whole pixels at rest keep the letters crisp. */
const placed = (spec: TextSpec, box: Box, w: number, h: number) => ({
  x: Math.round(box.x + aligned(spec.align, box.w - w)),
  y: Math.round(box.y + { top: 0, middle: (box.h - h) / 2, bottom: box.h - h }[spec.vertical]),
  w,
  h,
});

/** The width of words of one style on a line, with the gaps between them, px. */
export function wordsWidth(
  text: string,
  face: Face,
  tracking: number,
  evenFigures: boolean,
  measure: TextMeasure,
): number {
  if (text === '') return 0;
  const gaps = tracking === 0 ? 0 : tracking * gapsIn(text);
  if (!evenFigures) return measure.width(text, face) + gaps;
  const cell = figureCell(face, measure);
  let width = gaps;
  for (const piece of figurePieces(text)) width += isFigure(piece) ? cell : measure.width(piece, face);
  return width;
}

/** Words cut so that every figure stands by itself; what is between them stays whole, shaped as one. */
export const figurePieces = (text: string): string[] => text.split(/(?<=[0-9])|(?=[0-9])/);

/** The width of a cell that any figure of a face fits. */
export function figureCell(face: Face, measure: Pick<TextMeasure, 'width'>): number {
  let widest = 0;
  for (const figure of '0123456789') widest = Math.max(widest, measure.width(figure, face));
  return widest;
}
