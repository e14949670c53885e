import { columnIndex, type Rowset } from '../binding';
import type { StrandSource } from '../show';
import { headline, type Came } from '../ticker';
import { parseDate } from '../source';
import { sameName } from './match';

/** More items than this are not looked at: a ticker that is so long never comes round. */
const mostItems = 5000;

/** The rows of a table, view or source as items of a strand. */
export function cameOf(rows: Rowset, { words, category, only, key, at }: StrandSource): Came[] {
  const columnOf = (name: string): number => (name === '' ? -1 : columnIndex(rows, name));
  const [said, sort, told, dated] = [columnOf(words), columnOf(category), columnOf(key), columnOf(at)];
  if (said < 0) return [];
  const came: Came[] = [];
  for (let row = 0; row < rows.count && came.length < mostItems; row += 1) {
    const sorted = sort < 0 ? '' : rows.text(row, sort);
    if (only.trim() !== '' && !sameName(sorted, only)) continue;
    const text = rows.text(row, said);
    const moment = dated < 0 ? null : rows.cell(row, dated);
    const ms = typeof moment === 'number' ? moment : typeof moment === 'string' ? parseDate(moment) : null;
    came.push({
      key: (told < 0 ? text : rows.text(row, told)).slice(0, 500),
      words: headline(text.slice(0, 20_000)).slice(0, 10_000),
      category: sorted.slice(0, 200),
      kind: '',
      at: ms,
    });
  }
  return came;
}
