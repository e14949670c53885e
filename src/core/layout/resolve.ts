import {
  elementKinds,
  kindOf,
  newElement,
  plainLook,
  rowsFigure,
  sameValue,
  propertyOf,
  insetFieldOf,
  type InsetElement,
  propertyValueOf,
  StyleReader,
  tiedValue,
  typeStyleKeys,
  type Element,
  type Field,
  type FieldValue,
  type Look,
  type Paint,
  type RowsElement,
  type Scalar,
  type ShowMap,
  type Template,
  type Tie,
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

/** A cell of the row in hand of a rows element, by that one's id and the column's key; undefined where there is none. */
export type HandCell = (rows: string, column: string) => Scalar | undefined;

/**
 * Puts values into the elements of a template and reads named styles, under the palette that the template's palette
 * field names, else the show's. Untouched elements are the template's own.
 */
export class Filler {
  private readonly fields: ReadonlyMap<string, Field>;
  private readonly ties = new Map<string, Tie[]>();
  private readonly palette: unknown;
  private readonly reader: StyleReader;
  private readonly shared = new Map<string, Element>();

  constructor(
    private readonly template: Template,
    private readonly values: Values,
    private readonly look: Look = plainLook,
  ) {
    this.fields = new Map(template.fields.map((field) => [field.id, field]));
    for (const tie of template.ties) {
      const list = this.ties.get(tie.element);
      if (list) list.push(tie);
      else this.ties.set(tie.element, [tie]);
    }
    const palette = template.paletteField === null ? undefined : this.valueOf(template.paletteField);
    this.palette = palette ?? look.palette;
    this.reader = new StyleReader(look, this.palette);
  }

  /** The language whose rules words are compared by. */
  get locale(): string {
    return this.look.locale;
  }

  /** The field or binding that gives a property its value; undefined where none does. */
  tied(element: string, property: string): string | undefined {
    return this.ties.get(element)?.find((tie) => tie.property === property)?.field;
  }

  /** Whether a property of an element takes its value from a field or a binding. */
  isTied(element: string, property: string): boolean {
    return this.tied(element, property) !== undefined;
  }

  /** An element filled; `cell` gives the cells of the rows in hand, null where there are none. */
  element(id: string, path: string, cell: HandCell | null): Element | undefined {
    const source = this.template.elements[id];
    if (!source) return undefined;
    const inHand = cell !== null && (this.ties.get(id)?.some(({ column }) => column !== undefined) ?? false);
    if (inHand) return this.filled(source, path, cell);
    const known = this.shared.get(id);
    if (known) return known;
    const made = this.filled(source, id, null);
    this.shared.set(id, made);
    return made;
  }

  /** The group in which what stands for one row of an element lies; always the same. */
  rowGroup(rows: RowsElement): Element {
    const source = this.template.elements[rows.id] ?? rows;
    const known = groupsOfRows.get(source) ?? newElement('group', `${rows.id}/row`, `${rows.name} row`);
    groupsOfRows.set(source, known);
    return known;
  }

  /** The picture that a cell stands for: of a set by its name, or of the show by its id; null where there is none. */
  picture(set: string | null, name: string): string | null {
    if (set !== null) return this.reader.picture(set, name);
    return /^[0-9a-f]{64}$/.test(name) ? name : null;
  }

  /** A map of the show; null where there is none of that id. */
  map(id: string): ShowMap | null {
    return this.reader.map(id);
  }

  /** The value of a field or binding; undefined where there is none. */
  valueOf(id: string): FieldValue | undefined {
    const field = this.fields.get(id);
    const given = this.values[id];
    // What a binding has not brought, or nothing, leaves the element its own.
    if (!field) return given ?? undefined;
    return given === undefined ? field.default : given;
  }

  /** What each tie of an element gives its property, in their order; undefined where it gives nothing. */
  private given(source: Element, cell: HandCell | null): readonly FieldValue[] | null {
    const ties = this.ties.get(source.id);
    if (!ties) return null;
    return ties.map((tie) => {
      const value =
        tie.column === undefined
          ? this.valueOf(tie.field)
          : (rowsFigure(this.template, tie.field, tie.column, this.values) ?? cell?.(tie.field, tie.column));
      const property = propertyOf(source.kind, tie.property);
      if (value === undefined || !property) return absent;
      const isField = tie.column === undefined && this.fields.has(tie.field);
      return propertyValueOf(property, tiedValue(tie, value), isField) ?? absent;
    });
  }

  /** An element filled. One that comes out as before is the same object: what is known of it holds on. */
  private filled(source: Element, path: string, cell: HandCell | null): Element {
    const given = this.given(source, cell) ?? none;
    let paths = filledOfLate.get(source);
    if (!paths || paths.size > mostPaths) {
      paths = new Map();
      filledOfLate.set(source, paths);
    }
    const before = paths.get(path) ?? none;
    for (const one of before) if (this.isOf(one) && isSame(one.given, given)) return one.element;
    const element = this.fill(source, given);
    // Named styles may have changed without a difference for this element.
    const alike = before.find((one) => isAlike(one.element, element))?.element ?? element;
    const { ties, fields } = this.template;
    const made = { given, ties, fields, look: this.look, palette: this.palette, element: alike };
    paths.set(path, [made, ...before].slice(0, mostOfLate));
    return alike;
  }

  /** Whether an element was filled by the same ties, fields, styles and palette. */
  private isOf(one: Filled): boolean {
    const { ties, fields } = this.template;
    return (
      one.ties === ties && one.fields === fields && one.look === this.look && one.palette === this.palette
    );
  }

  private fill(source: Element, given: readonly FieldValue[]): Element {
    let copy: Bag | null = null;
    const own = (): Bag => (copy ??= { ...source });
    const now = (): Element => (copy as Element | null) ?? source;
    (this.ties.get(source.id) ?? none).forEach((tie, at) => {
      if (given[at] === absent) return;
      const inner = source.kind === 'inset' ? insetFieldOf(tie.property) : null;
      if (inner === null) own()[tie.property] = given[at];
      else own()['values'] = { ...(now() as InsetElement).values, [inner]: given[at] };
    });
    const { reader } = this;
    const before = now();
    if ('typeStyle' in before && before.typeStyle !== null) {
      const style = reader.type(before.typeStyle);
      if (style) for (const key of typeStyleKeys) own()[key] = style[key];
    }
    for (const { key, type } of styled[source.kind] ?? []) {
      const value = (now() as unknown as Bag)[key];
      const read =
        type === 'font'
          ? reader.family(value as string)
          : type === 'colour'
            ? reader.colour(value as string)
            : hasNames(value as Paint)
              ? reader.paint(value as Paint)
              : value;
      if (read !== value) own()[key] = read;
    }
    const restyled = kindOf(source).restyled?.(now(), this.reader);
    if (restyled) Object.assign(own(), restyled);
    return now();
  }
}

const none: readonly never[] = [];
/** Stands for what a tie does not give. */
const absent = '\u0000nothing given';

/** What an element was filled to, and what that depended on besides its template. */
interface Filled {
  readonly given: readonly FieldValue[];
  readonly ties: Template['ties'];
  readonly fields: Template['fields'];
  readonly look: Look;
  readonly palette: unknown;
  readonly element: Element;
}

const isSame = (a: readonly FieldValue[], b: readonly FieldValue[]): boolean =>
  a.length === b.length && a.every((value, at) => sameValue(value, b[at]));

const groupsOfRows = new WeakMap<Element, Element>();

/** The elements of a template filled with values, each once, whether or not it stands for rows. */
export function resolveElements(
  template: Template,
  values: Values,
  look: Look = plainLook,
): Record<string, Element> {
  const filler = new Filler(template, values, look);
  return Object.fromEntries(
    Object.keys(template.elements).map((id) => [id, filler.element(id, id, null) as Element]),
  );
}

/** What elements were filled to of late, by path: once for the values before a Change, and once for those after it. */
const filledOfLate = new WeakMap<Element, Map<string, readonly Filled[]>>();
const mostOfLate = 2;
const mostPaths = 1000;

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

const hasNames = (paint: Paint): boolean =>
  typeof paint === 'string'
    ? paint.startsWith('@')
    : paint.kind === 'pattern'
      ? paint.ink.startsWith('@') || hasNames(paint.base)
      : paint.kind !== 'picture' && paint.stops.some((stop) => stop.colour.startsWith('@'));
