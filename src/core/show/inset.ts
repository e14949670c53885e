// What an inset says of the template that it shows.
import type { InsetElement } from '../element';
import { problem, type Problem } from '../problem';
import type { Values } from '../value';
import { acceptValue } from './field/registry';
import type { Template } from './template';

type Templates = Readonly<Record<string, Template>>;

/** The template that an inset shows; undefined where it shows none, or one that is not there. */
export const templateOfInset = (
  { source, template }: InsetElement,
  templates: Templates,
): Template | undefined =>
  source === 'template' && template !== null && Object.hasOwn(templates, template)
    ? templates[template]
    : undefined;

/** The templates that an inset may come to show: what it has, and where a field says it, all that field offers. */
export function templatesOfInset(template: Template, element: InsetElement): string[] {
  if (element.source !== 'template') return [];
  const tie = template.ties.find((own) => own.element === element.id && own.property === 'template');
  const field = tie && template.fields.find(({ id }) => id === tie.field);
  const offered = field?.kind === 'choice' ? field.choices.map(({ value }) => String(value)) : [];
  const mapped = Object.values(tie?.map ?? {}).map(String);
  return [...new Set([...(element.template === null ? [] : [element.template]), ...mapped, ...offered])];
}

export const insetsOf = (template: Template): InsetElement[] =>
  Object.values(template.elements).filter((element): element is InsetElement => element.kind === 'inset');

/** The templates that a template shows or may come to show, and those that they show in turn, itself left out. */
export function templatesWithin(template: Template, templates: Templates): Template[] {
  const found = new Map<string, Template>();
  const walk = (own: Template): void => {
    for (const element of insetsOf(own))
      for (const id of templatesOfInset(own, element)) {
        const inner = Object.hasOwn(templates, id) ? templates[id] : undefined;
        if (!inner || id === template.id || found.has(id)) continue;
        found.set(id, inner);
        walk(inner);
      }
  };
  walk(template);
  return [...found.values()];
}

const reached = new WeakMap<Template, Templates>();
/** Those as a list by their ids; the same one while they are the same. */
export function shownWithin(template: Template, templates: Templates): Templates {
  const found = templatesWithin(template, templates);
  const known = reached.get(template);
  if (known && Object.keys(known).length === found.length && found.every((own) => known[own.id] === own))
    return known;
  const made = Object.fromEntries(found.map((own) => [own.id, own]));
  reached.set(template, made);
  return made;
}

/** The way from one template through insets to another, by their ids, both ends in it; null: there is none. */
function wayTo(from: string, to: string, templates: Templates, seen = new Set<string>()): string[] | null {
  if (from === to) return [to];
  const own = Object.hasOwn(templates, from) ? templates[from] : undefined;
  if (!own || seen.has(from)) return null;
  seen.add(from);
  for (const element of insetsOf(own))
    for (const id of templatesOfInset(own, element)) {
      const way = wayTo(id, to, templates, seen);
      if (way) return [from, ...way];
    }
  return null;
}

/** Why a template cannot be shown in another, or null: it would stand in itself. */
export function insetProblem(within: Template, shown: string, templates: Templates): Problem | null {
  const way = wayTo(shown, within.id, { ...templates, [within.id]: within });
  if (!way) return null;
  const names = [within.id, ...way].map(
    (id) => `“${(id === within.id ? within : templates[id])?.name ?? id}”`,
  );
  return problem(
    'inset-circle',
    way.length === 1
      ? `${names[0]} cannot be shown in itself. Choose another template.`
      : `${names[1]} cannot be shown in ${names[0]}, as it would stand in itself: ${names.join(' shows ')}. Choose another template.`,
    'template',
  );
}

/** Gives insets of a template, and the fields that choose for them, other ids for the templates that they show. */
export function renameShown(template: Template, idOf: ReadonlyMap<string, string>): void {
  const renamed = (id: string): string => idOf.get(id) ?? id;
  for (const element of insetsOf(template)) {
    if (element.template !== null) element.template = renamed(element.template);
    const tie = template.ties.find((own) => own.element === element.id && own.property === 'template');
    if (!tie) continue;
    if (tie.map) for (const [key, value] of Object.entries(tie.map)) tie.map[key] = renamed(String(value));
    const field = template.fields.find(({ id }) => id === tie.field);
    if (field?.kind !== 'choice' || tie.map) continue;
    field.default = renamed(String(field.default));
    field.choices = field.choices.map((one) => ({ ...one, value: renamed(String(one.value)) }));
  }
}

/** The first circle of insets that a template begins; null: there is none. */
export function insetCircle(template: Template, templates: Templates): Problem | null {
  for (const element of insetsOf(template))
    for (const id of templatesOfInset(template, element)) {
      const found = insetProblem(template, id, templates);
      if (found) return { ...found, path: `elements.${element.id}.template` };
    }
  return null;
}

/** Under what a value of an inset's template stands among those of what it stands in. */
export const insetKey = (element: string, id: string): string => `${element}/${id}`;

/**
 * The values of an inset's template: what the inset says of its fields, and what data brings to them, which stands under
 * the inset's id among the values `around` it.
 */
export function insetValues(template: Template, own: Values, element: string, around: Values): Values {
  const values: Values = {};
  const prefix = `${element}/`;
  for (const [key, value] of Object.entries(around))
    if (key.startsWith(prefix)) values[key.slice(prefix.length)] = value;
  for (const field of template.fields) {
    const bound = template.bound[field.id];
    const given = Object.hasOwn(own, field.id)
      ? own[field.id]
      : bound === undefined
        ? undefined
        : values[bound];
    if (given === undefined) continue;
    const accepted = acceptValue(field, given);
    if ('value' in accepted) values[field.id] = accepted.value;
  }
  return values;
}
