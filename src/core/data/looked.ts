// What a binding looks at of rows, as keys, and what of two states of them differs, as the same keys.
import type { ColumnInfo, Rowset } from '../binding';

/** More cells than this of one column are watched as the whole column. */
const mostCells = 64;
export const rowsOf = (id: string): string => `${id} rows`;
export const columnOf = (id: string, column: string): string => `${id} column ${column}`;
const cellOf = (id: string, row: string, column: string): string => `${id} cell ${row} ${column}`;

/** A rowset that notes what is looked at. */
export function watched(id: string, rowset: Rowset, note: (key: string) => void): Rowset {
  const counts = new Map<number, number>();
  const see = (row: number, column: number): void => {
    const count = (counts.get(column) ?? 0) + 1;
    counts.set(column, count);
    const key = rowset.columns[column]?.key ?? '';
    if (count <= mostCells) note(cellOf(id, rowset.key(row), key));
    else if (count === mostCells + 1) note(columnOf(id, key));
  };
  return {
    name: rowset.name,
    columns: rowset.columns,
    get count() {
      note(rowsOf(id));
      return rowset.count;
    },
    cell(row, column) {
      see(row, column);
      return rowset.cell(row, column);
    },
    text(row, column) {
      see(row, column);
      return rowset.text(row, column);
    },
    key: rowset.key,
    indexOf: rowset.indexOf,
    isKeyed: rowset.isKeyed ?? false,
    facets(row, column) {
      see(row, column);
      return rowset.facets(row, column);
    },
  };
}

/** What differs between two rowsets of one id, as keys that bindings may have looked at. */
export function touchedBetween(id: string, before: Rowset | null, now: Rowset | null): Set<string> | 'all' {
  if (!before || !now) return 'all';
  if (
    before.columns.length !== now.columns.length ||
    before.columns.some(
      (c, i) =>
        c.key !== now.columns[i]?.key || c.type !== now.columns[i]?.type || c.name !== now.columns[i]?.name,
    )
  )
    return 'all';
  const touched = new Set<string>();
  const changedColumns = new Set<number>();
  let isMoved = before.count !== now.count;
  for (let row = 0; row < now.count; row += 1) {
    const key = now.key(row);
    if (!isMoved && before.key(row) !== key) isMoved = true;
    const was = !isMoved ? row : before.indexOf(key);
    if (was < 0 || (before.made && now.made && before.made(was) === now.made(row))) continue;
    for (let column = 0; column < now.columns.length; column += 1) {
      if (before.text(was, column) === now.text(row, column)) continue;
      touched.add(cellOf(id, key, (now.columns[column] as ColumnInfo).key));
      changedColumns.add(column);
    }
  }
  for (const column of isMoved ? now.columns.keys() : changedColumns)
    touched.add(columnOf(id, (now.columns[column] as ColumnInfo).key));
  if (isMoved) {
    touched.add(rowsOf(id));
    for (let row = 0; row < before.count; row += 1) {
      if (now.indexOf(before.key(row)) < 0)
        for (const column of before.columns) touched.add(cellOf(id, before.key(row), column.key));
    }
  }
  return touched;
}
