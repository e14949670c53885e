import { countAt } from './count';

export type ClockFormat = 'HH:mm' | 'HH:mm:ss' | 'H:mm' | 'hh:mm a' | 'm:ss' | 'H:mm:ss';

const two = (value: number): string => String(value).padStart(2, '0');

/** The time of day in words. `time` in seconds since 1970-01-01 UTC, `offset` in minutes east of UTC. */
export function formatClock(time: number, format: ClockFormat, offset: number): string {
  const day = (((Math.floor(time) + offset * 60) % 86_400) + 86_400) % 86_400;
  const hours = Math.floor(day / 3600);
  const minutes = Math.floor(day / 60) % 60;
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
    case 'hh:mm a':
      return `${two(((hours + 11) % 12) + 1)}:${two(minutes)} ${hours < 12 ? 'am' : 'pm'}`;
  }
}

/** What a clock element says at a moment of the air clock; `dayOffset`: what the time of day is ahead of it, in seconds. */
export function clockWords(
  clock: {
    readonly format: ClockFormat;
    readonly offset: number;
    readonly shows: 'time' | 'up' | 'down';
    readonly counted: string;
    readonly length: number;
  },
  time: number,
  dayOffset = 0,
): string {
  if (clock.shows === 'time') return formatClock(time + dayOffset, clock.format, clock.offset);
  const counted = countAt(clock.counted, time);
  // A count down shows its last second until it is over.
  const shown = clock.shows === 'up' ? counted : Math.max(0, Math.ceil(clock.length - counted - 1e-6));
  return formatClock(shown, clock.format, 0);
}
