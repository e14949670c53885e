import { formatHex, interpolate } from 'culori';
import type { z } from 'zod';
import { scalar } from '../value';
import { doesNotFit, isNumeric, numberIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas['colour-scale'];

/** A colour for a number: between stops in OKLab (B. Ottosson, 2020), or in steps, each from its stop on. */
export const colourScale: StepKind<z.infer<typeof schema>> = {
  label: 'Colour scale',
  group: 'Choices',
  schema,
  plain: {
    kind: 'colour-scale',
    stops: [
      { at: 0, colour: '#3fbf8b' },
      { at: 50, colour: '#d8a748' },
      { at: 100, colour: '#e4483f' },
    ],
    smooth: true,
  },
  params: [
    { key: 'stops', label: 'Stops', as: 'stops' },
    { key: 'smooth', label: 'Smoothly', as: 'yes-no' },
  ],
  words: ({ stops, smooth }) =>
    `a colour ${smooth ? 'between' : 'in steps of'} ${stops.map(({ at }) => at).join(', ')}`,
  type: (input) =>
    isNumeric(input) || input.of === 'date'
      ? scalar('colour')
      : doesNotFit('Colour scale', 'a number', input),
  apply(input, step) {
    const value = numberIn(input, 'What comes');
    const stops = [...step.stops].sort((a, b) => a.at - b.at);
    const above = stops.findIndex(({ at }) => at > value);
    const low = stops[above < 0 ? stops.length - 1 : Math.max(0, above - 1)] as (typeof stops)[number];
    const high = stops[above < 0 ? stops.length - 1 : above] as (typeof stops)[number];
    if (!step.smooth || high.at <= low.at || value <= low.at) return low.colour.toLowerCase();
    return formatHex(interpolate([low.colour, high.colour], 'oklab')((value - low.at) / (high.at - low.at)));
  },
  each: true,
};
