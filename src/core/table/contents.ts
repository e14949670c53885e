import type { Box, CellLook, Element, RowList, TableColumn, TableElement } from '../show';
import { arrowOf, barOf, flashOf, insideOf, pictureOf, surfaceOf, textOf } from './cells';
import type { TablePort } from './lay';
import { sparkBars, sparkEnds, sparkLine, type SparkEnds } from './sparkline';
import type { TableLine } from './lines';
import { listColumn, movementOf, numberOf, numbersOf, sparkValues } from './words';
import type { Trace } from '../chart';

/** All that what is drawn in a cell depends on. */
export interface CellGiven {
  readonly line: TableLine;
  readonly column: TableColumn;
  readonly name: string;
  readonly words: string;
  readonly look: CellLook;
  /** Of the whole cell, and of its surface, which may reach under a neighbour. */
  readonly box: Box;
  readonly ground: Box;
}

/** What a cell is drawn as. */
export interface DrawnCell {
  /** Back to front. */
  readonly elements: readonly Element[];
  /** The line that one of them is; null: none is one. */
  readonly trace: Trace | null;
}

/** What was drawn in a cell last, and of what. */
export interface KeptCell extends DrawnCell {
  readonly given: CellGiven;
  readonly figure: string;
  readonly flash: string;
}

/** Whether a cell holds words: all heads and feet do. */
export const isWordy = ({ of }: TableLine, { content }: TableColumn): boolean =>
  of !== 'row' || content.kind === 'text' || content.kind === 'number';

const sameBox = (a: Box, b: Box): boolean => a.x === b.x && a.y === b.y && a.w === b.w && a.h === b.h;
function sameLook(a: CellLook, b: CellLook): boolean {
  if (a === b) return true;
  for (const key in a) if (a[key as keyof CellLook] !== b[key as keyof CellLook]) return false;
  return true;
}

/** Draws the cells of a table; one that has nothing new is drawn as it was. */
export class CellDrawer {
  private readonly largest = new Map<string, number>();
  private readonly ends = new Map<string, SparkEnds>();
  private readonly flash: string;

  constructor(
    private readonly table: TableElement,
    private readonly list: RowList,
    private readonly port: TablePort,
  ) {
    const { flash } = table;
    this.flash = flash.length === 9 && flash.endsWith('00') ? '' : flash;
  }

  draw(given: CellGiven): DrawnCell {
    const { line, column } = given;
    const figure = line.of === 'row' ? this.figure(given) : '';
    const flash = column.flashes && line.of === 'row' ? this.flash : '';
    const key = `${line.of} ${line.key} ${column.id}`;
    const kept = this.port.kept?.get(key);
    if (
      kept &&
      kept.figure === figure &&
      kept.flash === flash &&
      kept.given.words === given.words &&
      kept.given.name === given.name &&
      kept.given.column.content.kind === column.content.kind &&
      sameBox(kept.given.box, given.box) &&
      sameBox(kept.given.ground, given.ground) &&
      sameLook(kept.given.look, given.look)
    )
      return kept;
    const drawn = { given, figure, flash, ...this.anew(given, flash) };
    this.port.kept?.set(key, drawn);
    return drawn;
  }

  /** What besides its words decides what stands in a cell. */
  private figure({ line, column, words }: CellGiven): string {
    const { content } = column;
    switch (content.kind) {
      case 'picture':
        return `${content.fit} ${content.radius} ${words === '' ? '' : (this.port.picture(content.set, words) ?? '')}`;
      case 'bar':
        return `${this.part(line.key, content) ?? ''} ${content.colour} ${content.thickness} ${content.radius} ${content.from}`;
      case 'movement': {
        const { way, by } = movementOf(content, this.list, line.key);
        return `${way} ${by} ${content.up} ${content.down} ${content.same}`;
      }
      case 'sparkline': {
        const { lo, hi } = this.endsOf(content, line.key);
        return `${lo} ${hi} ${content.form} ${content.colour} ${content.lineW} ${content.dot} ${content.thickness}`;
      }
      default:
        return '';
    }
  }

  /** What a sparkline of a row goes between. */
  private endsOf(content: Extract<TableColumn['content'], { kind: 'sparkline' }>, key: string): SparkEnds {
    const of = `${content.column} ${content.last} ${content.form} ${content.scale === 'all' ? '' : key}`;
    const known = this.ends.get(of);
    if (known) return known;
    const rows = content.scale === 'all' ? this.list.order : [key];
    const made = sparkEnds(
      content,
      rows.flatMap((row) => sparkValues(content, this.list, row)),
    );
    this.ends.set(of, made);
    return made;
  }

  /** How much of a whole bar a row has, 0 to 1; null: none. */
  private part(key: string, content: Extract<TableColumn['content'], { kind: 'bar' }>): number | null {
    const value = numberOf(this.list.cells[key]?.[listColumn(this.list, content.column)] ?? null);
    const most = content.most ?? this.mostOf(content.column);
    return value !== null && most > 0 ? Math.max(0, Math.min(1, value / most)) : null;
  }

  private mostOf(name: string): number {
    let most = this.largest.get(name);
    if (most === undefined) {
      most = numbersOf(this.list, name).reduce((a, b) => Math.max(a, b), 0);
      this.largest.set(name, most);
    }
    return most;
  }

  private anew({ line, column, name, words, look, box, ground }: CellGiven, flash: string): DrawnCell {
    const id = `${this.table.id}/${column.id}`;
    const room = insideOf(box, look);
    const surface = surfaceOf(id, name, ground, look);
    const elements: Element[] = surface ? [surface] : [];
    if (flash !== '') elements.push(flashOf(id, name, box, look, flash));
    const { content } = column;
    let trace: Trace | null = null;
    if (isWordy(line, column)) {
      if (words !== '') elements.push(textOf(id, name, room, look, words));
    } else if (content.kind === 'picture') {
      const asset = words === '' ? null : this.port.picture(content.set, words);
      if (asset !== null) elements.push(pictureOf(id, name, room, look, content, asset));
    } else if (content.kind === 'bar') {
      const part = this.part(line.key, content);
      if (part !== null) elements.push(barOf(id, name, room, look, content, part));
    } else if (content.kind === 'movement') {
      const gap = look.size * 0.2;
      const count = { ...look, align: 'left' as const };
      const beside = words === '' ? 0 : gap + this.port.width(words, look);
      const arrow = arrowOf(id, name, room, look, content, movementOf(content, this.list, line.key), beside);
      elements.push(arrow);
      if (words !== '') {
        const left = arrow.x + arrow.w + gap;
        const rest = { ...room, x: left, w: Math.max(1, room.x + room.w - left) };
        elements.push(textOf(id, name, rest, count, words));
      }
    } else if (content.kind === 'sparkline') {
      const values = sparkValues(content, this.list, line.key);
      const given = { id, name, room, look, content, values, ends: this.endsOf(content, line.key) };
      if (content.form === 'bars') elements.push(...sparkBars(given));
      else {
        const drawn = sparkLine(given);
        elements.push(...drawn.elements);
        trace = drawn.trace;
      }
    }
    return { elements, trace };
  }
}
