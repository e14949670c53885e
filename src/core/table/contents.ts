import type { Box, CellLook, Element, RowList, TableColumn, TableElement } from '../show';
import { arrowOf, barOf, flashOf, insideOf, pictureOf, surfaceOf, textOf } from './cells';
import type { TablePort } from './lay';
import type { TableLine } from './lines';
import { listColumn, movementOf, numberOf, numbersOf } from './words';

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

/** What was drawn in a cell last, and of what. */
export interface KeptCell {
  readonly given: CellGiven;
  readonly figure: string;
  readonly flash: string;
  readonly elements: readonly Element[];
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
  private readonly flash: string;

  constructor(
    private readonly table: TableElement,
    private readonly list: RowList,
    private readonly port: TablePort,
  ) {
    const { flash } = table;
    this.flash = flash.length === 9 && flash.endsWith('00') ? '' : flash;
  }

  /** Back to front. */
  draw(given: CellGiven): readonly Element[] {
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
      return kept.elements;
    const elements = this.anew(given, flash);
    this.port.kept?.set(key, { given, figure, flash, elements });
    return elements;
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
      default:
        return '';
    }
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

  private anew({ line, column, name, words, look, box, ground }: CellGiven, flash: string): Element[] {
    const id = `${this.table.id}/${column.id}`;
    const room = insideOf(box, look);
    const surface = surfaceOf(id, name, ground, look);
    const elements: Element[] = surface ? [surface] : [];
    if (flash !== '') elements.push(flashOf(id, name, box, look, flash));
    const { content } = column;
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
    }
    return elements;
  }
}
