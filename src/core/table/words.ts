import { numberInWords, valueText, type NumberSpec } from '../binding';
import { parseNumber } from '../source';
import { columnAt, type CellContent, type RowList, type TableColumn } from '../show';
import type { TableLine } from './lines';

type Cell = RowList['cells'][string][number];

/** Where a list has the column of a name; -1 where it has none, or none was chosen. */
export const listColumn = (list: RowList, name: string): number => (name === '' ? -1 : columnAt(list, name));

const cellAt = (list: RowList, key: string, at: number): Cell =>
  (at < 0 ? undefined : list.cells[key]?.[at]) ?? null;

/** A cell as a number; null where it is none, words that are written as one included. */
export function numberOf(cell: Cell): number | null {
  if (typeof cell === 'number') return Number.isFinite(cell) ? cell : null;
  return typeof cell === 'string' ? parseNumber(cell) : null;
}

/** All numbers of a column, of whichever page. */
export const numbersOf = (list: RowList, column: string): readonly number[] => {
  const at = listColumn(list, column);
  return list.order.flatMap((key) => numberOf(cellAt(list, key, at)) ?? []);
};

/** A cell of a column as words: dates and times as the step “Words” writes them. */
function plainWords(list: RowList, key: string, at: number): string {
  const cell = cellAt(list, key, at);
  const type = list.columns[at]?.type;
  return cell === null || (typeof cell === 'number' && !Number.isFinite(cell))
    ? ''
    : valueText(cell, type ? { of: type } : undefined);
}

/** A number in words; what is no number stays as it is written, so that “DNS” stands among points. */
function numberWords(cell: Cell, written: string, format: NumberSpec, missing: string): string {
  const number = numberOf(cell);
  return number !== null ? numberInWords(number, format) : written === '' ? missing : written;
}

/** The words that a content shows for a row; empty where it shows none. */
export function contentWords(content: CellContent, list: RowList, key: string): string {
  switch (content.kind) {
    case 'text':
      return plainWords(list, key, listColumn(list, content.column)) || content.missing;
    case 'number': {
      const at = listColumn(list, content.column);
      return numberWords(cellAt(list, key, at), plainWords(list, key, at), content.format, content.missing);
    }
    case 'picture':
    case 'bar':
      return plainWords(list, key, listColumn(list, content.column));
    case 'sparkline':
      return sparkValues(content, list, key).join(' ');
    case 'movement':
      return movementWords(content, list, key);
    case 'drawn':
      return '';
  }
}

type Sparkline = Extract<CellContent, { kind: 'sparkline' }>;

/** The numbers that a sparkline goes through in a row, oldest first; null where there is none. */
export function sparkValues({ column, last }: Sparkline, list: RowList, key: string): (number | null)[] {
  const from = listColumn(list, column);
  const to = listColumn(list, last);
  if (from < 0) return [];
  if (to >= 0) {
    const own = list.columns.slice(Math.min(from, to), Math.max(from, to) + 1);
    return own.map((_, at) => numberOf(cellAt(list, key, Math.min(from, to) + at)));
  }
  const cell = cellAt(list, key, from);
  if (typeof cell !== 'string') return cell === null ? [] : [numberOf(cell)];
  // Numbers behind one another: blanks, semicolons or commas with a blank stand between them.
  const words = cell.trim();
  return words === '' ? [] : words.split(/\s*;\s*|,\s+|\s+/).map((own) => numberOf(own));
}

export interface Movement {
  readonly way: 'up' | 'down' | 'same' | 'new';
  /** Places, 0 or more. */
  readonly by: number;
}

/** How a row stands to where it stood: places count from the top, so a smaller one is up. */
export function movementOf(
  content: Extract<CellContent, { kind: 'movement' }>,
  list: RowList,
  key: string,
): Movement {
  const before = numberOf(cellAt(list, key, listColumn(list, content.before)));
  const now =
    content.column === ''
      ? list.order.indexOf(key) + 1
      : numberOf(cellAt(list, key, listColumn(list, content.column)));
  if (before === null || now === null) return { way: 'new', by: 0 };
  const by = before - now;
  return { way: by > 0 ? 'up' : by < 0 ? 'down' : 'same', by: Math.abs(by) };
}

function movementWords(
  content: Extract<CellContent, { kind: 'movement' }>,
  list: RowList,
  key: string,
): string {
  const { way, by } = movementOf(content, list, key);
  return content.counts && (way === 'up' || way === 'down') ? String(by) : '';
}

const totals: Readonly<Record<string, (numbers: readonly number[]) => number>> = {
  sum: (numbers) => numbers.reduce((sum, n) => sum + n, 0),
  mean: (numbers) => numbers.reduce((sum, n) => sum + n, 0) / numbers.length,
  count: (numbers) => numbers.length,
  minimum: (numbers) => numbers.reduce((least, n) => Math.min(least, n), Infinity),
  maximum: (numbers) => numbers.reduce((most, n) => Math.max(most, n), -Infinity),
};

/** The words of a cell of a line. */
export function cellWords(column: TableColumn, line: TableLine, list: RowList): string {
  const { content } = column;
  if (line.of === 'row' && list.columns.length > 0) return contentWords(content, list, line.key);
  const cell = line.side?.cells[column.id];
  const name = content.kind === 'drawn' ? '' : content.column;
  // Rows that are only drawn say what would stand in them.
  if (line.of === 'row') return content.kind === 'text' || content.kind === 'number' ? name : '';
  if (line.of === 'head')
    return cell?.text ?? column.title ?? list.columns[listColumn(list, name)]?.name ?? name;
  if (!cell) return '';
  if (cell.total === null) return cell.text ?? '';
  const numbers = numbersOf(list, name);
  if (cell.total === 'count') return String(list.order.length);
  const total = totals[cell.total]?.(numbers) ?? NaN;
  if (numbers.length === 0 || !Number.isFinite(total)) return '';
  return content.kind === 'number' ? numberInWords(total, content.format) : String(total);
}
