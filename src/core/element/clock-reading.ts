import { z } from 'zod';
import { zoneNames } from '../binding';
import { countAt, isByHand, readClock, zoneMinutes, type Clock } from '../clock';
import type { Running } from './kind';
import type { Property } from './property';

// What clocks and hands of clocks go by.

export const clockSources = ['time', 'up', 'down', 'clock'] as const;

export const readingShape = {
  /** The time of day, a count of the element's own up or down, or a clock of the show. */
  shows: z.enum(clockSources),
  /** What it counts, as text; see `readCount`. Made a field, it is started and stopped on air. */
  counted: z.string().max(40),
  /** Seconds that a count down begins with. */
  length: z.number().min(0).max(360_000),
  /** A time zone of the IANA's by its name, with its summer time; empty: by `offset`. */
  zone: z.string().max(60),
  /** Minutes east of UTC, -840 to 840. */
  offset: z.number().int().min(-840).max(840),
  /** The clock of the show, by id or name. */
  clock: z.string().max(64),
};
export type ClockReading = z.infer<z.ZodObject<typeof readingShape>>;

export const readingDefaults = {
  shows: 'time',
  counted: '0',
  length: 60,
  zone: '',
  offset: 0,
  clock: '',
} as const;

export const readingProperties = [
  {
    key: 'shows',
    label: 'Mode',
    type: 'choice',
    section: 'Clock',
    wide: true,
    choices: [
      { value: 'time', label: 'Time of day' },
      { value: 'clock', label: 'A clock of the show' },
      { value: 'up', label: 'Count up' },
      { value: 'down', label: 'Count down' },
    ],
  },
  {
    key: 'clock',
    label: 'Clock',
    type: 'text',
    section: 'Clock',
    wide: true,
    when: { key: 'shows', is: ['clock'] },
  },
  {
    key: 'counted',
    label: 'Counted',
    type: 'text',
    section: 'Clock',
    when: { key: 'shows', is: ['up', 'down'] },
  },
  {
    key: 'length',
    label: 'Start at',
    type: 'number',
    section: 'Clock',
    unit: 's',
    min: 0,
    max: 360_000,
    step: 1,
    when: { key: 'shows', is: ['down'] },
  },
  {
    key: 'zone',
    label: 'Time zone',
    type: 'choice',
    section: 'Clock',
    wide: true,
    choices: [
      { value: '', label: 'By minutes from UTC' },
      ...zoneNames().map((value) => ({ value, label: value.replaceAll('_', ' ') })),
    ],
    when: { key: 'shows', is: ['time'] },
  },
  {
    key: 'offset',
    label: 'From UTC',
    type: 'number',
    section: 'Clock',
    unit: 'min',
    min: -840,
    max: 840,
    step: 15,
    when: [
      { key: 'shows', is: ['time'] },
      { key: 'zone', is: [''] },
    ],
  },
] as const satisfies readonly Property[];

/** A clock of the show by its id or its name. */
export function clockNamed({ clocks }: Running, wanted: string): Clock | null {
  if (!clocks) return null;
  const known = clocks[wanted];
  if (known) return known;
  for (const id in clocks) if (clocks[id]?.name === wanted) return clocks[id];
  return null;
}

/** Seconds since midnight, by the zone of a clock. */
export function secondOfDay({ zone, offset }: ClockReading, { time, dayOffset }: Running): number {
  const now = time + dayOffset;
  const minutes = zone === '' ? offset : zoneMinutes(zone, now);
  return (((now + minutes * 60) % 86_400) + 86_400) % 86_400;
}

/** What a clock shows, in seconds, and whether it counts down; null where its clock of the show is not there. */
export function secondsShown(own: ClockReading, now: Running): { seconds: number; isDown: boolean } | null {
  if (own.shows === 'time') return { seconds: secondOfDay(own, now), isDown: false };
  if (own.shows === 'clock') {
    const clock = clockNamed(now, own.clock);
    const seconds = clock && readClock(clock, now.time, now.dayOffset);
    return clock && seconds !== null ? { seconds, isDown: clock.counts.by !== 'up' } : null;
  }
  const counted = countAt(own.counted, now.time);
  return own.shows === 'up'
    ? { seconds: counted, isDown: false }
    : { seconds: Math.max(0, own.length - counted), isDown: true };
}

/** Whether its seconds turn with those of the day, or by themselves. */
export const livesOf = ({ shows }: ClockReading): 'clock' | 'count' => (shows === 'time' ? 'clock' : 'count');

/** What a whole turn of a hand is where it goes round once in what is counted down from. */
export function lengthShown(own: ClockReading, now: Running): number {
  if (own.shows !== 'clock') return own.length;
  const clock = clockNamed(now, own.clock);
  if (!clock || !isByHand(clock.counts)) return 3600;
  return clock.standing.length ?? (clock.counts.by === 'down' ? clock.counts.length : 60);
}
