import { columnIndex, type Rowset } from '../binding';
import type { StrandSource } from '../show';
import { headline, type Came } from '../ticker';
import { parseDate } from '../source';
import { sameName } from './match';

/** More items than this are not looked at: a ticker that is so long never comes round. */
const mostItems = 5000;

/** The rows of a table, view or source as items of a strand. */
export function cameOf(rows: Rowset, { words, more, category, only, kind, key, at }: StrandSource): Came[] {
  const columnOf = (name: string): number => (name === '' ? -1 : columnIndex(rows, name));
  const [said, second, sort, sorted, told, dated] = [words, more, category, kind, key, at].map(columnOf) as [number, number, number, number, number, number]; // prettier-ignore
  if (said < 0) return [];
  const came: Came[] = [];
  for (let row = 0; row < rows.count && came.length < mostItems; row += 1) {
    const textOf = (column: number): string => (column < 0 ? '' : rows.text(row, column));
    if (only.trim() !== '' && !sameName(textOf(sort), only)) continue;
    const text = rows.text(row, said);
    const moment = dated < 0 ? null : rows.cell(row, dated);
    const ms = typeof moment === 'number' ? moment : typeof moment === 'string' ? parseDate(moment) : null;
    came.push({
      // Without a column that says it, words are an item's own, unless its rows are known apart by themselves.
      key: (told >= 0 ? rows.text(row, told) : rows.isKeyed ? rows.key(row) : text).slice(0, 500),
      words: headline(text.slice(0, 20_000)).slice(0, 10_000),
      more: headline(textOf(second).slice(0, 4000)).slice(0, 2000),
      category: textOf(sort).slice(0, 200),
      kind: textOf(sorted).slice(0, 200),
      at: ms,
    });
  }
  return came;
}
