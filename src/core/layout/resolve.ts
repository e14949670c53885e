import { parseColour, parseNumber, parseYesNo } from '../source';
import {
  elementKinds,
  kindOf,
  plainLook,
  propertyOf,
  StyleReader,
  tiedValue,
  typeStyleKeys,
  type Element,
  type FieldValue,
  type Look,
  type Paint,
  type Property,
  type StyleNames,
  type Template,
  type Values,
} from '../show';

/** The keys of each kind whose values may name a style, with how they are read. */
const styled = Object.fromEntries(
  Object.entries(elementKinds).map(([kind, { properties }]) => [
    kind,
    properties.flatMap(({ key, type }) =>
      type === 'colour' || type === 'paint' || type === 'font' ? [{ key, type }] : [],
    ),
  ]),
);

type Bag = Record<string, unknown>;

/**
 * The elements of a template with the values of their fields in place and named styles read, under the palette that
 * the template's palette field names, else the show's. Untouched elements are the template's own.
 */
export function resolveElements(
  template: Template,
  values: Values,
  look: Look = plainLook,
): Record<string, Element> {
  const resolved: Record<string, Element> = { ...template.elements };
  const copied = new Set<string>();
  const own = (id: string): Bag => {
    if (!copied.has(id)) {
      copied.add(id);
      resolved[id] = { ...(resolved[id] as Element) };
    }
    return resolved[id] as unknown as Bag;
  };
  const fields = new Map(template.fields.map((field) => [field.id, field]));
  const valueOf = (id: string): FieldValue | undefined => {
    const field = fields.get(id);
    const given = values[id];
    // What a binding has not brought, or nothing, leaves the element its own.
    if (!field) return given ?? undefined;
    return given === undefined ? field.default : given;
  };
  for (const tie of template.ties) {
    const value = valueOf(tie.field);
    const element = resolved[tie.element];
    if (value === undefined || !element) continue;
    const property = propertyOf(element.kind, tie.property);
    const given = property && fits(property, tiedValue(tie, value), fields.has(tie.field));
    if (given !== undefined) own(tie.element)[tie.property] = given;
  }
  const palette = template.paletteField === null ? undefined : valueOf(template.paletteField);
  const reader = new StyleReader(look, palette ?? look.palette);
  const names: StyleNames = {
    colour: (value) => reader.colour(value),
    family: (value) => reader.family(value),
  };
  for (const [id, element] of Object.entries(resolved)) {
    if ('typeStyle' in element && element.typeStyle !== null) {
      const style = reader.type(element.typeStyle);
      if (style) for (const key of typeStyleKeys) own(id)[key] = style[key];
    }
    for (const { key, type } of styled[element.kind] ?? []) {
      const value = (resolved[id] as unknown as Bag)[key];
      const read =
        type === 'font'
          ? reader.family(value as string)
          : type === 'colour'
            ? reader.colour(value as string)
            : hasNames(value as Paint)
              ? reader.paint(value as Paint)
              : value;
      if (read !== value) own(id)[key] = read;
    }
    const restyled = kindOf(element).restyled?.(element, names);
    if (restyled) Object.assign(own(id), restyled);
  }
  for (const id of copied) resolved[id] = sameAsBefore(template.elements[id], resolved[id] as Element);
  return resolved;
}

/** What elements were resolved to of late: once for the values before a Change, and once for those after it. */
const resolvedOfLate = new WeakMap<Element, readonly Element[]>();
const mostOfLate = 2;

/** A copy of an element, or the one that was made before where that is the same: what is known of it holds on. */
function sameAsBefore(source: Element | undefined, copy: Element): Element {
  if (!source) return copy;
  const before = resolvedOfLate.get(source) ?? [];
  const found = before.find((other) => isAlike(other, copy));
  if (found) return found;
  resolvedOfLate.set(source, [copy, ...before].slice(0, mostOfLate));
  return copy;
}

/** Whether two copies of one element have the same properties; lists and objects in them are looked into. */
function isAlike(a: Element, b: Element): boolean {
  const [own, other] = [a as unknown as Bag, b as unknown as Bag];
  return Object.keys(own).every((key) => {
    const [one, two] = [own[key], other[key]];
    if (one === two) return true;
    const isObject = typeof one === 'object' && typeof two === 'object' && one !== null && two !== null;
    return isObject && JSON.stringify(one) === JSON.stringify(two);
  });
}

/** A value as a property takes it; undefined where data brought what it cannot be. Fields have been checked before. */
function fits(property: Property, value: FieldValue, isField: boolean): FieldValue | undefined {
  if (property.type === 'text')
    return value === null ? '' : typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value);
  if (isField) return value;
  switch (property.type) {
    case 'number': {
      const number = typeof value === 'string' ? (parseNumber(value) ?? NaN) : Number(value);
      if (!Number.isFinite(number)) return undefined;
      return Math.max(property.min ?? -1e6, Math.min(property.max ?? 1e6, number));
    }
    case 'colour':
    case 'paint':
      return typeof value === 'string' && (value.startsWith('@') || parseColour(value) !== null)
        ? value
        : undefined;
    case 'yes-no':
      return typeof value === 'string' ? (parseYesNo(value) ?? undefined) : Boolean(value);
    case 'choice':
      return property.choices?.find((choice) => String(choice.value) === String(value))?.value;
    case 'picture':
    case 'video':
      return typeof value === 'string' && /^[0-9a-f]{64}$/.test(value) ? value : undefined;
    case 'font':
      return typeof value === 'string' ? value : undefined;
  }
}

const hasNames = (paint: Paint): boolean =>
  typeof paint === 'string'
    ? paint.startsWith('@')
    : paint.kind === 'pattern'
      ? paint.ink.startsWith('@') || hasNames(paint.base)
      : paint.kind !== 'picture' && paint.stops.some((stop) => stop.colour.startsWith('@'));
