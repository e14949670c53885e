import {
  elementKinds,
  plainLook,
  propertyOf,
  StyleReader,
  tiedValue,
  typeStyleKeys,
  type Element,
  type FieldValue,
  type Look,
  type Paint,
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
    if (!field) return undefined;
    const given = values[id];
    return given === undefined ? field.default : given;
  };
  for (const tie of template.ties) {
    const value = valueOf(tie.field);
    const element = resolved[tie.element];
    if (value === undefined || !element) continue;
    const given = tiedValue(tie, value);
    const isWords = propertyOf(element.kind, tie.property)?.type === 'text';
    own(tie.element)[tie.property] = isWords && given !== null ? String(given) : isWords ? '' : given;
  }
  const palette = template.paletteField === null ? undefined : valueOf(template.paletteField);
  const reader = new StyleReader(look, palette ?? look.palette);
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
    if (
      element.kind === 'text' &&
      element.spans.some((s) => s.colour?.startsWith('@') || s.family?.startsWith('@'))
    ) {
      own(id)['spans'] = element.spans.map((span) => ({
        ...span,
        colour: span.colour && reader.colour(span.colour),
        family: span.family && reader.family(span.family),
      }));
    }
  }
  return resolved;
}

const hasNames = (paint: Paint): boolean =>
  typeof paint === 'string'
    ? paint.startsWith('@')
    : paint.kind !== 'picture' && paint.stops.some((stop) => stop.colour.startsWith('@'));
