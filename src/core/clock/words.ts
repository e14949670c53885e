import { countAt } from './count';
import { patternOf, patternWords } from './pattern';
import { zoneMinutes } from './zone';

/** The time of day in the words of a pattern. `time` in seconds since 1970-01-01 UTC, `offset` in minutes east of UTC. */
export function formatClock(time: number, format: string, offset: number): string {
  const day = (((time + offset * 60) % 86_400) + 86_400) % 86_400;
  return patternWords(patternOf(format), day);
}

/** How what is below zero is written: with a minus, with a plus as time over, or as it is. */
export const belowForms = ['minus', 'plus', 'none'] as const;
export type BelowForm = (typeof belowForms)[number];
const signs: Readonly<Record<BelowForm, string>> = { minus: '\u2212', plus: '+', none: '' };

/**
 * Seconds that a clock shows, in the words of a pattern. What counts down says its last whole second until it is over,
 * unless parts of a second are shown.
 */
export function shownWords(seconds: number, format: string, isDown: boolean, below: BelowForm): string {
  const pattern = patternOf(format);
  const unit = 10 ** pattern.places;
  const cut = isDown && pattern.places === 0 ? Math.ceil(seconds - 1e-4) : Math.floor(Math.abs(seconds) * unit + 1e-4) / unit * Math.sign(seconds); // prettier-ignore
  const text = patternWords(pattern, Math.abs(cut));
  return cut < 0 ? `${signs[below]}${text}` : text;
}

/** What a clock of an element's own says at a moment of the air clock; `dayOffset`: what the time of day is ahead of it, in seconds. */
export function clockWords(
  clock: {
    readonly format: string;
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
  const isDown = clock.shows === 'down';
  return shownWords(isDown ? Math.max(0, clock.length - counted) : counted, clock.format, isDown, 'minus');
}
