import { isDraft, original, type Patch } from 'immer';
import Papa from 'papaparse';
import { checkCell, type Column, type NewId, type Row, type Show, type Table } from '../show';
import type { Problem } from '../problem';
import { cellAs, type Cell } from '../source';
import { followedColumn, rowPlaces, sentText, shownText, typedCell } from './table-rows';

// Cells of tables in and out: as people copy, paste, fill and save them.

/** Some cells by the places of rows and columns, both ends in. */
export interface CellRange {
  readonly top: number;
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
}

export const rangeBetween = (
  a: { row: number; column: number },
  b: { row: number; column: number },
): CellRange => ({
  top: Math.min(a.row, b.row),
  bottom: Math.max(a.row, b.row),
  left: Math.min(a.column, b.column),
  right: Math.max(a.column, b.column),
});

/** What a cell is copied and saved as: picks by what is shown, all else by what is kept. */
export const cellOut = (tables: Show['tables'], table: Table, row: Row, column: Column): string =>
  column.type === 'pick'
    ? shownText(tables, table, row, column)
    : column.type === 'follows'
      ? sentText(tables, table, row, column)
      : (row.cells[column.id] ?? '');

/** Cells as spreadsheets copy them: tabs and line ends, quoted where they must be. */
export const cellsToText = (cells: readonly (readonly string[])[]): string =>
  Papa.unparse(cells as string[][], { delimiter: '\t', newline: '\n' });

/** What a spreadsheet, or anything that copies text, has put on the clipboard. */
export function textToCells(text: string): string[][] {
  const trimmed = text.replace(/\r\n?/g, '\n').replace(/\n$/, '');
  const isQuoted = /(^|[\t\n])"/.test(trimmed);
  return isQuoted
    ? Papa.parse<string[]>(trimmed, { delimiter: '\t', newline: '\n' }).data
    : trimmed.split('\n').map((line) => line.split('\t'));
}

/** A row by its id, also of a table that is being edited, without a look at every row. */
export function rowOf(table: Table, id: string): Row | undefined {
  const { rows } = isDraft(table) ? (original(table) as Table) : table;
  const at = rowPlaces(rows).get(id);
  const row = at === undefined ? undefined : table.rows[at];
  return row?.id === id ? row : undefined;
}

/** One cell of a change: the row by its id, the column, and what was typed. */
export interface CellEdit {
  readonly row: string;
  readonly column: string;
  readonly text: string;
}

/**
 * Puts cells into a table from a place on; one cell fills the whole range. Rows that are missing below are added;
 * columns beyond the last are left out, and so is what follows a pick. For use inside an edit.
 */
export function pasteCells(
  tables: Show['tables'],
  table: Table,
  rows: readonly string[],
  range: CellRange,
  cells: readonly (readonly string[])[],
  newId: NewId,
): { cells: number; added: number } {
  const height = cells.length;
  const width = cells.reduce((most, line) => Math.max(most, line.length), 0);
  const spread = (size: number, wanted: number): number =>
    wanted > size && wanted % size === 0 ? wanted : size;
  const deep = spread(height, range.bottom - range.top + 1);
  const wide = spread(width, range.right - range.left + 1);
  let count = 0;
  let added = 0;
  for (let r = 0; r < deep; r += 1) {
    let row = rowOf(table, rows[range.top + r] ?? '');
    if (!row) {
      row = { id: newId(), cells: {} };
      table.rows.push(row);
      row = table.rows.at(-1) as Row;
      added += 1;
    }
    for (let c = 0; c < wide; c += 1) {
      const column = table.columns[range.left + c];
      const text = cells[r % height]?.[c % width];
      if (!column || text === undefined || column.type === 'follows') continue;
      row.cells[column.id] = typedCell(tables, column, text);
      count += 1;
    }
  }
  return { cells: count, added };
}

/** Puts the first row of a range into the others. */
export function fillDown(table: Table, rows: readonly string[], range: CellRange): void {
  const first = rowOf(table, rows[range.top] ?? '');
  for (let r = range.top + 1; r <= range.bottom; r += 1) {
    const row = rowOf(table, rows[r] ?? '');
    for (const column of table.columns.slice(range.left, range.right + 1))
      if (row && first && column.type !== 'follows') row.cells[column.id] = first.cells[column.id] ?? '';
  }
}

export function clearCells(table: Table, rows: readonly string[], range: CellRange): void {
  for (const id of rows.slice(range.top, range.bottom + 1)) {
    const row = rowOf(table, id);
    for (const column of table.columns.slice(range.left, range.right + 1))
      if (row && column.type !== 'follows') row.cells[column.id] = '';
  }
}

/** What spreadsheets take for a formula; such words go out behind an apostrophe, and come back without it. */
const likeFormula = /^[=+@\t\r]|^-(?![\d.])/;

/** A table as CSV (RFC 4180), in UTF-8 with a mark so that spreadsheets know it. */
export function tableToCsv(tables: Show['tables'], table: Table): string {
  const safe = (text: string): string =>
    likeFormula.test(text) || /^'+[=+@\t\r-]/.test(text) ? `'${text}` : text;
  const lines = [
    table.columns.map((column) => column.name),
    ...table.rows.map((row) => table.columns.map((column) => safe(cellOut(tables, table, row, column)))),
  ];
  return `\ufeff${Papa.unparse(lines, { newline: '\r\n' })}\r\n`;
}

/** A table as the cells of a workbook: numbers, dates and yes/no as such, words as words. */
export function tableToCells(
  tables: Show['tables'],
  table: Table,
): { columns: { name: string; type: string }[]; rows: Cell[][] } {
  const types = table.columns.map((column) =>
    column.type === 'pick' ? 'text' : (followedColumn(tables, table, column)?.type ?? 'text'),
  );
  return {
    columns: table.columns.map(({ name }, i) => ({ name, type: types[i] as string })),
    rows: table.rows.map((row) =>
      table.columns.map((column, i) => {
        const text = cellOut(tables, table, row, column);
        const type = types[i];
        const value = type === 'number' || type === 'date' ? cellAs(text, type) : text === '' ? null : text;
        return value ?? (text === '' ? null : text);
      }),
    ),
  };
}

/** Rows read from a file put in the place of a table's own: by the names of columns, each cell as if it were typed. */
export function replaceRows(
  tables: Show['tables'],
  table: Table,
  read: { columns: readonly { name: string }[]; rows: readonly (readonly Cell[])[] },
  newId: NewId,
  same: (a: string, b: string) => boolean,
): { rows: Row[]; missing: string[] } {
  const from = table.columns.map((column) =>
    read.columns.findIndex((other) => same(other.name, column.name)),
  );
  const missing = table.columns
    .filter((column, i) => from[i] === -1 && column.type !== 'follows')
    .map((column) => column.name);
  const rows = read.rows.map((cells, index): Row => {
    // A row keeps who it is by its place, so that picks of it stand.
    const own = table.rows[index];
    const next: Row = { id: own?.id ?? newId(), cells: {} };
    table.columns.forEach((column, i) => {
      if (column.type === 'follows') return;
      const at = from[i] as number;
      const cell = at < 0 ? (own?.cells[column.id] ?? '') : cells[at];
      next.cells[column.id] =
        at < 0
          ? String(cell)
          : typedCell(
              tables,
              column,
              cell === null || cell === undefined
                ? ''
                : typeof cell === 'boolean'
                  ? cell
                    ? 'yes'
                    : 'no'
                  : String(cell),
            );
    });
    return next;
  });
  return { rows, missing };
}

/** What writes the cells given into the rows of a table that they are of; rows that are gone are passed over. */
export const cellPatches = (
  table: Table,
  changed: readonly { readonly id: string; readonly cells: Readonly<Record<string, string>> }[],
): Patch[] =>
  changed.flatMap(({ id, cells }) => {
    const at = rowPlaces(table.rows).get(id) ?? -1;
    const row = table.rows[at];
    if (!row) return [];
    return Object.entries(cells)
      .filter(([column, text]) => row.cells[column] !== text)
      .map(([column, text]): Patch => ({
        op: row.cells[column] === undefined ? 'add' : 'replace',
        path: ['tables', table.id, 'rows', at, 'cells', column],
        value: text,
      }));
  });

const counts = new WeakMap<readonly Row[], Map<string, Map<string, number>>>();
/** How often each text stands in a column; counted once for a list of rows. */
function timesIn(rows: readonly Row[], column: string): Map<string, number> {
  let byColumn = counts.get(rows);
  if (!byColumn) counts.set(rows, (byColumn = new Map()));
  let found = byColumn.get(column);
  if (!found) {
    found = new Map();
    for (const row of rows) {
      const text = row.cells[column] ?? '';
      if (text !== '') found.set(text, (found.get(text) ?? 0) + 1);
    }
    byColumn.set(column, found);
  }
  return found;
}

/** What is wrong with a cell of a table, or null. */
export function cellProblem(tables: Show['tables'], table: Table, row: Row, column: Column): Problem | null {
  if (column.type === 'follows') return null;
  const text = row.cells[column.id] ?? '';
  if (column.type === 'pick' && text !== '' && !rowPlaces(tables[column.table]?.rows ?? []).has(text))
    return {
      code: 'no-such-row',
      message: `${tables[column.table]?.name ?? 'The table'} has no row “${text}”. Choose one, or add it there.`,
      path: column.name,
    };
  return checkCell(column, text, () => (timesIn(table.rows, column.id).get(text) ?? 0) > 1);
}

export interface CellTrouble {
  readonly row: string;
  readonly column: string;
  readonly problem: Problem;
}
interface Looked {
  readonly columns: readonly Column[];
  readonly rows: readonly Row[];
  /** By the place of the row. */
  readonly found: ReadonlyMap<number, readonly CellTrouble[]>;
  readonly count: number;
}
/** What was found in the tables looked at last, where all of it was. */
const lookedAt = new Map<string, Looked>();
const mostLookedAt = 4;

/** Whether what is wrong with a cell is to be seen in its row alone. */
const isAlone = (column: Column): boolean => column.type !== 'pick' && !column.checks.unique;

/** Where in a table something is wrong, the first so many. Of rows that are as they were, what was found before stands. */
export function tableProblems(tables: Show['tables'], table: Table, most = 100): CellTrouble[] {
  const watched = table.columns.filter(
    (column) =>
      column.type !== 'text' || column.checks.needed || column.checks.unique || column.checks.pattern,
  );
  const { id, columns, rows } = table;
  const last = lookedAt.get(id);
  const isKnown =
    Object.isFrozen(rows) &&
    last?.columns === columns &&
    last.rows.length === rows.length &&
    last.count < most &&
    watched.every(isAlone);
  const found = new Map<number, readonly CellTrouble[]>();
  let count = 0;
  for (let i = 0; i < rows.length && count < most; i += 1) {
    const row = rows[i] as Row;
    const own =
      isKnown && last.rows[i] === row
        ? last.found.size > 0 && last.found.get(i)
        : watched.flatMap((column) => {
            const problem = cellProblem(tables, table, row, column);
            return problem ? [{ row: row.id, column: column.id, problem }] : [];
          });
    if (!own || own.length === 0) continue;
    found.set(i, own);
    count += own.length;
  }
  lookedAt.delete(id);
  lookedAt.set(id, { columns, rows, found, count });
  for (const oldest of lookedAt.keys()) if (lookedAt.size > mostLookedAt) lookedAt.delete(oldest);
  return [...found.values()].flat().slice(0, most);
}
