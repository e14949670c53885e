import {
  insetFieldOf,
  isUnion,
  isWords,
  propertyOf,
  takesChildren,
  withIds,
  type Element,
  type Holder,
} from '../../element';
import { paintOrder, phasesOf, siblingsOf, withDescendants, type Template, type Tie } from '../template';
import type { PropertyValue } from '../field/base';
import { isRowList, type FieldValue, type NewId } from '../../value';
import { freshName } from './names';

// Changes to a template's elements, for use inside an edit: each changes the template it is given.

const namesIn = (template: Template): string[] =>
  Object.values(template.elements).map((element) => element.name);

/** Puts an element in front, at the top level. */
export function addElement(template: Template, element: Element): void {
  template.elements[element.id] = { ...element, name: freshName(element.name, namesIn(template)) };
  template.order.push(element.id);
}

/** Only the outermost of the given elements: what lies inside another of them goes with it. */
export function outermost(template: Template, ids: readonly string[]): string[] {
  const inside = new Set(ids.flatMap((id) => withDescendants(template, id).slice(1)));
  const asked = new Set(ids);
  return paintOrder(template)
    .map((element) => element.id)
    .filter((id) => asked.has(id) && !inside.has(id));
}

/** Takes elements out with all inside them, and with the ties, tethers and tracks that named them. */
export function removeElements(template: Template, ids: readonly string[]): void {
  const gone = new Set(ids.flatMap((id) => withDescendants(template, id)));
  for (const id of ids) detach(template, id);
  for (const id of gone) delete template.elements[id];
  template.ties = template.ties.filter(
    (tie) => !gone.has(tie.element) && !(tie.column !== undefined && gone.has(tie.field)),
  );
  template.tethers = template.tethers.filter(
    (t) => !gone.has(t.element) && (t.to === null || !gone.has(t.to)),
  );
  for (const { phase } of phasesOf(template)) {
    phase.tracks = phase.tracks.filter((track) => !gone.has(track.element));
  }
  for (const element of Object.values(template.elements)) {
    const left = withIds(element, (id) => (gone.has(id) ? null : id));
    if (JSON.stringify(left) !== JSON.stringify(element)) template.elements[element.id] = left;
  }
}

function detach(template: Template, id: string): void {
  const { list } = siblingsOf(template, id);
  const at = list.indexOf(id);
  if (at >= 0) list.splice(at, 1);
}

/** Moves everything that has a place of its own by dx, dy px; groups move what is in them. */
export function moveElements(template: Template, ids: readonly string[], dx: number, dy: number): void {
  for (const id of new Set(ids.flatMap((one) => withDescendants(template, one)))) {
    const element = template.elements[id];
    if (!element || isUnion(element)) continue;
    element.x = round(element.x + dx);
    element.y = round(element.y + dy);
  }
}

const round = (value: number): number => Math.round(value * 100) / 100;

export interface Box {
  x: number;
  y: number;
  w: number;
  h: number;
}

/** Fits what was inside `from` into `to`: places and sizes scale, type sizes follow the height of a group. */
export function resizeElements(template: Template, ids: readonly string[], from: Box, to: Box): void {
  const sx = from.w > 0 ? to.w / from.w : 1;
  const sy = from.h > 0 ? to.h / from.h : 1;
  const all = ids.flatMap((one) => withDescendants(template, one));
  const together = all.length > 1;
  for (const id of all) {
    const element = template.elements[id];
    if (!element || isUnion(element)) continue;
    element.x = round(to.x + (element.x - from.x) * sx);
    element.y = round(to.y + (element.y - from.y) * sy);
    element.w = round(Math.max(1, element.w * sx));
    element.h = round(Math.max(1, element.h * sy));
    if (together && isWords(element)) {
      element.size = round(Math.min(2000, Math.max(1, element.size * sy)));
    }
  }
}

/** Puts drawn elements into a group in front of everything, scaled from the drawing's box to a place on the canvas. */
export function putArt(
  template: Template,
  art: { readonly elements: readonly Element[]; readonly order: readonly string[] },
  group: Extract<Element, { kind: 'group' }>,
  from: Box,
  to: Box,
): void {
  for (const element of art.elements) template.elements[element.id] = plain(element);
  template.elements[group.id] = { ...group, children: [...art.order] };
  template.order.push(group.id);
  resizeElements(template, [group.id], from, to);
  const factor = from.w > 0 ? to.w / from.w : 1;
  for (const element of art.elements) {
    const own = template.elements[element.id];
    if (!own || !('outlineWidth' in own)) continue;
    own.outlineWidth *= factor;
    own.dash *= factor;
    own.gap *= factor;
    if (own.kind === 'rect')
      for (const key of ['radiusTopLeft', 'radiusTopRight', 'radiusBottomRight', 'radiusBottomLeft'] as const)
        own[key] *= factor;
  }
}

/** Puts siblings or strangers into a new group, or rows, where the front one stood; their places stay. */
export function groupElements(template: Template, ids: readonly string[], group: Holder): void {
  const members = outermost(template, ids);
  const front = members.at(-1);
  if (front === undefined) return;
  const { parent } = siblingsOf(template, front);
  // A member may hold the place: find the nearest place that is not itself being grouped.
  const holder =
    parent !== null && members.some((id) => withDescendants(template, id).includes(parent)) ? null : parent;
  const list = listOf(template, holder);
  const behind = list.slice(0, list.indexOf(front) + 1).filter((id) => !members.includes(id)).length;
  for (const id of members) detach(template, id);
  template.elements[group.id] = {
    ...group,
    name: freshName(group.name, namesIn(template)),
    children: members,
  };
  listOf(template, holder).splice(behind, 0, group.id);
}

const listOf = (template: Template, parent: string | null): string[] => {
  const holder = parent === null ? undefined : template.elements[parent];
  return takesChildren(holder) ? holder.children : template.order;
};

/** Takes groups apart; their children stand where the group stood. Returns the children. */
export function ungroupElements(template: Template, ids: readonly string[]): string[] {
  const freed: string[] = [];
  for (const id of ids) {
    const element = template.elements[id];
    if (!takesChildren(element)) continue;
    const children = [...element.children];
    const { list } = siblingsOf(template, id);
    list.splice(list.indexOf(id), 1, ...children);
    element.children = [];
    removeElements(template, [id]);
    freed.push(...children);
  }
  return freed;
}

/** Moves an element to a place in a list: `parent` null is the top level; `index` counts without the element itself. */
export function placeElement(template: Template, id: string, parent: string | null, index: number): void {
  if (parent !== null && !takesChildren(template.elements[parent])) return;
  if (parent !== null && withDescendants(template, id).includes(parent)) return;
  detach(template, id);
  listOf(template, parent).splice(Math.max(0, index), 0, id);
}

/** One step, or all the way, towards the front or the back among its siblings. */
export function orderElement(
  template: Template,
  id: string,
  to: 'front' | 'forward' | 'backward' | 'back',
): void {
  const { list } = siblingsOf(template, id);
  const at = list.indexOf(id);
  const target = { front: list.length - 1, forward: at + 1, backward: at - 1, back: 0 }[to];
  if (at < 0 || target < 0 || target >= list.length) return;
  list.splice(at, 1);
  list.splice(target, 0, id);
}

/**
 * Copies elements with all inside them, their ties, the tethers among them and their motion; each copy stands right
 * in front of its original. Returns the copies' ids, outermost first.
 */
export function duplicateElements(template: Template, ids: readonly string[], newId: NewId): string[] {
  const originals = outermost(template, ids);
  const copyOf = copyElements(template, originals, newId);
  return originals.map((id) => copyOf.get(id) as string);
}

/** Copies elements as `duplicateElements` does; the copy of each, however deep. */
export function copyElements(
  template: Template,
  ids: readonly string[],
  newId: NewId,
): ReadonlyMap<string, string> {
  const originals = outermost(template, ids);
  const copyOf = new Map<string, string>();
  for (const id of originals.flatMap((one) => withDescendants(template, one))) copyOf.set(id, newId());
  for (const [from, to] of copyOf) {
    const source = template.elements[from] as Element;
    template.elements[to] = {
      ...withIds(plain(source), (id) => copyOf.get(id) ?? id),
      id: to,
      name: freshName(source.name, namesIn(template)),
    };
  }
  for (const id of originals) {
    const { list } = siblingsOf(template, id);
    list.splice(list.indexOf(id) + 1, 0, copyOf.get(id) as string);
  }
  for (const tie of [...template.ties]) {
    const element = copyOf.get(tie.element);
    const rows = tie.column === undefined ? undefined : copyOf.get(tie.field);
    if (element) template.ties.push({ ...tie, element, field: rows ?? tie.field });
  }
  for (const tether of [...template.tethers]) {
    const element = copyOf.get(tether.element);
    if (element) {
      template.tethers.push({
        ...tether,
        id: newId(),
        element,
        to: tether.to === null ? null : (copyOf.get(tether.to) ?? tether.to),
      });
    }
  }
  for (const { phase } of phasesOf(template)) {
    for (const track of [...phase.tracks]) {
      const element = copyOf.get(track.element);
      if (element) phase.tracks.push({ ...structuredClone(plain(track)), id: newId(), element });
    }
  }
  return copyOf;
}

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/**
 * Sets a property of an element, or the default of the field it is tied to. A paint that no colour field can hold
 * goes to the element itself only where it is not tied.
 */
export function setProperty(template: Template, id: string, key: string, value: PropertyValue): void {
  const element = template.elements[id];
  if (!element || !propertyOf(element.kind, key))
    throw new Error(`setProperty: ${id} has no property ${key}`);
  const tie = template.ties.find((t) => t.element === id && t.property === key);
  const field = tie && template.fields.find((f) => f.id === tie.field);
  const inner = element.kind === 'inset' ? insetFieldOf(key) : null;
  if ((!tie || !field) && element.kind === 'inset' && inner !== null)
    element.values[inner] = value as FieldValue;
  else if (!tie || !field) (element as Record<string, unknown>)[key] = value;
  else if (isRowList(value)) (field as { default: FieldValue }).default = value;
  else if (typeof value !== 'object' || value === null) {
    const back =
      field.kind === 'number' && tie.factor !== 0 ? (Number(value) - tie.shift) / tie.factor : value;
    if (tie.map === null) (field as { default: FieldValue }).default = back;
  }
}

/** The value of a property as the element itself has it. */
function ownValue(element: Element, key: string): PropertyValue {
  const inner = element.kind === 'inset' ? insetFieldOf(key) : null;
  return element.kind === 'inset' && inner !== null
    ? (element.values[inner] ?? null)
    : ((element as Record<string, unknown>)[key] as PropertyValue);
}

/** The value of a property as the template alone gives it: through its field's default where it is tied. */
export function propertyValue(template: Template, element: Element, key: string): PropertyValue {
  const tie = template.ties.find((t) => t.element === element.id && t.property === key);
  const field = tie && template.fields.find((f) => f.id === tie.field);
  return tie && field ? tiedValue(tie, field.default) : ownValue(element, key);
}

/** What a field's value becomes on its way to the property. */
export function tiedValue(tie: Tie, value: FieldValue): FieldValue {
  if (isRowList(value)) return value;
  if (tie.map) {
    const mapped = tie.map[String(value)];
    if (mapped !== undefined) return mapped;
  }
  return typeof value === 'number' ? value * tie.factor + tie.shift : value;
}
