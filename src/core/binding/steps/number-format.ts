import type { z } from 'zod';
import { scalar } from '../value';
import { doesNotFit, fail, isNumeric, numberIn, type Param, type StepKind } from './kind';
import { type numberSpecSchema, stepSchemas } from './schemas';

export type NumberSpec = z.infer<typeof numberSpecSchema>;
const schema = stepSchemas['number-format'];

export const plainNumber: NumberSpec = {
  locale: 'en-GB',
  least: 0,
  most: 2,
  grouping: true,
  sign: 'auto',
  form: 'plain',
  before: '',
  after: '',
};

/** English ordinals by the plural rules of Unicode (CLDR); other languages write a point, as most do. */
function ordinal(value: number, locale: string): string {
  if (!locale.toLowerCase().startsWith('en')) return `${value}.`;
  return `${value}${{ one: 'st', two: 'nd', few: 'rd', other: 'th', many: 'th', zero: 'th' }[new Intl.PluralRules('en', { type: 'ordinal' }).select(value)]}`;
}

const forms = new Map<string, Intl.NumberFormat>();
function format(step: NumberSpec): Intl.NumberFormat {
  const key = JSON.stringify(step);
  const known = forms.get(key);
  if (known) return known;
  if (forms.size > 500) forms.clear();
  try {
    const made = new Intl.NumberFormat(step.locale || 'en-GB', {
      minimumFractionDigits: Math.min(step.least, step.most),
      maximumFractionDigits: step.most,
      useGrouping: step.grouping,
      signDisplay: step.sign === 'always' ? 'exceptZero' : step.sign,
      ...(step.form === 'percent'
        ? { style: 'percent' }
        : step.form === 'short'
          ? { notation: 'compact' }
          : {}),
    });
    forms.set(key, made);
    return made;
  } catch {
    return fail('unknown-locale', `There is no language “${step.locale}”. Write it like en-GB or nb-NO.`);
  }
}

/** A number as it is written; minus is U+2212. */
export function numberInWords(value: number, spec: NumberSpec): string {
  const text =
    spec.form === 'ordinal'
      ? ordinal(Math.round(value), spec.locale)
      : format(spec).format(value).replace('-', '\u2212');
  return `${spec.before}${text}${spec.after}`;
}

/** Which numbers have their sign written. */
export const signParam: Param = {
  key: 'sign',
  label: 'Sign',
  as: 'choice',
  choices: [
    { value: 'auto', label: 'Minus only' },
    { value: 'always', label: 'Plus and minus' },
    { value: 'never', label: 'None' },
  ],
};

/** A number in words: places, thousands, sign, unit, per cent, or as first, second, third. */
export const numberFormat: StepKind<z.infer<typeof schema>> = {
  label: 'Number format',
  group: 'Numbers',
  schema,
  plain: { kind: 'number-format', ...plainNumber },
  params: [
    {
      key: 'form',
      label: 'Format',
      as: 'choice',
      choices: [
        { value: 'plain', label: '1,234.5' },
        { value: 'percent', label: '12 %, of 0.12' },
        { value: 'short', label: '1.2K' },
        { value: 'ordinal', label: '1st, 2nd, 3rd' },
      ],
    },
    { key: 'locale', label: 'Language, such as en-GB', as: 'text' },
    { key: 'least', label: 'Min decimals', as: 'number' },
    { key: 'most', label: 'Max decimals', as: 'number' },
    { key: 'grouping', label: 'Thousands separator', as: 'yes-no' },
    signParam,
    { key: 'before', label: 'Prefix', as: 'text' },
    { key: 'after', label: 'Suffix', as: 'text' },
  ],
  words: (step) =>
    `written as ${step.before}${step.form === 'ordinal' ? '1st' : step.form === 'percent' ? '12%' : (1234.5678).toFixed(step.most)}${step.after}`,
  type: (input) => (isNumeric(input) ? scalar('text') : doesNotFit('Number format', 'a number', input)),
  apply: (input, step) => numberInWords(numberIn(input, 'What comes'), step),
  each: true,
};
