// Auto-key: what is changed at a frame becomes keys there, and the rest pose stays.
import { partOf, posedValue, type Scene } from '../../core/frame';
import {
  movableOf,
  paintOrder,
  phaseOf,
  setKey,
  trackAt,
  type Element,
  type Template,
  type Track,
  type TrackSide,
  withDescendants,
  isUnion,
} from '../../core/show';
import { newId } from '../state/ids';
import { sceneNow } from './pose-now';
import { boxesAtRest } from './stage/rest-boxes';

interface Place {
  readonly phase: string;
  readonly frame: number;
}

/** A drag or a run of typing: what it has made of the rest pose, had there been no auto-key. */
let session: { merge: string; start: Template; shadow: Template } | null = null;

/** The next change begins anew. */
export const endKeyed = (): void => {
  session = null;
};

const bag = (element: Element): Record<string, unknown> => element as unknown as Record<string, unknown>;
const round = (value: number): number => Math.round(value * 1000) / 1000;

/** In a Change, what is new is moved; what stays through it has its track for the whole. */
export const sideAt = (template: Template, phase: string, element: string, property: string): TrackSide => {
  const own = phaseOf(template, phase);
  const isChange = template.changes.some(({ id }) => id === phase);
  if (!isChange || !own) return 'whole';
  return (
    (['whole', 'new', 'old'] as const).find((side) => trackAt(own, { element, property, side })) ?? 'whole'
  );
};

/** Sets a key that brings a property to `target`, told as the track tells its values. */
export function keyTo(
  template: Template,
  { phase, frame }: Place,
  id: string,
  property: string,
  base: number | string,
  target: number | string,
  worth: (track: Pick<Track, 'unit' | 'property'>) => number = () => 1,
): void {
  const element = template.elements[id];
  const own = phaseOf(template, phase);
  const movable = element && movableOf(element, property);
  if (!element || !own || !movable) return;
  const place = { element: id, property, side: sideAt(template, phase, id, property) };
  const track = trackAt(own, place);
  const mode = track?.mode ?? movable.modes[0] ?? 'offset';
  const value = (wanted: number | string): number | string => {
    if (typeof wanted === 'string' || typeof base === 'string') return wanted;
    if (mode === 'value') return round(wanted);
    if (mode === 'factor') return round(base === 0 ? 1 : wanted / base);
    return round((wanted - base) / (track ? worth(track) : 1));
  };
  const whole = Math.floor(frame);
  // The first key of what enters needs somewhere to go to, that of what leaves somewhere to come from.
  if (!track) {
    const rest = phase === 'enter' ? own.frames : 0;
    if (rest !== whole) setKey(template, phase, place, { frame: rest, value: value(base) }, newId);
  }
  setKey(template, phase, place, { frame: whole, value: value(target) }, newId);
}

/** What the unit of a track is worth to the right or below, px. */
export const worthOf =
  (scene: Scene | null, id: string) =>
  ({ unit, property }: Pick<Track, 'unit' | 'property'>): number => {
    const part = scene && partOf(scene, id);
    return (part && scene.worth(part, unit, property).forward) || 1;
  };

interface Difference {
  readonly id: string;
  readonly property: string;
  readonly base: number | string;
  readonly by: number;
  readonly to: number | string;
}

/** Where all that is in a group has moved alike, it is the group that has moved. */
function gatherGroups(template: Template, list: Difference[]): void {
  for (const group of paintOrder(template)) {
    if (!isUnion(group)) continue;
    const leaves = withDescendants(template, group.id).filter((id) => !isUnion(template.elements[id]));
    for (const property of ['x', 'y'] as const) {
      const own = list.filter((change) => change.property === property && leaves.includes(change.id));
      const by = own[0]?.by;
      if (own.length < leaves.length || by === undefined || own.some((change) => change.by !== by)) continue;
      for (const change of own) list.splice(list.indexOf(change), 1);
      list.push({ id: group.id, property, base: 0, by, to: by });
    }
  }
}

/** The same change as keys at the playhead; null where it changes nothing that can move. */
export function keyedEdit(
  template: Template,
  place: Place,
  recipe: (template: Template) => void,
  merge?: string,
): ((template: Template) => void) | null {
  if (!session || !merge || session.merge !== merge)
    session = { merge: merge ?? '', start: template, shadow: structuredClone(template) };
  const { start, shadow } = session;
  if (!merge) session = null;
  recipe(shadow);
  const boxes = boxesAtRest(start);
  const changes: Difference[] = [];
  for (const [id, before] of Object.entries(start.elements)) {
    const after = shadow.elements[id];
    if (!after) continue;
    const [a, b] = [bag(before), bag(after)];
    const box = boxes.get(id);
    const difference = (key: string): number => Number(b[key] ?? 0) - Number(a[key] ?? 0);
    for (const key of Object.keys(a)) {
      if (a[key] === b[key] || typeof b[key] === 'object') continue;
      if (typeof b[key] === 'number') {
        // A box grows about its pivot.
        const grown =
          key === 'x' ? difference('w') * before.pivotX : key === 'y' ? difference('h') * before.pivotY : 0;
        const base =
          box && (key === 'x' || key === 'y' || key === 'w' || key === 'h') ? box[key] : Number(a[key]);
        changes.push({
          id,
          property: key,
          base,
          by: difference(key) + grown,
          to: base + difference(key) + grown,
        });
      } else if (typeof b[key] === 'string' && String(b[key]).startsWith('#'))
        changes.push({ id, property: key, base: String(a[key]), by: 0, to: String(b[key]) });
    }
  }
  const apply = changes.filter(({ id, property }) => {
    const element = start.elements[id];
    return element && movableOf(element, property);
  });
  gatherGroups(start, apply);
  if (apply.length === 0) return null;
  const scene = sceneNow(start, place);
  return (t) => {
    for (const { id, property, base, by, to } of apply) {
      // From where it stood at the frame when the change began.
      const stood = typeof to === 'number' && scene ? posedValue(scene, id, property) : null;
      keyTo(t, place, id, property, base, stood ? stood.now + by : to, worthOf(scene, id));
    }
  };
}
