import { describe, expect, test } from '@jest/globals';
import {
  newColumn,
  newElement,
  type Field,
  type Table,
  type Template,
  newTemplate,
  openText,
  newAsset,
} from '../show';
import { extremeValues, fillFromRow, matchColumns, readCsv, sameName } from './index';

let ids = 0;
const newId = (): string => `id${(ids += 1)}`;

describe('a file as a table of the show', () => {
  test('columns named alike or not at all get names of their own, types are guessed, cells stay as they were written', () => {
    const read = readCsv('Name,name,,Score\r\nLúcia,"b, c",,9\r\nOx,,x,8.5', 'kites/people.csv', newId);
    if ('problem' in read) throw new Error(read.problem.message);
    const { table } = read;
    expect([table.name, table.columns.map((c) => [c.name, c.type])]).toEqual([
      'people',
      [
        ['Name', 'text'],
        ['name 2', 'text'],
        ['Column 3', 'text'],
        ['Score', 'number'],
      ],
    ]);
    expect(table.rows.map((r) => table.columns.map((c) => r.cells[c.id]))).toEqual([
      ['Lúcia', 'b, c', '', '9'],
      ['Ox', '', 'x', '8.5'],
    ]);
    expect(readCsv('Name\n', 'a.csv', newId)).toMatchObject({ problem: { code: 'no-rows' } });
  });
});

const asset = newAsset({
  id: 'a'.repeat(64),
  name: 'Skerry flag.svg',
  type: 'image/svg+xml' as const,
  bytes: 1,
  width: 1,
  height: 1,
});
const field = (id: string, name: string, rest: Partial<Field> = {}): Field =>
  ({ id, name, group: '', help: '', kind: 'text', default: '', ...openText, ...rest }) as Field;
const template = (fields: Field[]): Template =>
  newTemplate('t', 'T', { elements: { e: newElement('text', 'e', 'E') }, order: ['e'], fields });
const table = (columns: string[], ...rows: string[][]): Table => ({
  id: 'tab',
  name: 'Tab',
  flow: 'at-once',
  typing: null,
  columns: columns.map((name, i) => newColumn(`c${i}`, name)),
  rows: rows.map((cells, r) => ({
    id: `r${r}`,
    cells: Object.fromEntries(cells.map((cell, i) => [`c${i}`, cell])),
  })),
});

describe('columns and fields', () => {
  test('match by name, whatever the case, accents, spaces and order', () => {
    expect(['ROLE', ' rôle ', 'Ro-le'].every((name) => sameName(name, 'Role'))).toBe(true);
    expect(sameName('名前', '役割')).toBe(false);
    const t = template([field('n', 'Name'), field('c', 'Chip colour'), field('x', 'Nickname')]);
    expect(matchColumns(t, table(['chip_colour', 'NAME', 'name']))).toEqual([
      { field: 'n', column: 'c1', byHand: false },
      { field: 'c', column: 'c0', byHand: false },
      { field: 'x', column: null, byHand: false },
    ]);
  });

  test('a row fills what its fields take; the rest keeps its default and is said', () => {
    const t = template([
      field('n', 'Name', { kind: 'text', maxLength: 8 } as Partial<Field>),
      field('s', 'Score', { kind: 'number', default: 0, min: 0, max: 10 } as Partial<Field>),
      field('p', 'Flag', { kind: 'picture', default: null } as Partial<Field>),
    ]);
    const data = table(
      ['Name', 'Score', 'Flag'],
      ['Ida', '9.25', 'skerry flag'],
      ['Too long a name', '11', 'nowhere.png'],
      ['Ox', '', ''],
    );
    const fill = (row: number) =>
      fillFromRow(t, data, data.rows[row] as Table['rows'][number], { [asset.id]: asset });
    expect(fill(0)).toEqual({ values: { n: 'Ida', s: 9.25, p: asset.id }, problems: [] });
    expect(fill(1).values).toEqual({});
    expect(fill(1).problems.map((p) => p.code)).toEqual(['too-long', 'out-of-range', 'unknown-picture']);
    expect(fill(2).values).toEqual({ n: 'Ox' });
  });

  test('the shortest and the longest words come from the tables, counted in characters', () => {
    const t = template([
      field('n', 'Name'),
      field('r', 'Role', { maxLength: 4 } as Partial<Field>),
      field('z', 'Zone'),
    ]);
    const tables = {
      tab: table(['Name', 'Role'], ['Ida', 'Presenter'], ['Ox', ''], ['Tobias Fenwick', 'Pilot']),
    };
    expect(extremeValues(t, tables, 'shortest')).toMatchObject({ n: 'Ox', r: 'Pilo' });
    expect(extremeValues(t, tables, 'longest')).toMatchObject({ n: 'Tobias Fenwick', r: 'Pres' });
    // Where no table has words for a field, something stands in.
    expect(String(extremeValues(t, tables, 'longest')['z']).length).toBeGreaterThan(40);
    // A sign of several parts is cut off whole.
    for (const which of ['rtl', 'emoji'] as const) {
      const words = String(extremeValues(t, tables, which)['r']);
      expect([[...words].length <= 4, words !== '']).toEqual([true, true]);
    }
  });
});
