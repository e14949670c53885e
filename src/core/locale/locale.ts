// Words as people of a language order and compare them. Whatever depends on a language takes its locale from the show: the
// machine's own is never asked, so that a browser and the server come to the same.
import { z } from 'zod';

/** Of shows that say no other. */
export const usualLocale = 'en';

/** Whether a text is a language tag (BCP 47) in its canonical form, that this program has the rules of. */
export function isLocale(tag: string): boolean {
  try {
    return Intl.getCanonicalLocales(tag)[0] === tag && Intl.Collator.supportedLocalesOf(tag).length === 1;
  } catch {
    return false;
  }
}

export const localeSchema = z.string().max(60).refine(isLocale, 'is no language tag such as “en” or “pt-BR”');

/** The sign of their difference: below 0 where the first comes first. */
export type WordOrder = (a: string, b: string) => number;

const collators = new Map<string, Intl.Collator>();

function collator(locale: string, sensitivity: 'base' | 'variant'): Intl.Collator {
  const key = `${locale} ${sensitivity}`;
  let known = collators.get(key);
  if (!known) {
    known = new Intl.Collator(isLocale(locale) ? locale : usualLocale, { numeric: true, sensitivity });
    collators.set(key, known);
  }
  return known;
}

/** Words in the order of a language (Unicode Collation Algorithm), numbers in them by their size. */
export const wordOrder = (locale: string): WordOrder => collator(locale, 'variant').compare;

/** The same, but letters are equal that differ in case or marks alone, where the language takes them for one. */
export const looseWordOrder = (locale: string): WordOrder => collator(locale, 'base').compare;

/** What has names, in the order of their names. */
export const byName =
  (locale: string) =>
  (a: { readonly name: string }, b: { readonly name: string }): number =>
    wordOrder(locale)(a.name, b.name);

const segmenter = new Intl.Segmenter(usualLocale, { granularity: 'grapheme' });

/** The characters of a text as a reader counts them (Unicode UAX 29, the same in all languages), and where each begins. */
export const graphemes = (text: string): Iterable<{ readonly segment: string; readonly index: number }> =>
  segmenter.segment(text);
