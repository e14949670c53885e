import { expect, test } from '@jest/globals';
import { withInsets } from './index';
import { Resolver } from './resolver';
import {
  insetValues,
  newElement,
  newTable,
  newTemplate,
  newTextField,
  newTie,
  type Show,
  type Template,
} from '../show';

const winds = {
  ...newTable('winds', 'Winds'),
  columns: [
    { id: 'place', name: 'Place', type: 'text' },
    { id: 'speed', name: 'Speed', type: 'number' },
  ],
  rows: [
    { id: 'r1', cells: { place: 'Pier', speed: 24 } },
    { id: 'r2', cells: { place: 'Beach', speed: 31 } },
  ],
} as unknown as Show['tables'][string];

/** The wind at a place, which is a field; its words are made of both. */
const panel: Template = newTemplate('p', 'Wind', {
  elements: {
    words: newElement('text', 'words', 'Words', {}),
    speed: newElement('text', 'speed', 'Speed', {}),
  },
  order: ['words', 'speed'],
  fields: [newTextField('at', 'Place', 'Pier'), newTextField('knots', 'Knots', '0')],
  bindings: [
    {
      id: 'b',
      name: 'Wind there',
      from: {
        kind: 'cell',
        data: 'winds',
        row: { by: 'name', column: 'Place', is: { from: 'at' } },
        column: 'Speed',
        take: 'value',
      },
      steps: [],
    },
    { id: 'w', name: 'Line', from: { kind: 'words', text: '{Place}: {Wind there} kt' }, steps: [] },
  ],
  bound: { knots: 'b' },
  ties: [newTie('words', 'text', 'w'), newTie('speed', 'text', 'knots')],
});

const outer = newTemplate('outer', 'Opener', {
  elements: {
    own: newElement('inset', 'own', 'As it is', { template: 'p' }),
    said: newElement('inset', 'said', 'Said', { template: 'p', values: { at: 'Beach' } }),
    passed: newElement('inset', 'passed', 'Passed', { template: 'p' }),
  },
  order: ['own', 'said', 'passed'],
  fields: [newTextField('f', 'Where', 'Beach')],
  ties: [newTie('passed', 'values.at', 'f')],
});

function resolved(template: Template, typed = {}) {
  const resolver = new Resolver();
  resolver.setShow({ locale: 'en', tables: { winds }, views: {}, assets: {}, sources: {} });
  return resolver.resolve({ template, typed, row: null });
}

test('what insets bind comes under their names: by their own fields, what is said of them, and what passes through', () => {
  const { values, problems } = resolved(withInsets(outer, { p: panel }));
  expect(problems).toEqual([]);
  expect(values).toMatchObject({
    'own/w': 'Pier: 24 kt',
    'own/b': 24,
    'said/w': 'Beach: 31 kt',
    'passed/w': 'Beach: 31 kt',
  });
  expect(resolved(withInsets(outer, { p: panel }), { f: 'Pier' }).values['passed/b']).toBe(24);
  // Each inset is filled with what stands under its name.
  const inset = outer.elements['said'];
  if (inset?.kind !== 'inset') throw new Error('no inset');
  expect(insetValues(panel, inset.values, 'said', values)).toMatchObject({ at: 'Beach', knots: '31', w: 'Beach: 31 kt' }); // prettier-ignore
});

test('also through a template between, and templates that bind nothing stay themselves', () => {
  const between = newTemplate('m', 'Between', {
    elements: { inner: newElement('inset', 'inner', 'Inner', { template: 'p', values: { at: 'Beach' } }) },
    order: ['inner'],
  });
  const top = newTemplate('top', 'Top', {
    elements: { one: newElement('inset', 'one', 'One', { template: 'm' }) },
    order: ['one'],
  });
  expect(resolved(withInsets(top, { m: between, p: panel })).values).toMatchObject({
    'one/inner/w': 'Beach: 31 kt',
  });
  const plain = newTemplate('x', 'Plain', {});
  expect(withInsets(plain, { p: panel })).toBe(plain);
  // One that would stand in itself ends.
  const round = { ...between, elements: { inner: newElement('inset', 'inner', 'Inner', { template: 'm' }) } };
  expect(withInsets(round, { m: round })).toBe(round);
});
