import { coloursOf, type Box, type CellLook, type Element, type RowList, type TableElement } from '../show';
import type { Trace } from '../chart';
import { insideOf } from './cells';
import { CellDrawer, isWordy, type KeptCell } from './contents';
import { gridOf, type GridCell } from './grid';
import { tableLines, type Meant, type TableLine } from './lines';
import { looksOf } from './looks';
import { columnWidths } from './widths';
import { cellWords } from './words';

/** What laying a table asks of those around it. */
export interface TablePort extends Meant {
  /** Px that words take in one line, whatever room there is. */
  readonly width: (words: string, look: CellLook) => number;
  /** Words fitted into a room by the fit of their look: their height, px, and the part of their size that they came to. */
  readonly fit: (words: string, look: CellLook, room: Box) => { readonly h: number; readonly scale: number };
  /** The picture that a cell stands for: of a set by its name, or of the show by its id; null where there is none. */
  readonly picture: (set: string | null, name: string) => string | null;
  /** The size of what a child of the table draws, px. */
  readonly sizeOf: (child: string) => { readonly w: number; readonly h: number };
  /** What was drawn before, to be drawn on with; left out: all is drawn anew. */
  readonly kept?: Map<string, KeptCell>;
}

/** A cell with all that stands in it. Places are those of the table's first line: a line shifts them by its `y`. */
export interface LaidCell extends GridCell {
  /** The id of the column that it begins in. */
  readonly id: string;
  readonly name: string;
  readonly box: Box;
  /** Within its padding. */
  readonly room: Box;
  readonly look: CellLook;
  readonly words: string;
  /** Back to front. */
  readonly elements: readonly Element[];
  /** The line that one of them is; null: none is one. */
  readonly trace: Trace | null;
  /** The child that stands in it; null: none. */
  readonly child: string | null;
}

export interface LaidLine extends TableLine {
  /** Px below the top of the table. */
  readonly y: number;
  readonly h: number;
  readonly cells: readonly LaidCell[];
}

export interface LaidTable {
  readonly lines: readonly LaidLine[];
  /** Left edges and widths of columns, px, from the left of the table. */
  readonly columns: readonly { readonly x: number; readonly w: number }[];
  /** Px of all lines, and, where short pages keep their height, of those that are not there. */
  readonly h: number;
}

/** A row that is as high as what is in it is at least as high as this, so that an empty one can be seen. */
const leastRow = 12;

/**
 * Lays a table: the lines of its page, the cells that they are cut into, and what each cell is drawn as. Lines of one
 * list come out the same wherever they stand, but for their `y`.
 */
export function layTable(table: TableElement, list: RowList, port: TablePort): LaidTable {
  const lines = tableLines(table, list);
  const grid = gridOf(table, lines, list, port);
  const lookOf = looksOf(table, list, port);
  const cells = grid.map((cell) => {
    const line = lines[cell.line] as TableLine;
    const column = table.columns[cell.column] as TableElement['columns'][number];
    return { line, column, at: cell, look: lookOf(line, cell.column), words: cellWords(column, line, list) };
  });
  type Cell = (typeof cells)[number];
  const isWords = ({ line, column }: Cell): boolean => isWordy(line, column);
  const nameOf = ({ column, at, line }: Cell): string =>
    line.of === 'row'
      ? (column.title ??
        (column.content.kind === 'drawn' || column.content.column === ''
          ? `Column ${at.column + 1}`
          : column.content.column))
      : `${line.of === 'head' ? 'Head' : 'Foot'} ${line.at + 1}`;

  const tall: Box = { x: 0, y: 0, w: 100_000, h: 100_000 };
  const naturalW = (cell: Cell): number => {
    const { look, words, column } = cell;
    if (isWords(cell)) {
      if (words === '') return 0;
      return port.width(words, look) + 2 * look.padX;
    }
    const { content } = column;
    const inner = Math.max(0, (table.rowH || look.size * 1.6) - 2 * look.padY);
    if (content.kind === 'drawn') return port.sizeOf(content.child).w + 2 * look.padX;
    return (content.kind === 'movement' && content.counts ? look.size * 1.6 : inner) + 2 * look.padX;
  };
  const widths = columnWidths(table, (column) =>
    cells.reduce(
      (most, cell) =>
        cell.at.column === column && cell.at.across === 1 ? Math.max(most, Math.ceil(naturalW(cell))) : most,
      0,
    ),
  );
  const columns = placesOf(table, widths);
  const spanX = ({ column, across }: GridCell): { x: number; w: number } => {
    const parts = columns.slice(column, column + across);
    const left = Math.min(...parts.map(({ x }) => x));
    return { x: left, w: Math.max(...parts.map(({ x, w }) => x + w)) - left };
  };

  const heights = lines.map(({ side }) => side?.h || table.rowH);
  for (const cell of cells) {
    const { look, words, column } = cell;
    const { line: at, down } = cell.at;
    if (down > 1 || (lines[at]?.side?.h || table.rowH) > 0) continue;
    const { w } = spanX(cell.at);
    const inner = Math.max(0, w - 2 * look.padX);
    const { content } = column;
    const h = isWords(cell)
      ? words === ''
        ? 0
        : port.fit(words, look, { ...tall, w: inner }).h
      : content.kind === 'drawn'
        ? port.sizeOf(content.child).h
        : look.size;
    heights[at] = Math.max(heights[at] ?? 0, leastRow, Math.ceil(h + 2 * look.padY));
  }
  const tops: number[] = [];
  let y = 0;
  lines.forEach((line, at) => {
    const before = lines[at - 1];
    if (before) y += before.of === line.of ? table.gapY : table.gapHeads;
    tops.push(y);
    y += heights[at] as number;
  });
  const spanH = ({ line, down }: GridCell): number => {
    const last = line + down - 1;
    return (tops[last] as number) + (heights[last] as number) - (tops[line] as number);
  };

  const boxOf = ({ at }: Cell): Box => {
    const { x, w } = spanX(at);
    return { x: table.x + x, y: table.y, w, h: spanH(at) };
  };
  /** Without a gap a cell reaches a px under the one that is painted over it, so that nothing shows between them. */
  const reached = ({ x, y, w, h }: Box, { line, column, across, down }: GridCell, look: CellLook): Box => {
    if (!isWhole(look)) return { x, y, w, h };
    const over = Number(table.gapX === 0 && column + across < table.columns.length);
    const under = Number(
      table.gapY === 0 && lines[line + down] !== undefined && lines[line + down]?.of === lines[line]?.of,
    );
    return { x: table.isMirrored ? x - over : x, y, w: w + over, h: h + under };
  };
  // The smallest size that one of its words needs holds for a whole column.
  const even = table.columns.map((column, at) =>
    column.evenSize
      ? cells.reduce((least, cell) => {
          if (cell.at.column !== at || cell.line.of !== 'row' || cell.words === '') return least;
          const room = insideOf(boxOf(cell), cell.look);
          const { scale } = port.fit(cell.words, cell.look, room);
          return Math.min(least, cell.look.size * scale);
        }, Infinity)
      : Infinity,
  );
  const smaller = new Map<CellLook, CellLook>();
  /** A look at the size that its column has come to. */
  const sized = (look: CellLook, size: number): CellLook => {
    const known = smaller.get(look);
    if (known?.size === size) return known;
    const made = { ...look, size };
    smaller.set(look, made);
    return made;
  };
  const drawer = new CellDrawer(table, list, port);
  const laid = cells.map((cell): LaidCell => {
    const { column, line, words } = cell;
    const box = boxOf(cell);
    const size = line.of === 'row' ? (even[cell.at.column] as number) : Infinity;
    const look = size < cell.look.size ? sized(cell.look, size) : cell.look;
    const name = nameOf(cell);
    const ground = reached(box, cell.at, look);
    const { elements, trace } = drawer.draw({ line, column, name, words, look, box, ground });
    const { content } = column;
    const child = line.of === 'row' && content.kind === 'drawn' ? content.child : null;
    return {
      ...cell.at,
      id: column.id,
      name,
      box,
      room: insideOf(box, look),
      look,
      words,
      elements,
      trace,
      child,
    };
  });
  const byLine = new Map<number, LaidCell[]>();
  for (const cell of laid) {
    const own = byLine.get(cell.line);
    if (own) own.push(cell);
    else byLine.set(cell.line, [cell]);
  }
  const rows = lines.filter(({ of }) => of === 'row').length;
  const short = table.keepsHeight && table.rowH > 0 ? Math.max(0, table.perPage - rows) : 0;
  return {
    lines: lines.map((line, at) => ({
      ...line,
      y: tops[at] as number,
      h: heights[at] as number,
      cells: byLine.get(at) ?? [],
    })),
    columns,
    h: y + short * (table.rowH + table.gapY),
  };
}

/** Whether the surface of a cell covers all of it. */
const isWhole = (look: CellLook): boolean =>
  look.outlineWidth === 0 &&
  look.spread === 0 &&
  look.slantLeft === 0 &&
  look.slantRight === 0 &&
  look.radiusTopLeft + look.radiusTopRight + look.radiusBottomLeft + look.radiusBottomRight === 0 &&
  coloursOf(look.fill).every((colour) => colour.length === 7);

/** Where columns of some widths stand. */
function placesOf({ isMirrored, gapX }: TableElement, widths: readonly number[]) {
  const order = widths.map((_, at) => at);
  if (isMirrored) order.reverse();
  const places: { x: number; w: number }[] = [];
  let x = 0;
  for (const at of order) {
    // On whole px, so that nothing shows between neighbours without a gap.
    const end = x + (widths[at] as number);
    places[at] = { x: Math.round(x), w: Math.round(end) - Math.round(x) };
    x = end + gapX;
  }
  return places;
}
