import { describe, expect, test } from '@jest/globals';
import { newColumn, newTable, type Table } from '../show';
import { findRows } from './index';

const kites = newTable('kites', 'Kites', {
  columns: [newColumn('name', 'Name'), newColumn('sign', 'Sign')],
  rows: [
    { id: 'k1', cells: { name: 'Gannet', sign: 'G1' } },
    { id: 'k2', cells: { name: 'Ørn', sign: 'O1' } },
  ],
});
const heats: Table = newTable('heats', 'Heats', {
  columns: [
    newColumn('team', 'Team'),
    newColumn('points', 'Points', 'number'),
    { ...newColumn('kite', 'Kite'), type: 'pick', table: 'kites', shown: 'name', sent: 'sign' } as Table['columns'][number], // prettier-ignore
  ],
  rows: [
    { id: 'r1', cells: { team: 'Skerry', points: '9', kite: 'k2' } },
    { id: 'r2', cells: { team: 'ärla', points: '', kite: '' } },
    { id: 'r3', cells: { team: 'Zeal', points: '10', kite: 'k1' } },
  ],
});
const tables = { kites, heats };
const found = (words: string, sort: { column: string; down: boolean } | null = null, locale = 'en') =>
  findRows(tables, heats, words, sort, locale).map(({ id }) => id);

describe('the rows of a table that are looked for', () => {
  test('have the words in a cell as it is shown, whatever their case', () => {
    expect(found('ZEAL')).toEqual(['r3']);
    expect(found('gann')).toEqual(['r3']);
    expect(found('o1')).toEqual([]);
    expect(found('  ')).toEqual(['r1', 'r2', 'r3']);
  });
  test('stand by a column: numbers by size, what is empty last whichever way, words as their language has them', () => {
    expect(found('', { column: 'points', down: false })).toEqual(['r1', 'r3', 'r2']);
    expect(found('', { column: 'points', down: true })).toEqual(['r3', 'r1', 'r2']);
    expect(found('', { column: 'team', down: false })).toEqual(['r2', 'r1', 'r3']);
    expect(found('', { column: 'team', down: false }, 'sv')).toEqual(['r1', 'r3', 'r2']);
    expect(found('', { column: 'gone', down: false })).toEqual(['r1', 'r2', 'r3']);
  });
});
