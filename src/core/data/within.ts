// A template as data sees it: with the bindings of the templates that stand in it, under the names of their insets.
import { holesIn, renamedIn, type Binding } from '../binding';
import {
  insetFieldKey,
  insetKey,
  insetsOf,
  isRowList,
  templatesOfInset,
  tieOf,
  valueWords,
  type Element,
  type InsetElement,
  type Template,
  type Tie,
} from '../show';

type Templates = Readonly<Record<string, Template>>;

const mostDeep = 8;
const known = new WeakMap<Template, { templates: Templates; made: Template }>();

/**
 * A template with what its insets take from data: each binding of theirs under the inset's id. What those name of fields
 * is what the inset passes through or says. Templates without such insets are themselves.
 */
export function withInsets(template: Template, templates: Templates): Template {
  const kept = known.get(template);
  if (kept?.templates === templates) return kept.made;
  const made = joined(template, templates, []);
  known.set(template, { templates, made });
  return made;
}

function joined(template: Template, templates: Templates, around: readonly string[]): Template {
  const insets = insetsOf(template);
  if (insets.length === 0 || around.length > mostDeep || around.includes(template.id)) return template;
  const bindings: Binding[] = [];
  const ties: Tie[] = [];
  const elements: Record<string, Element> = {};
  for (const inset of insets)
    for (const id of templatesOfInset(template, inset)) {
      const own = Object.hasOwn(templates, id) ? templates[id] : undefined;
      if (!own) continue;
      const inner = joined(own, templates, [...around, template.id]);
      if (inner.bindings.length > 0) take(template, inset, inner, bindings, ties, elements);
    }
  return bindings.length === 0
    ? template
    : {
        ...template,
        bindings: [...template.bindings, ...bindings],
        ties: [...template.ties, ...ties],
        elements: { ...template.elements, ...elements },
      };
}

/** Adds what one inset takes. */
function take(
  template: Template,
  inset: InsetElement,
  inner: Template,
  bindings: Binding[],
  ties: Tie[],
  elements: Record<string, Element>,
): void {
  const within = (id: string): string => insetKey(inset.id, id);
  const nameWithin = (name: string): string => `${inset.name} · ${name}`;
  const ids = new Map(inner.bindings.map(({ id }) => [id, within(id)]));
  const names = new Map(inner.bindings.map(({ name }) => [name.toLowerCase(), nameWithin(name)]));
  for (const field of inner.fields) {
    const tie = tieOf(template, inset.id, insetFieldKey(field.id, field.kind === 'rows'));
    const bound = inner.bound[field.id];
    if (tie && tie.column === undefined) {
      ids.set(field.id, tie.field);
      const passed = [...template.fields, ...template.bindings].find(({ id }) => id === tie.field);
      if (passed) names.set(field.name.toLowerCase(), passed.name);
    } else if (bound !== undefined && !Object.hasOwn(inset.values, field.id)) {
      ids.set(field.id, within(bound));
      const from = inner.bindings.find(({ id }) => id === bound);
      if (from) names.set(field.name.toLowerCase(), nameWithin(from.name));
    } else {
      // What it says of a field stands as a binding of its own.
      const said = Object.hasOwn(inset.values, field.id) ? inset.values[field.id] : field.default;
      if (said === undefined || isRowList(said)) continue;
      const id = within(`~${field.id}`);
      ids.set(field.id, id);
      names.set(field.name.toLowerCase(), nameWithin(field.name));
      bindings.push({
        id,
        name: nameWithin(field.name),
        from: { kind: 'words', text: valueWords(said).replace(/[{}]/g, '') },
        steps: [],
      });
    }
  }
  for (const binding of inner.bindings) {
    const { from, steps } = renamedIn(binding, ids);
    bindings.push({
      id: within(binding.id),
      name: nameWithin(binding.name),
      from: from.kind === 'words' ? { kind: 'words', text: renamedHoles(from.text, names) } : from,
      steps,
    });
  }
  const isBinding = new Set(inner.bindings.map(({ id }) => id));
  for (const tie of inner.ties) {
    const source = isBinding.has(tie.field) ? tie.field : (inner.bound[tie.field] ?? tie.field);
    if (tie.column === undefined && !isBinding.has(source)) continue;
    ties.push({ ...tie, element: within(tie.element), field: within(source) });
  }
  for (const element of Object.values(inner.elements))
    elements[within(element.id)] = { ...element, id: within(element.id) };
}

function renamedHoles(text: string, names: ReadonlyMap<string, string>): string {
  return holesIn(text).reduce((words, hole) => {
    const name = names.get(hole.toLowerCase());
    return name === undefined ? words : words.replaceAll(`{${hole}}`, `{${name}}`);
  }, text);
}
