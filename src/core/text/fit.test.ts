import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fitText, type TextMeasure, type TextRun, type TextSpec } from './index';

/** Every character half as wide as the size; figures of unlike width, as in proportional figures. */
const measure: TextMeasure = {
  width: (text, face) => [...text].reduce((sum, c) => sum + (c === '1' ? 0.3 : 0.5) * face.size, 0),
  metrics: (face) => ({ ascent: face.size * 0.9, descent: face.size * 0.3 }),
};
const spec = (change: Partial<TextSpec> = {}): TextSpec => ({
  text: 'Ida Marsh',
  face: { family: 'Archivo', weight: 700, stretch: 100, size: 40 },
  tracking: 0,
  leading: 1,
  align: 'left',
  vertical: 'top',
  letters: 'as-typed',
  direction: 'auto',
  maxLines: 0,
  spans: [],
  fit: 'shrink',
  minScale: 0.5,
  evenFigures: false,
  ...change,
});
const box = { x: 100, y: 200, w: 400, h: 100 };

describe('fitting a line into its box', () => {
  test('words that fit keep their size and take only the room they need', () => {
    expect(fitText(spec(), box, measure)).toMatchObject({
      w: 180,
      h: 48,
      x: 100,
      y: 200,
      baseline: 36,
      scale: 1,
      fits: true,
    });
  });
  test('too wide words shrink to the width, on the same baseline', () => {
    const layout = fitText(spec({ text: 'x'.repeat(30) }), box, measure);
    expect(layout.w).toBeCloseTo(400);
    expect(layout.face.size).toBeCloseTo(40 * (400 / 600));
    expect([layout.baseline, layout.h]).toEqual([36, 48]);
  });
  test('never below the smallest size; then it is said that they do not fit', () => {
    const layout = fitText(spec({ text: 'x'.repeat(60) }), box, measure);
    expect([layout.scale, layout.fits, layout.w]).toEqual([0.5, false, 600]);
  });
  test('as is: nothing shrinks, and what does not fit is said', () => {
    expect(fitText(spec({ text: 'x'.repeat(30), fit: 'as-is' }), box, measure)).toMatchObject({
      w: 600,
      scale: 1,
      fits: false,
    });
  });
  test('alignment places the words, not the box', () => {
    expect(fitText(spec({ align: 'right' }), box, measure).x).toBe(320);
    expect(fitText(spec({ align: 'centre' }), box, measure).x).toBe(210);
    expect(fitText(spec({ vertical: 'middle' }), box, measure).y).toBe(226);
    expect(fitText(spec({ vertical: 'bottom' }), box, measure).y).toBe(252);
  });
  test('capitals, line breaks and tracking', () => {
    expect(fitText(spec({ text: 'one\ntwo', letters: 'upper' }), box, measure).lines).toEqual([
      { text: 'ONE TWO', x: 0, runs: null },
    ]);
    // Tracking stands between characters as people count them: a flag is one.
    expect(fitText(spec({ text: 'ab🇳🇴', tracking: 100 }), box, measure).w).toBeCloseTo(4 * 20 + 2 * 4);
  });
  test('even figures: a clock is as wide at 11:11 as at 00:00', () => {
    const width = (text: string): number => fitText(spec({ text, evenFigures: true }), box, measure).w;
    expect(width('11:11')).toBe(width('00:00'));
  });
  test('squeezed words keep their height and lose width', () => {
    const layout = fitText(spec({ text: 'x'.repeat(25), fit: 'squeeze' }), box, measure);
    expect([layout.squeeze, layout.w, layout.face.size, layout.fits]).toEqual([0.8, 400, 40, true]);
  });
  test('clipped words end at the box, and are said not to fit', () => {
    expect(fitText(spec({ text: 'x'.repeat(25), fit: 'clip' }), box, measure)).toMatchObject({
      w: 400,
      scale: 1,
      fits: false,
    });
  });
  test('wrapped words run on at the boundaries of words, then shrink until all lines are in the box', () => {
    const two = fitText(spec({ text: 'Kite and Windvane Society', fit: 'wrap' }), box, measure);
    expect(two.lines.map((line) => line.text)).toEqual(['Kite and Windvane', 'Society']);
    expect([two.w, two.h, two.scale, two.fits]).toEqual([340, 96, 1, true]);
    const many = fitText(
      spec({ text: 'The Lower Saltings & Outer Bar Kite and Windvane Society', fit: 'wrap' }),
      box,
      measure,
    );
    expect(many.scale).toBeLessThan(1);
    expect([many.fits, many.w <= 400.5, many.h <= 100.5]).toEqual([true, true, true]);
    // Nothing is lost or doubled on the way.
    expect(many.lines.map((line) => line.text).join(' ')).toBe(
      'The Lower Saltings & Outer Bar Kite and Windvane Society',
    );
  });
  test('lines that were typed stay lines; signs stay with their words; scripts without spaces break anywhere', () => {
    const lines = (text: string, w = 400) =>
      fitText(spec({ text, fit: 'wrap', minScale: 1 }), { ...box, w }, measure).lines.map(
        (line) => line.text,
      );
    expect(lines('one\ntwo')).toEqual(['one', 'two']);
    expect(lines('Well, well (really).', 160)).toEqual(['Well,', 'well', '(really).']);
    expect(lines('浜辺の凧あげ大会', 100).length).toBeGreaterThan(1);
    expect(
      fitText(spec({ text: 'a bb', fit: 'wrap', minScale: 1, align: 'right' }), { ...box, w: 50 }, measure)
        .lines,
    ).toEqual([
      { text: 'a', x: 20, runs: null },
      { text: 'bb', x: 0, runs: null },
    ]);
  });
  test('whatever the words, a shrinking line is in its box or at its smallest', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 120 }), fc.integer({ min: 1, max: 2000 }), (text, w) => {
        const layout = fitText(spec({ text }), { ...box, w }, measure);
        expect(layout.fits ? layout.w <= w + 0.5 : layout.scale === 0.5).toBe(true);
      }),
    );
  });
});

describe('spans', () => {
  const span = (sign: string, change: object = {}) => ({
    sign,
    family: null,
    weight: null,
    stretch: null,
    colour: null,
    size: 1,
    raise: 0,
    ...change,
  });
  const runs = (text: string, change: Partial<TextSpec> = {}) => {
    const layout = fitText(
      spec({
        text,
        spans: [span('*', { weight: 900, size: 2 }), span('_', { colour: '#ff0000' })],
        ...change,
      }),
      box,
      measure,
    );
    return layout.lines.flatMap((line): (Partial<TextRun> & { text: string })[] => [
      ...(line.runs ?? [line]),
    ]);
  };
  test('words between signs take their span’s style, follow one another, and the signs are gone', () => {
    expect(runs('Round *3* of _5_')).toMatchObject([
      { text: 'Round ', x: 0, face: { weight: 700, size: 40 } },
      { text: '3', x: 120, face: { weight: 900, size: 80 } },
      { text: ' of ', x: 160, colour: null },
      { text: '5', x: 240, colour: '#ff0000' },
    ]);
  });
  test('a sign without its fellow, or beside a space, is a letter', () => {
    expect(runs('2 * 3 * 4')).toMatchObject([{ text: '2 * 3 * 4' }]);
    expect(runs('a*b')).toMatchObject([{ text: 'a*b' }]);
    expect(runs('*a*', { spans: [] })).toMatchObject([{ text: '*a*' }]);
  });
  test('larger words count in the width, and all shrink together', () => {
    const layout = fitText(spec({ text: '*xxxxxxxxxxxx*', spans: [span('*', { size: 2 })] }), box, measure);
    expect(layout.w).toBeCloseTo(400);
    expect(layout.lines[0]?.runs?.[0]?.face.size).toBeCloseTo(80 * (400 / 480));
  });
  test('a span goes on over the end of a wrapped line', () => {
    const found = runs('*Kite and Windvane Society*', {
      fit: 'wrap',
      minScale: 1,
      spans: [span('*', { weight: 900 })],
    });
    expect(found.map((run) => run.text)).toEqual(['Kite and Windvane', 'Society']);
    expect(found).toMatchObject([{ face: { weight: 900 } }, { face: { weight: 900 } }]);
  });
  test('in a line from right to left the first words stand right', () => {
    const found = runs('مرحبا *بكم*', { spans: [span('*', { weight: 900 })] });
    expect(found.map((run) => run.text)).toEqual(['بكم', 'مرحبا ']);
  });
});

describe('case, direction, figures, lines', () => {
  const words = (letters: TextSpec['letters'], text: string): string =>
    fitText(spec({ text, letters }), box, measure).lines[0]?.text ?? '';
  test('each word gets its capital, whatever letters and apostrophes it has', () => {
    expect(words('title', 'the lower saltings’ club, élan & o’hara')).toBe(
      'The Lower Saltings’ Club, Élan & O’hara',
    );
    expect(words('lower', 'ÅRE GANNET')).toBe('åre gannet');
    expect(words('upper', 'straße')).toBe('STRASSE');
  });
  test('small capitals are the face’s, not the words’', () => {
    const layout = fitText(spec({ text: 'Ida', letters: 'small-caps' }), box, measure);
    expect([layout.lines[0]?.text, layout.face.smallCaps]).toEqual(['Ida', true]);
  });
  test('a line runs as its first letter does, unless told otherwise', () => {
    const direction = (text: string, change: Partial<TextSpec> = {}) =>
      fitText(spec({ text, ...change }), box, measure).direction;
    expect(['2026 مرحبا', 'מועדון', 'Ida مرحبا', '123 !'].map((text) => direction(text))).toEqual([
      'rtl',
      'rtl',
      'ltr',
      'ltr',
    ]);
    expect(direction('Ida', { direction: 'rtl' })).toBe('rtl');
  });
  test('figures in columns leave the words between them whole, as shaped scripts need', () => {
    const seen: string[] = [];
    const listening: TextMeasure = {
      ...measure,
      width: (text, face) => (seen.push(text), measure.width(text, face)),
    };
    fitText(spec({ text: 'شوط 12', evenFigures: true }), box, listening);
    expect(seen).toContain('شوط ');
  });
  test('no more lines than allowed: the words shrink until they fit in so many', () => {
    const tall = { ...box, h: 400 };
    const text = 'The Lower Saltings & Outer Bar Kite and Windvane Society';
    const lines = (maxLines: number) =>
      fitText(spec({ text, fit: 'wrap', maxLines, minScale: 0.1 }), tall, measure);
    expect(lines(0).lines.length).toBeGreaterThan(2);
    expect([lines(2).lines.length, lines(2).fits]).toEqual([2, true]);
    expect(lines(2).scale).toBeLessThan(lines(0).scale);
  });
});
