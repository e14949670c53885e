// Short ways to write rows by hand: columns of tables, and the sample rows that a template shows until it is given its own.
import { cellContents, letTurn, newCascade, type CellContent, type CellLookPart, type Field, type RowList, type TableColumn, type Template } from '../src/core/show';

export const column = (
  id: string,
  content: Partial<CellContent> & { kind: CellContent['kind'] },
  width: TableColumn['width'],
  own: CellLookPart = {},
  given: Partial<TableColumn> = {},
): TableColumn => ({
  id,
  title: null,
  width,
  content: { ...cellContents[content.kind].plain, ...content } as CellContent,
  look: own,
  evenSize: false,
  joinsEqual: false,
  flashes: false,
  changes: 'switch',
  ...given,
});
export const px = (wide: number) => ({ by: 'px', px: wide }) as const;
export const share = (part = 1) => ({ by: 'share', share: part }) as const;
/** A format with so many decimals. */
export const decimals = (places: number) => ({ ...cellContents.number.plain.format, least: places, most: places });

/** Rows of columns by their names, with the type of each; the first cell of a row is its key. */
export const listOf = (columns: readonly (readonly [name: string, type: 'text' | 'number' | 'colour'])[], rows: readonly (readonly (string | number)[])[]): RowList => ({
  kind: 'rows',
  columns: columns.map(([name, type]) => ({ key: name, name, type })),
  order: rows.map(([key]) => String(key)),
  cells: Object.fromEntries(rows.map((cells) => [String(cells[0]), [...cells]])),
});

/** A field of rows, with sample rows in it. */
export const rowsField = (id: string, name: string, rows: RowList, help: string): Field => ({ id, kind: 'rows', name, group: '', help, default: rows });

/** Rows one after another. */
export const inTurn = (delay = 3, given: object = {}) => ({ cascade: { ...newCascade('row'), delay }, ...given });

/** Lets a table turn its pages by time; the page is a field that Next turns too. */
export function turnByTime(template: Template, table: string): void {
  letTurn(template, table, 'by-time', () => 'f-page');
  const page = template.fields.find(({ id }) => id === 'f-page');
  if (page) page.help = 'Turns by itself; Next turns it by hand';
}
