import { graphemes } from '../locale';
import { wordsWidth, type TextLayout, type TextRun } from './fit';
import { isRightToLeft } from './words';
import type { TextMeasure } from './measure';

/** A part of fitted words that can be moved by itself. Px from the top left of the layout's box, at rest. */
export interface TextPiece {
  /** What it is drawn with; `x` and `raise` are within its line. */
  readonly run: TextRun;
  readonly x: number;
  /** The top of its line. */
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** Its baseline, from the top of its line. */
  readonly baseline: number;
  /** Which it is of the characters, words and lines of the text, from 0. */
  readonly character: number;
  readonly word: number;
  readonly line: number;
}

/** Scripts whose letters join or stack: a letter cut out of its word would have another shape. */
const shaped =
  /[\p{Script=Arabic}\p{Script=Syriac}\p{Script=Mongolian}\p{Script=Nko}\p{Script=Devanagari}\p{Script=Bengali}\p{Script=Gurmukhi}\p{Script=Gujarati}\p{Script=Oriya}\p{Script=Tamil}\p{Script=Telugu}\p{Script=Kannada}\p{Script=Malayalam}\p{Script=Sinhala}\p{Script=Khmer}\p{Script=Myanmar}\p{Script=Tibetan}]/u;
const strongLeft = /[\p{L}\p{N}]/u;

/** The words of a run; words that run against their line stay together, as they are read in their own order. */
function wordsOf(text: string, isRtl: boolean): { start: number; end: number; runsAgainst: boolean }[] {
  const words: { start: number; end: number; runsAgainst: boolean }[] = [];
  for (const match of text.matchAll(/\S+/g)) {
    const start = match.index;
    const end = start + match[0].length;
    const hasRtl = [...match[0]].some(isRightToLeft);
    const hasLtr = [...match[0]].some((c) => strongLeft.test(c) && !isRightToLeft(c));
    const runsAgainst = isRtl ? hasLtr : hasRtl;
    const before = words.at(-1);
    if (before && before.runsAgainst && runsAgainst) before.end = end;
    else words.push({ start, end, runsAgainst });
  }
  return words;
}

/**
 * Fitted words in pieces: by grapheme cluster (Unicode Standard Annex 29; by word in scripts whose letters join), by
 * word, or by line. Spaces are in none of them. Drawn at rest they show what the whole does.
 */
export function piecesOf(
  layout: TextLayout,
  by: 'character' | 'word' | 'line',
  measure: TextMeasure,
): TextPiece[] {
  const pieces: TextPiece[] = [];
  let word = 0;
  layout.lines.forEach((line, index) => {
    const isRtl = layout.direction === 'rtl';
    const whole: TextRun = {
      text: line.text,
      face: layout.face,
      tracking: layout.tracking,
      x: 0,
      raise: 0,
      colour: null,
    };
    for (const run of line.runs ?? [whole]) {
      const width = (from: number, to: number): number =>
        wordsWidth(run.text.slice(from, to), run.face, run.tracking, layout.evenFigures, measure);
      const full = width(0, run.text.length);
      const put = (start: number, end: number): void => {
        const w = width(start, end);
        // By what comes before it and itself, so that what stands close by kerning stays close.
        const from = isRtl ? full - width(0, end) : width(0, end) - w;
        pieces.push({
          run: { ...run, text: run.text.slice(start, end), x: run.x + from },
          x: line.x + (run.x + from) * layout.squeeze,
          y: index * layout.lineHeight,
          w: w * layout.squeeze,
          h: layout.lines.length === 1 ? layout.h : layout.lineHeight,
          baseline: layout.baseline,
          character: pieces.length,
          word,
          line: index,
        });
      };
      if (by === 'line') {
        if (run.text.trim() !== '') put(0, run.text.length);
        continue;
      }
      for (const { start, end, runsAgainst } of wordsOf(run.text, isRtl)) {
        const text = run.text.slice(start, end);
        if (by === 'word' || runsAgainst || shaped.test(text)) put(start, end);
        else
          for (const { index: at, segment } of graphemes(text)) put(start + at, start + at + segment.length);
        word += 1;
      }
    }
    if (by === 'line') word += 1;
  });
  return pieces;
}
