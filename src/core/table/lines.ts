import { stands } from '../binding';
import {
  cellIn,
  rowsOnPage,
  type Lines,
  type RowList,
  type Scalar,
  type SideLine,
  type TableElement,
} from '../show';

export type LineOf = 'head' | 'row' | 'foot';

/** A line of a table from top to bottom. */
export interface TableLine {
  readonly of: LineOf;
  /** Unique in the table: of rows their own key, of heads and feet one that no row has. */
  readonly key: string;
  /** Its place among those of its sort, from 0. */
  readonly at: number;
  readonly side: SideLine | null;
}

/** The lines of the page that a table shows. */
export function tableLines(table: TableElement, list: RowList): readonly TableLine[] {
  const sides = (of: 'head' | 'foot', lines: readonly SideLine[]): TableLine[] =>
    lines.map((side, at) => ({ of, key: side.id, at, side }));
  return [
    ...sides('head', table.heads),
    ...rowsOnPage(table, list).map((key, at): TableLine => ({ of: 'row', key, at, side: null })),
    ...sides('foot', table.feet),
  ];
}

/** What decides which lines are meant, besides the lines. */
export interface Meant {
  readonly valueOf: (field: string) => Scalar;
  /** The language whose rules words are compared by. */
  readonly locale: string;
}

/** Whether a line is among those that are meant. */
export function isAmong(lines: Lines, line: TableLine, list: RowList, { valueOf, locale }: Meant): boolean {
  switch (lines.kind) {
    case 'all':
      return true;
    case 'heads':
      return line.of === 'head';
    case 'foot':
      return line.of === 'foot';
    case 'rows':
      return line.of === 'row';
    case 'every-other':
      return line.of === 'row' && line.at % 2 === 1;
    case 'place':
      return line.of === 'row' && line.at === lines.at - 1;
    case 'key':
      return line.of === 'row' && line.key === lines.key;
    case 'where': {
      if (line.of !== 'row') return false;
      const than = lines.field === null ? lines.than : valueOf(lines.field);
      // Nothing to compare with is nothing that is met.
      if (than === null && lines.field !== null) return false;
      return stands(cellIn(list, line.key, lines.column), lines.test, than, locale);
    }
  }
}
