// A graphic without a Change of its own, whose insets have one: it stands by while what is in it changes.
import {
  exactRate,
  insetsOf,
  newChange,
  templatesOfInset,
  type Change,
  type InsetElement,
  type Template,
  type Values,
} from '../show';
import { changedFields, chooseChange } from './choose';
import { phaseEnd } from './phases';

type Templates = Readonly<Record<string, Template>>;

const prefix = 'inset-change:';
const known = new Map<number, Change>();

/** The Change in which a graphic itself is another at once, and what is in it has so many frames for its own. */
function insetChange(frames: number): Change {
  let made = known.get(frames);
  if (!made) {
    made = newChange(`${prefix}${frames}`, 'Change of an inset', {
      frames,
      swap: 0,
      carryFrom: 0,
      carryTo: 0,
    });
    known.set(frames, made);
  }
  return made;
}

/** The Change of a template by its id, or that in which its insets change. */
export const changeOf = (template: Pick<Template, 'changes'>, id: string): Change | undefined =>
  template.changes.find((own) => own.id === id) ??
  (/^inset-change:\d{1,5}$/.test(id) ? insetChange(Number(id.slice(prefix.length))) : undefined);

/** Whether what an inset shows may be another for what has changed. */
function isReached(template: Template, element: InsetElement, changed: ReadonlySet<string>): boolean {
  if ([...changed].some((id) => id.startsWith(`${element.id}/`))) return true;
  return template.ties.some((tie) => {
    if (tie.element !== element.id) return false;
    if (tie.column === undefined) return changed.has(tie.field);
    // Of columns the tie names the rows, which are tied to what brings them.
    return template.ties.some((own) => own.element === tie.field && own.property === 'list' && changed.has(own.field)); // prettier-ignore
  });
}

/** Frames of the longest Change that what a template shows may have, at most so deep. */
function longest(
  template: Template,
  insets: readonly InsetElement[],
  templates: Templates,
  deep = 8,
): number {
  let most = 0;
  for (const element of insets)
    for (const id of templatesOfInset(template, element)) {
      const inner = Object.hasOwn(templates, id) ? templates[id] : undefined;
      if (!inner || deep === 0) continue;
      const ratio = exactRate(template.rate) / exactRate(inner.rate);
      const own = inner.changes.reduce((frames, change) => Math.max(frames, phaseEnd(change)), 0);
      most = Math.max(most, own * ratio, longest(inner, insetsOf(inner), templates, deep - 1) * ratio);
    }
  return Math.ceil(most);
}

/**
 * The Change that takes a template, with what it shows of others, from old to new values: its own that fits, or else the time
 * that those of its insets take. Null where the new words are there at once.
 */
export function chooseWithin(
  template: Template,
  from: Values,
  to: Values,
  templates: Templates,
): Change | null {
  const own = chooseChange(template, from, to);
  if (own) return own;
  const insets = insetsOf(template);
  if (insets.length === 0) return null;
  const changed = changedFields(template, from, to);
  const reached = insets.filter((element) => isReached(template, element, changed));
  const frames = longest(template, reached, templates);
  return frames > 0 ? insetChange(frames) : null;
}
