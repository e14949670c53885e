import type { Ease, MovingPhase, TrackProperty } from '../phase';
import type { Template } from '../template';
import type { NewId } from '../values';

// Changes to a template's motion, for use inside an edit.

/** Sets a key; makes the track where there is none, and lengthens the phase to reach the key. */
export function setKey(
  template: Template,
  phase: MovingPhase,
  element: string,
  property: TrackProperty,
  key: { frame: number; value: number; ease?: Ease },
  newId: NewId,
): void {
  const place = template.phases[phase];
  let track = place.tracks.find((t) => t.element === element && t.property === property);
  if (!track) {
    track = { id: newId(), element, property, unit: 'px', keys: [] };
    place.tracks.push(track);
    track = place.tracks[place.tracks.length - 1] as typeof track;
  }
  const present = track.keys.find((k) => k.frame === key.frame);
  if (present) {
    present.value = key.value;
    if (key.ease) present.ease = key.ease;
  } else {
    track.keys.push({
      frame: key.frame,
      value: key.value,
      ease: key.ease ?? (phase === 'enter' ? 'strong-out' : 'strong-in'),
    });
    track.keys.sort((a, b) => a.frame - b.frame);
  }
  place.frames = Math.max(place.frames, key.frame);
}

/** Removes keys by track and frame; a track without keys goes too. */
export function removeKeys(
  template: Template,
  phase: MovingPhase,
  keys: readonly { track: string; frame: number }[],
): void {
  const place = template.phases[phase];
  for (const { track: id, frame } of keys) {
    const track = place.tracks.find((t) => t.id === id);
    if (track) track.keys = track.keys.filter((k) => k.frame !== frame);
  }
  place.tracks = place.tracks.filter((track) => track.keys.length > 0);
}

/**
 * Moves keys along by whole frames, never before 0 and never onto a key that stays: then nothing moves and false
 * comes back.
 */
export function moveKeys(
  template: Template,
  phase: MovingPhase,
  keys: readonly { track: string; frame: number }[],
  by: number,
): boolean {
  const place = template.phases[phase];
  const moving = new Set(keys.map((key) => `${key.track}@${key.frame}`));
  const touched = place.tracks.filter((track) => keys.some((key) => key.track === track.id));
  for (const track of touched) {
    const frames = track.keys.map((k) => (moving.has(`${track.id}@${k.frame}`) ? k.frame + by : k.frame));
    if (frames.some((frame) => frame < 0) || new Set(frames).size !== frames.length) return false;
  }
  for (const track of touched) {
    for (const key of track.keys) if (moving.has(`${track.id}@${key.frame}`)) key.frame += by;
    track.keys.sort((a, b) => a.frame - b.frame);
    place.frames = Math.max(place.frames, track.keys.at(-1)?.frame ?? 0);
  }
  return true;
}

/** Every frame moves so that what led Enter follows in Exit: Exit becomes Enter played backwards. */
export function mirrorEnter(template: Template, newId: NewId): void {
  const { enter } = template.phases;
  const turned: Partial<Record<Ease, Ease>> = {
    'gentle-in': 'gentle-out',
    'gentle-out': 'gentle-in',
    'strong-in': 'strong-out',
    'strong-out': 'strong-in',
    overshoot: 'strong-in',
  };
  template.phases.exit = {
    frames: enter.frames,
    tracks: enter.tracks.map((track) => ({
      ...track,
      id: newId(),
      keys: [...track.keys].reverse().map((key, index, keys) => {
        const way = keys[index + 1]?.ease ?? 'linear';
        return { frame: enter.frames - key.frame, value: key.value, ease: turned[way] ?? way };
      }),
    })),
  };
}
