/** A name with case, accents, spaces and punctuation taken away, so that "Rôle " and "role" are one. */
export const bareName = (name: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^\p{L}\p{N}]+/gu, '');

function pairsOf(word: string): Map<string, number> {
  const pairs = new Map<string, number>();
  const signs = [...`^${word}$`];
  for (let i = 1; i < signs.length; i += 1) {
    const pair = `${signs[i - 1]}${signs[i]}`;
    pairs.set(pair, (pairs.get(pair) ?? 0) + 1);
  }
  return pairs;
}

/** How alike two names are spelt, 0 to 1: the coefficient of Dice (1945) over pairs of neighbouring letters. */
export function nameLikeness(a: string, b: string): number {
  const [one, two] = [pairsOf(bareName(a)), pairsOf(bareName(b))];
  let common = 0;
  let sum = 0;
  for (const [pair, count] of one) {
    sum += count;
    common += Math.min(count, two.get(pair) ?? 0);
  }
  for (const count of two.values()) sum += count;
  return (2 * common) / sum;
}

/** Names of which so much is the same are offered for one another. */
const near = 0.45;

/** Those among names that are spelt most like one, the likest first; none that are far from it. */
export const nearNames = (name: string, among: readonly string[], most = 3): string[] =>
  among
    .map((other) => ({ other, like: nameLikeness(name, other) }))
    .filter(({ like }) => like >= near)
    .sort((a, b) => b.like - a.like || (a.other < b.other ? -1 : 1))
    .slice(0, most)
    .map(({ other }) => other);
