import {
  trackProperties,
  type Ease,
  type MovingPhase,
  type Phase,
  type Track,
  type TrackProperty,
} from '../show';
import { easeValue } from './easing';

export interface TrackKind {
  readonly label: string;
  readonly unit: string;
  /** The value that leaves the rest pose as it is. */
  readonly neutral: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** How two motions at once join: offsets add, factors multiply, wipes cover. */
  readonly joins: 'add' | 'multiply' | 'cover';
}

const offset = (label: string, unit: string): TrackKind => ({
  label,
  unit,
  neutral: 0,
  min: -100_000,
  max: 100_000,
  step: 1,
  joins: 'add',
});
const wipe = (label: string): TrackKind => ({
  label,
  unit: '',
  neutral: 0,
  min: 0,
  max: 1,
  step: 0.05,
  joins: 'cover',
});

/** What each kind of track does to the rest pose. */
export const trackKinds: Readonly<Record<TrackProperty, TrackKind>> = {
  x: offset('X offset', 'px'),
  y: offset('Y offset', 'px'),
  scale: { label: 'Scale', unit: '×', neutral: 1, min: 0, max: 100, step: 0.05, joins: 'multiply' },
  rotation: offset('Turn', '°'),
  opacity: { label: 'Opacity', unit: '×', neutral: 1, min: 0, max: 1, step: 0.05, joins: 'multiply' },
  wipeLeft: wipe('Wipe from left'),
  wipeTop: wipe('Wipe from top'),
  wipeRight: wipe('Wipe from right'),
  wipeBottom: wipe('Wipe from bottom'),
};

/** A pose is one number for each track property, in this order. */
export const trackIndex = Object.fromEntries(trackProperties.map((name, index) => [name, index])) as Record<
  TrackProperty,
  number
>;
export const poseLength = trackProperties.length;
const neutral = trackProperties.map((name) => trackKinds[name].neutral);
const joins = trackProperties.map((name) => trackKinds[name].joins);

/** Sets a pose to rest. */
export function restPose(pose: Float64Array): void {
  for (let i = 0; i < poseLength; i += 1) pose[i] = neutral[i] as number;
}

/** Joins one property's value into a pose that may already be moved. */
export function addPose(pose: Float64Array, index: number, value: number): void {
  const present = pose[index] as number;
  const join = joins[index];
  pose[index] =
    join === 'add'
      ? present + value
      : join === 'multiply'
        ? present * value
        : 1 - (1 - present) * (1 - value);
}

/** A track made ready for sampling. */
export interface CompiledTrack {
  readonly element: string;
  readonly index: number;
  readonly own: boolean;
  readonly frames: Float64Array;
  readonly values: Float64Array;
  readonly eases: readonly Ease[];
}

/**
 * Readies a track of a phase. Enter always ends, and Exit always begins, at rest: a track that does not say so gets a
 * key that does, so that Hold is the rest pose whatever the keys are.
 */
export function compileTrack(track: Track, name: MovingPhase, phase: Phase): CompiledTrack {
  const kind = trackKinds[track.property];
  const keys = track.keys.map((key) => ({
    ...key,
    value: Math.min(kind.max, Math.max(kind.min, key.value)),
  }));
  if (name === 'enter') {
    const last = keys.at(-1);
    if (last && last.value !== kind.neutral) {
      if (last.frame >= phase.frames) last.value = kind.neutral;
      else keys.push({ frame: phase.frames, value: kind.neutral, ease: 'linear' });
    }
  } else {
    const first = keys[0];
    if (first && first.value !== kind.neutral) {
      if (first.frame <= 0) first.value = kind.neutral;
      else keys.unshift({ frame: 0, value: kind.neutral, ease: first.ease });
    }
  }
  return {
    element: track.element,
    index: trackIndex[track.property],
    own: track.unit === 'own' && (track.property === 'x' || track.property === 'y'),
    frames: Float64Array.from(keys, (key) => key.frame),
    values: Float64Array.from(keys, (key) => key.value),
    eases: keys.map((key) => key.ease),
  };
}

/** The value of a track at a frame of its phase, whole or not; before its first key that key's value, after its last that one's. */
export function sampleTrack(track: CompiledTrack, frame: number): number {
  const { frames, values, eases } = track;
  const last = frames.length - 1;
  if (frame <= (frames[0] as number)) return values[0] as number;
  if (frame >= (frames[last] as number)) return values[last] as number;
  let low = 0;
  let high = last;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((frames[middle] as number) <= frame) low = middle;
    else high = middle;
  }
  const start = frames[low] as number;
  const part = (frame - start) / ((frames[high] as number) - start);
  const from = values[low] as number;
  return from + ((values[high] as number) - from) * easeValue(eases[low] as Ease, part);
}
