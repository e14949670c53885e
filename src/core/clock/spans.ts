// Spans, running times and times of day as the interface says and reads them; all in seconds.

const two = (value: number): string => String(value).padStart(2, '0');

/** A span of seconds, as short as it can be said: 8 s, 1:05, 1:02:30. */
export function spanWords(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  if (whole < 60) return `${Math.max(0, Math.round(seconds * 10) / 10)} s`;
  const minutes = Math.floor(whole / 60);
  return minutes < 60
    ? `${minutes}:${two(whole % 60)}`
    : `${Math.floor(minutes / 60)}:${two(minutes % 60)}:${two(whole % 60)}`;
}

/** A running time: 0:07, 12:30, 1:02:30. */
export function runningWords(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds));
  const minutes = Math.floor(whole / 60);
  return minutes < 60
    ? `${minutes}:${two(whole % 60)}`
    : `${Math.floor(minutes / 60)}:${two(minutes % 60)}:${two(whole % 60)}`;
}

/** A time of day: 14:05:30. Seconds from midnight. */
export const dayWords = (seconds: number): string => {
  const whole = ((Math.round(seconds) % 86_400) + 86_400) % 86_400;
  return `${two(Math.floor(whole / 3600))}:${two(Math.floor(whole / 60) % 60)}:${two(whole % 60)}`;
};

/** The time of day on the wall at a moment of the air clock. */
export const wallWords = (time: number, zone: number): string => dayWords((time + zone * 60) % 86_400);

/** Seconds from midnight of a typed time of day (14:05, 14:05:30), or null. */
export function readDay(typed: string): number | null {
  const match = /^\s*(\d{1,2}):(\d{2})(?::(\d{2}))?\s*$/.exec(typed);
  if (!match) return null;
  const [hours, minutes, seconds] = [Number(match[1]), Number(match[2]), Number(match[3] ?? 0)];
  return hours > 23 || minutes > 59 || seconds > 59 ? null : hours * 3600 + minutes * 60 + seconds;
}

/** Seconds of a typed span (8, 8.5, 1:05, 1:02:30), or null. */
export function readSpan(typed: string): number | null {
  const match = /^\s*(?:(?:(\d+):)?(\d+):)?(\d+(?:[.,]\d+)?)\s*s?\s*$/.exec(typed);
  if (!match) return null;
  return (
    Number(match[1] ?? 0) * 3600 + Number(match[2] ?? 0) * 60 + Number((match[3] ?? '0').replace(',', '.'))
  );
}
