import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newColumn, newTable, noChecks, type Column, type Table } from '../show';
import { readBytes } from '../source';
import {
  cellProblem,
  cellsToText,
  clearCells,
  fillDown,
  pasteCells,
  replaceRows,
  rowWords,
  sameName,
  cellPatches,
  tableProblems,
  tableToCells,
  tableToCsv,
  textToCells,
} from './index';

let ids = 0;
const newId = (): string => `new${(ids += 1)}`;
const table = (): Table =>
  newTable('t', 'T', {
    columns: [
      newColumn('a', 'Name'),
      newColumn('b', 'Score', 'number'),
      { ...newColumn('c', 'Club'), type: 'follows', pick: 'x', column: 'y' } as Column,
    ],
    rows: ['r1', 'r2', 'r3'].map((id) => ({ id, cells: { a: id.toUpperCase() } })),
  });
const cells = (t: Table): string[] =>
  t.rows.map((row) => t.columns.map((column) => row.cells[column.id] ?? '').join('|'));
const rows = ['r1', 'r2', 'r3'];

describe('cells in', () => {
  test('pasted from a place on, numbers as people write them; rows below are added, columns beyond are left out', () => {
    const t = table();
    expect(
      pasteCells(
        { t },
        t,
        rows,
        { top: 2, left: 0, bottom: 2, right: 0 },
        [
          ['Ox', '9,25', 'Skerry'],
          ['Ida', '8'],
        ],
        newId,
      ),
    ).toEqual({ cells: 4, added: 1 });
    expect(cells(t)).toEqual(['R1||', 'R2||', 'Ox|9.25|', 'Ida|8|']);
  });
  test('one cell fills the range; into filtered rows only those are met', () => {
    const t = table();
    pasteCells({ t }, t, ['r3', 'r1'], { top: 0, left: 0, bottom: 1, right: 1 }, [['7']], newId);
    expect(cells(t)).toEqual(['7|7|', 'R2||', '7|7|']);
  });
  test('filled down and cleared', () => {
    const t = table();
    fillDown(t, rows, { top: 0, left: 0, bottom: 2, right: 0 });
    expect(cells(t)).toEqual(['R1||', 'R1||', 'R1||']);
    clearCells(t, rows, { top: 1, left: 0, bottom: 1, right: 2 });
    expect(cells(t)).toEqual(['R1||', '||', 'R1||']);
  });
  test('what is copied is pasted as it was, also with tabs, quotes and line ends in it', () => {
    const cell = fc.string({ maxLength: 8 }).map((s) => s.replace(/\r/g, ''));
    fc.assert(
      fc.property(
        fc
          .integer({ min: 1, max: 4 })
          .chain((width) =>
            fc.array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 5 }),
          ),
        (block) => {
          fc.pre(
            block.at(-1)?.some((text) => text !== '') === true &&
              block[0]?.[0] !== '' &&
              !block.flat().some((text) => /^[ \u00a0\ufeff]|[ \u00a0\ufeff]$/.test(text)),
          );
          expect(textToCells(cellsToText(block))).toEqual(block);
        },
      ),
    );
  });
});

describe('cells out and in again', () => {
  const typed: Column[] = [
    newColumn('a', 'Name'),
    newColumn('b', 'Score', 'number'),
    newColumn('d', 'Day', 'date'),
    newColumn('y', 'Up', 'yes-no'),
    {
      ...newColumn('p', 'Pilot'),
      type: 'pick',
      table: 'people',
      shown: 'n',
      sent: 'n',
      checks: noChecks,
    } as Column,
  ];
  const people = newTable('people', 'People', {
    columns: [newColumn('n', 'Name')],
    rows: [{ id: 'p1', cells: { n: 'Tove' } }],
  });
  const odd = ['=1+1', '@here', '+47', '-5 knots', "'quoted", "'=x", '007', 'a, "b"\nc', ' Ox', '-3'];
  const made = newTable('t', 'T', {
    columns: typed,
    rows: odd.map((a, i) => ({
      id: `r${i}`,
      cells: {
        a,
        b: i === 0 ? '' : String(i / 4),
        d: '2026-08-14T14:05:00',
        y: i % 2 ? 'yes' : 'no',
        p: 'p1',
      },
    })),
  });
  const tables = { t: made, people };

  test('CSV: nothing begins a formula, and every cell comes back as it was', async () => {
    const csv = tableToCsv(tables, made);
    expect(csv).toContain("'=1+1");
    const read = await readBytes(new TextEncoder().encode(csv), 't.csv', null);
    if ('problem' in read) throw new Error(read.problem.message);
    expect(replaceRows(tables, made, read.read, newId, sameName)).toEqual({ rows: made.rows, missing: [] });
  });
  test('XLSX: numbers and dates are such, and every cell comes back as it was', async () => {
    const { default: Excel } = await import('exceljs');
    const out = tableToCells(tables, made);
    expect(out.rows[1]).toEqual(['@here', 0.25, Date.UTC(2026, 7, 14, 14, 5), 'yes', 'Tove']);
    const book = new Excel.Workbook();
    const sheet = book.addWorksheet('T');
    sheet.addRow(out.columns.map((column) => column.name));
    for (const row of out.rows)
      sheet.addRow(
        row.map((cell, i) =>
          out.columns[i]?.type === 'date' && typeof cell === 'number' ? new Date(cell) : cell,
        ),
      );
    const read = await readBytes(new Uint8Array(await book.xlsx.writeBuffer()), 't.xlsx', {
      format: 'xlsx',
      sheet: null,
      range: null,
      by: 'row',
      header: true,
      cells: 'values',
    });
    if ('problem' in read) throw new Error(read.problem.message);
    expect(replaceRows(tables, made, read.read, newId, sameName).rows).toEqual(made.rows);
  });
  test('a file without a column leaves what was in it', () => {
    const read = { columns: [{ name: 'score' }], rows: [[5]] };
    expect(replaceRows(tables, made, read, newId, sameName)).toMatchObject({
      missing: ['Name', 'Day', 'Up', 'Pilot'],
      rows: [{ id: 'r0', cells: { a: '=1+1', b: '5' } }],
    });
  });
});

test('a row is called by words where it is chosen from a list, never by a number alone', () => {
  const people = newTable('p', 'People', {
    columns: [newColumn('no', 'No', 'number'), newColumn('n', 'Name')],
    rows: [
      { id: '1', cells: { no: '7', n: 'Ida' } },
      { id: '2', cells: { no: '8' } },
    ],
  });
  const tables = { p: people };
  expect(people.rows.map((row) => rowWords(tables, people, row))).toEqual(['7 · Ida', '8']);
});

test('what is wrong is found where it is', () => {
  const t = newTable('t', 'T', {
    columns: [{ ...newColumn('a', 'Code'), checks: { ...noChecks, unique: true } }, newColumn('b', 'Score', 'number')],
    rows: [{ id: 'r1', cells: { a: 'x', b: '9' } }, { id: 'r2', cells: { a: 'x', b: 'nine' } }, { id: 'r3', cells: {} }],
  }); // prettier-ignore
  expect(tableProblems({ t }, t).map(({ row, column, problem }) => [row, column, problem.code])).toEqual([
    ['r1', 'a', 'twice'],
    ['r2', 'a', 'twice'],
    ['r2', 'b', 'not-a-number'],
  ]);
  expect(cellProblem({ t }, t, t.rows[2]!, t.columns[0]!)).toBeNull();
});

test('cells are written as patches of what differs; rows that are gone are passed over', () => {
  const t = newTable('t', 'T', {
    columns: [newColumn('a', 'A'), newColumn('b', 'B')],
    rows: [{ id: 'r1', cells: { a: 'x' } }, { id: 'r2', cells: { a: 'y', b: '1' } }],
  }); // prettier-ignore
  const at = (row: number, column: string) => ['tables', 't', 'rows', row, 'cells', column];
  expect(cellPatches(t, [{ id: 'r2', cells: { a: 'y', b: '2' } }, { id: 'r1', cells: { b: '3' } }, { id: 'no', cells: { a: 'z' } }])).toEqual([
    { op: 'replace', path: at(1, 'b'), value: '2' },
    { op: 'add', path: at(0, 'b'), value: '3' },
  ]); // prettier-ignore
});
