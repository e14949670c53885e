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

/** Headlines among which those that say nearly the same are found without looking at each. */
export class Headlines {
  private readonly own = new Map<string, readonly string[]>();
  private readonly having = new Map<string, Set<string>>();

  add(id: string, headline: string): void {
    this.remove(id);
    const words = wordsIn(headline);
    this.own.set(id, words);
    for (const word of words) {
      const ids = this.having.get(word);
      if (ids) ids.add(id);
      else this.having.set(word, new Set([id]));
    }
  }

  remove(id: string): void {
    for (const word of this.own.get(id) ?? []) this.having.get(word)?.delete(id);
    this.own.delete(id);
  }

  /** One that says nearly the same as a headline, by its id. */
  like(headline: string, except: string): string | null {
    const words = wordsIn(headline);
    // Two that are like enough share six in ten of their words at least: one of the rarest is among those.
    const rare = [...new Set(words)]
      .sort((a, b) => (this.having.get(a)?.size ?? 0) - (this.having.get(b)?.size ?? 0))
      .slice(0, Math.floor(words.length * 0.4) + 1);
    const seen = new Set([except]);
    for (const word of rare)
      for (const id of this.having.get(word) ?? []) {
        if (seen.has(id)) continue;
        seen.add(id);
        if (nearlySame(words, this.own.get(id) ?? [])) return id;
      }
    return null;
  }
}
