import { typeWords, type Binding, type ValueType } from '../../binding';
import { problem, type Problem } from '../../problem';
import type { FieldKindName } from '../field/registry';
import type { Property, PropertyType } from '../../element';
import { newTie, type Template } from '../template';
import { untieProperty } from './fields';
import { freshName } from './names';

// Changes to a template's bindings, for use inside an edit.

/** Adds a binding under a name of its own. Returns it. */
export function addBinding(
  template: Template,
  id: string,
  name: string,
  from: Binding['from'],
  steps: Binding['steps'] = [],
): Binding {
  const taken = [...template.bindings, ...template.fields].map((one) => one.name);
  const binding: Binding = { id, name: freshName(name, taken), from, steps };
  template.bindings.push(binding);
  return binding;
}

/** Ties a property to a binding; several may share one. */
export function bindProperty(template: Template, element: string, property: Property, binding: string): void {
  template.ties = template.ties.filter((tie) => tie.element !== element || tie.property !== property.key);
  template.ties.push(newTie(element, property.key, binding));
}

/** Takes a binding away, with all that it drives; what names it among other bindings says so in the checker. */
export function removeBinding(template: Template, id: string): void {
  for (const tie of template.ties.filter((t) => t.field === id))
    untieProperty(template, tie.element, tie.property);
  for (const [field, binding] of Object.entries(template.bound))
    if (binding === id) delete template.bound[field];
  template.bindings = template.bindings.filter((binding) => binding.id !== id);
  for (const change of template.changes) change.when = change.when.filter((rule) => rule.field !== id);
}

const takes: Readonly<Record<PropertyType | FieldKindName, readonly string[]>> = {
  text: ['text', 'number', 'date', 'time', 'duration', 'yes-no', 'colour', 'picture', 'any'],
  number: ['number', 'duration', 'time', 'yes-no', 'any'],
  colour: ['colour', 'any'],
  paint: ['colour', 'any'],
  font: ['text', 'any'],
  picture: ['picture', 'text', 'any'],
  video: ['picture', 'text', 'any'],
  choice: ['text', 'number', 'any'],
  'yes-no': ['yes-no', 'number', 'any'],
  rows: ['rows', 'row', 'list', 'any'],
  template: ['text', 'any'],
  channel: ['text', 'any'],
  element: ['text', 'any'],
  phase: ['text', 'any'],
  any: ['text', 'number', 'date', 'time', 'duration', 'yes-no', 'colour', 'picture', 'any'],
};

/** Why a binding of a type cannot drive a property or field, or null. */
export function bindingProblem(
  label: string,
  wanted: PropertyType | FieldKindName,
  type: ValueType,
): Problem | null {
  if (takes[wanted].includes(type.of)) return null;
  const hint =
    wanted === 'rows'
      ? ' Begin it from rows.'
      : type.of === 'list'
        ? ' Add the step “List to text” or “Pick one”.'
        : type.of === 'row' || type.of === 'rows'
          ? ' Add a step that picks a row and a column.'
          : wanted === 'number'
            ? ' Add the step “Read as number”.'
            : '';
  return problem(
    'does-not-fit',
    `${label} takes ${wanted === 'yes-no' ? 'yes/no' : wanted === 'rows' ? wanted : `a ${wanted}`}; the binding brings ${typeWords(type)}.${hint}`,
    label,
  );
}
