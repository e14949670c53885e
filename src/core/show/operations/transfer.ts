import { elementKinds, propertyOf, type Element, isUnion } from '../../element';
import { movableOf } from '../../element';
import type { Template } from '../template';
import type { NewId } from '../../value';
import { phaseLike, type Clip } from './clip';

// What one element has, given to others: its place, its size, its look, its motion.

export const elementParts = ['place', 'size', 'appearance', 'motion'] as const;
export type ElementPart = (typeof elementParts)[number];

const looks: ReadonlySet<string> = new Set(['Appearance', 'Stroke', 'Effects', 'Type', 'Shape', 'Wipe']);

type Bag = Record<string, unknown>;

/** The properties of an element's look that another has too. */
const sharedLook = (from: Element, to: Element): string[] =>
  elementKinds[from.kind].properties
    .filter(({ key, section, type }) => {
      const other = propertyOf(to.kind, key);
      return looks.has(section) && key !== 'hidden' && other?.type === type;
    })
    .map(({ key }) => key);

/**
 * Gives a part of the first element of a clip to elements of a template. Properties that fields or bindings decide stay
 * as they are. Returns the elements that took nothing, as they have nothing of the kind.
 */
export function giveParts(
  template: Template,
  clip: Clip,
  ids: readonly string[],
  part: ElementPart,
  newId: NewId,
): string[] {
  const from = clip.elements[clip.order[0] ?? ''];
  if (!from) return [...ids];
  return ids.filter((id) => {
    const own = template.elements[id];
    if (!own || own.id === from.id) return false;
    if (part === 'motion') return !giveMotion(template, clip, from, own, newId);
    const keys =
      part === 'appearance'
        ? sharedLook(from, own)
        : isUnion(from) || isUnion(own)
          ? []
          : part === 'place'
            ? ['x', 'y']
            : ['w', 'h'];
    for (const key of keys) {
      const isTied = template.ties.some((tie) => tie.element === id && tie.property === key);
      if (!isTied) (own as unknown as Bag)[key] = structuredClone((from as unknown as Bag)[key]);
    }
    // A look of its own and not the named style's, or that style.
    if (part === 'appearance' && 'typeStyle' in own && 'typeStyle' in from) own.typeStyle = from.typeStyle;
    return keys.length === 0;
  });
}

function giveMotion(template: Template, clip: Clip, from: Element, own: Element, newId: NewId): boolean {
  const given = Object.entries(clip.tracks).flatMap(([ref, tracks]) => {
    const phase = phaseLike(template, clip, ref);
    const fitting = tracks.filter(
      (track) => track.element === from.id && movableOf(own, track.property) !== undefined,
    );
    return phase && fitting.length > 0 ? [{ phase, fitting }] : [];
  });
  for (const { phase, fitting } of given) {
    const replaced = new Set(fitting.map(({ property }) => property));
    phase.tracks = phase.tracks.filter(
      ({ element, property }) => element !== own.id || !replaced.has(property),
    );
    for (const track of fitting)
      phase.tracks.push({ ...structuredClone(track), id: newId(), element: own.id });
    const last = Math.max(...fitting.map(({ keys }) => keys.at(-1)?.frame ?? 0));
    phase.frames = Math.max(phase.frames, last);
  }
  return given.length > 0;
}
