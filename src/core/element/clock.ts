import { z } from 'zod';
import { belowForms, formatClock, shownWords } from '../clock';
import { baseDefaults, elementBase, lookProperties, placeProperties } from './base';
import {
  clockNamed,
  livesOf,
  readingDefaults,
  readingProperties,
  readingShape,
  secondsShown,
  type ClockReading,
} from './clock-reading';
import type { ElementKind, Running } from './kind';
import { textStyleDefaults, textStyleProperties, textStyleShape, typedKind } from './text-style';

/** Patterns as people write times, by an example of each. See core/clock/pattern.ts. */
const patterns = [
  { value: 'HH:mm', label: '09:05' },
  { value: 'HH:mm:ss', label: '09:05:30' },
  { value: 'H:mm', label: '9:05' },
  { value: 'H:mm:ss', label: '9:05:30' },
  { value: 'h:mm a', label: '9:05 am' },
  { value: 'h:mm A', label: '9:05 AM' },
  { value: 'h:mm a.m.', label: '9:05 a.m.' },
  { value: 'h:mm:ss a', label: '9:05:30 am' },
  { value: 'hh:mm a', label: '09:05 am' },
  { value: 'm:ss', label: '5:30' },
  { value: 'mm:ss', label: '05:30' },
  { value: 'm:ss.S', label: '5:30.4' },
  { value: 'm:ss.SS', label: '5:30.42' },
  { value: '[h:]m:ss', label: '1:05:30, 5:30 within the hour' },
  { value: '[h:][m:]s', label: '1:05:30, 5:30, 30' },
  { value: '[m:]s.S', label: '5:30.4, 30.4 within the minute' },
  { value: "[d' d '][h' h ']m' min'", label: '2 d 09 h 05 min, 5 min' },
  { value: 's', label: '30' },
  { value: 'own', label: 'As typed below' },
] as const;

const schema = elementBase.extend({
  kind: z.literal('clock'),
  ...readingShape,
  format: z.string().min(1).max(60),
  /** The pattern where `format` is `own`. */
  pattern: z.string().max(60),
  /** Of a clock of the show: what it shows now, at the last lap, or how long that took. */
  reading: z.enum(['now', 'lap', 'lap-time']),
  below: z.enum(belowForms),
  /** Seconds that its box has room for, where it shows a clock of the show. */
  room: z.number().min(0).max(130_000_000),
  ...textStyleShape,
});

export type ClockElement = z.infer<typeof schema>;

/** What stands where no clocks are known: in pictures of the library. */
const sampleSeconds = 300;

const patternFor = ({ format, pattern }: ClockElement): string => (format === 'own' ? pattern : format);

/** What a clock of the show has at its last lap: what it showed, or how long it took; null before the first. */
function lapOf({ clock, reading }: ClockElement, now: Running): number | null {
  const laps = clockNamed(now, clock)?.standing.laps;
  const last = laps?.at(-1);
  if (!laps || last === undefined) return null;
  return reading === 'lap' ? last : Math.abs(last - (laps.at(-2) ?? 0));
}

/** What a clock says at a moment. */
export function clockText(element: ClockElement & ClockReading, now: Running): string {
  const format = patternFor(element);
  if (element.shows === 'clock' && !now.clocks)
    return formatClock(Math.min(element.room, sampleSeconds), format, 0);
  if (element.shows === 'clock' && element.reading !== 'now') {
    const lap = lapOf(element, now);
    return lap === null ? '' : shownWords(lap, format, false, element.below);
  }
  const shown = secondsShown(element, now);
  return shown ? shownWords(shown.seconds, format, shown.isDown, element.below) : '';
}

/** The time of day of the air clock, a count up or down, or a clock of the show. Its box is that of the widest figures, so that nothing shakes as it runs. */
export const clock = {
  kind: 'clock',
  label: 'Clock',
  ...typedKind,
  content: null,
  poses: ['tracking'],
  words: {
    wording: (element) => {
      const { shows, length, room } = element;
      const seconds = shows === 'time' ? 0 : shows === 'clock' ? room : length;
      return { text: formatClock(seconds, patternFor(element), 0), spans: [], evenFigures: true };
    },
    signs: ({ format, pattern }) => `0123456789: ampmAPM.\u2212+${format}${pattern}`,
    families: () => [],
  },
  lives: livesOf,
  says: clockText,
  schema,
  defaults: {
    ...baseDefaults,
    wipeEdge: 'line',
    w: 240,
    h: 72,
    ...readingDefaults,
    format: 'HH:mm',
    pattern: '[h:]m:ss',
    reading: 'now',
    below: 'minus',
    room: 600,
    ...textStyleDefaults,
  },
  properties: [
    ...placeProperties,
    ...readingProperties,
    {
      key: 'reading',
      label: 'Shows',
      type: 'choice',
      section: 'Clock',
      wide: true,
      choices: [
        { value: 'now', label: 'The clock as it runs' },
        { value: 'lap', label: 'The clock at the last lap' },
        { value: 'lap-time', label: 'The time of the last lap' },
      ],
      when: { key: 'shows', is: ['clock'] },
    },
    { key: 'format', label: 'Format', type: 'choice', section: 'Clock', wide: true, choices: patterns },
    {
      key: 'pattern',
      label: 'Pattern',
      type: 'text',
      section: 'Clock',
      wide: true,
      when: { key: 'format', is: ['own'] },
    },
    {
      key: 'below',
      label: 'Below zero',
      type: 'choice',
      section: 'Clock',
      wide: true,
      choices: [
        { value: 'minus', label: '\u22120:12' },
        { value: 'plus', label: '+0:12' },
        { value: 'none', label: '0:12' },
      ],
      when: { key: 'shows', is: ['clock'] },
    },
    {
      key: 'room',
      label: 'Room for',
      type: 'number',
      section: 'Clock',
      wide: true,
      unit: 's',
      min: 0,
      max: 130_000_000,
      step: 60,
      when: { key: 'shows', is: ['clock'] },
    },
    ...textStyleProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind<ClockElement>;
