/** The words of a headline by which it is compared: small letters, no accents, no marks. */
export const wordsIn = (headline: string): string[] =>
  headline
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .match(/[\p{L}\p{N}]+/gu) ?? [];

/** Headlines of which so much is the same are taken for one. */
const enough = 0.8;
/** Numbers are what news differ by. */
const isNumber = (word: string): boolean => /^\p{N}+$/u.test(word);
const numbersIn = (words: readonly string[]): string => words.filter(isNumber).sort().join(' ');

/**
 * How much two headlines have in common, 0 to 1: the coefficient of Dice (1945) over their pairs of neighbouring words
 * and the words themselves, each counted as often as it stands there.
 */
export function likeness(a: readonly string[], b: readonly string[]): number {
  const parts = (words: readonly string[]): string[] => [
    ...words,
    ...words.slice(1).map((word, i) => `${words[i] as string} ${word}`),
  ];
  const [one, two] = [parts(a), parts(b)];
  if (one.length + two.length === 0) return 1;
  const left = new Map<string, number>();
  for (const part of one) left.set(part, (left.get(part) ?? 0) + 1);
  let common = 0;
  for (const part of two) {
    const count = left.get(part) ?? 0;
    if (count === 0) continue;
    common += 1;
    left.set(part, count - 1);
  }
  return (2 * common) / (one.length + two.length);
}

/** Whether two headlines say nearly the same: most of their words, in their order, and the same numbers. */
export function nearlySame(a: readonly string[], b: readonly string[]): boolean {
  if (a.length === 0 || b.length === 0) return a.length === b.length;
  // Far apart in length they cannot be like enough.
  if (Math.min(a.length, b.length) * 2 < Math.max(a.length, b.length)) return false;
  return numbersIn(a) === numbersIn(b) && likeness(a, b) >= enough;
}

/** A headline taken apart: its words, and the numbers that two must have alike. */
export interface TakenApart {
  readonly words: readonly string[];
  readonly numbers: string;
}
const apart = new Map<string, TakenApart>();
/** Each headline is taken apart once as long as it is around. */
export function takeApart(headline: string): TakenApart {
  const known = apart.get(headline);
  if (known) return known;
  if (apart.size > 20_000) apart.clear();
  const words = wordsIn(headline);
  const made = { words, numbers: numbersIn(words) };
  apart.set(headline, made);
  return made;
}

/** Headlines among which those that say nearly the same are found without looking at each. */
export class Headlines {
  private readonly own = new Map<string, TakenApart>();
  /** By the numbers that they have and a word: those that have it. */
  private readonly having = new Map<string, Set<string>>();

  add(id: string, headline: string): void {
    this.remove(id);
    const taken = takeApart(headline);
    this.own.set(id, taken);
    for (const word of taken.words) {
      const key = `${taken.numbers}|${word}`;
      const ids = this.having.get(key);
      if (ids) ids.add(id);
      else this.having.set(key, new Set([id]));
    }
  }

  remove(id: string): void {
    const taken = this.own.get(id);
    for (const word of taken?.words ?? []) this.having.get(`${taken?.numbers ?? ''}|${word}`)?.delete(id);
    this.own.delete(id);
  }

  /** One that says nearly the same as a headline, by its id; those that are passed over are not looked at. */
  like({ words, numbers }: TakenApart, isPassedOver: (id: string) => boolean): string | null {
    const found = (word: string): ReadonlySet<string> | undefined => this.having.get(`${numbers}|${word}`);
    // Two that are like enough share six in ten of their words at least: one of the rarest is among those.
    const rare = [...new Set(words)]
      .map((word) => found(word))
      .sort((a, b) => (a?.size ?? 0) - (b?.size ?? 0))
      .slice(0, Math.floor(words.length * 0.4) + 1);
    const seen = new Set<string>();
    for (const ids of rare)
      for (const id of ids ?? []) {
        if (seen.has(id) || isPassedOver(id)) continue;
        seen.add(id);
        if (nearlySame(words, this.own.get(id)?.words ?? [])) return id;
      }
    return null;
  }
}
