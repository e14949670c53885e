import type { Template } from './template';

const known = new WeakMap<object, ReadonlySet<string>>();

/** Whether a chart shows a window of its last seconds, of its own or as a field says. */
const hasWindow = ({ ties, elements }: Pick<Template, 'ties' | 'elements'>, id: string): boolean => {
  const own = elements[id];
  if (own?.kind !== 'chart') return false;
  return own.window > 0 || ties.some(({ element, property }) => element === id && property === 'window');
};

/** Whether something in a template goes on with the clock of the air: the windows of its charts. */
export const goesOn = (template: Pick<Template, 'ties' | 'elements'>): boolean =>
  Object.keys(template.elements).some((id) => hasWindow(template, id));

/**
 * The fields and bindings whose rows come along by themselves, so that no Change leads from old to new: those of crawls
 * and rolls, and of charts whose window moves on with the clock.
 */
export function steadyLists(template: Pick<Template, 'ties' | 'elements'>): ReadonlySet<string> {
  const moving = template.ties.flatMap(({ element, property, field, column }) =>
    property === 'list' && column === undefined && hasWindow(template, element) ? [field] : [],
  );
  const running = runningLists(template);
  return moving.length === 0 ? running : new Set([...running, ...moving]);
}

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
