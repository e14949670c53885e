import type { Mark } from './words';

/** Digits by which a number of a credit card checks itself (ISO/IEC 7812-1, formula of Luhn). */
function isLuhn(digits: string): boolean {
  let sum = 0;
  [...digits].reverse().forEach((digit, i) => {
    const own = Number(digit) * (i % 2 === 1 ? 2 : 1);
    sum += own > 9 ? own - 9 : own;
  });
  return sum % 10 === 0;
}

/** Whether an account number checks itself (ISO 13616, modulo 97 of ISO/IEC 7064). */
function isIban(text: string): boolean {
  const bare = text.replace(/\s/g, '').toUpperCase();
  if (bare.length < 15 || bare.length > 34) return false;
  const digits = (bare.slice(4) + bare.slice(0, 4)).replace(/[A-Z]/g, (letter) => String(letter.charCodeAt(0) - 55));
  let rest = 0;
  for (const digit of digits) rest = (rest * 10 + Number(digit)) % 97;
  return rest === 1;
} // prettier-ignore

const digitsOf = (text: string): string => text.replace(/[^\p{Nd}]/gu, '');
/** Looks like a number that is called: 7 to 15 figures (ITU-T E.164), and no date, time, sum or score. */
function isPhone(text: string): boolean {
  const digits = digitsOf(text);
  if (digits.length < 7 || digits.length > 15) return false;
  if (/^\d{4}-\d{2}-\d{2}|^\d{1,2}[./]\d{1,2}[./]\d{2,4}$/.test(text.trim())) return false;
  // 1,234,567 or 1.234.567,89 are sums, and so is 1 000 000.
  if (/^\d{1,3}([.,]\d{3})+([.,]\d{1,2})?$/.test(text.trim()) || /^[1-9]\d{0,2}( 000)+$/.test(text.trim())) return false;
  return text.startsWith('+') || text.startsWith('0') || text.startsWith('(') || /[\s\-/()]/.test(text.trim()) || digits.length >= 9;
} // prettier-ignore

const street =
  'street|st|road|rd|lane|ln|avenue|ave|close|court|ct|cottages?|drive|dr|way|row|terrace|hill|quay|square|sq|place|gardens?|crescent|mews|parade|walk';
const streetWords =
  'rue|avenue|boulevard|bd|place|quai|impasse|chemin|allée|calle|avenida|paseo|plaza|rua|travessa|largo|praça|via|viale|piazza';

interface Rule {
  readonly why: string;
  readonly pattern: RegExp;
  readonly holds?: (text: string) => boolean;
}
const rules: readonly Rule[] = [
  { why: 'an address of e-mail', pattern: /[\p{L}\p{N}._%+-]+@[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)*\.\p{L}{2,}/giu },
  { why: 'a number of an account', pattern: /\b[A-Z]{2}\d{2}(?: ?[A-Z0-9]){11,30}\b/g, holds: isIban },
  {
    why: 'a number of a card',
    pattern: /(?<!\d)\d(?:[ -]?\d){12,18}(?!\d)/g,
    holds: (text) => isLuhn(digitsOf(text)),
  },
  { why: 'a telephone number', pattern: /(?<![\p{L}\p{N}#@/.])[+(]?\d(?:[\s\-./()]{0,2}\d){6,14}(?!\p{N})/gu, holds: isPhone },
  // 14 Saltings Lane, 3 Pier Cottages; 12 rue du Port; Hafenstraße 12, Storgata 5.
  { why: 'an address', pattern: new RegExp(`(?<![\\p{L}\\p{N}])\\d{1,4}[a-d]?,? (?:\\p{Lu}[\\p{L}’'-]+ ){1,3}(?:${street})\\b`, 'giu'), holds: (text) => /^\S+ \p{Lu}/u.test(text) },
  { why: 'an address', pattern: new RegExp(`(?<![\\p{L}\\p{N}])\\d{1,4}(?: (?:bis|ter))?,? (?:${streetWords}) [\\p{L}’' -]{2,40}`, 'giu') },
  { why: 'an address', pattern: new RegExp(`(?<![\\p{L}])(?:${streetWords}) (?:[\\p{L}’'.-]+ ){0,4}?[\\p{L}’'.-]+,? (?:n[.º°]? ?)?\\d{1,4}(?!\\p{N})`, 'giu') },
  { why: 'an address', pattern: /(?<!\p{L})\p{Lu}[\p{L}-]*(?:straße|strasse|str\.|weg|gasse|allee|platz|veien|vegen|gata|gaten|gade|vägen|gatan) \d{1,4}[a-d]?(?!\p{N})/gu },
  { why: 'a place on the map', pattern: /(?<![\d.])-?\d{1,2}\.\d{4,},\s*-?\d{1,3}\.\d{4,}(?!\d)/g },
]; // prettier-ignore

/** What of a text is nobody's business: numbers, addresses and accounts, by rule; each once. */
export function privateMarks(text: string): Mark[] {
  const found: Mark[] = [];
  for (const { why, pattern, holds } of rules)
    for (const match of text.matchAll(pattern)) {
      const from = match.index;
      const to = from + match[0].trimEnd().length;
      if ((holds && !holds(match[0].trimEnd())) || found.some((mark) => mark.from < to && from < mark.to)) continue;
      found.push({ from, to, does: 'private', why });
    }
  return found.sort((a, b) => a.from - b.from);
} // prettier-ignore
