import { looseWordOrder } from '../locale';
import type { Row, Table, Show } from '../show';
import { cellAs } from '../source';
import { sentText, shownText } from './table-rows';

/** A column that rows are put in the order of. */
export interface RowSort {
  readonly column: string;
  readonly down: boolean;
}

/**
 * The rows of a table that have some words in any cell as it is shown, whatever their case; by a column where one sorts,
 * numbers by their size, words in the order of a language, what is empty last. The table stays as it is.
 */
export function findRows(
  tables: Show['tables'],
  table: Table,
  words: string,
  sort: RowSort | null,
  locale: string,
): readonly Row[] {
  const wanted = words.trim().toLowerCase();
  const found =
    wanted === ''
      ? table.rows
      : table.rows.filter((row) =>
          table.columns.some((column) =>
            shownText(tables, table, row, column).toLowerCase().includes(wanted),
          ),
        );
  const by = sort && table.columns.find((column) => column.id === sort.column);
  if (!by) return found;
  const order = looseWordOrder(locale);
  const isCounted = ['number', 'time', 'duration', 'date'].includes(by.type);
  const keyed = found.map((row) => {
    const text = sentText(tables, table, row, by);
    const cell = isCounted ? cellAs(text, by.type as 'number') : null;
    return { row, text, number: typeof cell === 'number' ? cell : NaN };
  });
  keyed.sort((a, b) => {
    if ((a.text === '') !== (b.text === '')) return a.text === '' ? 1 : -1;
    const apart = a.number - b.number;
    const by = Number.isNaN(apart) ? order(a.text, b.text) : apart;
    return sort.down ? -by : by;
  });
  return keyed.map(({ row }) => row);
}
