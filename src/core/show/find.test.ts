import { describe, expect, test } from '@jest/globals';
import {
  findInShow,
  newElement,
  newShow,
  newTemplate,
  newTextField,
  newTie,
  replaceInShow,
  usualLanes,
  valuesInShow,
  type FindQuery,
  type Show,
} from './index';

function sample(): Show {
  const show = newShow('s', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  show.look.styles['sea'] = { id: 'sea', name: 'Sea', kind: 'colour', value: '#0B2730' };
  show.look.palettes = [{ id: 'p', name: 'Night', colours: { sea: '#0b2730' } }];
  show.templates['t'] = newTemplate('t', 'One', {
    elements: {
      bar: newElement('rect', 'bar', 'Bar', {
        fill: {
          kind: 'linear',
          angle: 0,
          stops: [
            { at: 0, colour: '#0b2730' },
            { at: 1, colour: '#ffffff' },
          ],
        },
      }),
      words: newElement('text', 'words', 'Words', {
        text: 'Kite fair: the kites rise',
        family: 'Fraunces',
        colour: '#0b2730',
      }),
      // What the field decides is found at the field, and nowhere else.
      title: newElement('text', 'title', 'Title', { text: 'Kite of old' }),
    },
    order: ['bar', 'words', 'title'],
    fields: [
      newTextField('f', 'Line', 'A kite, a Kite'),
      { id: 'c', kind: 'colour', name: 'Club', group: '', help: '', default: '#0b2730' },
    ],
    ties: [newTie('title', 'text', 'f')],
  });
  show.cards['1'] = { id: '1', number: '4.5', template: 't', values: { f: 'Kiteless', c: '#0b2730' } };
  return show;
}
const query = (change: Partial<FindQuery>): FindQuery => ({
  what: 'words',
  find: '',
  isExactCase: false,
  isWholeWord: false,
  ...change,
});

describe('words over a whole show', () => {
  test('are found in texts, defaults and cards, with the place in words', () => {
    expect(findInShow(sample(), query({ find: 'kite' })).map((found) => found.place)).toEqual([
      'One › Words',
      'One › field Line',
      'Card 4.5 › Line',
    ]);
    expect(findInShow(sample(), query({ find: 'kite', isWholeWord: true }))).toHaveLength(2);
    expect(findInShow(sample(), query({ find: 'kite', isWholeWord: true, isExactCase: true }))).toMatchObject(
      [{ place: 'One › field Line', element: null }],
    );
    expect(findInShow(sample(), query({ find: '' }))).toEqual([]);
  });
  test('are replaced every time they stand, and signs mean themselves', () => {
    const show = sample();
    expect(replaceInShow(show, query({ find: 'kite', isWholeWord: true }), 'drake $1')).toBe(2);
    expect(show.templates['t']?.fields[0]?.default).toBe('A drake $1, a drake $1');
    expect(show.templates['t']?.elements['words']).toMatchObject({ text: 'drake $1 fair: the kites rise' });
    expect(show.cards['1']?.values['f']).toBe('Kiteless');
    expect(findInShow(show, query({ find: '.*' }))).toEqual([]);
  });
});

describe('colours and fonts over a whole show', () => {
  test('a colour is replaced in fills, stops, defaults, cards, styles and palettes, whatever its letters', () => {
    const show = sample();
    expect(findInShow(show, query({ what: 'colours', find: '#0b2730' }))).toHaveLength(6);
    expect(replaceInShow(show, query({ what: 'colours', find: '#0B2730' }), '#aa0000')).toBe(6);
    expect(JSON.stringify(show).toLowerCase()).not.toContain('#0b2730');
  });
  test('what there is, most used first', () => {
    expect(valuesInShow(sample(), 'colours')[0]).toEqual({ value: '#0b2730', count: 6 });
    expect(valuesInShow(sample(), 'fonts')).toEqual([
      { value: 'Fraunces', count: 1 },
      { value: 'Archivo', count: 1 },
    ]);
  });
  test('a font is replaced in texts', () => {
    const show = sample();
    expect(replaceInShow(show, query({ what: 'fonts', find: 'Fraunces' }), 'Archivo')).toBe(1);
    expect(show.templates['t']?.elements['words']).toMatchObject({ family: 'Archivo' });
  });
});
