import { z } from 'zod';
import { isByHand, type Counts } from './counts';
import { goneSeconds, occurrencesOf, targetSchema, type Occurrence, type Target } from './target';

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

interface Listed {
  readonly zone: string;
  readonly from: number;
  readonly list: readonly Occurrence[];
}
const listed = new WeakMap<readonly Target[], Listed>();
const day = 86_400;

/** The moments of what a clock counts to, around one; found once for a day. */
function momentsOf({ counts, standing }: Clock, around: number): readonly Occurrence[] {
  if (isByHand(counts)) return [];
  const { targets } = standing;
  const known = listed.get(targets);
  if (known && known.zone === counts.zone && around >= known.from && around < known.from + day)
    return known.list;
  const from = Math.floor(around / day) * day;
  const list = occurrencesOf(targets, counts.zone, from + day / 2);
  // What may still change is not kept.
  if (Object.isFrozen(targets)) listed.set(targets, { zone: counts.zone, from, list });
  return list;
}

const chosen = new WeakMap<readonly Occurrence[], { from: number; until: number; found: Occurrence }>();

/** What is counted to at a time of day: the first that is not gone for as long as it stays, or the last of all. */
export function targetAt(clock: Clock, now: number): { target: Target; moment: number } | null {
  const list = momentsOf(clock, now);
  const stays = staysOf(clock.counts);
  let known = chosen.get(list);
  if (!known || now < known.from || now >= known.until) {
    const at = list.findIndex((one) => one.at + stays(one.target) > now);
    const found = list[at < 0 ? list.length - 1 : at];
    if (!found) return null;
    known = { from: now, until: at < 0 ? Infinity : found.at + stays(found.target), found };
    chosen.set(list, known);
  }
  return { target: known.found.target, moment: known.found.at };
}

/** For how long, in seconds, something is counted to after it has come. */
const staysOf =
  (counts: Counts) =>
  ({ is }: Target): number =>
    counts.by === 'rows' ? counts.stays : is === 'time-of-day' ? goneSeconds : Infinity;

/** The name of what is counted to, and from when on (s since 1970 UTC, by the time of day) that may be another. */
export function namedTarget(clock: Clock, now: number): { name: string; until: number } {
  const found = targetAt(clock, now);
  const end = found ? found.moment + staysOf(clock.counts)(found.target) : Infinity;
  return { name: found?.target.name ?? '', until: end > now ? end : Infinity };
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
  for (const one of momentsOf(clock, done + dayOffset)) {
    const at = one.at - value - dayOffset;
    if (at > done + hair) return at;
  }
  return Infinity;
}
