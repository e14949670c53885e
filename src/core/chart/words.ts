import { numberInWords, type NumberSpec } from '../binding';
import type { ChartElement } from '../show';

/** Numbers of a chart in words. Locales that nobody has are written as English is. */
export function chartNumber(value: number, format: NumberSpec): string {
  try {
    return numberInWords(value, format);
  } catch {
    return numberInWords(value, { ...format, locale: 'en-GB' });
  }
}

/** What is written at a mark; `share` in parts of 100, where the chart has shares. */
export function valueWords(
  chart: Pick<ChartElement, 'format' | 'valueAs'>,
  value: number,
  { share, before }: { readonly share: number | null; readonly before: number | null },
): string {
  const { format, valueAs } = chart;
  const shareWords = (own: number): string =>
    `${chartNumber(own, { ...format, least: Math.min(format.least, format.most), form: 'plain', before: '', after: '' })}\u202f%`;
  const number = chartNumber(value, format);
  switch (valueAs) {
    case 'share':
      return share === null ? number : shareWords(share);
    case 'both':
      return share === null ? number : `${number} · ${shareWords(share)}`;
    case 'change':
      return before === null ? '' : chartNumber(value - before, { ...format, sign: 'always' });
    case 'number':
      return number;
  }
}

/** What measures words: px, of words on one line. */
export interface WordsPort<L> {
  readonly width: (words: string, look: L) => number;
  readonly height: (look: L) => number;
}

/** Words made to fit: their lines, and by how much their type shrinks. */
export interface FittedNames {
  readonly words: readonly string[];
  readonly scale: number;
  /** How many had to be shortened, and how many were left out. */
  readonly shortened: number;
  readonly left: number;
  /** The most lines of one of them. */
  readonly lines: number;
}

const dots = '…';

/** Words broken into lines that are no wider than a room; null where a word is wider, or more lines are needed. */
function broken(words: string, room: number, most: number, width: (words: string) => number): string[] | null {
  const lines: string[] = [];
  let line = '';
  for (const word of words.split(/\s+/u).filter((own) => own !== '')) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (width(longer) <= room) line = longer;
    else {
      if (line === '' || width(word) > room) return null;
      lines.push(line);
      line = word;
    }
  }
  if (line !== '') lines.push(line);
  return lines.length <= most ? lines : null;
} // prettier-ignore

/** The longest beginning of words that has room with its dots; empty where not even one character has. */
export function shortened(words: string, room: number, width: (words: string) => number): string {
  const signs = [...new Intl.Segmenter('en', { granularity: 'grapheme' }).segment(words)].map(({ segment }) => segment);
  let [low, high] = [0, signs.length - 1];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (width(`${signs.slice(0, middle).join('').trimEnd()}${dots}`) <= room) low = middle;
    else high = middle - 1;
  }
  const own = signs.slice(0, low).join('').trimEnd();
  return own !== '' && width(`${own}${dots}`) <= room ? `${own}${dots}` : '';
} // prettier-ignore

/**
 * Names made to fit a room each: on one line, on several, smaller by one factor for all, and where that is not enough by
 * the rule: shortened, or every second, third … of them, or left out.
 */
export function fitNames<L extends { readonly size: number; readonly minScale: number }>(
  names: readonly string[],
  room: number,
  mostLines: number,
  rule: 'shorten' | 'thin' | 'none',
  look: L,
  port: WordsPort<L>,
): FittedNames {
  const known = new Map<string, number>();
  const wide = (words: string): number => {
    const before = known.get(words);
    if (before !== undefined) return before;
    const width = port.width(words, look);
    known.set(words, width);
    return width;
  };
  const least = Math.min(1, Math.max(0.3, look.minScale));
  const all = (scale: number, space: number, own: readonly string[]): (string[] | null)[] =>
    own.map((name) => broken(name, space / scale, mostLines, wide));
  const done = (lines: readonly (readonly string[])[], scale: number, short: number, left: number): FittedNames => ({
    words: lines.map((own) => own.join('\n')),
    scale,
    shortened: short,
    left,
    lines: Math.max(1, ...lines.map(({ length }) => length)),
  });
  // No line is shorter than its longest word: smaller sizes alone are tried where that has room.
  const longest = Math.max(0, ...names.flatMap((name) => (mostLines === 1 ? [wide(name.trim())] : name.split(/\s+/u).map(wide))));
  const most = longest <= room ? 1 : Math.floor((room / longest) * 20 + 1e-9) / 20;
  for (let scale = Math.max(most, most < least ? 0 : least); scale > least - 1e-9; scale = scale - 0.05 < least && scale > least ? least : scale - 0.05) {
    const lines = all(scale, room, names);
    if (lines.every((own) => own !== null)) return done(lines, scale, 0, 0);
  }
  if (rule === 'thin')
    for (let every = 2; every < names.length; every += 1) {
      const lines = all(1, room * every, names.map((name, i) => (i % every === 0 ? name : '')));
      if (lines.every((own) => own !== null)) return done(lines, 1, 0, names.filter((name, i) => name !== '' && i % every !== 0).length);
    }
  let [short, left] = [0, 0];
  const lines = all(least, room, names).map((own, i) => {
    if (own) return own;
    const cut = rule === 'none' ? '' : shortened(names[i] as string, room / least, wide);
    if (cut === '') left += 1;
    else short += 1;
    return cut === '' ? [] : [cut];
  });
  return done(lines, least, short, left);
} // prettier-ignore
