import { parse } from 'date-fns/parse';
import type { z } from 'zod';
import { tz } from '@date-fns/tz';
import { parseDate } from '../../source';
import { datePattern } from '../date-pattern';
import { scalar } from '../value';
import { isZone } from '../zones';
import { doesNotFit, fail, isWords, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.date;

/** Words as a moment: ISO 8601, day.month.year, or a pattern of Unicode (UTS 35) such as dd/MM/yyyy HH:mm. */
export const date: StepKind<z.infer<typeof schema>> = {
  label: 'Read as date',
  group: 'Dates',
  schema,
  plain: { kind: 'date', pattern: '', zone: 'UTC' },
  params: [
    { key: 'pattern', label: 'Pattern, empty for the usual ones', as: 'text' },
    { key: 'zone', label: 'Time zone of the words', as: 'zone' },
  ],
  words: (step) => `read as a date${step.pattern ? ` written ${step.pattern}` : ''} in ${step.zone}`,
  type: (input) => (isWords(input) ? scalar('date') : doesNotFit('Read as date', 'words', input)),
  apply(input, { pattern, zone }, _context, type) {
    if (typeof input === 'number' && type.of === 'date') return input;
    const text = String(input);
    if (!isZone(zone))
      return fail('unknown-zone', `There is no time zone “${zone}”. Write it like Europe/Oslo.`);
    const hasZone = /(Z|[+-]\d{2}:?\d{2}|GMT)$/.test(text.trim());
    let ms: number | null;
    if (pattern) {
      const read = parse(text, datePattern(pattern), new Date(0), { in: tz(zone) });
      ms = Number.isFinite(read.getTime()) ? read.getTime() : null;
    } else {
      ms = parseDate(text);
      if (ms !== null && !hasZone && zone !== 'UTC') {
        const iso = new Date(ms).toISOString().slice(0, 19);
        ms = parse(iso, "yyyy-MM-dd'T'HH:mm:ss", new Date(0), { in: tz(zone) }).getTime();
      }
    }
    return ms ?? fail('not-a-date', `“${text}” is no date${pattern ? ` written ${pattern}` : ''}.`);
  },
  each: true,
};
