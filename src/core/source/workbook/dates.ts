/** Days from 30 December 1899 to 1 January 1970: where the serial dates of sheets begin. */
const epochDays = 25_569;
/** From there to 1 January 1904, where those of the other date system begin (ECMA-376, 18.17.4.1). */
export const days1904 = 1462;

const bare = (pattern: string): string =>
  pattern
    .replace(/\\.|"[^"]*"|_.|\*./g, '')
    .replace(/\[(?!h+\]|m+\]|s+\])[^\]]*\]/gi, '')
    .split(';', 1)[0] ?? '';

/** Whether a number format shows a time of day or an elapsed time, without a date. */
export const isTimeOnly = (pattern: string): boolean => {
  const form = bare(pattern).replace(/am\/pm|a\/p/gi, '');
  if (/[yd]/i.test(form) || /\[(h+|m+|s+)\]/i.test(form))
    return /\[(h+|m+|s+)\]/i.test(form) && !/[yd]/i.test(form);
  return /[hs]/i.test(form);
};
export const isElapsed = (pattern: string): boolean => /\[(h+|m+|s+)\]/i.test(bare(pattern));

const pad = (n: number): string => String(n).padStart(2, '0');

/** A serial number as a clock: 19:45, 26:05:03, with the parts of a second where there are any. */
export function serialTime(serial: number): string {
  const ms = Math.round(Math.abs(serial) * 86_400_000);
  const seconds = (ms % 60_000) / 1000;
  const tail = seconds === 0 ? '' : `:${seconds < 10 ? '0' : ''}${seconds}`;
  return `${serial < 0 ? '-' : ''}${pad(Math.floor(ms / 3_600_000))}:${pad(Math.floor((ms % 3_600_000) / 60_000))}${tail}`;
}

/** A serial number as a date of ISO 8601, with a time where it has one; a sheet knows no zone. */
export function serialDate(serial: number, is1904: boolean): string {
  // The first date system has a 29 February 1900 that never was (ECMA-376, 18.17.4.1).
  const days = is1904 ? serial + days1904 : serial >= 0 && serial < 60 ? serial + 1 : serial;
  const date = new Date(Math.round((days - epochDays) * 86_400_000));
  if (Number.isNaN(date.getTime())) return String(serial);
  return date
    .toISOString()
    .replace(/(T00:00:00)?\.000Z$/, '')
    .replace(/Z$/, '')
    .replace(/(\.\d\d[1-9]|\.\d[1-9]|\.[1-9])0*$/, '$1');
}
