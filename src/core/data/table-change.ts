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

/** A table with a difference put in. */
export function withChange(table: Table, change: TableChange): Table {
  const rows = new Map(table.rows.map((row) => [row.id, row]));
  for (const gone of change.gone) rows.delete(gone);
  for (const row of change.set) rows.set(row.id, row);
  const order = change.order ?? [...rows.keys()];
  return { ...table, rows: order.flatMap((id) => rows.get(id) ?? []) };
}
