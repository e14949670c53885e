import type { Moment } from '../frame';
import { exactRate, type Values } from '../show';
import type { AirState, CalledMove, Graphic, Sent } from './state';

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

/** The frame that a move has come to at a time, 0 to its length. */
export function moveFrame(move: CalledMove, time: number, rate: number): number {
  const gone = Math.max(0, framesSince(move.at, time, rate));
  return Math.max(0, Math.min(move.frames, move.back ? move.from - gone : move.from + gone));
}

/** Where a graphic is in its life at a time, or null before it enters and after it has left. */
export function momentOf(graphic: Graphic, time: number): Moment | null {
  if (time < graphic.enterAt - 1e-6) return null;
  const { rate } = graphic;
  const age = time - graphic.enterAt;
  const frame = Math.max(0, framesSince(graphic.enterAt, time, rate));
  const held = frame - graphic.enterFrames;
  const more = {
    time,
    age,
    ...(graphic.steps.length > 0 || graphic.stepFrames.length > 0
      ? {
          steps: graphic.stepFrames.map((length, i) => {
            const at = graphic.steps[i];
            return at === undefined || time < at - 1e-6 ? -1 : Math.min(length, framesSince(at, time, rate));
          }),
          stepAges: graphic.stepFrames.map((_, i) => {
            const at = graphic.steps[i];
            return at === undefined || time < at - 1e-6 ? -1 : framesSince(at, time, rate);
          }),
        }
      : {}),
    ...(graphic.moves.length > 0
      ? {
          moves: graphic.moves.flatMap((move) => {
            const at = moveFrame(move, time, rate);
            const age = Math.max(0, framesSince(move.at, time, rate));
            return move.back && at === 0 ? [] : [{ ref: move.ref, frame: at, age, back: move.back }];
          }),
        }
      : {}),
  };
  if (graphic.exitAt !== null && time >= graphic.exitAt - 1e-6) {
    const gone = framesSince(graphic.exitAt, time, rate);
    return gone >= graphic.exitFrames
      ? null
      : {
          phase: 'exit',
          frame: Math.max(0, gone),
          enterFrame: graphic.exitFrom,
          held: graphic.exitFrom === null ? held : null,
          ...more,
        };
  }
  return frame < graphic.enterFrames
    ? { phase: 'enter', frame, enterFrame: null, ...more }
    : { phase: 'hold', frame: held, enterFrame: null, held, ...more };
}

/** The Change that a graphic is in the midst of. */
export interface Changing {
  readonly ref: string;
  readonly from: Values;
  /** Frames since it began. */
  readonly frame: number;
}

/** When what was sent has come to its end. */
export const sentEnd = (sent: Sent, rate: number): number => sent.at + sent.frames / exactRate(rate);

/** The values that a graphic shows at a time, and the Change on the way to them. */
export function shownAt(graphic: Graphic, time: number): { values: Values; changing: Changing | null } {
  const { changes, rate } = graphic;
  const [first] = changes;
  if (!first) return { values: graphic.values, changing: null };
  let values = first.from;
  for (const sent of changes) {
    if (time < sent.at - 1e-6) break;
    values = sent.to;
    if (sent.change !== null && time < sentEnd(sent, rate) - 1e-6)
      return {
        values,
        changing: {
          ref: sent.change,
          from: sent.from,
          frame: Math.max(0, framesSince(sent.at, time, rate)),
        },
      };
  }
  return { values, changing: null };
}

export interface OnAir {
  readonly graphic: Graphic;
  readonly moment: Moment;
  /** What it shows, or is on its way to. */
  readonly values: Values;
  readonly changing: Changing | null;
}

/**
 * What a channel has to show: its own graphics, and behind them lane by lane those of the channel that it follows. In
 * a lane where it has something of its own that has not left by `time`, the other's is not seen. `lanes` are in order,
 * back to front.
 */
export function graphicsOf(
  state: AirState,
  channelId: string,
  time: number,
  seen: readonly string[] = [],
): { graphics: readonly Graphic[]; lanes: readonly string[] } {
  const own = state.air[channelId];
  const channel = state.channels.find((c) => c.id === channelId);
  if (!own || !channel) return { graphics: [], lanes: [] };
  const lanes = channel.lanes.map(({ id }) => id);
  const { follows } = own;
  if (!follows || seen.includes(follows.channel)) return { graphics: own.graphics, lanes };
  const led = graphicsOf(state, follows.channel, time, [...seen, channelId]);
  if (led.graphics.length === 0) return { graphics: own.graphics, lanes };
  const there = own.graphics.filter((graphic) => endOf(graphic) > time);
  const taken = new Set([...follows.without, ...there.map(({ lane }) => lane)]);
  return {
    graphics: [...led.graphics.filter(({ lane }) => !taken.has(lane)), ...own.graphics],
    lanes: [...new Set([...led.lanes, ...lanes])],
  };
}

/** What is seen on a channel at a time, back to front: by lane, and in a lane what leaves behind what enters. */
export function graphicsOnAir(state: AirState, channelId: string, time: number): OnAir[] {
  const channel = state.channels.find((c) => c.id === channelId);
  if (!channel) return [];
  const at = quantise(time, channel.format.rate);
  const found: OnAir[] = [];
  const { graphics, lanes } = graphicsOf(state, channelId, at);
  for (const graphic of graphics) {
    const moment = momentOf(graphic, at);
    if (!moment) continue;
    const { values, changing } = shownAt(graphic, at);
    found.push({
      graphic,
      moment: changing ? { ...moment, change: changing.frame } : moment,
      values,
      changing,
    });
  }
  return found.sort(
    (a, b) =>
      lanes.indexOf(a.graphic.lane) - lanes.indexOf(b.graphic.lane) || a.graphic.enterAt - b.graphic.enterAt,
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
