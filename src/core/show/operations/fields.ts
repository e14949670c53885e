import type { Property } from '../property';
import { fieldFromProperty, type Field } from '../field/registry';
import { tieOf, type Template } from '../template';
import type { FieldValue } from '../values';
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
  const own =
    property.type === 'text' || property.type === 'picture'
      ? element.name
      : `${element.name} ${property.label.toLowerCase()}`;
  const name = freshName(
    own,
    template.fields.map((field) => field.name),
  );
  template.fields.push(fieldFromProperty(property, value, id, name));
  template.ties.push({ element: elementId, property: property.key, field: id });
  return id;
}

/** Lets a field drive one more property; refuses where the kinds do not match. */
export function tieProperty(template: Template, element: string, property: Property, field: Field): boolean {
  if (field.kind !== property.type) return false;
  template.ties = template.ties.filter((tie) => tie.element !== element || tie.property !== property.key);
  template.ties.push({ element, property: property.key, field: field.id });
  return true;
}

/** Unties a property, which keeps the field's default as its own value. A field that drives nothing any more stays. */
export function untieProperty(template: Template, element: string, key: string): void {
  const owner = template.elements[element];
  if (!owner) return;
  const value: FieldValue = propertyValue(template, owner, key);
  template.ties = template.ties.filter((tie) => tie.element !== element || tie.property !== key);
  (owner as Record<string, unknown>)[key] = value;
}

export function removeField(template: Template, id: string): void {
  for (const tie of template.ties.filter((t) => t.field === id))
    untieProperty(template, tie.element, tie.property);
  template.fields = template.fields.filter((field) => field.id !== id);
}

/** Moves a field up or down the operator's form. */
export function moveField(template: Template, id: string, to: number): void {
  const at = template.fields.findIndex((field) => field.id === id);
  if (at < 0 || to < 0 || to >= template.fields.length) return;
  const [field] = template.fields.splice(at, 1);
  if (field) template.fields.splice(to, 0, field);
}
