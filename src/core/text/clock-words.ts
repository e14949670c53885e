import { tzOffset } from '@date-fns/tz';
import { countAt } from './count';

export const clockFormats = [
  'HH:mm',
  'HH:mm:ss',
  'H:mm',
  'H:mm:ss',
  'h:mm a',
  'h:mm A',
  'h:mm a.m.',
  'h:mm:ss a',
  'hh:mm a',
  'm:ss',
] as const;
export type ClockFormat = (typeof clockFormats)[number];

/** Minutes east of UTC in a time zone of the IANA's at a moment, with its summer time; looked up once a quarter of an hour. */
function zoneMinutes(zone: string, time: number): number {
  const quarter = Math.floor(time / 900);
  const known = zones.get(zone);
  if (known?.quarter === quarter) return known.minutes;
  const found = tzOffset(zone, new Date(quarter * 900_000));
  const minutes = Number.isNaN(found) ? 0 : found;
  zones.set(zone, { quarter, minutes });
  return minutes;
}
const zones = new Map<string, { readonly quarter: number; readonly minutes: number }>();

const two = (value: number): string => String(value).padStart(2, '0');

/** The time of day in words. `time` in seconds since 1970-01-01 UTC, `offset` in minutes east of UTC. */
export function formatClock(time: number, format: ClockFormat, offset: number): string {
  const day = (((Math.floor(time) + offset * 60) % 86_400) + 86_400) % 86_400;
  const hours = Math.floor(day / 3600);
  const minutes = Math.floor(day / 60) % 60;
  const half = ((hours + 11) % 12) + 1;
  const isMorning = hours < 12;
  switch (format) {
    case 'HH:mm':
      return `${two(hours)}:${two(minutes)}`;
    case 'HH:mm:ss':
      return `${two(hours)}:${two(minutes)}:${two(day % 60)}`;
    case 'H:mm':
      return `${hours}:${two(minutes)}`;
    case 'm:ss':
      return `${hours * 60 + minutes}:${two(day % 60)}`;
    case 'H:mm:ss':
      return `${hours}:${two(minutes)}:${two(day % 60)}`;
    case 'h:mm a':
      return `${half}:${two(minutes)} ${isMorning ? 'am' : 'pm'}`;
    case 'h:mm A':
      return `${half}:${two(minutes)} ${isMorning ? 'AM' : 'PM'}`;
    case 'h:mm a.m.':
      return `${half}:${two(minutes)} ${isMorning ? 'a.m.' : 'p.m.'}`;
    case 'h:mm:ss a':
      return `${half}:${two(minutes)}:${two(day % 60)} ${isMorning ? 'am' : 'pm'}`;
    case 'hh:mm a':
      return `${two(half)}:${two(minutes)} ${isMorning ? 'am' : 'pm'}`;
  }
}

/** What a clock element says at a moment of the air clock; `dayOffset`: what the time of day is ahead of it, in seconds. */
export function clockWords(
  clock: {
    readonly format: ClockFormat;
    /** A time zone by its name; empty: minutes east of UTC. */
    readonly zone: string;
    readonly offset: number;
    readonly shows: 'time' | 'up' | 'down';
    readonly counted: string;
    readonly length: number;
  },
  time: number,
  dayOffset = 0,
): string {
  if (clock.shows === 'time') {
    const now = time + dayOffset;
    return formatClock(now, clock.format, clock.zone === '' ? clock.offset : zoneMinutes(clock.zone, now));
  }
  const counted = countAt(clock.counted, time);
  // A count down shows its last second until it is over.
  const shown = clock.shows === 'up' ? counted : Math.max(0, Math.ceil(clock.length - counted - 1e-6));
  return formatClock(shown, clock.format, 0);
}
