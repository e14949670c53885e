import { wordOrder } from '../locale';
import { isEmpty, valueText, type Value } from './value';

export const testWords = {
  is: 'is', 'is-not': 'is not', greater: 'is greater than', less: 'is less than', 'at-least': 'is at least', 'at-most': 'is at most',
  contains: 'contains', begins: 'begins with', ends: 'ends with', empty: 'is empty', yes: 'is yes',
} as const; // prettier-ignore
export type RowTest = keyof typeof testWords;
export const rowTests = Object.keys(testWords) as [RowTest, ...RowTest[]];
export const testChoices = Object.entries(testWords).map(([value, label]) => ({ value, label }));
/** Tests against another value. */
export const needsOther: readonly string[] = rowTests.filter((test) => test !== 'empty' && test !== 'yes');

/** Whether a value stands a test; words are compared without heed to case, numbers as numbers where both are. */
export function stands(value: Value, test: RowTest, than: Value, locale: string): boolean {
  const a = valueText(value).toLowerCase();
  switch (test) {
    case 'empty':
      return isEmpty(value);
    case 'yes':
      return value === true || value === 1 || a === 'yes' || a === 'true';
    case 'contains':
      return a.includes(valueText(than).toLowerCase());
    case 'begins':
      return a.startsWith(valueText(than).toLowerCase());
    case 'ends':
      return a.endsWith(valueText(than).toLowerCase());
    default:
      return standsInOrder(value, a, test, than, locale);
  }
}

function standsInOrder(
  value: Value,
  a: string,
  test: Exclude<RowTest, 'empty' | 'yes' | 'contains' | 'begins' | 'ends'>,
  than: Value,
  locale: string,
): boolean {
  const b = valueText(than).toLowerCase();
  const [x, y] = [Number(a === '' ? NaN : value), Number(b === '' ? NaN : than)];
  const areNumbers = Number.isFinite(x) && Number.isFinite(y);
  if (test === 'is') return areNumbers ? x === y : a === b;
  if (test === 'is-not') return areNumbers ? x !== y : a !== b;
  if (a === '') return false;
  const order = areNumbers ? x - y : wordOrder(locale)(a, b);
  switch (test) {
    case 'greater':
      return order > 0;
    case 'less':
      return order < 0;
    case 'at-least':
      return order >= 0;
    case 'at-most':
      return order <= 0;
  }
}
