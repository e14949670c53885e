import { z } from 'zod';
import { charactersOf } from './words';
import { wordsIn } from '../likeness';
import { wordsOf, type TickerItem } from './item';

const list = z.array(z.string().max(200)).max(200);

/** What a strand takes in by itself, and what never. */
export const rulesSchema = z.object({
  takes: z.enum(['by-hand', 'all', 'matching']),
  /** Of what matches: it has one of these words, is of one of these categories, is not older than so many minutes; empty, null: any. */
  words: list,
  categories: list,
  newerThan: z.number().min(1).nullable(),
  /** So many items at most are in; null: any number. */
  most: z.number().int().min(1).max(10_000).nullable(),
  /** Items with one of these words are barred. */
  barWords: list,
  barSame: z.boolean(),
  /** Characters, minutes; null: any. */
  barLonger: z.number().min(1).nullable(),
  barOlder: z.number().min(1).nullable(),
});
export type StrandRules = z.infer<typeof rulesSchema>;

export const usualRules: StrandRules = {
  takes: 'by-hand',
  words: [],
  categories: [],
  newerThan: null,
  most: null,
  barWords: [],
  barSame: true,
  barLonger: 240,
  barOlder: null,
};

/** Whether a headline has one of some words or phrases, whole words, whatever their case and accents. */
export function hasWord(own: readonly string[], wanted: readonly string[]): string | null {
  const text = ` ${own.join(' ')} `;
  return wanted.find((phrase) => {
    const words = wordsIn(phrase).join(' ');
    return words !== '' && text.includes(` ${words} `);
  }) ?? null;
} // prettier-ignore

/** Minutes since what came says that it was; null where it says none. What lies ahead is new. */
const ageOf = ({ came }: TickerItem, nowMs: number): number | null =>
  came.at === null ? null : Math.max(0, (nowMs - came.at) / 60_000);

/** What a rule knows of the world around an item. */
export interface Around {
  readonly nowMs: number;
  /** What says nearly the same as an item; null: nothing does. */
  readonly like: (item: TickerItem) => { readonly words: string; readonly isLeftOut: boolean } | null;
  /** Why the template does not take some words, as the end of a sentence; null: it does. */
  readonly unfit: (item: TickerItem) => string | null;
}

/** A headline so long as it can be told. */
const short = (words: string): string => (words.length > 80 ? `${words.slice(0, 79)}…` : words);

/** Why a strand bars an item, as the end of a sentence; null: it does not. */
export function barredBy(rules: StrandRules, item: TickerItem, around: Around): string | null {
  const words = wordsOf(item);
  if (words === '') return 'it has no words';
  const word = hasWord(wordsIn(words), rules.barWords);
  if (word !== null) return `it has the word “${word}”`;
  const length = charactersOf(words);
  if (rules.barLonger !== null && length > rules.barLonger) return `it has ${length} characters, more than ${rules.barLonger}`;
  const unfit = around.unfit(item);
  if (unfit !== null) return unfit;
  const age = ageOf(item, around.nowMs);
  if (rules.barOlder !== null && age !== null && age > rules.barOlder) return `it is ${Math.round(age)} minutes old, more than ${rules.barOlder}`;
  const other = rules.barSame ? around.like(item) : null;
  return other && `it says nearly the same as ${other.isLeftOut ? 'what was left out: ' : ''}“${short(other.words)}”`;
} // prettier-ignore

/** Whether a strand takes an item in by itself. `count`: how many it has in. */
export function takesIn(rules: StrandRules, item: TickerItem, count: number, nowMs: number): boolean {
  if (rules.takes === 'by-hand' || (rules.most !== null && count >= rules.most)) return false;
  if (rules.takes === 'all') return true;
  const category = item.came.category.trim().toLowerCase();
  const age = ageOf(item, nowMs);
  return (
    (rules.words.length === 0 || hasWord(wordsIn(wordsOf(item)), rules.words) !== null) &&
    (rules.categories.length === 0 ||
      rules.categories.some((own) => own.trim().toLowerCase() === category)) &&
    (rules.newerThan === null || (age !== null && age <= rules.newerThan))
  );
}

/** The ms since 1970 at which a rule finds an item too old; null: never. */
export const oldAtMs = (rules: StrandRules, { came }: TickerItem): number | null =>
  rules.barOlder === null || came.at === null ? null : came.at + rules.barOlder * 60_000;
