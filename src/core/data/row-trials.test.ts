import { expect, test } from '@jest/globals';
import { makeList, newElement, newTemplate, newTie } from '../show';
import { rowTrials, triedRows, triedRowValues } from './index';

const made = makeList(
  'Teams',
  [{ key: 'team', name: 'Team', type: 'text' }, { key: 'points', name: 'Points', type: 'number' }],
  [{ key: 'a', cells: ['Ox', 3] }, { key: 'b', cells: ['Marram Hill', 2] }, { key: 'c', cells: ['Skerry', 1] }],
); // prettier-ignore
if ('code' in made) throw new Error(made.message);
const { list } = made;

test('rows are tried by their number, with gaps, ties and the longest words; keys stay theirs', () => {
  const counts = rowTrials.map(({ kind }) => triedRows(list, kind, 10).order.length);
  expect(counts).toEqual([0, 1, 2, 10, 41, 3, 3, 3]);
  for (const { kind } of rowTrials) {
    const { order, cells } = triedRows(list, kind, 10);
    expect(new Set(order).size).toBe(order.length);
    expect(order.every((key) => cells[key]?.length === 2)).toBe(true);
  }
  expect(Object.values(triedRows(list, 'ties', 10).cells)).toEqual([['Ox', 3], ['Marram Hill', 3], ['Skerry', 3]]); // prettier-ignore
  expect(Object.values(triedRows(list, 'longest-cells', 10).cells).map(([team]) => team)).toEqual(['Marram Hill', 'Marram Hill', 'Marram Hill']); // prettier-ignore
  const gaps = Object.values(triedRows(list, 'missing', 10).cells);
  expect([0, 1].map((column) => gaps.some((cells) => cells[column] === null))).toEqual([true, true]);
  expect(triedRows({ ...list, order: [], cells: {} }, 'too-many', 10).order).toEqual([]);
});

test('in a template every list that something stands for is tried, by the room that it has', () => {
  const template = newTemplate('t', 'T', {
    elements: { table: newElement('table', 'table', 'Table', { perPage: 4 }) },
    order: ['table'],
    ties: [newTie('table', 'list', 'b')],
  });
  const tried = triedRowValues(template, { b: list, other: list }, 'many');
  expect(Object.keys(tried)).toEqual(['b']);
  expect(tried['b']).toMatchObject({ order: ['a', 'b', 'c', 'a ~2'] });
});
