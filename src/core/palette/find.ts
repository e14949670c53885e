// What is found by a few letters, and what of it comes first.

/** Something that can be gone to or done. */
export interface Entry {
  /** The same as long as it is the same thing: what was used is remembered by it. */
  readonly id: string;
  readonly name: string;
  /** What it is, as it is shown; searched too, but counts less. */
  readonly kind: string;
}

/** So many of what was used last are remembered. */
export const mostUsed = 40;
/** What the latest of what was used counts more than what never was. */
const usedWorth = 12;

const isWordStart = (text: string, at: number): boolean =>
  at === 0 || (/[^\p{L}\p{N}]/u.test(text[at - 1] ?? '') && /[\p{L}\p{N}]/u.test(text[at] ?? ''));

/** How well some letters fit a text, 0 to 100; 0: they are not in it in their order. Both in lower case. */
function fit(text: string, letters: string): number {
  if (text === letters) return 100;
  for (let at = text.indexOf(letters); at >= 0; at = text.indexOf(letters, at + 1))
    if (isWordStart(text, at)) return at === 0 ? 92 : 84;
  const initials = [...text].filter((_, at) => isWordStart(text, at)).join('');
  if (letters.length > 1 && initials.startsWith(letters)) return 76;
  const inside = text.indexOf(letters);
  if (inside >= 0) return 60;
  // One after the other, the fewer gaps the better; a gap that ends at a word's start counts half.
  let at = -1;
  let gaps = 0;
  for (const letter of letters) {
    const next = text.indexOf(letter, at + 1);
    if (next < 0) return 0;
    if (next !== at + 1) gaps += isWordStart(text, next) ? 0.5 : 1;
    at = next;
  }
  return Math.max(5, 45 - 8 * gaps);
}

function worth({ name, kind }: Entry, words: readonly string[]): number {
  const [own, what] = [name.toLowerCase(), kind.toLowerCase()];
  let sum = 0;
  for (const word of words) {
    const best = Math.max(fit(own, word), fit(what, word) * 0.4);
    if (best === 0) return 0;
    sum += best;
  }
  // Words typed with spaces between are also looked for as they stand.
  return Math.max(sum / words.length, words.length > 1 ? fit(own, words.join(' ')) : 0);
}

/**
 * The entries that some typed words fit, the best first, at most so many; of those that fit alike what was used later,
 * then what stands before in the list. With nothing typed: what was used, then the list. `used` has ids, the latest first.
 */
export function findEntries<E extends Entry>(
  entries: readonly E[],
  typed: string,
  used: readonly string[],
  most: number,
): E[] {
  const words = typed.toLowerCase().split(/\s+/u).filter(Boolean);
  const places = new Map(used.map((id, at) => [id, at]));
  const late = (id: string): number => {
    const place = places.get(id);
    return place === undefined ? 0 : usedWorth * (1 - place / mostUsed);
  };
  return entries
    .flatMap((entry, at) => {
      const own = words.length === 0 ? 1 : worth(entry, words);
      return own === 0 ? [] : [{ entry, at, worth: own + late(entry.id) }];
    })
    .sort((a, b) => b.worth - a.worth || a.at - b.at)
    .slice(0, most)
    .map(({ entry }) => entry);
}

/** What was used, with one more, the latest first. */
export const withUsed = (used: readonly string[], id: string): string[] =>
  [id, ...used.filter((own) => own !== id)].slice(0, mostUsed);
