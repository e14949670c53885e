import { expect, test } from '@jest/globals';
import type { ScalarType } from '../source';
import {
  emptyList,
  makeList,
  newElement,
  newShow,
  newTemplate,
  pictureInSet,
  templateReferences,
  usualLanes,
  type RowList,
  type RowsToTake,
  type Show,
} from '../show';
import { picturesOfRows, rolesOf, usualLooks } from './index';

const listOf = (columns: readonly (readonly [string, ScalarType])[], rows: readonly (readonly (string | number | null)[])[]): RowList => {
  const made = makeList('Rows', columns.map(([name, type]) => ({ key: name, name, type })), rows.map((cells, i) => ({ key: `k${i}`, cells })));
  if ('code' in made) throw new Error(made.message);
  return made.list;
}; // prettier-ignore
const standings = listOf(
  [['Code', 'text'], ['Place', 'number'], ['Club', 'text'], ['Team', 'text'], ['Flights', 'number'], ['Score', 'number'], ['Was', 'number']],
  [['SKE', 1, 'Skerry', 'Skerry Flyers', 9, 87.4, 2], ['OX', 2, 'Skerry', 'Ox', 9, 84.05, null]],
); // prettier-ignore
const show = (): Show => {
  const made = newShow('s', 'Show', [
    {
      id: 'main',
      name: 'Main',
      format: { width: 1920, height: 1080, rate: 50 },
      lanes: usualLanes(),
    },
  ]);
  const asset = 'a'.repeat(64);
  made.look.sets.push({ id: 'flags', name: 'Flags', pictures: ['ske', 'ox.svg'].map((name) => ({ name, asset })) }); // prettier-ignore
  return made;
};
const take = (list: RowList): RowsToTake => ({ data: 'd', name: 'Standings', columns: list.columns });

test('columns are taken for what their names, types and cells say they are', () => {
  const roles = rolesOf(show(), standings.columns, standings);
  expect([roles.name, roles.place, roles.before].map((column) => column?.name)).toEqual(['Team', 'Place', 'Was']); // prettier-ignore
  expect(roles.figures.map(({ name }) => name)).toEqual(['Score', 'Flights']);
  expect(roles.picture).toMatchObject({ column: { name: 'Code' }, set: 'flags' });
  expect(roles.words.map(({ name }) => name)).toEqual(['Club']);
});

test('a picture of a set is found whatever its case and ending; what it lacks is not', () => {
  const [set] = show().look.sets;
  if (!set) throw new Error('no set');
  expect(['SKE', ' ox ', 'Ox.png', 'dun'].map((name) => pictureInSet(set, name) !== null)).toEqual([true, true, true, false]); // prettier-ignore
});

test('every picture of some rows is whole: bound, told apart by their name, and moving', () => {
  let next = 0;
  for (const list of [
    standings,
    listOf([['Headline', 'text']], [['High water']]),
    listOf([['A', 'number']], [[1]]),
  ])
    // prettier-ignore
    for (const picture of picturesOfRows(show(), newTemplate('t', 'T'), take(list), list)) {
      const template = newTemplate('t', 'T');
      const made = picture.add(template, () => `n${(next += 1)}`);
      expect(templateReferences(template)).toEqual([]);
      expect(template.ties.some(({ element, property }) => element === made && property === 'list')).toBe(true); // prettier-ignore
      expect(template.bindings[0]?.steps.map(({ kind }) => kind)).toContain('key-rows');
      expect(template.phases.enter.tracks.length * template.phases.exit.tracks.length).toBeGreaterThan(0);
    }
});

test('rows of which more come than fit turn their pages; without any column there is nothing to show', () => {
  const many = listOf([['Team', 'text'], ['Score', 'number']], Array.from({ length: 40 }, (_, i) => [`Team ${i}`, i])); // prettier-ignore
  const template = newTemplate('t', 'T');
  const [first] = picturesOfRows(show(), template, take(many), many);
  let next = 0;
  first?.add(template, () => `n${(next += 1)}`);
  expect(Object.values(template.elements)[0]).toMatchObject({ kind: 'table', turns: 'by-time' });
  expect(template.fields).toMatchObject([{ kind: 'number', min: 1 }]);
  expect(picturesOfRows(show(), template, take(emptyList), emptyList)).toEqual([]);
});

test('looks are those that the show has most, and words can be read on their plate', () => {
  const made = show();
  expect(usualLooks(made, null)).toMatchObject({ ink: '#f4efe2' });
  const plate = (id: string, fill: string) => newElement('rect', id, id, { w: 900, h: 100, fill });
  const words = newElement('text', 'w', 'W', { colour: '#ffffff', family: 'Fraunces', size: 60 });
  const pale = newElement('text', 'p', 'P', { colour: '#202020', size: 20 });
  made.templates['t'] = newTemplate('t', 'T', {
    elements: { a: plate('a', '#101840'), b: plate('b', '#101840'), c: plate('c', '#f5f5f5'), w: words, p: pale }, // prettier-ignore
    order: ['a', 'b', 'c', 'w', 'p'],
  });
  expect(usualLooks(made, null)).toMatchObject({ plate: '#101840', ink: '#ffffff', name: { family: 'Fraunces' } }); // prettier-ignore
});
