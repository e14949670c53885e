import { turnedEase, type Ease } from '../ease';
import { movableOf } from '../../element';
import { phaseOf, phasesOf, type Template } from '../template';
import type { Phase, PhaseRef } from '../phase';
import type { Cascade, CascadeOrder, Key, Track, TrackSide } from '../track';
import type { NewId } from '../../value';

// Changes to a template's motion, for use inside an edit.

/** A key by where it stands. */
export interface KeyPlace {
  readonly phase: PhaseRef;
  readonly track: string;
  readonly frame: number;
}

/** What a track moves; the side counts in a Change alone. */
export interface TrackPlace {
  readonly element: string;
  readonly property: string;
  readonly side?: TrackSide;
}

const keyOrder = (a: Key, b: Key): number => a.frame - b.frame;

/** The ease that a new key of a phase leaves by: what comes stops softly, what goes starts softly. */
const usualEase = (template: Template, ref: PhaseRef, side: TrackSide): Ease => {
  if (ref === 'exit' || side === 'old') return 'strong-in';
  if (ref === 'idle') return 'gentle';
  if (template.moves.some((move) => move.id === ref)) return 'strong';
  return 'strong-out';
};

export const trackAt = (phase: Phase, { element, property, side = 'whole' }: TrackPlace): Track | undefined =>
  phase.tracks.find((t) => t.element === element && t.property === property && t.side === side);

/** A track without keys yet, met as is usual for what it moves. */
export function newTrack(template: Template, place: TrackPlace, newId: NewId): Track {
  const element = template.elements[place.element];
  const movable = element && movableOf(element, place.property);
  return {
    id: newId(),
    element: place.element,
    property: place.property,
    mode: movable?.modes[0] ?? 'offset',
    unit: movable?.units[0] ?? 'px',
    side: place.side ?? 'whole',
    cascade: null,
    keys: [],
  };
}

/** Sets a key; makes the track where there is none, and lengthens the phase to reach the key. */
export function setKey(
  template: Template,
  ref: PhaseRef,
  place: TrackPlace,
  key: { frame: number; value: Key['value']; ease?: Ease },
  newId: NewId,
  given: Partial<Track> = {},
): void {
  const phase = phaseOf(template, ref);
  if (!phase) return;
  if (!trackAt(phase, place)) phase.tracks.push({ ...newTrack(template, place, newId), ...given });
  const track = trackAt(phase, place) as Track;
  const present = track.keys.find((k) => k.frame === key.frame);
  if (present) {
    present.value = key.value;
    if (key.ease) present.ease = key.ease;
  } else {
    const ease = key.ease ?? usualEase(template, ref, track.side);
    track.keys.push({ frame: key.frame, value: key.value, ease });
    track.keys.sort(keyOrder);
  }
  phase.frames = Math.max(phase.frames, key.frame);
}

/** The keys asked for by phase and track, where they are. */
function byTrack(
  template: Template,
  keys: readonly KeyPlace[],
): { phase: Phase; track: Track; frames: Set<number> }[] {
  return phasesOf(template).flatMap(({ ref, phase }) =>
    phase.tracks.flatMap((track) => {
      const frames = new Set(
        keys.filter((key) => key.phase === ref && key.track === track.id).map((key) => key.frame),
      );
      return frames.size > 0 ? [{ phase, track, frames }] : [];
    }),
  );
}

/** Removes keys; a track without keys goes too. */
export function removeKeys(template: Template, keys: readonly KeyPlace[]): void {
  for (const { phase, track, frames } of byTrack(template, keys)) {
    track.keys = track.keys.filter((key) => !frames.has(key.frame));
    if (track.keys.length === 0) phase.tracks = phase.tracks.filter((t) => t.id !== track.id);
  }
}

/**
 * Puts keys where `to` says, whole frames. Never before 0 and never onto a key that stays or onto each other: then
 * nothing moves and false comes back.
 */
function place(template: Template, keys: readonly KeyPlace[], to: (frame: number) => number): boolean {
  const touched = byTrack(template, keys);
  for (const { track, frames } of touched) {
    const ends = track.keys.map((key) => (frames.has(key.frame) ? to(key.frame) : key.frame));
    if (ends.some((frame) => frame < 0) || new Set(ends).size !== ends.length) return false;
  }
  for (const { phase, track, frames } of touched) {
    for (const key of track.keys) if (frames.has(key.frame)) key.frame = to(key.frame);
    track.keys.sort(keyOrder);
    phase.frames = Math.max(phase.frames, track.keys.at(-1)?.frame ?? 0);
  }
  return true;
}

/** Moves keys along by whole frames, see `place`. */
export const moveKeys = (template: Template, keys: readonly KeyPlace[], by: number): boolean =>
  place(template, keys, (frame) => frame + by);

/** Spreads keys by a factor from the frame that stands, see `place`. */
export const stretchKeys = (
  template: Template,
  keys: readonly KeyPlace[],
  about: number,
  factor: number,
): boolean => place(template, keys, (frame) => Math.round(about + (frame - about) * factor));

/** Turns each track's keys round in time between the first and the last of them. */
export function reverseKeys(template: Template, keys: readonly KeyPlace[]): KeyPlace[] {
  const first = Math.min(...keys.map((key) => key.frame));
  const last = Math.max(...keys.map((key) => key.frame));
  const turned = (frame: number): number => first + last - frame;
  for (const { track, frames } of byTrack(template, keys)) {
    const own = track.keys.filter((key) => frames.has(key.frame));
    const others = track.keys.filter((key) => !frames.has(key.frame));
    if (others.some((key) => own.some((k) => turned(k.frame) === key.frame))) continue;
    track.keys = [...others, ...backwards(own, turned)].sort(keyOrder);
  }
  return keys.map((key) => ({ ...key, frame: turned(key.frame) }));
}

/** Keys played backwards: each way is left by the curve it was come by. */
const backwards = (keys: readonly Key[], frame: (frame: number) => number): Key[] =>
  [...keys].reverse().map((key, index, list) => ({
    frame: frame(key.frame),
    value: key.value,
    ease: turnedEase((list[index + 1] ?? (keys.at(-1) as Key)).ease),
  }));

/** Keys on their way to another place, with what their tracks are. */
export interface KeyClip {
  readonly jorvan: 'keys';
  readonly tracks: readonly (Omit<Track, 'id'> & { readonly name: string })[];
}

/** Takes keys; frames count from the first of them. */
export function copyKeys(template: Template, keys: readonly KeyPlace[]): KeyClip {
  const first = Math.min(...keys.map((key) => key.frame));
  return {
    jorvan: 'keys',
    tracks: byTrack(template, keys).map(({ track, frames }) => {
      const { id: _, ...rest } = track;
      return {
        ...rest,
        name: template.elements[track.element]?.name ?? '',
        keys: track.keys.filter((k) => frames.has(k.frame)).map((k) => ({ ...k, frame: k.frame - first })),
      };
    }),
  };
}

/**
 * Puts keys into a phase from a frame on. With elements named, the motion goes to each of them, as far as it has what
 * moves; else to those it was taken from. Keys that stand there already are replaced. Returns the new places.
 */
export function pasteKeys(
  template: Template,
  ref: PhaseRef,
  clip: KeyClip,
  frame: number,
  onto: readonly string[],
  newId: NewId,
): KeyPlace[] {
  const phase = phaseOf(template, ref);
  if (!phase) return [];
  const isChange = template.changes.some((change) => change.id === ref);
  const pasted: KeyPlace[] = [];
  for (const { name: _, ...source } of clip.tracks) {
    for (const element of onto.length > 0 ? onto : [source.element]) {
      const target = template.elements[element];
      if (!target || !movableOf(target, source.property)) continue;
      const at = { element, property: source.property, side: isChange ? source.side : 'whole' } as const;
      for (const key of source.keys) {
        setKey(template, ref, at, { ...key, frame: key.frame + frame }, newId, {
          mode: source.mode,
          unit: source.unit,
          cascade: source.cascade,
        });
        const track = trackAt(phase, at) as Track;
        pasted.push({ phase: ref, track: track.id, frame: key.frame + frame });
      }
    }
  }
  return pasted;
}

const turnedOrders: Partial<Record<CascadeOrder, CascadeOrder>> = {
  forward: 'backward',
  backward: 'forward',
  centre: 'edges',
  edges: 'centre',
};
const turnedCascade = (cascade: Cascade | null): Cascade | null =>
  cascade && { ...cascade, order: turnedOrders[cascade.order] ?? cascade.order };

/**
 * A phase played backwards: what led follows. Turned twice it is what it was, but for the ids of its tracks. Keys
 * behind its end lengthen it.
 */
export function mirrored(phase: Phase, newId: NewId): Phase {
  const end = phase.tracks.reduce(
    (latest, track) => Math.max(latest, track.keys.at(-1)?.frame ?? 0),
    phase.frames,
  );
  return {
    frames: end,
    markers: phase.markers.map((marker) => ({ ...marker, frame: Math.max(0, end - marker.frame) })),
    tracks: phase.tracks.map((track) => ({
      ...track,
      id: newId(),
      cascade: turnedCascade(track.cascade),
      keys: backwards(track.keys, (frame) => end - frame),
    })),
  };
}

/** Exit becomes Enter played backwards: what came last leaves first. Its markers stay. */
export function mirrorEnter(template: Template, newId: NewId): void {
  const { markers } = template.phases.exit;
  template.phases.exit = { ...mirrored(template.phases.enter, newId), markers };
}

/** Takes a change, a move or a step out. */
export function removePhase(template: Template, ref: PhaseRef): void {
  template.changes = template.changes.filter((phase) => phase.id !== ref);
  template.moves = template.moves.filter((phase) => phase.id !== ref);
  template.steps = template.steps.filter((phase) => phase.id !== ref);
}
