import { z } from 'zod';
import { zoneNames } from '../binding';
import { clockFormats, clockWords, formatClock } from '../text';
import { baseDefaults, elementBase, lookProperties, placeProperties } from './base';
import type { ElementKind } from './kind';
import { textStyleDefaults, textStyleProperties, textStyleShape, typedKind } from './text-style';

const schema = elementBase.extend({
  kind: z.literal('clock'),
  format: z.enum(clockFormats),
  shows: z.enum(['time', 'up', 'down']),
  /** What it counts, as text; see `readCount`. Made a field, it is started and stopped on air. */
  counted: z.string().max(40),
  /** Seconds that a count down begins with. */
  length: z.number().min(0).max(360_000),
  /** A time zone of the IANA's by its name, with its summer time; empty: by `offset`. */
  zone: z.string().max(60),
  /** Minutes east of UTC, -840 to 840. */
  offset: z.number().int().min(-840).max(840),
  ...textStyleShape,
});

export type ClockElement = z.infer<typeof schema>;

/** The time of day of the air clock, or a count up or down. Its box is that of the widest figures, so that nothing shakes as it runs. */
export const clock = {
  kind: 'clock',
  label: 'Clock',
  ...typedKind,
  content: null,
  poses: ['tracking'],
  words: {
    wording: ({ shows, length, format }) => ({
      text: formatClock(shows === 'time' ? 0 : length, format, 0),
      spans: [],
      evenFigures: true,
    }),
    signs: () => '0123456789: ampmAPM.',
    families: () => [],
  },
  lives: ({ shows }) => (shows === 'time' ? 'clock' : 'count'),
  run(node, element, { time, dayOffset }) {
    if (node.kind !== 'text') return;
    const text = clockWords(element, time, dayOffset);
    if (text !== node.layout.lines[0]?.text)
      node.layout = { ...node.layout, lines: [{ text, x: 0, runs: null }] };
  },
  schema,
  defaults: {
    ...baseDefaults,
    wipeEdge: 'line',
    w: 240,
    h: 72,
    format: 'HH:mm',
    shows: 'time',
    counted: '0',
    length: 60,
    zone: '',
    offset: 0,
    ...textStyleDefaults,
  },
  properties: [
    ...placeProperties,
    {
      key: 'shows',
      label: 'Mode',
      type: 'choice',
      section: 'Clock',
      wide: true,
      choices: [
        { value: 'time', label: 'Time of day' },
        { value: 'up', label: 'Count up' },
        { value: 'down', label: 'Count down' },
      ],
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
      key: 'format',
      label: 'Format',
      type: 'choice',
      section: 'Clock',
      wide: true,
      choices: [
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
      ],
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
      when: { key: 'zone', is: [''] },
    },
    ...textStyleProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind<ClockElement>;
