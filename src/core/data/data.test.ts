import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { newElement, type Field, type Table, type Template, newTemplate, openText, newAsset } from '../show';
import { decodeText, extremeValues, fillFromRow, matchColumns, readCsv, sameName } from './index';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
let ids = 0;
const newId = (): string => `id${(ids += 1)}`;
const read = (
  bytes: Uint8Array,
  name = 'people.csv',
): { rows: string[][]; columns: string[]; notes: string[] } | string => {
  const result = readCsv(bytes, name, newId);
  if ('problem' in result) return result.problem.code;
  const { table, notes } = result;
  return {
    columns: table.columns.map((c) => c.name),
    rows: table.rows.map((r) => table.columns.map((c) => r.cells[c.id] ?? '')),
    notes,
  };
};

describe('text files', () => {
  test('with and without marks, in the encodings that sheets are saved in', () => {
    expect(decodeText(utf8('Lúcia')).text).toBe('Lúcia');
    expect(decodeText(Uint8Array.of(0xef, 0xbb, 0xbf, 0x41))).toEqual({ text: 'A', encoding: 'utf-8' });
    expect(decodeText(Uint8Array.of(0xff, 0xfe, 0x41, 0, 0xfa, 0))).toEqual({
      text: 'Aú',
      encoding: 'utf-16le',
    });
    expect(decodeText(Uint8Array.of(0xfe, 0xff, 0, 0x41))).toEqual({ text: 'A', encoding: 'utf-16be' });
    expect(decodeText(Uint8Array.of(0x4c, 0xfa))).toEqual({ text: 'Lú', encoding: 'windows-1252' });
  });
});

describe('CSV', () => {
  test('quotes, line breaks in cells, empty lines, any usual separator', () => {
    expect(
      read(utf8('Name,Role\r\n"Osei, Maren","says ""hello""\ntwice"\r\n\r\nOx,Pilot\r\n')),
    ).toMatchObject({
      columns: ['Name', 'Role'],
      rows: [
        ['Osei, Maren', 'says "hello"\ntwice'],
        ['Ox', 'Pilot'],
      ],
    });
    for (const separator of [';', '\t', '|']) {
      expect(read(utf8(`Name${separator}Role\nIda${separator}Host\nOx${separator}Pilot`))).toMatchObject({
        columns: ['Name', 'Role'],
        rows: [
          ['Ida', 'Host'],
          ['Ox', 'Pilot'],
        ],
      });
    }
  });
  test('ragged rows keep all that is in them, and it is said', () => {
    expect(read(utf8('A,B\n1\n1,2,3\n'))).toEqual({
      columns: ['A', 'B', 'Column 3'],
      rows: [
        ['1', '', ''],
        ['1', '2', '3'],
      ],
      notes: ['Some rows have 3 cells; the first line names 2 columns.'],
    });
  });
  test('columns named alike or not at all get names of their own', () => {
    expect(read(utf8('Name,name,,\na,b,c,d'))).toMatchObject({
      columns: ['Name', 'name 2', 'Column 3', 'Column 4'],
    });
  });
  test('what is no table is told apart', () => {
    expect(read(utf8(''))).toBe('no-rows');
    expect(read(utf8('Name,Role\n'))).toBe('no-rows');
    expect(read(Uint8Array.of(0x50, 0x4b, 3, 4, 0, 0, 0, 8))).toBe('not-text');
    expect(read(utf8('Name,Role\n"Ida,Host\nOx,Pilot'))).toBe('bad-quotes');
  });
  test('any cells come back as they were written', () => {
    const cell = fc.string({ unit: 'grapheme', maxLength: 12 }).filter((s) => !s.includes('\u0000'));
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constant('x'), cell, cell), { minLength: 2, maxLength: 12 }),
        (rows) => {
          // A first column that is never empty keeps rows from being taken for blank lines.
          const text = Papa.unparse([['a', 'b', 'c'], ...rows], { newline: '\n', quotes: true });
          expect(read(utf8(text))).toMatchObject({ rows: rows.map((row) => [...row]) });
        },
      ),
      { numRuns: 80 },
    );
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
  columns: columns.map((name, i) => ({ id: `c${i}`, name })),
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
      { field: 'n', column: 'c1' },
      { field: 'c', column: 'c0' },
      { field: 'x', column: null },
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
  });
});
