import { z } from 'zod';
import { parseDate, parseTime } from '../source';
import { momentIn, zoneMinutes } from './zone';

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

/** When a target is, in seconds since 1970 UTC. Of a time of day, the one that is meant at `now`: see `goneSeconds`. */
export function momentOfTarget({ at, is }: Target, zone: string, now: number): number {
  if (is === 'moment') return at;
  if (is === 'wall') return momentIn(zone, at);
  const today = Math.floor((now + zoneMinutes(zone, now) * 60) / day) * day;
  // A day of a zone may have 23 hours or 25: days are counted on its clocks.
  for (let ahead = -1; ahead <= 2; ahead += 1) {
    const moment = momentIn(zone, today + ahead * day + at);
    if (now - moment <= goneSeconds) return moment;
  }
  return momentIn(zone, today + at);
}
