import { tzOffset } from '@date-fns/tz';

const zones = new Map<string, { readonly quarter: number; readonly minutes: number }>();

/**
 * Minutes east of UTC in a time zone of the IANA's at a moment (s since 1970 UTC), with its summer time; of a name that
 * is none, 0. Looked up once a quarter of an hour: no zone changes within one.
 */
export function zoneMinutes(zone: string, time: number): number {
  const quarter = Math.floor(time / 900);
  const known = zones.get(zone);
  if (known?.quarter === quarter) return known.minutes;
  const minutes = minutesAt(zone, quarter * 900);
  zones.set(zone, { quarter, minutes });
  return minutes;
}

function minutesAt(zone: string, time: number): number {
  const found = tzOffset(zone, new Date(time * 1000));
  return Number.isNaN(found) ? 0 : found;
}

/** Minutes east of UTC that a zone has from one moment to another; null where its clocks are changed meanwhile. */
export function steadyMinutes(zone: string, from: number, to: number): number | null {
  const minutes = minutesAt(zone, from);
  for (let at = from; at < to; at += 86_400) if (minutesAt(zone, at) !== minutes) return null;
  return minutesAt(zone, to) === minutes ? minutes : null;
}

/**
 * The moment (s since 1970 UTC) at which the clocks of a zone show a date and time, given as if it were UTC. Of an hour
 * that is there twice, the first; one that is left out counts on from before it.
 */
export function momentIn(zone: string, wall: number): number {
  const before = minutesAt(zone, wall - 86_400);
  const after = minutesAt(zone, wall + 86_400);
  const early = wall - before * 60;
  if (before === after || minutesAt(zone, early) === before) return early;
  const late = wall - after * 60;
  return minutesAt(zone, late) === after ? late : early;
}
