import { insetFieldOf, kindOf, propertyOf, type Element, type Property } from '../../element';
import type { PropertyValue } from '../field/base';
import { blankField, fieldFromProperty, fieldKindFor, fieldKindOf, type Field } from '../field/registry';
import type { NewId } from '../../value';
import { newTie, tieOf, type Template } from '../template';
import { propertyValue } from './elements';
import { freshName } from './names';

// Changes to a template's fields, for use inside an edit.

/** Makes a field out of a property and ties it to it. Returns the field's id. */
export function makeField(template: Template, elementId: string, property: Property, id: string): string {
  const element = template.elements[elementId];
  if (!element) throw new Error(`makeField: no element ${elementId}`);
  const present = tieOf(template, elementId, property.key);
  if (present) return present.field;
  const value = propertyValue(template, element, property.key);
  // A field of an inset's template is called here as there.
  const own =
    insetFieldOf(property.key) !== null
      ? property.label
      : property.type === 'text' || property.type === 'picture'
        ? element.name
        : `${element.name} ${property.label.toLowerCase()}`;
  const name = freshName(
    own,
    template.fields.map((field) => field.name),
  );
  template.fields.push(fieldFromProperty(property, value, id, name));
  template.ties.push(newTie(elementId, property.key, id));
  return id;
}

/** The property that an operator would fill in: the words of a text, the file of a picture or video, the fill of a shape. */
const contentProperty = (element: Element): Property | undefined => {
  const { content } = kindOf(element);
  return content === null ? undefined : propertyOf(element.kind, content);
};

/**
 * Makes fields of the contents of elements, in order. Of shapes among texts and pictures none is made; a text that is
 * a whole number becomes a number. Returns the new fields' ids.
 */
export function makeFieldsOf(template: Template, ids: readonly string[], newId: NewId): string[] {
  const elements = ids.flatMap((id) => template.elements[id] ?? []);
  const contents = elements.filter(
    (element) => kindOf(element).nature !== 'drawn' && contentProperty(element),
  );
  return (contents.length > 0 ? contents : elements).flatMap((element) => {
    const property = contentProperty(element);
    if (!property || tieOf(template, element.id, property.key)) return [];
    const id = newId();
    makeField(template, element.id, property, id);
    const at = template.fields.findIndex((own) => own.id === id);
    const { kind, name, default: words } = template.fields[at] as Field;
    if (kind === 'text' && /^(0|[1-9]\d{0,5})$/.test(String(words)))
      template.fields[at] = { ...blankField('number', id, name), default: Number(words) } as Field;
    return [id];
  });
}

/**
 * Lets a field drive one more property; false where the kinds do not match and no map can stand between them: a choice
 * or a yes/no drives anything by a map, which begins with the property's present value for every choice.
 */
export function tieProperty(template: Template, element: string, property: Property, field: Field): boolean {
  // A number may be told in words too.
  const isAlike =
    field.kind === fieldKindFor(property.type) || (field.kind === 'number' && property.type === 'text');
  const values = isAlike ? null : mapKeys(field);
  if (!isAlike && values === null) return false;
  const own = template.elements[element];
  const present = own && propertyValue(template, own, property.key);
  template.ties = template.ties.filter((tie) => tie.element !== element || tie.property !== property.key);
  const tie = newTie(element, property.key, field.id);
  const kept = typeof present === 'object' ? null : (present ?? null);
  if (values) tie.map = Object.fromEntries(values.map((value) => [value, kept]));
  template.ties.push(tie);
  return true;
}

/** The values of a field that a map can answer, as text; null for fields with no end of values. */
export const mapKeys = (field: Field): string[] | null => fieldKindOf(field).mapKeys(field);

/** Unties a property, which keeps the field's default as its own value. A field that drives nothing any more stays. */
export function untieProperty(template: Template, element: string, key: string): void {
  const owner = template.elements[element];
  if (!owner) return;
  const value: PropertyValue = propertyValue(template, owner, key);
  template.ties = template.ties.filter((tie) => tie.element !== element || tie.property !== key);
  (owner as Record<string, unknown>)[key] = value;
}

export function removeField(template: Template, id: string): void {
  for (const tie of template.ties.filter((t) => t.field === id))
    untieProperty(template, tie.element, tie.property);
  template.fields = template.fields.filter((field) => field.id !== id);
  for (const change of template.changes) change.when = change.when.filter((rule) => rule.field !== id);
  if (template.paletteField === id) template.paletteField = null;
}

/** Moves a field up or down the operator's form. */
export function moveField(template: Template, id: string, to: number): void {
  const at = template.fields.findIndex((field) => field.id === id);
  if (at < 0 || to < 0 || to >= template.fields.length) return;
  const [field] = template.fields.splice(at, 1);
  if (field) template.fields.splice(to, 0, field);
}
