/**
 * Seconds in the words of a pattern. `d`, `H` (or `h`), `m`, `s` are days, hours, minutes and seconds, doubled with two
 * figures at least; `S`, `SS`, `SSS` parts of a second. The largest unit that is there takes all that is above it. What is
 * in square brackets is left away while it, and all above it, is zero. A unit behind a larger one that shows has two
 * figures. `a`, `A` or `a.m.` makes hours those of half a day. What is in quotes stands as it is.
 */
export interface Pattern {
  readonly parts: readonly Part[];
  /** Parts of a second that it shows: 0 to 3 figures. */
  readonly places: number;
  readonly isHalf: boolean;
}
type Unit = 'd' | 'h' | 'm' | 's';
type Part =
  | { readonly kind: 'unit'; readonly unit: Unit; readonly figures: number; readonly group: number }
  | { readonly kind: 'places'; readonly figures: number; readonly group: number }
  | { readonly kind: 'half'; readonly how: string; readonly group: number }
  | { readonly kind: 'words'; readonly text: string; readonly group: number };

const secondsOf: Readonly<Record<Unit, number>> = { d: 86_400, h: 3600, m: 60, s: 1 };
const known = new Map<string, Pattern>();

export function patternOf(text: string): Pattern {
  const kept = known.get(text);
  if (kept) return kept;
  const parts: Part[] = [];
  let [group, groups, places] = [0, 0, 0];
  for (const [token] of text.matchAll(/'[^']*'|a\.m\.|\[|\]|d+|[hH]+|m+|s+|S+|[aA]|./gsu)) {
    const unit = token[0]?.toLowerCase() as Unit;
    if (token === '[') group = groups += 1;
    else if (token === ']') group = 0;
    else if (/^S+$/.test(token)) {
      places = Math.min(3, token.length);
      parts.push({ kind: 'places', figures: places, group });
    } else if (token === 'a.m.' || token === 'a' || token === 'A')
      parts.push({ kind: 'half', how: token, group });
    else if (unit in secondsOf) parts.push({ kind: 'unit', unit, figures: Math.min(2, token.length), group });
    else
      parts.push({ kind: 'words', text: token.startsWith("'") ? token.slice(1, -1) || "'" : token, group });
  }
  const made = { parts, places, isHalf: parts.some(({ kind }) => kind === 'half') };
  if (known.size > 500) known.clear();
  known.set(text, made);
  return made;
}

const padded = (value: number, figures: number): string => String(value).padStart(figures, '0');

/** Seconds, zero or more, in the words of a pattern; what it does not show is cut, not rounded. */
export function patternWords(pattern: Pattern, seconds: number): string {
  const { parts, places, isHalf } = pattern;
  const unit = 10 ** places;
  const whole = Math.floor(seconds * unit + 1e-4);
  const fraction = whole % unit;
  const total = Math.floor(whole / unit);
  let largest = 0;
  for (const part of parts) if (part.kind === 'unit') largest = Math.max(largest, secondsOf[part.unit]);
  const worth = (of: Unit): number => {
    const own = secondsOf[of];
    const all = Math.floor(total / own);
    if (own === largest) return all;
    return all % (of === 'h' ? 24 : 60);
  };
  // A group stands where its unit, or one above it, is not zero.
  const left = new Set<number>();
  for (const part of parts)
    if (part.kind === 'unit' && part.group > 0 && Math.floor(total / secondsOf[part.unit]) === 0)
      left.add(part.group);
  const before = total % 86_400 < 43_200;
  let text = '';
  let isBehind = false;
  for (const part of parts) {
    if (left.has(part.group)) continue;
    switch (part.kind) {
      case 'words':
        text += part.text;
        break;
      case 'places':
        text += padded(Math.floor(fraction / 10 ** (places - part.figures)), part.figures);
        break;
      case 'half':
        text +=
          part.how === 'a.m.'
            ? before
              ? 'a.m.'
              : 'p.m.'
            : part.how === 'A'
              ? before
                ? 'AM'
                : 'PM'
              : before
                ? 'am'
                : 'pm';
        break;
      case 'unit': {
        const value = worth(part.unit);
        const said = isHalf && part.unit === 'h' ? ((value + 11) % 12) + 1 : value;
        text += padded(said, isBehind && part.unit !== 'd' ? 2 : part.figures);
        isBehind = true;
      }
    }
  }
  return text;
}
