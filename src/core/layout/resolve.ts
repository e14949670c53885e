import type { Element, FieldValue, Template, Values } from '../show';

/** The elements of a template with the values of their fields in place. Untied elements are the template's own. */
export function resolveElements(template: Template, values: Values): Record<string, Element> {
  const resolved: Record<string, Element> = { ...template.elements };
  const copied = new Set<string>();
  for (const tie of template.ties) {
    const field = template.fields.find((f) => f.id === tie.field);
    const element = resolved[tie.element];
    if (!field || !element) continue;
    const given: FieldValue | undefined = values[field.id];
    if (!copied.has(tie.element)) {
      copied.add(tie.element);
      resolved[tie.element] = { ...element };
    }
    (resolved[tie.element] as unknown as Record<string, unknown>)[tie.property] =
      given === undefined ? field.default : given;
  }
  return resolved;
}
