import { describe, expect, test } from '@jest/globals';
import {
  newElement,
  newTemplate,
  newTextField,
  newTie,
  type Field,
  type Look,
  type Template,
  type Tie,
} from '../show';
import { resolveElements } from './resolve';

const look: Look = {
  locale: 'en',
  styles: {
    club: { id: 'club', name: 'Club', kind: 'colour', value: '#112233' },
    sky: {
      id: 'sky',
      name: 'Sky',
      kind: 'gradient',
      value: {
        kind: 'linear',
        angle: 90,
        stops: [
          { at: 0, colour: '@club' },
          { at: 1, colour: '#ffffff' },
        ],
      },
    },
    head: { id: 'head', name: 'Head', kind: 'font', value: 'Fraunces' },
    title: {
      id: 'title',
      name: 'Title',
      kind: 'type',
      value: {
        family: '@head',
        weight: 850,
        stretch: 100,
        size: 90,
        tracking: -10,
        leading: 0.9,
        letters: 'upper',
        figures: 'tabular',
        colour: '@club',
      },
    },
  },
  palettes: [
    { id: 'skerry', name: 'Skerry', colours: { club: '#ff0000' } },
    { id: 'gannet', name: 'Gannet', colours: {} },
  ],
  palette: null,
  sets: [],
  maps: {},
};
const side: Field = {
  id: 'side',
  name: 'Side',
  group: '',
  help: '',
  kind: 'choice',
  default: 'home',
  choices: [
    { value: 'home', label: 'Home', picture: null },
    { value: 'guest', label: 'Guest', picture: null },
  ],
};
const count: Field = {
  id: 'count',
  name: 'Count',
  group: '',
  help: '',
  kind: 'number',
  default: 4,
  min: null,
  max: null,
};
const template = (ties: Tie[] = [], change: Partial<Template> = {}): Template =>
  newTemplate('t', 'T', {
    elements: {
      bar: newElement('rect', 'bar', 'Bar', { fill: '@club' }),
      wash: newElement('rect', 'wash', 'Wash', { fill: '@sky' }),
      head: newElement('text', 'head', 'Head', { typeStyle: 'title', align: 'right' }),
    },
    order: ['bar', 'wash', 'head'],
    fields: [side, count, newTextField('pal', 'Palette', '')],
    ties,
    ...change,
  });

describe('named styles', () => {
  test('a colour, a gradient of named colours and a text style are read where they are named', () => {
    const { bar, wash, head } = resolveElements(template(), {}, look);
    expect(bar).toMatchObject({ fill: '#112233' });
    expect(wash).toMatchObject({ fill: { stops: [{ colour: '#112233' }, { colour: '#ffffff' }] } });
    expect(head).toMatchObject({
      family: 'Fraunces',
      weight: 850,
      letters: 'upper',
      colour: '#112233',
      align: 'right',
    });
  });
  test('a palette swaps the colours it has, everywhere at once; the others stay', () => {
    const red = resolveElements(template(), {}, { ...look, palette: 'skerry' });
    expect([red['bar'], red['head']]).toMatchObject([{ fill: '#ff0000' }, { colour: '#ff0000' }]);
    expect(resolveElements(template(), {}, { ...look, palette: 'gannet' })['bar']).toMatchObject({
      fill: '#112233',
    });
  });
  test('a field may name the palette, by its name; a name that is none leaves the show’s', () => {
    const t = template([], { paletteField: 'pal' });
    expect(resolveElements(t, { pal: ' SKERRY ' }, look)['bar']).toMatchObject({ fill: '#ff0000' });
    expect(resolveElements(t, { pal: 'nobody' }, look)['bar']).toMatchObject({ fill: '#112233' });
  });
  test('what comes out the same is the same element, so that its words are not fitted anew; what differs is another', () => {
    const t = template([], { paletteField: 'pal' });
    const [first, again] = [resolveElements(t, {}, look), resolveElements(t, {}, look)];
    const red = resolveElements(t, { pal: 'skerry' }, look);
    for (const id of ['bar', 'wash', 'head']) expect(again[id]).toBe(first[id]);
    expect(red['head']).not.toBe(first['head']);
    // Values before and after a Change by turns.
    expect(resolveElements(t, {}, look)['head']).toBe(first['head']);
    expect(resolveElements(t, { pal: 'skerry' }, look)['head']).toBe(red['head']);
  });
  test('a style that is gone is a plain grey, never a hole; the template itself is not changed', () => {
    const t = template();
    const before = JSON.stringify(t);
    expect(resolveElements(t, {})['bar']).toMatchObject({ fill: '#808080' });
    expect(JSON.stringify(t)).toBe(before);
  });
});

describe('one field on several properties', () => {
  test('a number goes to each with its own factor and shift', () => {
    const t = template([
      { ...newTie('bar', 'w', 'count'), factor: 100, shift: 20 },
      { ...newTie('wash', 'opacity', 'count'), factor: 0.1 },
    ]);
    const resolved = resolveElements(t, { count: 7 });
    expect(resolved['bar']).toMatchObject({ w: 720 });
    expect(resolved['wash']?.opacity).toBeCloseTo(0.7);
  });
  test('a choice goes through a map to colour, place and whatever else', () => {
    const t = template([
      { ...newTie('bar', 'fill', 'side'), map: { home: '@club', guest: '#00ff00' } },
      { ...newTie('bar', 'x', 'side'), map: { home: 96, guest: 1400 } },
    ]);
    expect(resolveElements(t, {}, look)['bar']).toMatchObject({ fill: '#112233', x: 96 });
    expect(resolveElements(t, { side: 'guest' }, look)['bar']).toMatchObject({ fill: '#00ff00', x: 1400 });
  });
});
