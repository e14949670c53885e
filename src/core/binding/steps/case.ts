import type { z } from 'zod';
import { isLocale } from '../../locale';
import { scalar } from '../value';
import { doesNotFit, isWords, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.case;

/** Letters large or small, by the rules of a language (so that a Turkish i keeps its dot). */
export const letterCase: StepKind<z.infer<typeof schema>> = {
  label: 'Case',
  group: 'Text',
  schema,
  plain: { kind: 'case', way: 'upper', locale: '' },
  params: [
    {
      key: 'way',
      label: 'Letters',
      as: 'choice',
      choices: [
        { value: 'upper', label: 'All caps' },
        { value: 'lower', label: 'Lowercase' },
        { value: 'title', label: 'Title case' },
        { value: 'sentence', label: 'Sentence case' },
      ],
    },
    { key: 'locale', label: 'Language, where it matters', as: 'text' },
  ],
  words: ({ way }) =>
    ({
      upper: 'in all caps',
      lower: 'in lowercase',
      title: 'in title case',
      sentence: 'in sentence case',
    })[way],
  type: (input) => (isWords(input) ? scalar('text') : doesNotFit('Case', 'words', input)),
  apply(input, { way, locale }, context) {
    const text = String(input);
    const language = isLocale(locale) ? locale : context.locale;
    const large = (word: string): string => {
      const [first = '', ...rest] = [...word];
      return first.toLocaleUpperCase(language) + rest.join('');
    };
    if (way === 'upper') return text.toLocaleUpperCase(language);
    if (way === 'lower') return text.toLocaleLowerCase(language);
    return way === 'sentence' ? large(text) : text.replace(/\p{L}[\p{L}\p{M}’']*/gu, large);
  },
  each: true,
};
