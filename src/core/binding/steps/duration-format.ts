import type { z } from 'zod';
import { scalar } from '../value';
import { doesNotFit, numberIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas['duration-format'];

/** Seconds in words, cut and not rounded up, as clocks are read. */
export const durationFormat: StepKind<z.infer<typeof schema>> = {
  label: 'Duration format',
  group: 'Dates',
  schema,
  plain: { kind: 'duration-format', form: 'm:ss', places: 0 },
  params: [
    {
      key: 'form',
      label: 'Format',
      as: 'choice',
      choices: [
        { value: 'm:ss', label: '62:03' },
        { value: 'h:mm:ss', label: '1:02:03' },
        { value: 'h:mm', label: '1:02' },
        { value: 's', label: '3723' },
        { value: 'words', label: '1 h 2 min 3 s' },
      ],
    },
    { key: 'places', label: 'Decimals of a second', as: 'number' },
  ],
  words: (step) => `written ${step.form}`,
  type: (input) =>
    input.of === 'duration' || input.of === 'time' || input.of === 'number' || input.of === 'any'
      ? scalar('text')
      : doesNotFit('Duration format', 'a duration', input),
  apply(input, { form, places }) {
    const value = numberIn(input, 'What comes');
    const unit = 10 ** places;
    const parts = Math.floor(Math.abs(value) * unit + 1e-6);
    const total = Math.floor(parts / unit);
    const fraction = places > 0 ? `.${String(parts % unit).padStart(places, '0')}` : '';
    const two = (n: number): string => String(n).padStart(2, '0');
    const [h, m, s] = [Math.floor(total / 3600), Math.floor((total % 3600) / 60), total % 60];
    const sign = value < 0 && parts > 0 ? '\u2212' : '';
    switch (form) {
      case 'm:ss':
        return `${sign}${Math.floor(total / 60)}:${two(s)}${fraction}`;
      case 'h:mm:ss':
        return `${sign}${h}:${two(m)}:${two(s)}${fraction}`;
      case 'h:mm':
        return `${sign}${h}:${two(m)}`;
      case 's':
        return `${sign}${total}${fraction}`;
      case 'words':
        return (
          sign +
          [h > 0 ? `${h} h` : '', m > 0 ? `${m} min` : '', s > 0 || total === 0 ? `${s}${fraction} s` : '']
            .filter(Boolean)
            .join(' ')
        );
    }
  },
  each: true,
};
