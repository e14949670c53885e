import type { ColumnInfo, Rowset } from '../binding';
import { acceptCell, columnKinds, showCell, type Column, type Row, type Show, type Table } from '../show';
import { cellAs, type ScalarType } from '../source';
import { sameName } from './match';

const places = new WeakMap<readonly Row[], Map<string, number>>();
/** The frozen lists asked about last: one that is like one of them but for cells has its rows where that has them. */
const latest: WeakRef<readonly Row[]>[] = [];
const mostLatest = 4;
function hasSameIds(a: readonly Row[], b: readonly Row[]): boolean {
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i += 1) if (a[i] !== b[i] && a[i]?.id !== b[i]?.id) return false;
  return true;
}

/** Where each row stands, by its id; made once for a list of rows, and not again while only cells change. */
export function rowPlaces(rows: readonly Row[]): ReadonlyMap<string, number> {
  let found = places.get(rows);
  if (!found) {
    const isSettled = Object.isFrozen(rows);
    const like = isSettled && latest.map((ref) => ref.deref()).find((list) => list && hasSameIds(list, rows));
    found = (like ? places.get(like) : undefined) ?? new Map(rows.map((row, i) => [row.id, i]));
    places.set(rows, found);
    if (!isSettled) return found;
    latest.unshift(new WeakRef(rows));
    latest.length = Math.min(latest.length, mostLatest);
  }
  return found;
}

type Tables = Show['tables'];

/** The row that a pick holds, with its table. */
export function pickedRow(
  tables: Tables,
  column: Extract<Column, { type: 'pick' }>,
  id: string,
): { table: Table; row: Row } | null {
  const table = tables[column.table];
  const at = table && id !== '' ? rowPlaces(table.rows).get(id) : undefined;
  const row = at === undefined ? undefined : table?.rows[at];
  return table && row ? { table, row } : null;
}

const deepest = 8;

/** A cell's words on their way to air: of a pick the column that is sent, of what follows the picked row's. */
export function sentText(tables: Tables, table: Table, row: Row, column: Column, depth = 0): string {
  const text = row.cells[column.id] ?? '';
  if (depth > deepest) return '';
  if (column.type === 'pick') {
    const picked = pickedRow(tables, column, text);
    const other = picked?.table.columns.find((c) => c.id === column.sent);
    return picked && other ? sentText(tables, picked.table, picked.row, other, depth + 1) : text;
  }
  if (column.type === 'follows') {
    const pick = table.columns.find((c) => c.id === column.pick);
    const picked = pick?.type === 'pick' ? pickedRow(tables, pick, row.cells[pick.id] ?? '') : null;
    const other = picked?.table.columns.find((c) => c.id === column.column);
    return picked && other ? sentText(tables, picked.table, picked.row, other, depth + 1) : '';
  }
  return text;
}

/** A cell's words as the person who types sees them. */
export function shownText(tables: Tables, table: Table, row: Row, column: Column): string {
  const text = row.cells[column.id] ?? '';
  if (column.type === 'pick') {
    const picked = pickedRow(tables, column, text);
    const other = picked?.table.columns.find((c) => c.id === column.shown);
    return picked && other ? shownText(tables, picked.table, picked.row, other) : text;
  }
  if (column.type === 'follows') {
    const words = sentText(tables, table, row, column);
    const end = followedColumn(tables, table, column);
    return end ? showCell(end, words) : words;
  }
  return showCell(column, text);
}

/** What a row is called where it is chosen from a list: its first cells, up to one that has letters in it. */
export function rowWords(tables: Tables, table: Table, row: Row): string {
  const words: string[] = [];
  for (const column of table.columns) {
    const text = shownText(tables, table, row, column);
    if (text === '') continue;
    words.push(text);
    if (/\p{L}/u.test(text) || words.length === 3) break;
  }
  return words.join(' · ');
}

/** The column that a pick or a follower takes its words from in the end. */
export function followedColumn(tables: Tables, table: Table, column: Column, depth = 0): Column | null {
  if (depth > deepest) return null;
  if (column.type === 'pick') {
    const other = tables[column.table];
    const sent = other?.columns.find((c) => c.id === column.sent);
    return other && sent ? followedColumn(tables, other, sent, depth + 1) : null;
  }
  if (column.type === 'follows') {
    const pick = table.columns.find((c) => c.id === column.pick);
    const other = pick?.type === 'pick' ? tables[pick.table] : undefined;
    const end = other?.columns.find((c) => c.id === column.column);
    return other && end ? followedColumn(tables, other, end, depth + 1) : null;
  }
  return column;
}

/** What was typed into a cell as what it keeps: picks by the words that are shown, else by those that are sent. */
export function typedCell(tables: Tables, column: Column, typed: string): string {
  if (column.type === 'pick') {
    const other = tables[column.table];
    if (!other || typed.trim() === '') return '';
    if (rowPlaces(other.rows).has(typed)) return typed;
    for (const id of [column.shown, column.sent]) {
      const by = other.columns.find((c) => c.id === id);
      const found = by && other.rows.find((row) => sameName(shownText(tables, other, row, by), typed));
      if (found) return found.id;
    }
    return typed;
  }
  const accepted = acceptCell(column, typed);
  return 'text' in accepted ? accepted.text : typed;
}

/** A table of the show as rows for views and bindings. */
export function tableRowset(tables: Tables, table: Table): Rowset {
  const { rows } = table;
  const types: ScalarType[] = table.columns.map((column) => {
    const end = followedColumn(tables, table, column);
    return columnKinds[end?.type ?? 'text'].scalar;
  });
  const columns: ColumnInfo[] = table.columns.map((column, i) => ({
    key: column.id,
    name: column.name,
    type: types[i] as ScalarType,
  }));
  const text = (row: number, column: number): string => {
    const own = table.columns[column] as Column;
    const at = rows[row] as Row;
    return own.type === 'pick' || own.type === 'follows'
      ? sentText(tables, table, at, own)
      : (at.cells[own.id] ?? '');
  };
  return {
    name: table.name,
    columns,
    count: rows.length,
    cell: (row, column) => cellAs(text(row, column), types[column] as ScalarType),
    text,
    key: (row) => (rows[row] as Row).id,
    indexOf: (key) => rowPlaces(rows).get(key) ?? -1,
    facets: () => undefined,
    // Picks show what other tables say.
    ...(table.columns.some(({ type }) => type === 'pick' || type === 'follows')
      ? {}
      : { made: (row: number) => rows[row] as Row }),
  };
}

/** The tables that a table's picks look into. */
export const pickedTables = (table: Table): string[] =>
  table.columns.flatMap((column) => (column.type === 'pick' ? [column.table] : []));

/** Cells of other tables that pick rows of a table, of the rows named; with how many each table has. */
export function pickersOf(
  tables: Tables,
  tableId: string,
  rows: ReadonlySet<string>,
  /** Only picks that show or send one of these columns. */
  columns: ReadonlySet<string> | null = null,
): { table: Table; count: number }[] {
  return Object.values(tables).flatMap((table) => {
    const picks = table.columns.filter(
      (column) =>
        column.type === 'pick' &&
        column.table === tableId &&
        (!columns || columns.has(column.shown) || columns.has(column.sent)),
    );
    if (picks.length === 0) return [];
    let count = 0;
    for (const row of table.rows)
      for (const pick of picks) if (rows.has(row.cells[pick.id] ?? '')) count += 1;
    return count > 0 ? [{ table, count }] : [];
  });
}
