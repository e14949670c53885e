import type { z } from 'zod';
import { doesNotFit, isNumeric, numberIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.round;

/** `x` times ten to the power of `places`, by shifting the written number, so that 1.005 to two places is 1.01. */
const shift = (x: number, places: number): number => {
  const [mantissa = '0', exponent = '0'] = String(x).split('e');
  return Number(`${mantissa}e${Number(exponent) + places}`);
};

/** A number at fewer places; halves go away from nought. Negative places round to tens and hundreds. */
export const round: StepKind<z.infer<typeof schema>> = {
  label: 'Round',
  group: 'Numbers',
  schema,
  plain: { kind: 'round', places: 0, way: 'near' },
  params: [
    { key: 'places', label: 'Decimals', as: 'number' },
    {
      key: 'way',
      label: 'Rounding',
      as: 'choice',
      choices: [
        { value: 'near', label: 'To the nearest' },
        { value: 'up', label: 'Up' },
        { value: 'down', label: 'Down' },
        { value: 'cut', label: 'Truncate' },
      ],
    },
  ],
  words: ({ places, way }) =>
    `${{ near: 'to the nearest', up: 'up', down: 'down', cut: 'cut' }[way]}, ${places} ${places === 1 ? 'place' : 'places'}`,
  type: (input) =>
    isNumeric(input)
      ? input.of === 'duration'
        ? input
        : { of: 'number' }
      : doesNotFit('Round', 'a number', input),
  apply(input, { places, way }) {
    const value = shift(numberIn(input, 'What comes'), places);
    const whole =
      way === 'up'
        ? Math.ceil(value)
        : way === 'down'
          ? Math.floor(value)
          : way === 'cut'
            ? Math.trunc(value)
            : Math.sign(value) * Math.round(Math.abs(value));
    return shift(whole, -places) + 0;
  },
  each: true,
};
