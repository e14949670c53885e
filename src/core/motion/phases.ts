import type { Phase } from '../show';

/** The frame after which nothing in a phase moves any more: the later of its length and its last key. */
export const phaseEnd = (phase: Phase): number =>
  phase.tracks.reduce((end, track) => Math.max(end, track.keys.at(-1)?.frame ?? 0), phase.frames);
