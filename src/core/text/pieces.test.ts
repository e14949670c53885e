import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fitText, piecesOf, type TextMeasure, type TextSpec } from './index';

/** Letters of different widths, and a pair that stands closer than its letters would. */
const measure: TextMeasure = {
  width: (text, face) =>
    ([...text].reduce((sum, c) => sum + (c === 'i' ? 0.3 : c === 'W' ? 0.9 : 0.5), 0) -
      (text.match(/AV/g)?.length ?? 0) * 0.1) *
    face.size,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
const spec = (text: string, given: Partial<TextSpec> = {}): TextSpec => ({
  text,
  face: { family: 'Any', weight: 400, stretch: 100, size: 100 },
  tracking: 0,
  leading: 1,
  align: 'left',
  vertical: 'top',
  letters: 'as-typed',
  direction: 'auto',
  fit: 'as-is',
  minScale: 0.1,
  maxLines: 0,
  evenFigures: false,
  spans: [],
  ...given,
});
const box = { x: 0, y: 0, w: 2000, h: 400 };
const pieces = (text: string, by: 'character' | 'word' | 'line', given: Partial<TextSpec> = {}, w = box.w) =>
  piecesOf(fitText(spec(text, given), { ...box, w }, measure), by, measure);
const words = (list: ReturnType<typeof pieces>): string[] => list.map((piece) => piece.run.text);

describe('pieces of fitted words', () => {
  test('are characters as people count them, words, or lines; spaces are in none', () => {
    expect(words(pieces('Ida M👩‍👧é', 'character'))).toEqual(['I', 'd', 'a', 'M', '👩‍👧', 'é']);
    expect(words(pieces('one  two', 'word'))).toEqual(['one', 'two']);
    const lines = pieces('one two three', 'line', { fit: 'wrap' }, 400);
    expect(lines.map((piece) => [piece.run.text, piece.y, piece.line])).toEqual([
      ['one two', 0, 0],
      ['three', 100, 1],
    ]);
  });
  test('stand where the whole has them, kerning, tracking and squeeze with them', () => {
    const list = pieces('WAV', 'character');
    expect(list.map((piece) => Math.round(piece.x))).toEqual([0, 90, 130]);
    expect(pieces('abc', 'character', { tracking: 100 }).map((piece) => Math.round(piece.x))).toEqual([
      0, 60, 120,
    ]);
    expect(pieces('abcd', 'character', { fit: 'squeeze' }, 100).map((piece) => Math.round(piece.x))).toEqual([
      0, 25, 50, 75,
    ]);
  });
  test('figures in columns keep their columns', () => {
    expect(pieces('1i1', 'character', { evenFigures: true }).map((piece) => Math.round(piece.x))).toEqual([
      0, 50, 80,
    ]);
  });
  test('scripts whose letters join are cut by word; a line from right to left begins at the right', () => {
    expect(words(pieces('طائرة ورقية', 'character'))).toEqual(['طائرة', 'ورقية']);
    expect(words(pieces('पतंग उत्सव', 'character'))).toEqual(['पतंग', 'उत्सव']);
    const [first, second] = pieces('طائرة ورقية', 'word');
    expect(first?.x).toBeGreaterThan(second?.x ?? Infinity);
    expect(second?.x).toBe(0);
  });
  test('words that run against their line stay together, as they are read in their own order', () => {
    expect(words(pieces('فريق Skerry Flyers اليوم', 'word'))).toEqual(['فريق', 'Skerry Flyers', 'اليوم']);
    expect(words(pieces('Team فريق اليوم wins', 'character'))).toContain('فريق اليوم');
  });
  test('whatever the words: together they are all of it, in order, and within its width', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom('a', 'i', 'W', ' ', 'A', 'V', '1', 'é'), maxLength: 30 }),
        (text) => {
          const layout = fitText(spec(text), box, measure);
          for (const by of ['character', 'word'] as const) {
            const list = piecesOf(layout, by, measure);
            expect(list.map((piece) => piece.run.text).join('')).toBe(text.replace(/\s/g, ''));
            for (const piece of list) {
              expect(piece.x).toBeGreaterThanOrEqual(-1e-6);
              expect(piece.x + piece.w).toBeLessThanOrEqual(layout.w + 1e-6);
            }
            expect(list.map((piece) => piece.character)).toEqual(list.map((_, i) => i));
          }
        },
      ),
    );
  });
  test('styles of spans stay with their pieces', () => {
    const span = {
      sign: '*' as const,
      family: null,
      weight: 900,
      stretch: null,
      colour: '#ff0000',
      size: 1,
      raise: 0,
    };
    const list = pieces('ab *cd*', 'character', { spans: [span] });
    expect(list.map((piece) => [piece.run.text, piece.run.colour, piece.run.face.weight])).toEqual([
      ['a', null, 400],
      ['b', null, 400],
      ['c', '#ff0000', 900],
      ['d', '#ff0000', 900],
    ]);
    expect(list[2]?.x).toBe(150);
  });
});
