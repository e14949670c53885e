import type { Moment } from '../frame';
import { exactRate, type Channel } from '../show';
import type { AirState, Graphic } from './state';

// A hair below a frame boundary counts as on it: epoch seconds in doubles carry errors of some tenths of microseconds.
const hair = 1e-4;

/** The time of the channel's frame that is showing at `time`; both in seconds. */
export const quantise = (time: number, rate: number): number => {
  const exact = exactRate(rate);
  return Math.floor(time * exact + hair) / exact;
};

/** When a graphic that leaves is gone; Infinity where it stays. */
export const endOf = (graphic: Graphic): number =>
  graphic.exitAt === null ? Infinity : graphic.exitAt + graphic.exitFrames / exactRate(graphic.rate);

const framesSince = (start: number, time: number, rate: number): number => {
  const frames = (time - start) * exactRate(rate);
  const whole = Math.round(frames);
  return Math.abs(frames - whole) < 1e-3 ? whole : frames;
};

/** Where a graphic is in its life at a time, or null before it enters and after it has left. */
export function momentOf(graphic: Graphic, time: number): Moment | null {
  if (time < graphic.enterAt - 1e-6) return null;
  if (graphic.exitAt !== null && time >= graphic.exitAt - 1e-6) {
    const frame = framesSince(graphic.exitAt, time, graphic.rate);
    return frame >= graphic.exitFrames
      ? null
      : {
          phase: 'exit',
          frame: Math.max(0, frame),
          enterFrame: graphic.exitFrom,
          time,
          age: time - graphic.enterAt,
        };
  }
  const age = time - graphic.enterAt;
  const frame = Math.max(0, framesSince(graphic.enterAt, time, graphic.rate));
  return frame < graphic.enterFrames
    ? { phase: 'enter', frame, enterFrame: null, time, age }
    : { phase: 'hold', frame: frame - graphic.enterFrames, enterFrame: null, time, age };
}

export interface OnAir {
  readonly graphic: Graphic;
  readonly moment: Moment;
}

const laneIndex = (channel: Channel, lane: string): number => channel.lanes.findIndex((l) => l.id === lane);

/** What is seen on a channel at a time, back to front: by lane, and in a lane what leaves behind what enters. */
export function graphicsOnAir(state: AirState, channelId: string, time: number): OnAir[] {
  const channel = state.channels.find((c) => c.id === channelId);
  if (!channel) return [];
  const at = quantise(time, channel.format.rate);
  const found: OnAir[] = [];
  for (const graphic of state.air[channelId]?.graphics ?? []) {
    const moment = momentOf(graphic, at);
    if (moment) found.push({ graphic, moment });
  }
  return found.sort(
    (a, b) =>
      laneIndex(channel, a.graphic.lane) - laneIndex(channel, b.graphic.lane) ||
      a.graphic.enterAt - b.graphic.enterAt,
  );
}

/** What a lane does at a time: who holds it, who leaves it, who waits for it. */
export interface LaneState {
  readonly holder: Graphic | null;
  readonly leaving: readonly Graphic[];
  readonly waiting: Graphic | null;
}

export function laneState(graphics: readonly Graphic[], lane: string, time: number): LaneState {
  const own = graphics.filter((g) => g.lane === lane && endOf(g) > time + 1e-6);
  return {
    holder: own.find((g) => g.exitAt === null && g.enterAt <= time + 1e-6) ?? null,
    leaving: own.filter((g) => g.exitAt !== null),
    waiting: own.find((g) => g.exitAt === null && g.enterAt > time + 1e-6) ?? null,
  };
}
