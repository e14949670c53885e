export type ClockFormat = 'HH:mm' | 'HH:mm:ss' | 'H:mm' | 'hh:mm a';

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
    case 'hh:mm a':
      return `${two(((hours + 11) % 12) + 1)}:${two(minutes)} ${hours < 12 ? 'am' : 'pm'}`;
  }
}
