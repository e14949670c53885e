import type { Ease, Movable, PhaseKind, Track } from '../show';
import { mixInto, mixLab, writeLab } from './colour';
import { easeValue } from './easing';
import { joinAt, neutralAt } from './pose';

/** A track made ready for sampling: its numbers are what is joined into a pose. */
export interface CompiledTrack {
  readonly index: number;
  readonly frames: readonly number[];
  readonly values: readonly number[];
  readonly eases: readonly Ease[];
  /** What 1 is worth in px above and below 0. */
  readonly forward: number;
  readonly back: number;
  /** Parts of a cascade: frames they wait, and how much faster than the whole they run. */
  readonly shift: number;
  readonly pace: number;
  /** From what scale and turn go about to the pivot of what is moved, px. */
  readonly dx: number;
  readonly dy: number;
}

/** A track of a colour, in OKLab. */
export interface CompiledColour {
  readonly key: string;
  readonly frames: Float64Array;
  readonly colours: Float64Array;
  readonly eases: readonly Ease[];
  readonly shift: number;
  readonly pace: number;
}

/** The ends of a track at which the phase has it at rest. */
export interface Anchors {
  readonly start: boolean;
  readonly end: boolean;
}

/**
 * Where a track must meet rest, so that Hold is the rest pose whatever its keys are: what enters ends there, what
 * leaves begins there, a loop and what stays through a Change do both. A step's track is free: it holds its first value
 * before the step and its last one after it.
 */
export function anchorsOf(kind: PhaseKind, { side, property }: Pick<Track, 'side' | 'property'>): Anchors {
  switch (kind) {
    case 'enter':
      return { start: false, end: true };
    case 'exit':
    case 'move':
      return { start: true, end: false };
    case 'idle':
      return { start: true, end: true };
    case 'step':
      return { start: false, end: false };
    case 'change':
      // A count goes from the old number, which is nothing of the new one.
      return { start: side !== 'new' && property !== 'count', end: side !== 'old' };
  }
}

/**
 * The value by which something has come round to where it was: a turn in a loop, and a light that has run through its
 * stroke and is out again. Null: only rest is rest.
 */
export const roundOf = (property: string, kind: PhaseKind): number | null =>
  property === 'light' ? 1 : property.startsWith('rotation') && kind === 'idle' ? 360 : null;

const clamp = (value: number, min: number, max: number): number =>
  value >= min ? Math.min(max, value) : min;

/** A key's value as what is joined into a pose: offsets of what adds, factors of what multiplies. */
function joined(value: number, track: Track, movable: Movable, index: number, base: number): number {
  const multiplies = joinAt(index) === 'multiply';
  switch (track.mode) {
    case 'offset':
      if (joinAt(index) === 'cover') return clamp(value, 0, 1);
      return multiplies ? (base === 0 ? 1 : (base + value) / base) : value;
    case 'factor':
      return multiplies ? clamp(value, movable.min, movable.max) : (value - 1) * base;
    case 'value': {
      const own = clamp(value, movable.min, movable.max);
      return multiplies ? (base === 0 ? 1 : own / base) : own - base;
    }
  }
}

interface Row<V> {
  frame: number;
  value: V;
  ease: Ease;
}

/** Adds the keys that bring a track to rest at its anchors, or puts right those that stand there. */
function anchor<V>(
  rows: Row<V>[],
  rest: V,
  anchors: Anchors,
  frames: number,
  isRest: (value: V) => boolean,
): void {
  const first = rows[0];
  if (first && anchors.start && !isRest(first.value)) {
    if (first.frame <= 0) first.value = rest;
    else rows.unshift({ frame: 0, value: rest, ease: 'linear' });
  }
  const last = rows.at(-1);
  if (last && anchors.end && !isRest(last.value)) {
    if (last.frame >= frames) last.value = rest;
    else rows.push({ frame: frames, value: rest, ease: 'linear' });
  }
}

export interface Sizes {
  /** Px for 1 above 0 and for 1 below it, by unit. */
  readonly forward: number;
  readonly back: number;
}

/** Two keys on one frame, as a damaged file may have them: the later one holds. */
const sorted = <V>(rows: Row<V>[]): Row<V>[] =>
  rows
    .map((row, index) => ({ row, index }))
    .sort((a, b) => a.row.frame - b.row.frame || a.index - b.index)
    .map(({ row }) => row)
    .filter((row, index, all) => all[index + 1]?.frame !== row.frame);

/**
 * Readies a track of numbers. `index` is its place in the pose, `base` what it moves as it is at rest, `sizes` what its
 * unit is worth.
 */
export function compileTrack(
  track: Track,
  kind: PhaseKind,
  frames: number,
  movable: Movable,
  index: number,
  base: number,
  sizes: Sizes = { forward: 1, back: 1 },
): CompiledTrack {
  const neutral = neutralAt(index);
  const rows = sorted(
    track.keys.map(({ frame, value, ease }) => ({
      frame,
      value: joined(
        typeof value === 'number' && Number.isFinite(value) ? value : neutral,
        track,
        movable,
        index,
        base,
      ),
      ease,
    })),
  );
  const round = roundOf(movable.key, kind);
  anchor(rows, neutral, anchorsOf(kind, track), frames, (value) =>
    round === null ? value === neutral : value % round === 0,
  );
  const counts = track.mode === 'offset';
  return {
    index,
    frames: rows.map((row) => row.frame),
    values: rows.map((row) => row.value),
    eases: rows.map((row) => row.ease),
    forward: counts ? sizes.forward : 1,
    back: counts ? sizes.back : 1,
    shift: 0,
    pace: 1,
    dx: 0,
    dy: 0,
  };
}

/** Readies a track of colours; `base` is the colour at rest. */
export function compileColour(track: Track, kind: PhaseKind, frames: number, base: string): CompiledColour {
  const rows = sorted(
    track.keys.map(({ frame, value, ease }) => ({
      frame,
      value: typeof value === 'string' && value.startsWith('#') ? value : base,
      ease,
    })),
  );
  anchor(rows, base, anchorsOf(kind, track), frames, (value) => value === base);
  const colours = new Float64Array(rows.length * 4);
  rows.forEach((row, i) => writeLab(colours, i * 4, row.value));
  return {
    key: track.property,
    frames: Float64Array.from(rows, (row) => row.frame),
    colours,
    eases: rows.map((row) => row.ease),
    shift: 0,
    pace: 1,
  };
}

/** The same track for one part of a cascade. */
export const shifted = <T extends CompiledTrack | CompiledColour>(
  track: T,
  shift: number,
  pace: number,
  about: { dx: number; dy: number } = { dx: 0, dy: 0 },
): T => ({ ...track, shift, pace, ...('index' in track ? about : {}) });

/** How long a track's keys are. */
export const spanOf = ({ frames }: { readonly frames: Frames }): number =>
  (frames[frames.length - 1] ?? 0) - (frames[0] ?? 0);

type Frames = readonly number[] | Float64Array;

/** The frame of the keys that a frame of the phase stands for, for a part that waits `shift` frames. */
const localFrame = (frames: Frames, frame: number, shift: number, pace: number): number => {
  const first = frames[0] as number;
  return first + (frame - first - shift) * pace;
};

function before(frames: Frames, frame: number): number {
  let low = 0;
  let high = frames.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((frames[middle] as number) <= frame) low = middle;
    else high = middle;
  }
  return low;
}

/**
 * The value of a track at a frame of its phase, whole or not; before its first key that key's value, after its last that
 * one's. `shift` and `pace` are those of a part of a cascade.
 */
export function sampleTrack(
  track: CompiledTrack,
  frame: number,
  shift: number = track.shift,
  pace: number = track.pace,
): number {
  const { frames, values, eases } = track;
  const last = frames.length - 1;
  const at = pace === 1 && shift === 0 ? frame : localFrame(frames, frame, shift, pace);
  let value: number;
  if (!(at > (frames[0] as number))) value = values[0] as number;
  else if (at >= (frames[last] as number)) value = values[last] as number;
  else {
    const low = before(frames, at);
    const start = frames[low] as number;
    const part = (at - start) / ((frames[low + 1] as number) - start);
    const from = values[low] as number;
    value = from + ((values[low + 1] as number) - from) * easeValue(eases[low] as Ease, part);
  }
  return value * (value < 0 ? track.back : track.forward);
}

/** The value that a track's keys tell at a frame, in their own terms: what a key set there would have to say. */
export function keyValueAt({ keys }: Pick<Track, 'keys'>, frame: number): Track['keys'][number]['value'] {
  const after = keys.find((key) => key.frame > frame);
  const before = [...keys].reverse().find((key) => key.frame <= frame);
  if (!before) return after?.value ?? 0;
  if (!after || typeof before.value === 'string' || typeof after.value === 'string') return before.value;
  const part = easeValue(before.ease, (frame - before.frame) / (after.frame - before.frame));
  return Math.round((before.value + (after.value - before.value) * part) * 1000) / 1000;
}

/** Where a frame lies among the keys of a colour: between which two, and how far. */
const spot = { from: 0, to: 0, part: 0 };

function spotOf({ frames, eases }: CompiledColour, frame: number, shift: number, pace: number): typeof spot {
  const last = frames.length - 1;
  const at = localFrame(frames, frame, shift, pace);
  spot.part = 0;
  if (!(at > (frames[0] as number))) spot.from = 0;
  else if (at >= (frames[last] as number)) spot.from = last * 4;
  else {
    const low = before(frames, at);
    const start = frames[low] as number;
    spot.from = low * 4;
    spot.to = low * 4 + 4;
    spot.part = easeValue(eases[low] as Ease, (at - start) / ((frames[low + 1] as number) - start));
    return spot;
  }
  spot.to = spot.from;
  return spot;
}

/** The colour of a track at a frame, as `sampleTrack` has it. */
export function sampleColour(track: CompiledColour, frame: number): string {
  const { from, to, part } = spotOf(track, frame, track.shift, track.pace);
  return mixLab(track.colours, from, to, part);
}

/** Writes the same for a part of a cascade, as red, green, blue and opacity from 0 to 1. */
export function writeColour(
  out: Float64Array,
  at: number,
  track: CompiledColour,
  frame: number,
  shift: number,
  pace: number,
): void {
  const { from, to, part } = spotOf(track, frame, shift, pace);
  mixInto(out, at, track.colours, from, to, part);
}
