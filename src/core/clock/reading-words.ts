import { isByHand } from './counts';
import { readClock, targetAt, type Clock } from './reading';
import { shownWords } from './words';

/** What a clock shows at a moment of the air clock, with tenths where it is run by hand; – where it has nothing to count to. */
export function readingWords(clock: Clock, time: number, dayOffset: number): string {
  const seconds = readClock(clock, time, dayOffset);
  if (seconds === null) return '–';
  const isDown = clock.counts.by !== 'up';
  return shownWords(seconds, isByHand(clock.counts) ? '[h:]m:ss.S' : '[h:]m:ss', isDown, 'minus');
}

/** What a clock counts to, where that has a name. */
export const targetWords = (clock: Clock, now: number): string => targetAt(clock, now)?.target.name ?? '';

/** Seconds from what is typed: 90, 1:30, 1:02:03.5; null where it is no time. */
export function typedSeconds(typed: string): number | null {
  const match = /^\s*([+\-\u2212]?)(?:(?:(\d+):)?(\d+):)?(\d+(?:[.,]\d+)?)\s*$/.exec(typed);
  if (!match) return null;
  const [, sign = '', hours = '0', minutes = '0', seconds = '0'] = match;
  const total = Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds.replace(',', '.'));
  return sign === '-' || sign === '\u2212' ? -total : total;
}
