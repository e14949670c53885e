import { cellText } from '../binding';
import { ProblemError, type Problem } from '../problem';
import { acceptCell, freshName, newColumn, newTable, type Column, type NewId, type Table } from '../show';
import { formats, csvCells, type Format, type Read, type ScalarType } from '../source';

const columnFor = (id: string, name: string, type: ScalarType): Column => newColumn(id, name, type);

/** What was read of a file as a table of the show's own. Column types are those that were chosen, by name, else guessed. */
export function tableFromRead(
  read: Read,
  name: string,
  newId: NewId,
  types: Readonly<Record<string, ScalarType>> = {},
): Table {
  const names: string[] = [];
  for (const column of read.columns) names.push(freshName(column.name, names));
  const columns = names.map((title, i) =>
    columnFor(newId(), title, types[read.columns[i]?.name ?? ''] ?? read.columns[i]?.type ?? 'text'),
  );
  const rows = read.rows.map((row) => ({
    id: newId(),
    cells: Object.fromEntries(
      columns.map((column, i) => {
        const text = cellText(row[i] ?? null);
        const accepted = acceptCell(column, text);
        // What does not fit stays as it was written, and is marked.
        return [column.id, 'text' in accepted ? accepted.text : text];
      }),
    ),
  }));
  return newTable(newId(), name, { columns, rows });
}

/** The name of a file without its folder and ending. */
export const bareName = (fileName: string): string =>
  fileName.replace(/^.*[/\\]/, '').replace(/\.[^.]*$/, '') || 'Table';

/**
 * A CSV or TSV file as a table: the first row names the columns, the separator is guessed (comma, semicolon, tab, bar).
 * Short rows are filled with empty cells; cells beyond the header get columns of their own, and are told of in `notes`.
 */
export function readCsv(
  text: string,
  fileName: string,
  newId: NewId,
): { table: Table; notes: readonly string[] } | { problem: Problem } {
  try {
    const read = csvCells(text, 'utf-8', formats.csv.plain as Extract<Format, { format: 'csv' }>, fileName);
    return { table: tableFromRead(read, bareName(fileName), newId), notes: read.notes };
  } catch (error) {
    if (error instanceof ProblemError) return { problem: error.problem };
    throw error;
  }
}
