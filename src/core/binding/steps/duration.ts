import type { z } from 'zod';
import { parseDuration } from '../../source';
import { scalar } from '../value';
import { doesNotFit, fail, isWords, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.duration;

/** Words as a length of time: 1:02:03, 02:03.5, PT1H2M (ISO 8601), 83 s. A number is seconds. */
export const duration: StepKind<z.infer<typeof schema>> = {
  label: 'Read as duration',
  group: 'Dates',
  schema,
  plain: { kind: 'duration' },
  params: [],
  words: () => 'read as a length of time',
  type: (input) =>
    isWords(input) && input.of !== 'date'
      ? scalar('duration')
      : doesNotFit('Read as duration', 'words or seconds', input),
  apply(input) {
    if (typeof input === 'number') return input;
    return parseDuration(String(input)) ?? fail('not-a-duration', `“${String(input)}” is no length of time.`);
  },
  each: true,
};
