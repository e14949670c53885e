import { graphemes } from '../locale';

/** Words as they may stand in a band: without what cannot be seen, or steers what comes after them, on one line. */
export const oneLine = (raw: string): string =>
  raw
    .replace(/[\u202a-\u202e\u2066-\u2069\u200e\u200f]/g, '')
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f-\u009f\ufeff\u00ad]/g, '')
    .replace(/\s+/gu, ' ')
    .trim();

const counted = new Map<string, number>();
/** How many characters a reader sees (UAX #29, extended grapheme clusters). Each text is counted once as long as it is around. */
export function charactersOf(words: string): number {
  const known = counted.get(words);
  if (known !== undefined) return known;
  let count = 0;
  for (const _ of graphemes(words)) count += 1;
  if (counted.size > 20_000) counted.clear();
  counted.set(words, count);
  return count;
}
