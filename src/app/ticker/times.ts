import { momentOfDay } from '../../core/playout';
import { dayWords, readDay } from '../../core/clock';
import { shownZone } from '../desk/desk-store';
import { air } from '../state/air-store';

const two = (value: number): string => String(value).padStart(2, '0');
/** Seconds to come as 1:05. */
export const leftWords = (seconds: number): string => {
  const whole = Math.max(0, Math.ceil(seconds));
  return `${Math.floor(whole / 60)}:${two(whole % 60)}`;
};

/** A moment of the air clock as a time of day: 14:05:30. */
export const dayOf = (at: number): string => dayWords((at + shownZone() * 60) % 86_400);

/** The moment of the air clock that a typed time of day means now; null: it is none. */
export function momentAt(typed: string): number | null {
  const seconds = readDay(typed);
  return seconds === null ? null : momentOfDay(seconds, air().clock.now(), shownZone());
}
