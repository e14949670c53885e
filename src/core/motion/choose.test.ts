import { expect, test } from '@jest/globals';
import { makeList, newChange, type ChangeRule, type RowList } from '../show';
import { changedFields, chooseChange } from './index';

const list = (...rows: [string, number | null][]): RowList => {
  const made = makeList(
    'Rows',
    [{ key: 'points', name: 'Points', type: 'number' }],
    rows.map(([key, points]) => ({ key, cells: [points] })),
  );
  if ('code' in made) throw new Error(made.message);
  return made.list;
};
const template = (...when: ChangeRule[]) => ({
  ties: [],
  elements: {},
  fields: [],
  bindings: [{ id: 'b', name: 'B', from: { kind: 'rows' as const, data: 't' }, steps: [] }],
  changes: [newChange('c', 'C', { when })],
});
const runs = (rule: ChangeRule, from: RowList, to: RowList): boolean =>
  chooseChange(template(rule), { b: from }, { b: to }) !== null;

const was = list(['a', 1], ['b', 2], ['c', null]);
test.each([
  ['a row came', { is: 'row-came', field: 'b' }, list(['a', 1], ['b', 2], ['c', null], ['d', 0])],
  ['a row left', { is: 'row-left', field: 'b' }, list(['a', 1], ['b', 2])],
  ['the order of those that stayed changed', { is: 'reordered', field: 'b' }, list(['d', 5], ['b', 2], ['a', 1])],
  ['a column rose', { is: 'rose', field: 'b', column: 'Points' }, list(['a', 3], ['b', 2], ['c', null])],
  ['a column fell', { is: 'fell', field: 'b', column: 'points' }, list(['a', 1], ['b', 1], ['c', null])],
] as const)('a Change runs when %s, and not for another difference', (_words, rule, to) => {
  const cases = {
    'row-came': list(['a', 1], ['b', 2], ['c', null], ['z', 9]),
    'row-left': list(['a', 1], ['b', 2]),
    reordered: list(['b', 2], ['a', 1], ['c', null]),
    rose: list(['a', 9], ['b', 2], ['c', null]),
    fell: list(['a', 0], ['b', 2], ['c', null]),
  };
  expect(runs(rule, was, to)).toBe(true);
  for (const [is, other] of Object.entries(cases)) expect(runs(rule, was, other)).toBe(is === rule.is);
}); // prettier-ignore

test('a number that comes where there was none neither rises nor falls', () => {
  const to = list(['a', 1], ['b', 2], ['c', 5]);
  expect(runs({ is: 'rose', field: 'b', column: 'points' }, was, to)).toBe(false);
  expect(runs({ is: 'changed', field: 'b' }, was, to)).toBe(true);
});

test('the same rows, made anew, are no change', () => {
  expect(changedFields(template(), { b: was }, { b: structuredClone(was) }).size).toBe(0);
});
