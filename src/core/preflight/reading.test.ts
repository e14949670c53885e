import { describe, expect, test } from '@jest/globals';
import { newElement, newTemplate, type Element, type Template } from '../show';
import type { TextMeasure } from '../text';
import { readingFindings, readings, readingWords } from './index';

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
const words = (given: Partial<Extract<Element, { kind: 'text' }>> = {}): Element =>
  newElement('text', 'words', 'Name', {
    x: 100,
    y: 100,
    w: 600,
    h: 60,
    text: 'Ida',
    size: 40,
    colour: '#ffffff',
    ...given,
  });
const plate = (fill: string, given: Partial<Extract<Element, { kind: 'rect' }>> = {}): Element =>
  newElement('rect', 'plate', 'Plate', { x: 80, y: 80, w: 640, h: 100, fill, ...given });
const template = (...elements: Element[]): Template =>
  newTemplate('t', 'T', {
    elements: Object.fromEntries(elements.map((e) => [e.id, e])),
    order: elements.map(({ id }) => id),
  });
const read = (...elements: Element[]) => {
  const t = template(...elements);
  const list = readings(t, {}, measure);
  return { first: list[0], codes: readingFindings(list).map(({ code }) => code) };
};

describe('how well words can be read', () => {
  test('white words on nothing cannot be read over white; on a dark plate over both', () => {
    const bare = read(words());
    expect(bare.first?.overWhite).toBeCloseTo(1);
    expect(bare.first?.overBlack).toBeCloseTo(21);
    expect(bare.codes).toEqual(['contrast']);
    const dark = read(plate('#0b2630'), words());
    expect(dark.first?.overWhite).toBeGreaterThan(14);
    expect(dark.codes).toEqual([]);
    expect(readingWords(dark.first as NonNullable<typeof dark.first>)).toMatch(
      /^40 px .* over white, .* over black$/,
    );
  });
  test('a plate that lets the picture through counts as far as it covers; one beside or before the words not at all', () => {
    expect(read(plate('#00000080'), words()).first?.overWhite).toBeLessThan(5);
    expect(read(plate('#000000', { opacity: 0.5 }), words()).first?.overWhite).toBeLessThan(5);
    expect(read(plate('#000000', { x: 900 }), words()).codes).toEqual(['contrast']);
    expect(read(words(), plate('#000000')).codes).toEqual(['contrast']);
    expect(read(plate('#000000', { hidden: true }), words()).codes).toEqual(['contrast']);
  });
  test('of a gradient the worst colour; a shade behind the lines is a plate; on a picture nothing is said', () => {
    const gradient = newElement('rect', 'plate', 'Plate', {
      ...{ x: 80, y: 80, w: 640, h: 100 },
      fill: {
        kind: 'linear',
        angle: 0,
        stops: [
          { at: 0, colour: '#000000' },
          { at: 1, colour: '#eeeeee' },
        ],
      },
    });
    expect(read(gradient, words()).codes).toEqual(['contrast']);
    expect(read(words({ shade: '#000000e0' })).codes).toEqual([]);
    const picture = newElement('picture', 'p', 'P', { x: 0, y: 0, w: 1920, h: 1080 });
    expect(read(picture, words()).first?.overWhite).toBeNull();
    expect(read(picture, plate('#000000'), words()).first?.overWhite).toBeCloseTo(21);
  });
  test('small words are told of by their size at 1080 lines', () => {
    const small = template(plate('#000000'), words({ size: 26 }));
    expect(readingFindings(readings(small, {}, measure)).map(({ message }) => message)).toEqual([
      'Name is 26 px at 1080 lines; below 30 it is hard to read',
    ]);
    const half = { ...small, width: 960, height: 540 };
    expect(readings(half, {}, measure)[0]?.size).toBe(52);
  });
});
