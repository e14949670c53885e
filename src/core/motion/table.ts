import type { Ease } from '../show';
import { easeValue } from './easing';
import { joinAt, poseIndex } from './pose';
import type { CompiledTrack } from './tracks';

/** A track and the place in the poses, all one behind another, at which the pose that it moves begins. */
export interface PlacedTrack {
  readonly track: CompiledTrack;
  /** The part that it moves, by its index. */
  readonly part: number;
  readonly pose: number;
}

/**
 * All tracks of numbers of one phase, laid out side by side for one pass. Tracks with keys at the same frames and by the
 * same curves are one *timing*, whose segment and part of the way are worked out once.
 */
export interface TrackTable {
  readonly count: number;
  /** By track: the part it moves, where in the poses, how it joins what is there (0 adds, 1 multiplies, 2 covers). */
  readonly part: Int32Array;
  readonly place: Int32Array;
  readonly code: Uint8Array;
  readonly timing: Int32Array;
  /** Where its values begin, a value for each key. */
  readonly at: Int32Array;
  readonly values: Float64Array;
  /** What 1 is worth above and below 0. */
  readonly forward: Float64Array;
  readonly back: Float64Array;
  /** From what scale and turn go about to the pivot, px; `about` is 0 where that is the pivot, else a bit of `ways`. */
  readonly about: Uint8Array;
  readonly dx: Float64Array;
  readonly dy: Float64Array;
  readonly pose: Int32Array;
  readonly timings: Timings;
}

interface Timings {
  readonly count: number;
  /** By timing: where its frames begin, and how many there are. */
  readonly first: Int32Array;
  readonly keys: Int32Array;
  readonly frames: Float64Array;
  readonly eases: readonly Ease[];
  readonly shift: Float64Array;
  readonly pace: Float64Array;
  /** The segment that each stood in last, and how much of its way is gone: written by `moveTimings`. */
  readonly segment: Int32Array;
  readonly gone: Float64Array;
}

const codes = { add: 0, multiply: 1, cover: 2 } as const;
const { x, y, z, rotation, rotationX, rotationY, scale, scaleX, scaleY } = poseIndex;
const ways = { turn: 1, across: 2, down: 4, turnX: 8, turnY: 16 } as const;

const aboutOf = ({ index, dx, dy }: Pick<CompiledTrack, 'index' | 'dx' | 'dy'>): number => {
  if (dx === 0 && dy === 0) return 0;
  if (index === rotation) return ways.turn;
  if (index === rotationX) return ways.turnX;
  if (index === rotationY) return ways.turnY;
  return (
    (index === scale || index === scaleX ? ways.across : 0) +
    (index === scale || index === scaleY ? ways.down : 0)
  );
};

/** Lays tracks out, in their order. */
export function newTable(tracks: readonly PlacedTrack[]): TrackTable {
  const timingOf = new Map<string, number>();
  const given: CompiledTrack[] = [];
  const names = new Map<Ease, number>();
  const timing = tracks.map(({ track }) => {
    const eases = track.eases.map((ease) => {
      const known = names.get(ease) ?? names.size;
      names.set(ease, known);
      return known;
    });
    const name = `${track.frames.join()} ${eases.join()} ${track.shift} ${track.pace}`;
    const known = timingOf.get(name);
    if (known !== undefined) return known;
    timingOf.set(name, given.length);
    return given.push(track) - 1;
  });
  const begins = (lengths: readonly number[]): Int32Array => {
    let sum = 0;
    return Int32Array.from(lengths, (length) => (sum += length) - length);
  };
  return {
    count: tracks.length,
    part: Int32Array.from(tracks, ({ part }) => part),
    place: Int32Array.from(tracks, ({ track, pose }) => pose + track.index),
    code: Uint8Array.from(tracks, ({ track }) => codes[joinAt(track.index)]),
    timing: Int32Array.from(timing),
    at: begins(tracks.map(({ track }) => track.values.length)),
    values: Float64Array.from(tracks.flatMap(({ track }) => track.values)),
    forward: Float64Array.from(tracks, ({ track }) => track.forward),
    back: Float64Array.from(tracks, ({ track }) => track.back),
    about: Uint8Array.from(tracks, ({ track }) => aboutOf(track)),
    dx: Float64Array.from(tracks, ({ track }) => track.dx),
    dy: Float64Array.from(tracks, ({ track }) => track.dy),
    pose: Int32Array.from(tracks, ({ pose }) => pose),
    timings: {
      count: given.length,
      first: begins(given.map(({ frames }) => frames.length)),
      keys: Int32Array.from(given, ({ frames }) => frames.length),
      frames: Float64Array.from(given.flatMap(({ frames }) => frames)),
      eases: given.flatMap(({ eases }) => eases),
      shift: Float64Array.from(given, (track) => track.shift),
      pace: Float64Array.from(given, (track) => track.pace),
      segment: new Int32Array(given.length),
      gone: new Float64Array(given.length),
    },
  };
}

/** Works out where each timing stands at a frame of the phase; it remembers the segment, as frames mostly go on. */
function moveTimings(timings: Timings, frame: number): void {
  const { count, first, keys, frames, eases, shift, pace, segment, gone } = timings;
  for (let i = 0; i < count; i += 1) {
    const from = first[i] as number;
    const last = from + (keys[i] as number) - 1;
    const start = frames[from] as number;
    const waits = shift[i] as number;
    const quick = pace[i] as number;
    const at = quick === 1 && waits === 0 ? frame : start + (frame - start - waits) * quick;
    if (!(at > start)) {
      segment[i] = 0;
      gone[i] = 0;
    } else if (at >= (frames[last] as number)) {
      segment[i] = last - from;
      gone[i] = 0;
    } else {
      let low = from + (segment[i] as number);
      if (low >= last || (frames[low] as number) > at) low = from;
      while ((frames[low + 1] as number) <= at) low += 1;
      const begin = frames[low] as number;
      segment[i] = low - from;
      gone[i] = easeValue(eases[low] as Ease, (at - begin) / ((frames[low + 1] as number) - begin));
    }
  }
}

/**
 * Joins all tracks of a phase at a frame into the poses, in their order, and marks the parts that they move. Nothing is
 * allocated.
 */
export function joinTable(table: TrackTable, frame: number, poses: Float64Array, moved: Uint8Array): void {
  const { count, part, place, code, timing, at, values, forward, back, about, pose, dx, dy, timings } = table;
  moveTimings(timings, frame);
  const { segment, gone } = timings;
  for (let i = 0; i < count; i += 1) {
    const own = timing[i] as number;
    const key = (at[i] as number) + (segment[own] as number);
    const way = gone[own] as number;
    let value = values[key] as number;
    if (way !== 0) value += ((values[key + 1] as number) - value) * way;
    value *= value < 0 ? (back[i] as number) : (forward[i] as number);
    const to = place[i] as number;
    const kind = code[i] as number;
    if (kind === 0) poses[to] = (poses[to] as number) + value;
    else if (kind === 1) poses[to] = (poses[to] as number) * value;
    else poses[to] = 1 - (1 - (poses[to] as number)) * (1 - Math.max(0, Math.min(1, value)));
    moved[part[i] as number] = 1;
    if (about[i] !== 0)
      goAbout(poses, pose[i] as number, about[i] as number, value, dx[i] as number, dy[i] as number);
  }
}

/** Scale and turns about another point than the pivot, which lies (u, v) px from it: they move the pivot too. */
function goAbout(poses: Float64Array, from: number, way: number, value: number, u: number, v: number): void {
  if (way & (ways.across | ways.down)) {
    if (way & ways.across) poses[from + x] = (poses[from + x] as number) + u * (value - 1);
    if (way & ways.down) poses[from + y] = (poses[from + y] as number) + v * (value - 1);
    return;
  }
  const angle = (value * Math.PI) / 180;
  const cos = Math.cos(angle);
  const sin = Math.sin(angle);
  if (way === ways.turn) {
    poses[from + x] = (poses[from + x] as number) + u * cos - v * sin - u;
    poses[from + y] = (poses[from + y] as number) + u * sin + v * cos - v;
  } else if (way === ways.turnX) {
    poses[from + y] = (poses[from + y] as number) + v * (cos - 1);
    poses[from + z] = (poses[from + z] as number) + v * sin;
  } else {
    poses[from + x] = (poses[from + x] as number) + u * (cos - 1);
    poses[from + z] = (poses[from + z] as number) - u * sin;
  }
}

/** The same for one track of many poses that are no scene's: the pieces of a text. */
export function joinAbout(
  poses: Float64Array,
  from: number,
  index: number,
  value: number,
  dx: number,
  dy: number,
): void {
  const way = aboutOf({ index, dx, dy });
  if (way !== 0) goAbout(poses, from, way, value, dx, dy);
}
