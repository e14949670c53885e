import { z } from 'zod';
import { parseDate, parseTime } from '../source';
import { momentIn, steadyMinutes, zoneMinutes } from './zone';

/** What is counted to: a moment (s since 1970 UTC), a date and time on the clocks of a zone (the same as if it were UTC), or a time of day (s since midnight). */
export const targetSchema = z.object({
  at: z.number(),
  is: z.enum(['moment', 'wall', 'time-of-day']),
  /** What it is the time of. */
  name: z.string().max(200),
});
export type Target = z.infer<typeof targetSchema>;

/** A target from what people write: 19:30, 7:30 pm, 2026-11-28 19:30, 2026-11-28T19:30:00Z; null where it is none. */
export function targetOf(text: string, name = ''): Target | null {
  const time = parseTime(text);
  if (time !== null) return { at: time, is: 'time-of-day', name: name.slice(0, 200) };
  const ms = parseDate(text);
  if (ms === null) return null;
  const isMoment = /(Z|[+-]\d{2}:?\d{2})$/.test(text.trim()) && /\d[T ]\d/.test(text);
  return { at: ms / 1000, is: isMoment ? 'moment' : 'wall', name: name.slice(0, 200) };
}

const day = 86_400;
/** A time of day counts as gone, and not as that of the next day, for so many seconds. */
export const goneSeconds = 6 * 3600;

/** A target at one of its moments, s since 1970 UTC. */
export interface Occurrence {
  readonly at: number;
  readonly target: Target;
}

/** Days around one that are looked at for a time of day. */
const daysAround = [-1, 0, 1, 2, 3] as const;

/**
 * All moments of some targets, in order: of a time of day those of the days around a moment, exact also where a day has
 * 23 hours or 25. What it costs does not hang on how many targets ask for the zone.
 */
export function occurrencesOf(targets: readonly Target[], zone: string, around: number): Occurrence[] {
  const today = Math.floor((around + zoneMinutes(zone, around) * 60) / day) * day;
  const steady = steadyMinutes(zone, around - 3 * day, around + 5 * day);
  const momentOf = (wall: number): number => (steady === null ? momentIn(zone, wall) : wall - steady * 60);
  const found: Occurrence[] = [];
  for (const target of targets) {
    const { at, is } = target;
    if (is === 'moment') found.push({ at, target });
    else if (is === 'wall') found.push({ at: momentIn(zone, at), target });
    else for (const ahead of daysAround) found.push({ at: momentOf(today + ahead * day + at), target });
  }
  return found.sort((a, b) => a.at - b.at);
}
