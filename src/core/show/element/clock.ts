import { z } from 'zod';
import { baseDefaults, elementBase, lookProperties, placeProperties, type ElementKind } from './base';
import { textStyleDefaults, textStyleProperties, textStyleShape } from './text-style';

const schema = elementBase.extend({
  kind: z.literal('clock'),
  format: z.enum(['HH:mm', 'HH:mm:ss', 'H:mm', 'hh:mm a', 'm:ss', 'H:mm:ss']),
  shows: z.enum(['time', 'up', 'down']),
  /** What it counts, as text; see `readCount`. Made a field, it is started and stopped on air. */
  counted: z.string().max(40),
  /** Seconds that a count down begins with. */
  length: z.number().min(0).max(360_000),
  /** Minutes east of UTC, -840 to 840. */
  offset: z.number().int().min(-840).max(840),
  ...textStyleShape,
});

/** The time of day of the air clock, or a count up or down. Its box is that of the widest figures, so that nothing shakes as it runs. */
export const clock = {
  kind: 'clock',
  label: 'Clock',
  schema,
  defaults: {
    ...baseDefaults,
    w: 240,
    h: 72,
    format: 'HH:mm',
    shows: 'time',
    counted: '0',
    length: 60,
    offset: 0,
    ...textStyleDefaults,
  },
  properties: [
    ...placeProperties,
    {
      key: 'shows',
      label: 'Runs',
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
      label: 'Begins at',
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
      label: 'Shows',
      type: 'choice',
      section: 'Clock',
      wide: true,
      choices: [
        { value: 'HH:mm', label: '09:05' },
        { value: 'HH:mm:ss', label: '09:05:30' },
        { value: 'H:mm', label: '9:05' },
        { value: 'hh:mm a', label: '09:05 am' },
        { value: 'm:ss', label: '5:30' },
        { value: 'H:mm:ss', label: '9:05:30' },
      ],
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
      when: { key: 'shows', is: ['time'] },
    },
    ...textStyleProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind;

export type ClockElement = z.infer<typeof schema>;
