import { z } from 'zod';

/** Words that a post must not have, or that are shown to whoever judges it. */
export const watchWordSchema = z.object({
  /** One word, or several that stand together. */
  words: z.string().min(1).max(100),
  does: z.enum(['bar', 'warn']),
  /** Also with the endings of its language. */
  forms: z.boolean(),
  /** Only as a word of its own; else also within others. */
  whole: z.boolean(),
  /** Of posts in which language, BCP 47; empty: any. */
  language: z.string().max(20),
});
export type WatchWord = z.infer<typeof watchWordSchema>;

/** What in a text is marked: from one place to another, in UTF-16 units, and why. */
export interface Mark {
  readonly from: number;
  readonly to: number;
  readonly does: 'bar' | 'warn' | 'private';
  /** What it is, as the end of a sentence. */
  readonly why: string;
}

/** Signs that are written for letters; each stands for one. */
const written: Readonly<Record<string, string>> = { '0': 'o', '1': 'i', '3': 'e', '4': 'a', '5': 's', '7': 't', '@': 'a', $: 's', '€': 'e', '!': 'i', '|': 'i', 'ß': 's', ø: 'o', æ: 'a', œ: 'o', đ: 'd', ł: 'l', ı: 'i' }; // prettier-ignore
/** Letters of other scripts that look like Latin ones (UTS #39), within words that are Latin otherwise. */
const alike: Readonly<Record<string, string>> = { а: 'a', е: 'e', о: 'o', р: 'p', с: 'c', у: 'y', х: 'x', і: 'i', ѕ: 's', ј: 'j', ο: 'o', α: 'a', ε: 'e', ι: 'i', ν: 'v', ρ: 'p' }; // prettier-ignore

/** Endings that make forms of a word, by language; of others, any ending of up to three letters. */
const endings: Readonly<Record<string, string>> = {
  en: "(?:s|es|ed|d|er|ers|ing|ings|y|ish|ly|'s|’s)?",
  de: '(?:e|en|er|es|em|s|n|st|t|te|ten|in|innen)?',
  fr: '(?:s|e|es|x|nt|ent|ez|er|é|ée|és|ées)?',
  es: '(?:s|es|o|a|os|as|ado|ando|azo|ón)?',
  pt: '(?:s|es|o|a|os|as|ado|ando|ão)?',
  no: '(?:e|en|er|et|ene|a|s|ers)?',
};

interface Folded {
  readonly text: string;
  /** Where each unit of it stands in the text it was made of. */
  readonly at: readonly number[];
}

/**
 * A text by which words are found however they are spelt: small letters without accents (NFKD), signs that stand for
 * letters as these, letters three times or more as twice, and letters apart (`i.d.i.o.t`) together.
 */
function fold(text: string): Folded {
  let out = '';
  const at: number[] = [];
  const put = (sign: string, from: number): void => {
    out += sign;
    for (let i = 0; i < sign.length; i += 1) at.push(from);
  };
  let i = 0;
  for (const sign of text) {
    const from = i;
    i += sign.length;
    for (const part of sign.normalize('NFKD').toLowerCase()) {
      if (/\p{M}/u.test(part) && !/[\p{Script=Devanagari}\p{Script=Thai}]/u.test(part)) continue;
      put(part, from);
    }
  }
  const near = (k: number): boolean => /\p{L}/u.test(out[k - 1] ?? '') || /\p{L}/u.test(out[k + 1] ?? '');
  const isLatinBeside = (k: number): boolean => /[a-z]/.test(out[k - 1] ?? '') || /[a-z]/.test(out[k + 1] ?? '');
  let spelt = '';
  for (let k = 0; k < out.length; k += 1) {
    const sign = out[k] as string;
    const isLetter = /[!|]/.test(sign) ? /\p{L}/u.test(out[k - 1] ?? '') && /\p{L}/u.test(out[k + 1] ?? '') : near(k);
    spelt += (isLetter ? written[sign] : undefined) ?? (isLatinBeside(k) ? alike[sign] : undefined) ?? sign;
  }
  // Letters apart: at least three, each alone between points, dashes, stars or spaces.
  const kept = [...spelt].map(() => true);
  for (const match of spelt.matchAll(/(?<![\p{L}\p{N}])\p{L}(?:[.\-_* ]\p{L}){2,}(?![\p{L}\p{N}])/gu))
    for (let k = match.index; k < match.index + match[0].length; k += 1) if (/[.\-_* ]/.test(spelt[k] as string)) kept[k] = false;
  let [word, places] = ['', [] as number[]];
  for (let k = 0; k < spelt.length; k += 1) {
    const sign = spelt[k] as string;
    if (kept[k] === false || (/\p{L}/u.test(sign) && sign === spelt[k - 1] && sign === spelt[k - 2])) continue;
    word += sign;
    places = (places.push(at[k] as number), places);
  }
  return { text: word, at: places };
} // prettier-ignore

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** Scripts that are written without spaces: a word of them is found wherever it stands. */
const unspaced =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;

const patterns = new WeakMap<WatchWord, RegExp>();
function patternOf(word: WatchWord): RegExp {
  const known = patterns.get(word);
  if (known) return known;
  const parts = fold(word.words.trim()).text.split(/\s+/).filter(Boolean);
  // A letter once or twice is the same letter.
  const spelt = parts.map((part) => [...part].filter((sign, i, all) => sign !== all[i - 1]).map((sign) => (/\p{L}/u.test(sign) ? `${escaped(sign)}{1,2}` : escaped(sign))).join('')).join('[\\s\\-_]+');
  const language = word.language.split('-')[0]?.toLowerCase() ?? '';
  // English: numpty, numpties; cheque, chequing.
  const body = word.forms && (language === 'en' || language === '') ? spelt.replace(/y\{1,2\}$/, '(?:y|ie?)').replace(/e\{1,2\}$/, 'e{0,2}') : spelt;
  const ending = word.forms ? (endings[language] ?? (language === '' ? `(?:${Object.values(endings).map((own) => own.slice(3, -2)).join('|')})?` : '\\p{L}{0,3}')) : '';
  const isWhole = word.whole && !unspaced.test(word.words);
  const made = parts.length === 0 ? /(?!)/u : new RegExp(isWhole ? `(?<![\\p{L}\\p{N}])${body}${ending}(?![\\p{L}\\p{N}])` : `${body}${ending}`, 'gu');
  patterns.set(word, made);
  return made;
} // prettier-ignore

/** The words of a list that a text of a language has, in their order. A language that nobody told might be any. */
export function wordMarks(text: string, language: string, words: readonly WatchWord[]): Mark[] {
  if (words.length === 0 || text === '') return [];
  const folded = fold(text);
  const own = language.split('-')[0]?.toLowerCase() ?? '';
  const found: Mark[] = [];
  for (const word of words) {
    const of = word.language.split('-')[0]?.toLowerCase() ?? '';
    if (of !== '' && own !== '' && of !== own) continue;
    for (const match of folded.text.matchAll(patternOf(word))) {
      const from = folded.at[match.index] as number;
      const last = folded.at[match.index + match[0].length - 1] as number;
      const to = last + ([...text.slice(last)][0]?.length ?? 1);
      // Accents that were taken off belong to their letter.
      const accents = /^\p{M}+/u.exec(text.slice(to))?.[0].length ?? 0;
      found.push({ from, to: to + accents, does: word.does, why: `“${word.words}” is on the list of words that ${word.does === 'bar' ? 'bar' : 'warn'}` });
    }
  }
  return found.sort((a, b) => a.from - b.from || b.to - a.to);
} // prettier-ignore
