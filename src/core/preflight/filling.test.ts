import { describe, expect, test } from '@jest/globals';
import { letTurn, newElement, type Element, type Template, newTemplate, newTextField, newTie } from '../show';
import type { TextMeasure } from '../text';
import { checkFilling } from './index';

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
function template(...elements: Element[]): Template {
  return newTemplate('t', 'T', {
    elements: Object.fromEntries(elements.map((e) => [e.id, e])),
    order: elements.map((e) => e.id),
    fields: [newTextField('f', 'Name', 'Ida')],
    ties: [newTie('name', 'text', 'f')],
  });
}
const name = (fit: 'shrink' | 'clip' | 'as-is'): Element =>
  newElement('text', 'name', 'Name', { x: 200, y: 900, w: 400, h: 60, size: 40, fit, minScale: 0.5 });
const codes = (t: Template, words: string, pictures: string[] = []): string[] =>
  checkFilling(t, { f: words }, measure, new Set(pictures)).map((f) => `${f.code} ${f.message}`);

describe('what breaks in a filling', () => {
  test('words that fit break nothing; then they shrink much; then they do not fit', () => {
    const t = template(name('shrink'));
    expect(codes(t, 'Ida Marsh')).toEqual([]);
    expect(codes(t, 'x'.repeat(36))).toEqual(['small Name shrinks to 56 % of its size']);
    expect(codes(t, 'x'.repeat(50))).toEqual(['overflow Name does not fit its box even at its smallest']);
  });
  test('words that run off the picture are told of before all else that is wrong with their place', () => {
    const t = template(newElement('text', 'name', 'Name', { x: 1700, y: 900, w: 900, h: 60, size: 40 }));
    expect(codes(t, 'Ida Marsh-Whitterstone of the Bar')).toEqual(['off Name runs off the picture']);
  });
  test('each way of fitting is told in its own words', () => {
    expect(codes(template(name('clip')), 'x'.repeat(30))).toEqual(['overflow Name is cut off at its box']);
    expect(codes(template(name('as-is')), 'x'.repeat(30))).toEqual(['overflow Name is wider than its box']);
  });
  test('what reaches out of the safe area, but not what covers the canvas, nor what is hidden or empty', () => {
    const out = newElement('rect', 'r', 'Bar', { x: 10, y: 500, w: 100, h: 50 });
    const full = newElement('rect', 'b', 'Back', { x: 0, y: 0, w: 1920, h: 1080 });
    expect(codes(template(name('shrink'), out, full), 'Ida')).toEqual([
      'unsafe Bar reaches out of the graphics safe area',
    ]);
    expect(codes(template(name('shrink'), { ...out, hidden: true }), '')).toEqual([]);
  });
  test('pictures that are empty, or that the show lacks', () => {
    const id = 'a'.repeat(64);
    const picture = newElement('picture', 'p', 'Flag', { x: 200, y: 200, w: 100, h: 100, asset: id });
    expect(codes(template(picture), 'Ida')).toEqual([
      'missing-picture Flag has a picture that this show lacks',
    ]);
    expect(codes(template(picture), 'Ida', [id])).toEqual([]);
    expect(codes(template({ ...picture, asset: null }), 'Ida')).toEqual([
      'missing-picture Flag has no picture',
    ]);
  });
  test('a table that is to turn its pages, and has no page that can be turned', () => {
    const t = template(newElement('table', 'rows', 'Places', { x: 200, y: 200, w: 400, turns: 'by-time' }));
    const wanted = 'Places is to turn its pages and stands at one';
    expect(codes(t, '').some((words) => words.includes(wanted))).toBe(true);
    letTurn(t, 'rows', 'by-time', () => 'page');
    expect(codes(t, '').some((words) => words.includes(wanted))).toBe(false);
  });
});
