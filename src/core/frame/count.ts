/** A number in words that can be counted to. */
export interface CountMotion {
  /** What it counts from and to. */
  readonly from: number;
  readonly to: number;
  /** The words with another number in the place of theirs. */
  readonly write: (value: number) => string;
}

const figures = /[-−]?\d+(?:[.,'’\u00a0\u202f ]\d+)*/u;

interface ReadNumber {
  readonly value: number;
  readonly start: number;
  readonly end: number;
  readonly decimals: number;
  readonly point: string;
  readonly group: string;
  /** The fewest figures before the point. */
  readonly least: number;
  readonly minus: string;
}

/** The first number in words. Of marks in it, the last is its point where it stands once and not before three figures. */
function readNumber(words: string): ReadNumber | null {
  const match = figures.exec(words);
  if (!match) return null;
  const [text] = match;
  const minus = /^[-−]/.test(text) ? text.charAt(0) : '';
  const bare = text.slice(minus.length);
  const marks = bare.match(/[^\d]/gu) ?? [];
  const last = marks.at(-1) ?? '';
  const behind = last === '' ? '' : bare.slice(bare.lastIndexOf(last) + 1);
  const hasPoint =
    (last === '.' || last === ',') &&
    marks.filter((mark) => mark === last).length === 1 &&
    (behind.length !== 3 || marks.length > 1);
  const whole = (hasPoint ? bare.slice(0, bare.lastIndexOf(last)) : bare).replace(/[^\d]/gu, '');
  const group = marks.find((mark) => !hasPoint || mark !== last) ?? '';
  const value = Number(`${whole}.${hasPoint ? behind : '0'}`);
  return {
    value: minus ? -value : value,
    start: match.index,
    end: match.index + text.length,
    decimals: hasPoint ? behind.length : 0,
    point: hasPoint ? last : '.',
    group,
    least: whole.length > 1 && whole.startsWith('0') ? whole.length : 1,
    minus: minus || '-',
  };
}

/** How words count up to their number, from nothing or from the number of other words; null where they have none. */
export function countOf(words: string, before: string | null): CountMotion | null {
  const own = readNumber(words);
  const old = before === null ? null : readNumber(before);
  if (!own || (before !== null && !old)) return null;
  const decimals = Math.max(own.decimals, old?.decimals ?? 0);
  const write = (value: number): string => {
    if (value === own.value) return words;
    const [whole = '0', part = ''] = Math.abs(value).toFixed(decimals).split('.');
    const padded = whole.padStart(own.least, '0');
    const grouped = own.group === '' ? padded : padded.replace(/\B(?=(\d{3})+$)/g, own.group);
    const isNegative = value < 0 && Number(`${whole}.${part}`) !== 0;
    const number = `${isNegative ? own.minus : ''}${grouped}${part ? own.point + part : ''}`;
    return words.slice(0, own.start) + number + words.slice(own.end);
  };
  return { from: old?.value ?? 0, to: own.value, write };
}
