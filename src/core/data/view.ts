import { cellText, someRows, stands, type ColumnInfo, type Rowset } from '../binding';
import type { FilterNode, View } from '../show';
import { cellAs, type Cell } from '../source';

const columnIndex = (rowset: Rowset, key: string): number =>
  rowset.columns.findIndex((c) => c.key === key || c.name === key);

/** A filter as a test of a row; conditions on columns that are not there are passed over. */
function testOf(rowset: Rowset, node: FilterNode): ((row: number) => boolean) | null {
  if ('join' in node) {
    const parts = node.parts.flatMap((part) => testOf(rowset, part) ?? []);
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
    if (number !== null && test !== 'contains' && test !== 'begins' && test !== 'ends' && test !== 'yes')
      return (row) => {
        const cell = rowset.cell(row, column);
        return cell !== null && stands(cell, test, number);
      };
  }
  if (type === 'yes-no' && (test === 'yes' || test === 'is' || test === 'is-not'))
    return (row) =>
      (rowset.cell(row, column) === true) ===
      (test === 'yes' || (test === 'is') === /^(yes|true|1)$/i.test(than));
  return (row) => stands(rowset.text(row, column), test, than);
}

function comparable(than: string, type: 'number' | 'duration' | 'time' | 'date'): number | null {
  const cell = cellAs(than, type);
  return typeof cell === 'number' ? cell : null;
}

/** Orders cells: numbers as numbers, words as people sort them, what is empty last whichever way. */
const words = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
function compare(a: Cell, b: Cell, down: boolean): number {
  const noA = a === null || a === '';
  const noB = b === null || b === '';
  if (noA || noB) return noA === noB ? 0 : noA ? 1 : -1;
  const order =
    typeof a === 'number' && typeof b === 'number' ? a - b : words.compare(cellText(a), cellText(b));
  return down ? -order : order;
}

/** Columns of a view beside those of what it looks at. */
interface Added {
  readonly info: ColumnInfo;
  readonly cell: (row: number) => Cell;
}

function withColumns(of: Rowset, added: readonly Added[]): Rowset {
  if (added.length === 0) return of;
  const own = of.columns.length;
  return {
    ...of,
    columns: [...of.columns, ...added.map(({ info }) => info)],
    cell: (row, column) => (column < own ? of.cell(row, column) : (added[column - own] as Added).cell(row)),
    text: (row, column) =>
      column < own ? of.text(row, column) : cellText((added[column - own] as Added).cell(row)),
    facets: (row, column) => (column < own ? of.facets(row, column) : undefined),
  };
}

function ranks(rowset: Rowset, rank: NonNullable<View['rank']>): Int32Array {
  const column = columnIndex(rowset, rank.by);
  const places = new Int32Array(rowset.count);
  if (column < 0) return places;
  const cells = Array.from({ length: rowset.count }, (_, row) => rowset.cell(row, column));
  const order = Array.from({ length: rowset.count }, (_, row) => row).sort(
    (a, b) => compare(cells[a] ?? null, cells[b] ?? null, rank.down) || a - b,
  );
  let place = 0;
  let shared = 0;
  for (let i = 0; i < order.length; i += 1) {
    const row = order[i] as number;
    if (cells[row] === null || cells[row] === '') break;
    const isTie = i > 0 && compare(cells[order[i - 1] as number] ?? null, cells[row] ?? null, false) === 0;
    if (!isTie) {
      place += 1;
      shared = i + 1;
    }
    places[row] = rank.ties === 'order' ? i + 1 : rank.ties === 'dense' ? place : shared;
  }
  return places;
}

function grouped(rowset: Rowset, group: NonNullable<View['group']>): Rowset {
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

export interface Viewed {
  readonly rows: Rowset;
  /** Rows before they were cut to the top and to a page. */
  readonly total: number;
  readonly pages: number;
}

/** What a view makes of the rows it looks at: filter, places, groups, sort, top, page, in that order. */
export function viewRows(of: Rowset, view: View): Viewed {
  let now = of;
  const test = testOf(now, view.filter);
  if (test) {
    const kept: number[] = [];
    for (let row = 0; row < now.count; row += 1) if (test(row)) kept.push(row);
    now = someRows(now, kept);
  }
  if (view.rank) {
    const places = ranks(now, view.rank);
    now = withColumns(now, [
      {
        info: { key: view.rank.name, name: view.rank.name, type: 'number' },
        cell: (row) => places[row] || null,
      },
    ]);
  }
  if (view.group) now = grouped(now, view.group);
  // Places are looked at in their order, unless another is wanted.
  const wanted =
    view.sort.length === 0 && view.rank && !view.group
      ? [{ column: view.rank.name, down: false }]
      : view.sort;
  const sorts = wanted
    .map((sort) => ({ at: columnIndex(now, sort.column), down: sort.down }))
    .filter(({ at }) => at >= 0);
  if (sorts.length > 0) {
    const rows = now;
    const cells = sorts.map(({ at }) => Array.from({ length: rows.count }, (_, row) => rows.cell(row, at)));
    const order = Array.from({ length: rows.count }, (_, row) => row).sort((a, b) => {
      for (const [i, { down }] of sorts.entries()) {
        const list = cells[i] as Cell[];
        const by = compare(list[a] ?? null, list[b] ?? null, down);
        if (by !== 0) return by;
      }
      return a - b;
    });
    now = someRows(rows, order);
  }
  const total = now.count;
  const range = (from: number, to: number): number[] =>
    Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i);
  if (view.top !== null && now.count > view.top) now = someRows(now, range(0, view.top));
  let pages = 1;
  if (view.page) {
    const { size, at } = view.page;
    pages = Math.max(1, Math.ceil(now.count / size));
    const page = Math.min(at, pages);
    now = someRows(now, range((page - 1) * size, Math.min(now.count, page * size)));
  }
  return { rows: { ...now, name: view.name }, total, pages };
}
