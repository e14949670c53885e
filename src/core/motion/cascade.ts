import type { Cascade } from '../show';

/** When each part of a cascade begins and how fast it goes. */
export interface Timing {
  /** Frames that each part waits, by its place. */
  readonly shifts: Float64Array;
  /** How many times faster than the whole each part runs. */
  readonly pace: number;
}

/** The least part of the whole that each part keeps where a fixed delay leaves no more room. */
const leastPart = 0.25;

/** A small generator with a seed (Mulberry32, in the public domain): the same order on every machine. */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** The turn at which each of `count` parts begins; parts as far from the middle begin together. */
export function turnsOf({ order, seed }: Pick<Cascade, 'order' | 'seed'>, count: number): Uint32Array {
  const turns = Uint32Array.from({ length: count }, (_, i) => i);
  const middle = (count - 1) / 2;
  if (order === 'backward') turns.reverse();
  else if (order === 'centre') turns.forEach((_, i) => (turns[i] = Math.floor(Math.abs(i - middle))));
  else if (order === 'edges')
    turns.forEach((_, i) => (turns[i] = Math.floor(middle) - Math.floor(Math.abs(i - middle))));
  else if (order === 'random') {
    const chance = seeded(seed);
    for (let i = count - 1; i > 0; i -= 1) {
      const other = Math.floor(chance() * (i + 1));
      const kept = turns[i] as number;
      turns[i] = turns[other] as number;
      turns[other] = kept;
    }
  }
  return turns;
}

/**
 * Spreads a motion of `span` frames over `count` parts, so that the first begins where the whole begins and the last
 * ends where it ends. With overlap 0 each begins when the one before has ended, with 1 all run together. A fixed delay
 * gives way where the parts would not fit: each keeps a quarter of the whole.
 */
export function timingOf(cascade: Cascade, count: number, span: number): Timing {
  const turns = turnsOf(cascade, count);
  const last = turns.reduce((most, turn) => Math.max(most, turn), 0);
  if (last === 0 || !(span > 0)) return { shifts: new Float64Array(count), pace: 1 };
  const { overlap, delay } = cascade;
  const own =
    delay === null ? span / (1 + last * (1 - overlap)) : Math.max(span * leastPart, span - delay * last);
  const between = (span - own) / last;
  return { shifts: Float64Array.from(turns, (turn) => turn * between), pace: span / own };
}
