import { makeList, type ListColumn, type MadeList, type RowList } from '../value';
import type { Problem } from '../problem';
import type { Cell } from '../source';
import { cellText } from './rowset';
import type { Rowset } from './value';

/** A list of rows to look at as other rows are. */
export function listRowset(name: string, { columns, order, cells }: RowList): Rowset {
  const at = (row: number, column: number): Cell => cells[order[row] as string]?.[column] ?? null;
  let places: Map<string, number> | null = null;
  return {
    name,
    columns,
    count: order.length,
    cell: at,
    text: (row, column) => cellText(at(row, column)),
    key: (row) => order[row] as string,
    indexOf(key) {
      places ??= new Map(order.map((own, i) => [own, i]));
      return places.get(key) ?? -1;
    },
    facets: () => undefined,
  };
}

/**
 * Rows as a value that a graphic takes. `cell` says what a cell is there, such as the asset of a picture that is named;
 * left out, it is the cell itself. What is too large for a list is a problem that says so.
 */
export function rowsetList(
  rowset: Rowset,
  cell: (value: Cell, column: ListColumn) => Cell = (value) => value,
): MadeList | Problem {
  const rows = Array.from({ length: rowset.count }, (_, row) => ({
    key: rowset.key(row),
    cells: rowset.columns.map((column, at) => cell(rowset.cell(row, at), column)),
  }));
  return makeList(rowset.name, rowset.columns, rows);
}
