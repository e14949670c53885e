import { parseFeedDate } from './feed-date';
import type { Cell, ScalarType } from './read';

/**
 * A number as people and programs write it: 1234.5, 1 234,5, 1,234.50, −3, +7 %. Null where it is none; NaN and
 * infinities are none. One comma with other than three figures after it is a decimal comma.
 */
export function parseNumber(text: string): number | null {
  // As nearly all are written.
  if (/^-?\d{1,300}(\.\d+)?$/.test(text)) return Number(text);
  let bare = text
    .trim()
    .replace(/[\s\u00a0\u202f']/g, '')
    .replace(/^\u2212/, '-');
  if (/^[+-]?\d{1,3}(,\d{3})+(\.\d+)?$/.test(bare)) bare = bare.replaceAll(',', '');
  else if (/^[+-]?\d{1,3}(\.\d{3})+,\d+$/.test(bare)) bare = bare.replaceAll('.', '').replace(',', '.');
  else if (/^[+-]?\d*,\d+$/.test(bare)) bare = bare.replace(',', '.');
  const isPercent = bare.endsWith('%');
  if (isPercent) bare = bare.slice(0, -1);
  if (!/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d{1,3})?$/i.test(bare)) return null;
  const value = Number(bare);
  return Number.isFinite(value) ? (isPercent ? value / 100 : value) : null;
}

const dateForm =
  /^(\d{4})-(\d{2})-(\d{2})(?:[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.(\d{1,6}))?)?\s*(Z|[+-]\d{2}:?\d{2})?)?$/;

/** A moment in milliseconds since 1970 in UTC; null where the text is none. Without a zone it is taken as UTC. */
export function parseDate(text: string): number | null {
  const trimmed = text.trim();
  const match = dateForm.exec(trimmed);
  if (match) {
    const [, year, month, day, hour = '0', minute = '0', second = '0', part = '0', zone = 'Z'] = match;
    const ms = Date.UTC(+year!, +month! - 1, +day!, +hour, +minute, +second, Math.round(+`0.${part}` * 1000));
    const back = new Date(ms);
    if (back.getUTCMonth() !== +month! - 1 || back.getUTCDate() !== +day! || +hour > 24 || +minute > 59)
      return null;
    const [, sign, zh, zm] = /([+-])(\d{2}):?(\d{2})/.exec(zone) ?? [];
    return zone === 'Z' ? ms : ms - (sign === '-' ? -1 : 1) * (Number(zh) * 60 + Number(zm)) * 60_000;
  }
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})(?:[ ,]+(\d{1,2}):(\d{2})(?::(\d{2}))?)?$/.exec(trimmed);
  if (dotted) {
    const [, day, month, year, hour = '0', minute = '0', second = '0'] = dotted;
    const pad = (n: string | undefined): string => String(n).padStart(2, '0');
    return parseDate(`${year}-${pad(month)}-${pad(day)}T${pad(hour)}:${pad(minute)}:${pad(second)}`);
  }
  // RFC 5322, as feeds write it.
  return /^[A-Za-z]{3}, \d{1,2} [A-Za-z]{3} \d{4}/.test(trimmed) ? parseFeedDate(trimmed) : null;
}

/** Seconds since midnight from 19:45, 7:45 pm, 19:45:30.5, 7 a.m.; null where it is not a time of day. */
export function parseTime(text: string): number | null {
  const match = /^(\d{1,2})(?:[:.](\d{2})(?::(\d{2}(?:\.\d{1,3})?))?)?\s*([ap])?(?:\.?\s?m\.?)?$/i.exec(
    text.trim(),
  );
  if (!match) return null;
  const [whole, hours, minutes, seconds = '0', half] = match;
  const isHalf = half !== undefined && /m\.?$/i.test(whole);
  if (
    (half !== undefined && !isHalf) ||
    (minutes === undefined && !isHalf) ||
    /[a-z]/i.test(whole) !== isHalf
  )
    return null;
  const hour = Number(hours);
  if (isHalf ? hour < 1 || hour > 12 : hour > 23) return null;
  if (Number(minutes ?? 0) > 59 || Number(seconds) >= 60) return null;
  const ofDay = isHalf ? (hour % 12) + (half?.toLowerCase() === 'p' ? 12 : 0) : hour;
  return ofDay * 3600 + Number(minutes ?? 0) * 60 + Number(seconds);
}

/** Seconds since midnight as 19:45, with the seconds where there are any. */
export function timeText(seconds: number): string {
  const whole = ((seconds % 86_400) + 86_400) % 86_400;
  const rest = Math.round((whole % 60) * 1000) / 1000;
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${two(Math.floor(whole / 3600))}:${two(Math.floor((whole % 3600) / 60))}${rest > 0 ? `:${rest < 10 ? '0' : ''}${rest}` : ''}`;
}

/** Seconds from 1:02:03.5, 02:03, PT1H2M3S (ISO 8601), or 83.2 s; null where it is no duration. */
export function parseDuration(text: string): number | null {
  const trimmed = text.trim();
  const clock = /^(-?)(?:(\d+):)?(\d{1,3}):(\d{2}(?:[.,]\d+)?)$/.exec(trimmed);
  if (clock) {
    const [, sign, hours = '0', minutes, seconds] = clock;
    const total = Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds?.replace(',', '.'));
    return sign ? -total : total;
  }
  const iso = /^P(?:(\d+)D)?T?(?:(\d+)H)?(?:(\d+)M)?(?:(\d+(?:\.\d+)?)S)?$/.exec(trimmed);
  if (iso && trimmed.length > 2) {
    const [, days = '0', hours = '0', minutes = '0', seconds = '0'] = iso;
    return Number(days) * 86_400 + Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds);
  }
  const plain = /^(-?\d+(?:\.\d+)?)\s*s?$/.exec(trimmed);
  return plain ? Number(plain[1]) : null;
}

const yes = new Set(['yes', 'true', 'y', 'on', '1', 'x', '✓']);
const no = new Set(['no', 'false', 'n', 'off', '0', '–', '-']);
export const parseYesNo = (text: string): boolean | null => {
  const bare = text.trim().toLowerCase();
  return yes.has(bare) ? true : no.has(bare) ? false : null;
};

export function parseColour(text: string): string | null {
  const bare = text.trim();
  if (/^#([0-9a-f]{6}|[0-9a-f]{8})$/i.test(bare)) return bare.toLowerCase();
  const short = /^#([0-9a-f])([0-9a-f])([0-9a-f])$/i.exec(bare);
  return short ? `#${[1, 2, 3].map((i) => `${short[i]}${short[i]}`).join('')}`.toLowerCase() : null;
}

/** A cell's text as a value of a type: dates as milliseconds since 1970, durations as seconds; null where it is none. */
export function cellAs(cell: Cell, type: ScalarType): Cell {
  if (cell === null || cell === '') return null;
  if (typeof cell === 'number') {
    return type === 'text' || type === 'picture'
      ? String(cell)
      : type === 'yes-no'
        ? cell !== 0
        : Number.isFinite(cell)
          ? cell
          : null;
  }
  if (typeof cell === 'boolean')
    return type === 'yes-no'
      ? cell
      : type === 'number'
        ? Number(cell)
        : type === 'text'
          ? cell
            ? 'yes'
            : 'no'
          : null;
  switch (type) {
    case 'text':
    case 'picture':
      return cell;
    case 'number':
      return parseNumber(cell);
    case 'yes-no':
      return parseYesNo(cell);
    case 'date':
      return parseDate(cell);
    case 'time':
      return parseTime(cell);
    case 'duration':
      return parseDuration(cell);
    case 'colour':
      return parseColour(cell);
  }
}

/** Digits that a double keeps for certain (IEEE 754, binary64). */
const sureDigits = 15;
/** A number written so that nothing is lost when it is read and written again. */
export const isPlainNumber = (text: string): boolean =>
  /^-?(0|[1-9]\d*)(\.\d+)?$/.test(text) && text.replace(/^-?0*\.?0*|\D/g, '').length <= sureDigits;

const looked = 5000;
const guesses: readonly { type: ScalarType; fits: (text: string) => boolean }[] = [
  // Only what is a number and nothing else: 007 and sixteen figures are names of things, +3 is a change and 12,50 may be
  // a price, a length or a thousand.
  { type: 'number', fits: (text) => isPlainNumber(text.trim()) },
  { type: 'date', fits: (text) => parseDate(text) !== null },
  // 19:45 is a time of day before it is a length of time; 2:03.5 is none.
  {
    type: 'time',
    fits: (text) => /^\d{1,2}:\d{2}(:\d{2})?( ?[ap]\.?m\.?)?$/i.test(text.trim()) && parseTime(text) !== null,
  },
  { type: 'duration', fits: (text) => /:/.test(text) && parseDuration(text) !== null },
  { type: 'yes-no', fits: (text) => /^(yes|no|true|false)$/i.test(text.trim()) },
  { type: 'colour', fits: (text) => parseColour(text) !== null },
  { type: 'picture', fits: (text) => /^[^\n]{1,200}\.(png|jpe?g|webp|gif|svg)$/i.test(text.trim()) },
];

/** What the cells of a column look like, all that are not empty alike; text where they differ. */
export function guessType(rows: readonly (readonly Cell[])[], column: number): ScalarType {
  let open = guesses;
  let isAny = false;
  let native: ScalarType | null = null;
  for (let i = 0; i < rows.length && i < looked; i += 1) {
    const cell = rows[i]?.[column] ?? null;
    if (cell === null || cell === '') continue;
    isAny = true;
    if (typeof cell !== 'string') {
      const own = typeof cell === 'number' ? 'number' : 'yes-no';
      if (native !== null && native !== own) return 'text';
      native = own;
      continue;
    }
    if (native !== null) return 'text';
    open = open.filter((guess) => guess.fits(cell));
    if (open.length === 0) return 'text';
  }
  return !isAny ? 'text' : (native ?? open[0]?.type ?? 'text');
}
