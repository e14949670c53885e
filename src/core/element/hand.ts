import { z } from 'zod';
import { idSchema } from '../value';
import { baseDefaults, elementBase, lookProperties, placeProperties } from './base';
import {
  lengthShown,
  livesOf,
  readingDefaults,
  readingProperties,
  readingShape,
  secondsShown,
} from './clock-reading';
import { holderKind } from './group';
import type { ElementKind } from './kind';

const schema = elementBase.extend({
  kind: z.literal('hand'),
  /** Back to front. */
  children: z.array(idSchema),
  /** Children are seen only inside its own rest box. */
  clip: z.boolean(),
  ...readingShape,
  /** What goes round once: twelve hours, an hour, a minute, or what is counted down from. */
  round: z.enum(['hours', 'minutes', 'seconds', 'length']),
  /** Whether it goes from second to second, and does not sweep. */
  ticks: z.boolean(),
});
export type HandElement = z.infer<typeof schema>;

const rounds = { hours: 43_200, minutes: 3600, seconds: 60 } as const;

/** A group that turns about its pivot as the hand of a clock does. Drawn pointing at twelve. */
export const hand = {
  kind: 'hand',
  label: 'Clock hand',
  ...holderKind,
  lives: (element) => (element.ticks ? livesOf(element) : 'count'),
  turns(element, now) {
    const shown = secondsShown(element, now);
    if (!shown) return 0;
    const seconds = Math.abs(shown.seconds);
    const cut = element.ticks
      ? shown.isDown
        ? Math.ceil(seconds - 1e-4)
        : Math.floor(seconds + 1e-4)
      : seconds;
    const round = element.round === 'length' ? lengthShown(element, now) : rounds[element.round];
    return round > 0 ? ((cut % round) / round) * 360 : 0;
  },
  schema,
  defaults: {
    ...baseDefaults,
    wipeEdge: 'line',
    w: 0,
    h: 0,
    children: [],
    clip: false,
    ...readingDefaults,
    round: 'minutes',
    ticks: false,
  },
  properties: [
    ...placeProperties.filter((p) => !['x', 'y', 'w', 'h'].includes(p.key)),
    ...readingProperties,
    {
      key: 'round',
      label: 'Once round in',
      type: 'choice',
      section: 'Clock',
      wide: true,
      choices: [
        { value: 'hours', label: 'Twelve hours' },
        { value: 'minutes', label: 'An hour' },
        { value: 'seconds', label: 'A minute' },
        { value: 'length', label: 'What is counted down from' },
      ],
    },
    { key: 'ticks', label: 'From second to second', type: 'yes-no', section: 'Clock', wide: true },
    { key: 'clip', label: 'Clip to its box', type: 'yes-no', section: 'Appearance', wide: true },
    ...lookProperties,
  ],
} as const satisfies ElementKind<HandElement>;
