import { neutralOf, type Key, type Phase, type Track } from '../show';
import { roundOf } from './tracks';

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

const isRound = ({ property, mode }: Track, value: Key['value'] | undefined): boolean => {
  const round = mode === 'offset' ? roundOf(property, 'change') : null;
  return round !== null && typeof value === 'number' && value % round === 0;
};

/** Whether everything in a phase stands at rest again when it is over. */
export const endsAtRest = (phase: Pick<Phase, 'tracks'>): boolean =>
  phase.tracks.every((track) => {
    const neutral = neutralOf(track.mode);
    const last = track.keys.at(-1)?.value;
    return neutral !== null && (last === neutral || isRound(track, last));
  });
