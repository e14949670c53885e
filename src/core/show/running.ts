import type { Template } from './template';

const known = new WeakMap<object, ReadonlySet<string>>();

/** The fields and bindings whose rows run through a crawl or a roll: what changes in them comes along with the next items. */
export function runningLists(template: Pick<Template, 'ties' | 'elements'>): ReadonlySet<string> {
  const before = known.get(template);
  if (before) return before;
  const made = new Set(
    template.ties.flatMap(({ element, property, field, column }) =>
      property === 'list' && column === undefined && template.elements[element]?.kind === 'crawl'
        ? [field]
        : [],
    ),
  );
  // What is still being changed is looked at anew each time.
  if (Object.isFrozen(template)) known.set(template, made);
  return made;
}
