import { neutralOf, type Phase } from '../show';

/** The frame after which nothing in a phase moves any more: the later of its length and its last key. */
export const phaseEnd = (phase: Pick<Phase, 'frames' | 'tracks'>): number =>
  phase.tracks.reduce((end, track) => Math.max(end, track.keys.at(-1)?.frame ?? 0), phase.frames);

/** Over how many frames a motion that is called off comes to stand. */
export const coastFrames = 8;

/** The frame that a phase has come to, called off at `from` and coasting for `frames` since: it slows evenly to a stop. */
export function coasted(from: number, frames: number): number {
  const t = Math.max(0, Math.min(coastFrames, frames));
  return from + t - (t * t) / (2 * coastFrames);
}

/** Whether everything in a phase stands at rest again when it is over. */
export const endsAtRest = (phase: Pick<Phase, 'tracks'>): boolean =>
  phase.tracks.every((track) => {
    const neutral = neutralOf(track.mode);
    return neutral !== null && track.keys.at(-1)?.value === neutral;
  });
