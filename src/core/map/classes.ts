import type { ClassMethod } from './names';

/** Classes one above another: the bounds between them, and the ends. A value on a bound is of the class above it. */
export interface Classes {
  readonly least: number;
  readonly most: number;
  /** Ascending; one less than there are classes. */
  readonly bounds: readonly number[];
}

/** Where a value falls: 0 is the lowest class. */
export function classOf({ bounds }: Classes, value: number): number {
  let at = 0;
  while (at < bounds.length && value >= (bounds[at] as number)) at += 1;
  return at;
}

/** The quantile of sorted values by linear interpolation (Hyndman and Fan, 1996, type 7). */
function quantileOf(sorted: readonly number[], part: number): number {
  const at = (sorted.length - 1) * part;
  const below = Math.floor(at);
  const [a = 0, b = a] = [sorted[below], sorted[below + 1]];
  return a + (b - a) * (at - below);
}

/**
 * Classes of some values. `equal`: of the same width; `quantile`: with about as many values each; `own`: between the bounds
 * that are given; `diverging`: of the same width on both sides of `middle`, as far as the further end. Null without values.
 */
export function classesOf(
  values: readonly number[],
  method: ClassMethod,
  count: number,
  own: readonly number[] = [],
  middle = 0,
): Classes | null {
  const sorted = values.filter((value) => Number.isFinite(value)).sort((a, b) => a - b);
  const [least] = sorted;
  const most = sorted.at(-1);
  if (least === undefined || most === undefined) return null;
  const even = (from: number, to: number): number[] =>
    Array.from({ length: count - 1 }, (_, i) => from + ((to - from) * (i + 1)) / count);
  switch (method) {
    case 'equal':
      return { least, most, bounds: least === most ? [] : even(least, most) };
    case 'quantile': {
      const cut = Array.from({ length: count - 1 }, (_, i) => quantileOf(sorted, (i + 1) / count));
      // Classes that nothing can fall into are none.
      return { least, most, bounds: [...new Set(cut)].filter((bound) => bound > least) };
    }
    case 'own':
      return { least, most, bounds: [...new Set(own.filter((bound) => Number.isFinite(bound)))].sort((a, b) => a - b) };
    case 'diverging': {
      const far = Math.max(Math.abs(least - middle), Math.abs(most - middle));
      return { least: middle - far, most: middle + far, bounds: far === 0 ? [] : even(middle - far, middle + far) };
    }
  }
} // prettier-ignore

/** Bounds as they are typed: numbers with spaces, semicolons, or commas and a space between them; what is no number is given apart. */
export function readBounds(text: string): { readonly bounds: readonly number[]; readonly unread: readonly string[] } {
  const words = text.split(/[;\s]+|,\s+/u).map((word) => word.replace(/,$/, '')).filter((word) => word !== '');
  const bounds: number[] = [];
  const unread: string[] = [];
  for (const word of words) {
    const value = Number(word.replace(',', '.'));
    if (Number.isFinite(value)) bounds.push(value);
    else unread.push(word);
  }
  return { bounds, unread };
} // prettier-ignore
