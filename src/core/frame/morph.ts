import { alignTraces, traceShapes, type Trace } from '../chart';
import type { PathElement } from '../element';
import { inBox, type Subpath } from '../shape';

/** An outline on its way to another that has as many points. */
export interface Morph {
  readonly from: readonly Subpath[];
  readonly to: readonly Subpath[];
}

interface Size {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** The way of a line from where it was to where it is, each in parts of its box; null where it is another line. */
export function morphOf(was: Trace, is: Trace, wasIn: Size, isIn: Size): Morph | null {
  const aligned = alignTraces(was, is);
  if (!aligned) return null;
  const [from, to] = [inBox(traceShapes(aligned[0]), wasIn), inBox(traceShapes(aligned[1]), isIn)];
  const isLike =
    from.length === to.length && from.every(({ points }, i) => points.length === to[i]?.points.length);
  return isLike ? { from, to } : null;
}

/** A path that the way can be written into. */
export const morphing = (path: PathElement, { to }: Morph): PathElement => ({
  ...structuredClone(path),
  subpaths: structuredClone(to) as Subpath[],
});

/** Writes the outline into a path that is its own: `back` is 1 where it begins, 0 where it has come. */
export function writeMorph(path: PathElement, { from, to }: Morph, back: number): void {
  for (let i = 0; i < to.length; i += 1) {
    const [a, b, own] = [from[i] as Subpath, to[i] as Subpath, path.subpaths[i] as Subpath];
    for (let k = 0; k < b.points.length; k += 1) {
      const [p, q, into] = [a.points[k], b.points[k], own.points[k]];
      if (!p || !q || !into) continue;
      into.x = q.x + (p.x - q.x) * back;
      into.y = q.y + (p.y - q.y) * back;
      into.inX = q.inX + (p.inX - q.inX) * back;
      into.inY = q.inY + (p.inY - q.inY) * back;
      into.outX = q.outX + (p.outX - q.outX) * back;
      into.outY = q.outY + (p.outY - q.outY) * back;
    }
  }
}
