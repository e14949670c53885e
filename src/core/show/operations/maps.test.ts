import { describe, expect, test } from '@jest/globals';
import { keepMap, type Feature } from '../../map';
import { newElement, newShow, newTemplate, usualLanes, type MapElement, type ShowMap } from '../index';
import { addMap, bindRegions, mapUses, regionChanges, tableOfRegions, type RegionsTable } from './maps';

const region = (name: string, at: number, more: object = {}): Feature => ({
  geometry: { kind: 'area', polygons: [[[[at, 0], [at, 9], [at + 9, 9], [at + 9, 0], [at, 0]]]] },
  properties: { name, ...more },
}); // prettier-ignore
const mapOf = (features: readonly Feature[]): ShowMap => {
  const { map } = keepMap([
    { name: 'Districts', role: 'regions', features, nameFrom: 'name', codeFrom: 'code' },
  ]);
  return {
    id: 'bay',
    name: 'Bay',
    space: 'plan',
    projection: null,
    layers: [...map.layers],
    topology: map.topology,
  };
};
const two = mapOf([
  region('West', 0, { code: 'W', people: 40, State: 'wet', mayor: 'Ada' }),
  region('East', 10, { code: 'E', State: 'dry' }),
]);
const wanted = (given: Partial<RegionsTable> = {}): RegionsTable => ({
  name: 'Results',
  properties: [],
  picks: null,
  states: [],
  numbers: [],
  ...given,
});
const ids = (): (() => string) => {
  let n = 0;
  return () => `id-${(n += 1)}`;
};
const sheet = (given: Partial<RegionsTable>): { columns: [string, string][]; rows: string[][] } => {
  const table = tableOfRegions(two, wanted(given), ids());
  return {
    columns: table.columns.map(({ name, type }) => [name, type]),
    rows: table.rows.map(({ cells }) => table.columns.map(({ id }) => String(cells[id] ?? ''))),
  };
};

describe('a table of regions', () => {
  test('has their names and codes, and of their properties those that one ticks', () => {
    expect(sheet({ properties: ['people', 'mayor'] })).toEqual({
      columns: [
        ['Region', 'text'],
        ['Code', 'text'],
        ['people', 'number'],
        ['mayor', 'text'],
      ],
      rows: [
        ['West', 'W', '40', 'Ada'],
        ['East', 'E', '', ''],
      ],
    });
  });

  test('gives no name twice: what is typed keeps its own, a property of the map goes by another', () => {
    const { columns, rows } = sheet({
      properties: ['State'],
      states: ['Declared'],
      numbers: ['Votes', 'votes'],
    });
    expect(columns.map(([name]) => name)).toEqual(['Region', 'Code', 'State 2', 'State', 'Votes', 'votes 2']);
    expect(rows[0]).toEqual(['West', 'W', 'wet', '', '', '']);
  });

  test('fills its map by the colour of what is picked; without picks by classes of a number', () => {
    const filled = (given: Partial<RegionsTable>): MapElement => {
      const template = newTemplate('t', 'T');
      template.elements['m'] = newElement('map', 'm', 'Map', { map: 'bay' });
      bindRegions(template, 'm', tableOfRegions(two, wanted(given), ids()), ids());
      return template.elements['m'] as MapElement;
    };
    const picked = filled({ picks: { table: 'kites', name: 'Kite', shown: 'k', colour: 'c' }, states: ['Declared'] });
    expect(picked).toMatchObject({ fillBy: 'column', columns: { region: 'Region', choice: 'Kite', colour: 'Colour', state: 'State' } });
    expect(filled({ picks: { table: 'kites', name: 'Kite', shown: 'k', colour: null } }).fillBy).toBe('choice');
    const counted = filled({ numbers: ['Turnout'] });
    expect(counted).toMatchObject({ fillBy: 'classes', columns: { value: 'Turnout' } });
  }); // prettier-ignore
});

test('a map brought anew says which regions are gone and which have come; one that only moved is neither', () => {
  const after = mapOf([region('North', 0, { code: 'N' }), region('East', 30, { code: 'E' })]);
  expect(regionChanges(two, after)).toEqual({ gone: ['West'], come: ['North'] });
});

test('a second map of one name goes by another; where a map stands is told by template', () => {
  const show = newShow('s', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  addMap(show, two);
  addMap(show, { ...two, id: 'again' });
  expect(Object.values(show.look.maps).map(({ name }) => name)).toEqual(['Bay', 'Bay 2']);
  const template = newTemplate('t', 'Results by district');
  template.elements['m'] = newElement('map', 'm', 'Map', { map: 'again' });
  show.templates['t'] = template;
  expect([mapUses(show, 'bay'), mapUses(show, 'again')]).toEqual([[], ['Results by district']]);
});
