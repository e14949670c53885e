import { z } from 'zod';
import { isByHand, type Counts } from './counts';
import { momentOfTarget, targetSchema, type Target } from './target';

/** How a clock of the show stands; all in seconds, moments by the air clock. */
export const standingSchema = z.object({
  isRunning: z.boolean(),
  /** What it has counted; while it runs, the moment at which that was nothing. */
  counted: z.number(),
  /** What it counts down from, where that was set on air; null: as the show says. */
  length: z.number().nullable(),
  /** When it was last told something. */
  since: z.number(),
  /** What it was to do until then has been done, or is not done any more. */
  done: z.number(),
  /** What it showed at each lap, the last of them last. */
  laps: z.array(z.number()).max(500),
  /** What it counts to. */
  targets: z.array(targetSchema).max(1000),
});
export type Standing = z.infer<typeof standingSchema>;

export const newStanding = (at: number): Standing => ({
  isRunning: false,
  counted: 0,
  length: null,
  since: at,
  done: at,
  laps: [],
  targets: [],
});

/** A clock, as far as what it shows goes. */
export interface Clock {
  readonly counts: Counts;
  readonly standing: Standing;
  /** At what it shows it stands still. */
  readonly holds: readonly number[];
}

const lengthOf = ({ counts, standing }: Clock): number =>
  standing.length ?? (counts.by === 'down' ? counts.length : 0);

/** What it has counted by hand at a moment of the air clock. */
const countedAt = ({ standing }: Clock, time: number): number =>
  standing.isRunning ? time - standing.counted : standing.counted;

const chosen = new WeakMap<
  Standing,
  { from: number; until: number; zone: string; target: Target; moment: number }
>();

/** What is counted to at a time of day: the first that is not gone for as long as it stays, or the last of all. */
export function targetAt(
  { counts, standing }: Clock,
  now: number,
): { target: Target; moment: number } | null {
  if (isByHand(counts) || standing.targets.length === 0) return null;
  const known = chosen.get(standing);
  if (known && known.zone === counts.zone && now >= known.from && now < known.until) return known;
  const stays = counts.by === 'rows' ? counts.stays : Infinity;
  let next: { target: Target; moment: number } | null = null;
  let last: { target: Target; moment: number } | null = null;
  for (const target of standing.targets) {
    const moment = momentOfTarget(target, counts.zone, now);
    if (moment + stays > now) {
      if (!next || moment < next.moment) next = { target, moment };
    } else if (!last || moment > last.moment) last = { target, moment };
  }
  const found = next ?? last;
  if (!found) return null;
  // Until it is gone nothing comes before it; what is of the day is looked at again now and then.
  chosen.set(standing, {
    ...found,
    zone: counts.zone,
    from: now,
    until: Math.min(found === next ? found.moment + stays : Infinity, now + 60),
  });
  return found;
}

/** The name of what is counted to, and from when on (s since 1970 UTC, by the time of day) that may be another. */
export function namedTarget(clock: Clock, now: number): { name: string; until: number } {
  const found = targetAt(clock, now);
  const { counts } = clock;
  const stays = counts.by === 'rows' ? counts.stays : Infinity;
  return {
    name: found?.target.name ?? '',
    until: found && found.moment + stays > now ? found.moment + stays : Infinity,
  };
}

/** What it would show at a moment were there nothing that it stands still at. */
function unheld(clock: Clock, time: number, dayOffset: number): number | null {
  const { by } = clock.counts;
  if (by === 'up') return countedAt(clock, time);
  if (by === 'down') return lengthOf(clock) - countedAt(clock, time);
  const target = targetAt(clock, time + dayOffset);
  return target && target.moment - (time + dayOffset);
}

/**
 * Seconds that a clock shows at a moment of the air clock; below zero where it has gone on beyond it; null where there
 * is nothing that it could count to. `dayOffset`: what the time of day is ahead of the air clock.
 */
export function readClock(clock: Clock, time: number, dayOffset: number): number | null {
  const { counts, standing, holds } = clock;
  const shown = unheld(clock, time, dayOffset);
  if (shown === null) return null;
  if (!isByHand(counts))
    return holds.reduce((least, hold) => (hold <= 0 ? Math.max(least, hold) : least), shown);
  if (!standing.isRunning) return shown;
  // Where it came to something that holds it, it stands, also before anyone has told.
  const was = unheld(clock, standing.since, dayOffset) as number;
  let now = shown;
  for (const hold of holds)
    if (counts.by === 'up' ? hold > was + hair && now > hold : hold < was - hair && now < hold) now = hold;
  return now;
}

/** Moments are doubles of seconds since 1970: some tenths of a microsecond are nothing. */
const hair = 1e-5;

/**
 * When a clock next shows a value, after all that it has done already, by the air clock; Infinity where it does not.
 */
export function whenShown(clock: Clock, value: number, dayOffset: number): number {
  const { counts, standing } = clock;
  const { done } = standing;
  if (counts.by === 'up' || counts.by === 'down') {
    if (!standing.isRunning) return Infinity;
    const at = standing.counted + (counts.by === 'up' ? value : lengthOf(clock) - value);
    return at > done + hair ? at : Infinity;
  }
  let first = Infinity;
  for (const target of standing.targets) {
    // Of the time of day that is meant then, and of the one after it.
    for (const ahead of [0, 43_200, 86_400]) {
      const at = momentOfTarget(target, counts.zone, done + dayOffset + ahead) - value - dayOffset;
      if (at > done + hair && at < first) first = at;
    }
  }
  return first;
}
