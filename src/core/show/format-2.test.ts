import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { openDocument, type Show } from './index';

interface Old {
  cards: Record<string, unknown>;
  templates: Record<string, { elements: Record<string, object>; fields: unknown[]; ties: unknown[] }>;
}

/** A show as it was kept in format 1. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-1.json', 'utf8')) as Old;
const open = (document: unknown): Show => {
  const opened = openDocument(document);
  if ('problem' in opened) throw new Error(opened.problem.message);
  return opened.show;
};

describe('a show of format 1', () => {
  test('opens whole, and keeps everything it said', () => {
    const show = open(kept);
    const { upper: _, ...before } = kept.templates['flight-card']?.elements['round'] as { upper: boolean };
    expect(show.templates['flight-card']?.elements['round']).toMatchObject(before);
    expect(show.templates['name-line']?.elements['bar']).toMatchObject({
      fill: '#0b2730',
      outlineWidth: 0,
      slantLeft: 0,
      blend: 'normal',
      masks: [],
    });
    expect(Object.keys(show.cards)).toEqual(Object.keys(kept.cards));
    expect(show.look).toEqual({ styles: {}, palettes: [], palette: null, sets: [], maps: {}, locale: 'en' });
  });
  test('capitals become a case; a field that drove them drives the case', () => {
    const document = structuredClone(kept);
    const card = document.templates['flight-card'];
    card?.fields.push({ id: 'f-caps', kind: 'yes-no', name: 'Capitals', group: '', help: '', default: true });
    card?.ties.push({ element: 'team', property: 'upper', field: 'f-caps' });
    const template = open(document).templates['flight-card'];
    expect(template?.elements['round']).toMatchObject({ letters: 'upper' });
    expect(template?.elements['team']).toMatchObject({ letters: 'as-typed' });
    expect(template?.ties.at(-1)).toMatchObject({
      property: 'letters',
      map: { true: 'upper', false: 'as-typed' },
    });
  });
  test('the document that was handed over stays as it was', () => {
    const before = JSON.stringify(kept);
    open(kept);
    expect(JSON.stringify(kept)).toBe(before);
  });
});
