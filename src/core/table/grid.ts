import type { RowList, TableElement } from '../show';
import { isAmong, type Meant, type TableLine } from './lines';
import { cellWords } from './words';

/** A cell of a table: the line and the column that it begins in, and how many of each it covers. */
export interface GridCell {
  readonly line: number;
  readonly column: number;
  readonly across: number;
  readonly down: number;
}

/**
 * The cells of a table, line by line; together they cover every place exactly once. What is joined by hand goes before
 * what is joined as it says the same; where two would lie over one another, the later one is smaller.
 */
export function gridOf(
  table: TableElement,
  lines: readonly TableLine[],
  list: RowList,
  meant: Meant,
): readonly GridCell[] {
  const { columns } = table;
  const places = columns.length;
  const taken = new Uint8Array(lines.length * places);
  const columnOf = new Map(columns.map(({ id }, at) => [id, at]));

  const wish = (line: number, column: number): { across: number; down: number } => {
    const own = lines[line] as TableLine;
    const col = columns[column] as (typeof columns)[number];
    for (const join of table.joins)
      if (columnOf.get(join.column) === column && isAmong(join.lines, own, list, meant)) return join;
    if (own.side) return { across: own.side.cells[col.id]?.across ?? 1, down: 1 };
    if (!col.joinsEqual) return { across: 1, down: 1 };
    const words = cellWords(col, own, list);
    let down = 1;
    while (words !== '') {
      const next = lines[line + down];
      if (next?.of !== 'row' || cellWords(col, next, list) !== words) break;
      down += 1;
    }
    return { across: 1, down };
  };

  const isFree = (line: number, column: number, across: number, down: number): boolean => {
    for (let l = line; l < line + down; l += 1) {
      if (lines[l]?.of !== lines[line]?.of) return false;
      for (let c = column; c < column + across; c += 1) if (taken[l * places + c] !== 0) return false;
    }
    return true;
  };

  const cells: GridCell[] = [];
  for (let line = 0; line < lines.length; line += 1)
    for (let column = 0; column < places; column += 1) {
      if (taken[line * places + column] !== 0) continue;
      const wanted = wish(line, column);
      let across = Math.max(1, Math.min(wanted.across, places - column));
      let down = Math.max(1, Math.min(wanted.down, lines.length - line));
      while (across > 1 && !isFree(line, column, across, 1)) across -= 1;
      while (down > 1 && !isFree(line, column, across, down)) down -= 1;
      for (let l = line; l < line + down; l += 1)
        taken.fill(1, l * places + column, l * places + column + across);
      cells.push({ line, column, across, down });
    }
  return cells;
}
