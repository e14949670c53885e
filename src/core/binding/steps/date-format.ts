import { TZDate } from '@date-fns/tz';
import type { Locale } from 'date-fns';
import { format } from 'date-fns/format';
import { ar } from 'date-fns/locale/ar';
import { de } from 'date-fns/locale/de';
import { enGB } from 'date-fns/locale/en-GB';
import { enUS } from 'date-fns/locale/en-US';
import { es } from 'date-fns/locale/es';
import { fr } from 'date-fns/locale/fr';
import { hi } from 'date-fns/locale/hi';
import { it } from 'date-fns/locale/it';
import { ja } from 'date-fns/locale/ja';
import { nb } from 'date-fns/locale/nb';
import { nl } from 'date-fns/locale/nl';
import { pt } from 'date-fns/locale/pt';
import { sv } from 'date-fns/locale/sv';
import type { z } from 'zod';
import { datePattern } from '../date-pattern';
import { scalar } from '../value';
import { isZone } from '../zones';
import { doesNotFit, fail, numberIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const locales: Readonly<Record<string, Locale>> = {
  'en-GB': enGB,
  'en-US': enUS,
  ar,
  de,
  es,
  fr,
  hi,
  it,
  ja,
  nb,
  nl,
  pt,
  sv,
};
const schema = stepSchemas['date-format'];

/** A moment in words, by a pattern of Unicode (UTS 35), in a time zone of the IANA's. */
export const dateFormat: StepKind<z.infer<typeof schema>> = {
  label: 'Date format',
  group: 'Dates',
  schema,
  plain: { kind: 'date-format', pattern: 'd MMMM HH:mm', zone: 'UTC', locale: 'en-GB' },
  params: [
    { key: 'pattern', label: 'Pattern, such as EEEE d MMMM h:mm pm', as: 'text' },
    { key: 'zone', label: 'Time zone', as: 'zone' },
    {
      key: 'locale',
      label: 'Language',
      as: 'choice',
      choices: Object.keys(locales).map((value) => ({ value, label: value })),
    },
  ],
  words: (step) => `written ${step.pattern} in ${step.zone}`,
  type: (input) =>
    input.of === 'date' || input.of === 'time' || input.of === 'any'
      ? scalar('text')
      : doesNotFit('Date format', 'a date or a time of day', input),
  apply(input, step, _context, type) {
    if (!isZone(step.zone))
      return fail('unknown-zone', `There is no time zone “${step.zone}”. Write it like Europe/Oslo.`);
    try {
      const given = numberIn(input, 'What comes');
      // A time of day is in nobody's zone.
      const at = type.of === 'time' ? new TZDate(given * 1000, 'UTC') : new TZDate(given, step.zone);
      return format(at, datePattern(step.pattern), {
        locale: locales[step.locale] ?? enGB,
      });
    } catch (error) {
      if ((error as Error).name === 'ProblemError') throw error;
      return fail('bad-pattern', `“${step.pattern}” is no pattern for a date. Write it like d MMMM HH:mm.`);
    }
  },
  each: true,
};
