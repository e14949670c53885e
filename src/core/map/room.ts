import type { Ring } from './geometry';

interface Span {
  readonly from: number;
  readonly to: number;
}

/** Where a level line lies inside an area (even-odd), from left to right. */
export function spansAt(rings: readonly Ring[], y: number): Span[] {
  const xs: number[] = [];
  for (const ring of rings)
    for (let i = 1; i < ring.length; i += 1) {
      const [ax, ay] = ring[i - 1] as readonly [number, number];
      const [bx, by] = ring[i] as readonly [number, number];
      if (ay > y !== by > y) xs.push(ax + ((bx - ax) * (y - ay)) / (by - ay));
    }
  xs.sort((a, b) => a - b);
  const spans: Span[] = [];
  for (let i = 0; i + 1 < xs.length; i += 2) spans.push({ from: xs[i] as number, to: xs[i + 1] as number });
  return spans;
}

const shared = (a: readonly Span[], b: readonly Span[]): Span[] =>
  a.flatMap(({ from, to }) =>
    b.flatMap((own) => {
      const [left, right] = [Math.max(from, own.from), Math.min(to, own.to)];
      return right > left ? [{ from: left, to: right }] : [];
    }),
  );

/** Levels at which an area is looked at, and lines within a band. */
const levels = 13;
const lines = 5;

/**
 * Where a box of a size lies inside an area, its middle as near as may be to a point; null where it has no room. An edge
 * that comes in between the lines that are looked at, a fifth of the box apart, is not seen.
 */
export function roomFor(
  rings: readonly Ring[],
  bounds: { readonly y: number; readonly w: number; readonly h: number },
  { w, h }: { readonly w: number; readonly h: number },
  near: { readonly x: number; readonly y: number },
): { readonly x: number; readonly y: number } | null {
  if (h > bounds.h || w > bounds.w) return null;
  const top = bounds.y + h / 2;
  const bottom = bounds.y + bounds.h - h / 2;
  let best: { x: number; y: number } | null = null;
  let least = Infinity;
  const wanted = Math.max(top, Math.min(bottom, near.y));
  for (let i = -1; i < levels; i += 1) {
    const y = i < 0 ? wanted : top + ((bottom - top) * i) / (levels - 1);
    let spans: readonly Span[] | null = null;
    for (let k = 0; k < lines; k += 1) {
      const own = spansAt(rings, y - h / 2 + (h * k) / (lines - 1));
      spans = (spans === null ? own : shared(spans, own)).filter(({ from, to }) => to - from >= w);
      if (spans.length === 0) break;
    }
    for (const { from, to } of spans ?? []) {
      const x = Math.max(from + w / 2, Math.min(to - w / 2, near.x));
      const far = Math.hypot(x - near.x, y - near.y);
      if (far < least) [least, best] = [far, { x, y }];
    }
    // Where it is wanted is best.
    if (least < 1e-9) break;
  }
  return best;
}
