import type { Row, Table } from '../show';
import { rowPlaces } from './table-rows';

/** What of a table is new: rows that differ, rows that are gone, and the order where it changed. */
export interface TableChange {
  readonly set: readonly Row[];
  readonly gone: readonly string[];
  readonly order?: readonly string[];
}

/** The difference of a table's rows. Rows that are one object are taken for the same. */
export function tableChange(before: Table, now: Table): TableChange {
  const cells = cellChange(before.rows, now.rows);
  if (cells) return { set: cells, gone: [] };
  const places = rowPlaces(before.rows);
  const set = now.rows.filter((row) => {
    const at = places.get(row.id);
    return at === undefined || before.rows[at] !== row;
  });
  const kept = rowPlaces(now.rows);
  const gone =
    before.rows.length === now.rows.length && set.length === 0
      ? []
      : before.rows.filter((row) => !kept.has(row.id)).map((row) => row.id);
  const isMoved =
    before.rows.length !== now.rows.length || now.rows.some((row, i) => before.rows[i]?.id !== row.id);
  return { set, gone, ...(isMoved ? { order: now.rows.map((row) => row.id) } : {}) };
}

/** The rows whose cells differ, where the same rows stand in the same order; else null. */
function cellChange(before: readonly Row[], now: readonly Row[]): Row[] | null {
  if (before.length !== now.length) return null;
  const set: Row[] = [];
  for (let i = 0; i < now.length; i += 1) {
    const row = now[i] as Row;
    if (row === before[i]) continue;
    if (row.id !== before[i]?.id) return null;
    set.push(row);
  }
  return set;
}

/** A table with a difference put in. */
export function withChange(table: Table, change: TableChange): Table {
  if (!change.order && change.gone.length === 0) {
    const places = rowPlaces(table.rows);
    const rows = [...table.rows];
    for (const row of change.set) rows[places.get(row.id) ?? rows.length] = row;
    // Frozen, it is known for a list of which only cells change.
    return { ...table, rows: Object.freeze(rows) as Row[] };
  }
  const rows = new Map(table.rows.map((row) => [row.id, row]));
  for (const gone of change.gone) rows.delete(gone);
  for (const row of change.set) rows.set(row.id, row);
  const order = change.order ?? [...rows.keys()];
  return { ...table, rows: order.flatMap((id) => rows.get(id) ?? []) };
}
