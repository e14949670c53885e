import { cellAs, type Cell, type CellFacets, type Read, type ScalarType } from '../source';
import type { ColumnInfo, Rowset } from './value';

/** Some rows of a rowset, in an order of their own. */
export function someRows(of: Rowset, order: ArrayLike<number>): Rowset {
  let places: Map<string, number> | null = null;
  return {
    name: of.name,
    columns: of.columns,
    count: order.length,
    cell: (row, column) => of.cell(order[row] as number, column),
    text: (row, column) => of.text(order[row] as number, column),
    key: (row) => of.key(order[row] as number),
    isKeyed: of.isKeyed ?? false,
    indexOf(key) {
      places ??= new Map(Array.from(order, (at, i) => [of.key(at), i]));
      return places.get(key) ?? -1;
    },
    facets: (row, column) => of.facets(order[row] as number, column),
  };
}

/** What came of a source as rows; their keys are their places. */
export function readRowset(
  name: string,
  read: Read,
  types: Readonly<Record<string, ScalarType>> = {},
): Rowset {
  const columns: ColumnInfo[] = read.columns.map((column) => ({
    key: column.name,
    name: column.name,
    type: types[column.name] ?? column.type,
  }));
  let places: Map<string, number> | null = null;
  return {
    name,
    columns,
    count: read.rows.length,
    isKeyed: read.keys !== undefined,
    cell: (row, column) => {
      const { type } = columns[column] as ColumnInfo;
      // What a sheet knows of a cell counts before what it shows.
      const facets = type === 'date' || type === 'number' ? read.facets[`${row}:${column}`] : undefined;
      if (type === 'number' && facets?.number !== undefined) return facets.number;
      if (facets?.date !== undefined) return cellAs(facets.date, 'date');
      return cellAs(read.rows[row]?.[column] ?? null, type);
    },
    text: (row, column) => cellText(read.rows[row]?.[column] ?? null),
    key: (row) => read.keys?.[row] ?? String(row),
    indexOf: (key) => {
      if (read.keys) {
        places ??= new Map(read.keys.map((own, at) => [own, at]));
        return places.get(key) ?? -1;
      }
      const index = Number(key);
      return Number.isInteger(index) && index >= 0 && index < read.rows.length ? index : -1;
    },
    facets: (row, column): CellFacets | undefined => read.facets[`${row}:${column}`],
  };
}

export const cellText = (cell: Cell): string =>
  cell === null ? '' : typeof cell === 'boolean' ? (cell ? 'yes' : 'no') : String(cell);
