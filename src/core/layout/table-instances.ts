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
import { layTable, type LaidTable } from '../table';
import type { TextMeasure } from '../text';
import { fitOwn } from './fit-element';
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

/** The lines and cells of a table as it is filled. */
export const layFilled = (
  template: Template,
  table: TableElement,
  list: RowList,
  filler: Filler,
  measure: TextMeasure,
): LaidTable =>
  layTable(table, list, {
    fit: (text, box) => fitOwn(text, box, measure),
    valueOf: (field) => scalarOf(filler.valueOf(field)),
    picture: (set, name) => filler.picture(set, name),
    sizeOf: (child) => drawnBox(template, child),
  });

/** What was made for the cells of a table of late, by path: what comes out alike is the same object. */
const made = new WeakMap<Element, Map<string, Element>>();
const mostPaths = 20_000;

/** An element of a cell; the one that stood there last, where they are alike. */
export function steady(table: Element, path: string, element: Element): Element {
  let paths = made.get(table);
  if (!paths || paths.size > mostPaths) {
    paths = new Map();
    made.set(table, paths);
  }
  const before = paths.get(path);
  if (before && isAlike(before, element)) return before;
  paths.set(path, element);
  return element;
}

type Bag = Readonly<Record<string, unknown>>;
function isAlike(a: Element, b: Element): boolean {
  const [own, other] = [a as unknown as Bag, b as unknown as Bag];
  for (const key in own) if (own[key] !== other[key]) return false;
  return a.kind === b.kind;
}

/** The group of a line or a cell; always the same. */
export function steadyGroup(table: Element, part: string, name: string): Element {
  const key = `group ${part} ${name}`;
  const paths = made.get(table) ?? new Map<string, Element>();
  made.set(table, paths);
  const known = paths.get(key) ?? newElement('group', `${table.id}/${part}`, name);
  paths.set(key, known);
  return known;
}
