import {
  isUnion,
  newElement,
  scalarOf,
  type Box,
  type Element,
  type RowList,
  type TableElement,
  type Template,
} from '../show';
import { layTable, type KeptCell, type LaidTable } from '../table';
import { fitText, type TextMeasure } from '../text';
import { lookWords, wideBox } from './look-words';
import type { Filler } from './resolve';

/** The box of what an element, with all in it, is drawn as, before anything is laid out. */
export function drawnBox(template: Template, id: string): Box {
  const element = template.elements[id];
  if (!element) return { x: 0, y: 0, w: 0, h: 0 };
  if (!isUnion(element)) return element;
  const boxes = element.children.map((child) => drawnBox(template, child));
  if (boxes.length === 0) return { x: element.x, y: element.y, w: 0, h: 0 };
  const x = Math.min(...boxes.map((box) => box.x));
  const y = Math.min(...boxes.map((box) => box.y));
  return {
    x,
    y,
    w: Math.max(...boxes.map((box) => box.x + box.w)) - x,
    h: Math.max(...boxes.map((box) => box.y + box.h)) - y,
  };
}

/** What was made for the cells of a table of late: what comes out alike is the same object. */
interface Made {
  readonly cells: Map<string, KeptCell>;
  readonly groups: Map<string, Element>;
}
const made = new WeakMap<Element, Made>();
const mostKept = 20_000;
function madeFor(table: Element): Made {
  const known = made.get(table);
  if (known && known.cells.size <= mostKept) return known;
  const fresh: Made = { cells: new Map(), groups: known?.groups ?? new Map() };
  made.set(table, fresh);
  return fresh;
}

/** The lines and cells of a table as it is filled; `source` is the table as it stands in the template. */
export const layFilled = (
  template: Template,
  table: TableElement,
  source: Element,
  list: RowList,
  filler: Filler,
  measure: TextMeasure,
): LaidTable =>
  layTable(table, list, {
    width: (words, look) => fitText(lookWords(words, look, 'as-is'), wideBox, measure).w,
    fit: (words, look, room) => fitText(lookWords(words, look, look.fit), room, measure),
    locale: filler.locale,
    valueOf: (field) => scalarOf(filler.valueOf(field)),
    picture: (set, name) => filler.picture(set, name),
    sizeOf: (child) => drawnBox(template, child),
    kept: madeFor(source).cells,
  });

/** The group of a line or a cell; always the same. */
export function steadyGroup(table: Element, part: string, name: string): Element {
  const key = `${part} ${name}`;
  const { groups } = madeFor(table);
  const known = groups.get(key) ?? newElement('group', `${table.id}/${part}`, name);
  groups.set(key, known);
  return known;
}
