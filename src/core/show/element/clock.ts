import { z } from 'zod';
import { baseDefaults, elementBase, lookProperties, placeProperties, type ElementKind } from './base';
import { textStyleDefaults, textStyleProperties, textStyleShape } from './text-style';

const schema = elementBase.extend({
  kind: z.literal('clock'),
  format: z.enum(['HH:mm', 'HH:mm:ss', 'H:mm', 'hh:mm a']),
  /** Minutes east of UTC, -840 to 840. */
  offset: z.number().int().min(-840).max(840),
  ...textStyleShape,
});

/** The time of day of the air clock. Its box is that of the widest figures, so that nothing shakes as it runs. */
export const clock = {
  kind: 'clock',
  label: 'Clock',
  schema,
  defaults: { ...baseDefaults, w: 240, h: 72, format: 'HH:mm', offset: 0, ...textStyleDefaults },
  properties: [
    ...placeProperties,
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
    },
    ...textStyleProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind;

export type ClockElement = z.infer<typeof schema>;
