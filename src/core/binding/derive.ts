import { cellAs, type Cell } from '../source';
import { looseWordOrder, type WordOrder } from '../locale';
import { cellText, someRows } from './rowset';
import { stands, type RowTest } from './stands';
import type { ColumnInfo, Rowset } from './value';

// Rows made of rows: filtered, ranked, grouped, put in order, cut. What views and steps share. Rows keep their keys.

/** Which rows are kept: by one column, or by several tests together. */
export type RowFilter =
  | { readonly column: string; readonly test: RowTest | 'full'; readonly than: string }
  | { readonly join: 'and' | 'or'; readonly parts: readonly RowFilter[] };

/** Places by a column. `shared`: 1, 1, 3; `dense`: 1, 1, 2; `order`: 1, 2, 3. */
export interface Ranking {
  readonly by: string;
  readonly down: boolean;
  readonly ties: 'shared' | 'dense' | 'order';
  /** What its column is called. */
  readonly name: string;
}

/** One row for each value of some columns, with totals. */
export interface Grouping {
  readonly by: readonly string[];
  readonly totals: readonly {
    readonly column: string;
    readonly which: 'count' | 'sum' | 'mean' | 'minimum' | 'maximum' | 'first';
    readonly name: string;
  }[];
}

export interface Sorting {
  readonly column: string;
  readonly down: boolean;
}

/** The index of a column by its key or its name; -1 where there is none. */
export const columnIndex = (rowset: Pick<Rowset, 'columns'>, key: string): number =>
  rowset.columns.findIndex((c) => c.key === key || c.name === key);

const numberTests = {
  is: (a, b) => a === b,
  'is-not': (a, b) => a !== b,
  greater: (a, b) => a > b,
  less: (a, b) => a < b,
  'at-least': (a, b) => a >= b,
  'at-most': (a, b) => a <= b,
} as const satisfies Partial<Record<RowTest, (a: number, b: number) => boolean>>;
type NumberTest = keyof typeof numberTests;

/** A filter as a test of a row; conditions on columns that are not there are passed over. */
export function rowTest(rowset: Rowset, node: RowFilter, locale: string): ((row: number) => boolean) | null {
  if ('join' in node) {
    const parts = node.parts.flatMap((part) => rowTest(rowset, part, locale) ?? []);
    if (parts.length === 0) return null;
    return node.join === 'and'
      ? (row) => parts.every((test) => test(row))
      : (row) => parts.some((test) => test(row));
  }
  const column = columnIndex(rowset, node.column);
  if (column < 0) return null;
  const { test, than } = node;
  if (test === 'empty') return (row) => rowset.text(row, column) === '';
  if (test === 'full') return (row) => rowset.text(row, column) !== '';
  const { type } = rowset.columns[column] as ColumnInfo;
  if (type === 'number' || type === 'duration' || type === 'time' || type === 'date') {
    const number = comparable(than, type);
    const compared = number === null ? undefined : numberTests[test as NumberTest];
    if (compared && number !== null)
      return (row) => {
        const cell = rowset.cell(row, column);
        return typeof cell === 'number'
          ? compared(cell, number)
          : cell !== null && stands(cell, test, number, locale);
      };
  }
  if (type === 'yes-no' && (test === 'yes' || test === 'is' || test === 'is-not'))
    return (row) =>
      (rowset.cell(row, column) === true) ===
      (test === 'yes' || (test === 'is') === /^(yes|true|1)$/i.test(than));
  return (row) => stands(rowset.text(row, column), test, than, locale);
}

function comparable(than: string, type: 'number' | 'duration' | 'time' | 'date'): number | null {
  const cell = cellAs(than, type);
  return typeof cell === 'number' ? cell : null;
}

type RowOrder = (a: number, b: number) => number;

/** Orders rows by a column: numbers as numbers, words as people sort them, what is empty last whichever way. */
function rowOrder(rowset: Rowset, column: number, down: boolean, words: WordOrder): RowOrder {
  const cells = Array.from({ length: rowset.count }, (_, row) => {
    const cell = rowset.cell(row, column);
    return cell === '' ? null : cell;
  });
  const sign = down ? -1 : 1;
  if (cells.every((cell) => cell === null || typeof cell === 'number')) {
    const last = down ? -Infinity : Infinity;
    const numbers = Float64Array.from(cells, (cell) => (cell as number | null) ?? last);
    return (a, b) => {
      const [x, y] = [numbers[a] as number, numbers[b] as number];
      return x === y ? 0 : x < y ? -sign : sign;
    };
  }
  return (a, b) => {
    const [x, y] = [cells[a] ?? null, cells[b] ?? null];
    if (x === null || y === null) return x === y ? 0 : x === null ? 1 : -1;
    return sign * (typeof x === 'number' && typeof y === 'number' ? x - y : words(cellText(x), cellText(y)));
  };
}

/** A column beside those that rows have. */
export interface Added {
  readonly info: ColumnInfo;
  readonly cell: (row: number) => Cell;
}

export function withColumns(of: Rowset, added: readonly Added[]): Rowset {
  if (added.length === 0) return of;
  const own = of.columns.length;
  const { made: _, ...rest } = of;
  return {
    ...rest,
    columns: [...of.columns, ...added.map(({ info }) => info)],
    cell: (row, column) => (column < own ? of.cell(row, column) : (added[column - own] as Added).cell(row)),
    text: (row, column) =>
      column < own ? of.text(row, column) : cellText((added[column - own] as Added).cell(row)),
    facets: (row, column) => (column < own ? of.facets(row, column) : undefined),
  };
}

function ranks(rowset: Rowset, rank: Ranking, words: WordOrder): Int32Array {
  const column = columnIndex(rowset, rank.by);
  const places = new Int32Array(rowset.count);
  if (column < 0) return places;
  const compare = rowOrder(rowset, column, rank.down, words);
  const order = Array.from({ length: rowset.count }, (_, row) => row).sort(compare);
  let place = 0;
  let shared = 0;
  for (let i = 0; i < order.length; i += 1) {
    const row = order[i] as number;
    if (cellText(rowset.cell(row, column)) === '') break;
    const isTie = i > 0 && compare(order[i - 1] as number, row) === 0;
    if (!isTie) {
      place += 1;
      shared = i + 1;
    }
    places[row] = rank.ties === 'order' ? i + 1 : rank.ties === 'dense' ? place : shared;
  }
  return places;
}

export function groupRows(rowset: Rowset, group: Grouping): Rowset {
  const by = group.by.map((key) => columnIndex(rowset, key)).filter((at) => at >= 0);
  const found = new Map<string, number[]>();
  for (let row = 0; row < rowset.count; row += 1) {
    const key = by.map((at) => rowset.text(row, at)).join('\u001f');
    const list = found.get(key);
    if (list) list.push(row);
    else found.set(key, [row]);
  }
  const keys = [...found.keys()];
  const lists = [...found.values()];
  const totals = group.totals.map((total): Added => {
    const at = columnIndex(rowset, total.column);
    const source = rowset.columns[at];
    const type =
      total.which === 'count'
        ? 'number'
        : total.which === 'first'
          ? (source?.type ?? 'text')
          : source?.type === 'duration'
            ? 'duration'
            : 'number';
    return {
      info: { key: total.name, name: total.name, type },
      cell: (row) => {
        const list = lists[row] ?? [];
        if (total.which === 'count')
          return at < 0 ? list.length : list.filter((r) => rowset.text(r, at) !== '').length;
        if (at < 0) return null;
        if (total.which === 'first') return rowset.cell(list[0] as number, at);
        const numbers = list.flatMap((r) => {
          const cell = rowset.cell(r, at);
          return typeof cell === 'number' ? [cell] : [];
        });
        if (numbers.length === 0) return total.which === 'sum' ? 0 : null;
        const sum = numbers.reduce((a, b) => a + b, 0);
        if (total.which === 'sum') return sum;
        if (total.which === 'mean') return sum / numbers.length;
        return total.which === 'minimum'
          ? numbers.reduce((a, b) => Math.min(a, b))
          : numbers.reduce((a, b) => Math.max(a, b));
      },
    };
  });
  const heads: Rowset = {
    name: rowset.name,
    columns: by.map((at) => rowset.columns[at] as ColumnInfo),
    count: keys.length,
    cell: (row, column) => rowset.cell((lists[row] as number[])[0] as number, by[column] as number),
    text: (row, column) => rowset.text((lists[row] as number[])[0] as number, by[column] as number),
    key: (row) => keys[row] as string,
    indexOf: (key) => keys.indexOf(key),
    facets: () => undefined,
  };
  return withColumns(heads, totals);
}

/** The rows that stand a filter. */
export function filterRows(of: Rowset, filter: RowFilter, locale: string): Rowset {
  const test = rowTest(of, filter, locale);
  if (!test) return of;
  const kept: number[] = [];
  for (let row = 0; row < of.count; row += 1) if (test(row)) kept.push(row);
  return someRows(of, kept);
}

/** The rows with a column of their places. */
export function rankRows(of: Rowset, ranking: Ranking, locale: string): Rowset {
  const places = ranks(of, ranking, looseWordOrder(locale));
  const { name } = ranking;
  return withColumns(of, [{ info: { key: name, name, type: 'number' }, cell: (row) => places[row] || null }]);
}

/** The rows by one column, then by the next; what is alike stays as it came. Columns that are not there are passed over. */
export function sortRows(of: Rowset, wanted: readonly Sorting[], locale: string): Rowset {
  const words = looseWordOrder(locale);
  const orders = wanted.flatMap(({ column, down }) => {
    const at = columnIndex(of, column);
    return at < 0 ? [] : [rowOrder(of, at, down, words)];
  });
  const [first, ...more] = orders;
  if (!first) return of;
  // The sort of the language is stable.
  const order = Array.from({ length: of.count }, (_, row) => row).sort((a, b) => {
    let by = first(a, b);
    for (let i = 0; by === 0 && i < more.length; i += 1) by = (more[i] as RowOrder)(a, b);
    return by;
  });
  return someRows(of, order);
}

/** So many rows from a place on, counted from 0. */
export const takeRows = (of: Rowset, from: number, count: number): Rowset =>
  someRows(
    of,
    Array.from({ length: Math.max(0, Math.min(of.count, from + count) - from) }, (_, i) => from + i),
  );

/** One page of so many rows, counted from 1; beyond the last it is the last. */
export function pageRows(of: Rowset, size: number, at: number): { rows: Rowset; pages: number } {
  const pages = Math.max(1, Math.ceil(of.count / size));
  const page = Math.max(1, Math.min(at, pages));
  return { rows: takeRows(of, (page - 1) * size, size), pages };
}
