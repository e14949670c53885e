/** A point of a path and its two handles; a handle on the point is a corner. */
export interface PathPoint {
  x: number;
  y: number;
  inX: number;
  inY: number;
  outX: number;
  outY: number;
}
export interface Subpath {
  closed: boolean;
  points: PathPoint[];
}

export interface PathBox {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** The ends of a cubic curve along one axis: its end points and where its derivative is nought. */
function extremes(a: number, b: number, c: number, d: number, put: (value: number) => void): void {
  put(a);
  put(d);
  const at = (t: number): number => {
    const u = 1 - t;
    return u * u * u * a + 3 * u * u * t * b + 3 * u * t * t * c + t * t * t * d;
  };
  // Derivative / 3: p t² + q t + r.
  const p = -a + 3 * b - 3 * c + d;
  const q = 2 * (a - 2 * b + c);
  const r = b - a;
  const roots: number[] = [];
  if (Math.abs(p) < 1e-12) {
    if (Math.abs(q) > 1e-12) roots.push(-r / q);
  } else {
    const under = q * q - 4 * p * r;
    if (under >= 0) roots.push((-q + Math.sqrt(under)) / (2 * p), (-q - Math.sqrt(under)) / (2 * p));
  }
  for (const t of roots) if (t > 0 && t < 1) put(at(t));
}

/** The box that the curves of a path cover exactly; null for a path without points. Same unit as the points. */
export function boundsOfPaths(subpaths: readonly Subpath[]): PathBox | null {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  const putX = (x: number): void => {
    left = Math.min(left, x);
    right = Math.max(right, x);
  };
  const putY = (y: number): void => {
    top = Math.min(top, y);
    bottom = Math.max(bottom, y);
  };
  for (const { points, closed } of subpaths) {
    points.forEach((point, index) => {
      const next = points[index + 1] ?? (closed ? points[0] : undefined);
      putX(point.x);
      putY(point.y);
      if (!next) return;
      extremes(point.x, point.outX, next.inX, next.x, putX);
      extremes(point.y, point.outY, next.inY, next.y, putY);
    });
  }
  return left === Infinity ? null : { x: left, y: top, w: right - left, h: bottom - top };
}

/** Straight pieces that a curve is asked as. */
const pieces = 8;

/** Whether a point lies inside a path that is filled (SVG 2, fill-rule); open ends are joined as a fill joins them. */
export function isInPaths(subpaths: readonly Subpath[], rule: 'nonzero' | 'evenodd', x: number, y: number): boolean {
  let winding = 0;
  let crossings = 0;
  const cross = (ax: number, ay: number, bx: number, by: number): void => {
    if (ay <= y === by <= y) return;
    if (ax + ((y - ay) / (by - ay)) * (bx - ax) <= x) return;
    winding += by > ay ? 1 : -1;
    crossings += 1;
  };
  for (const { points } of subpaths)
    points.forEach((a, i) => {
      const b = points[(i + 1) % points.length] as PathPoint;
      const isStraight = a.outX === a.x && a.outY === a.y && b.inX === b.x && b.inY === b.y;
      if (isStraight) return cross(a.x, a.y, b.x, b.y);
      const at = (t: number, from: number, out: number, into: number, to: number): number => {
        const u = 1 - t;
        return u * u * u * from + 3 * u * u * t * out + 3 * u * t * t * into + t * t * t * to;
      };
      let [px, py] = [a.x, a.y];
      for (let k = 1; k <= pieces; k += 1) {
        const t = k / pieces;
        const [qx, qy] = [at(t, a.x, a.outX, b.inX, b.x), at(t, a.y, a.outY, b.inY, b.y)];
        cross(px, py, qx, qy);
        [px, py] = [qx, qy];
      }
    });
  return rule === 'nonzero' ? winding !== 0 : crossings % 2 === 1;
} // prettier-ignore

const mapPoint = (p: PathPoint, x: (v: number) => number, y: (v: number) => number): PathPoint => ({
  x: x(p.x),
  y: y(p.y),
  inX: x(p.inX),
  inY: y(p.inY),
  outX: x(p.outX),
  outY: y(p.outY),
});
const round = (value: number): number => Math.round(value * 1e5) / 1e5;

/** Paths in px as parts of a box. */
export const inBox = (subpaths: readonly Subpath[], box: PathBox): Subpath[] => {
  const [w, h] = [Math.max(box.w, 1e-6), Math.max(box.h, 1e-6)];
  return subpaths.map(({ closed, points }) => ({
    closed,
    points: points.map((p) =>
      mapPoint(
        p,
        (v) => round((v - box.x) / w),
        (v) => round((v - box.y) / h),
      ),
    ),
  }));
};

/** Paths in px as a box and paths in parts of it, as an element keeps them; null where there are no points. */
export function toBox(subpaths: readonly Subpath[]): { box: PathBox; subpaths: Subpath[] } | null {
  const box = boundsOfPaths(subpaths);
  if (!box) return null;
  const [w, h] = [Math.max(box.w, 1), Math.max(box.h, 1)];
  return {
    box: { ...box, w, h },
    subpaths: subpaths.map(({ closed, points }) => ({
      closed,
      points: points.map((p) =>
        mapPoint(
          p,
          (v) => round((v - box.x) / w),
          (v) => round((v - box.y) / h),
        ),
      ),
    })),
  };
}

/** Paths in parts of a box, in px. */
export const fromBox = (subpaths: readonly Subpath[], { x, y, w, h }: PathBox): Subpath[] =>
  subpaths.map(({ closed, points }) => ({
    closed,
    points: points.map((p) =>
      mapPoint(
        p,
        (v) => x + v * w,
        (v) => y + v * h,
      ),
    ),
  }));

export const cornerAt = (x: number, y: number): PathPoint => ({ x, y, inX: x, inY: y, outX: x, outY: y });

export const isCorner = (p: PathPoint): boolean =>
  p.inX === p.x && p.inY === p.y && p.outX === p.x && p.outY === p.y;

/** A corner made round by handles along the way from its neighbours, or a round point made a corner. */
export function turnPoint(subpath: Subpath, index: number): PathPoint {
  const { points, closed } = subpath;
  const p = points[index] as PathPoint;
  if (!isCorner(p)) return cornerAt(p.x, p.y);
  const count = points.length;
  const before = points[index - 1] ?? (closed ? points[count - 1] : undefined) ?? p;
  const after = points[index + 1] ?? (closed ? points[0] : undefined) ?? p;
  const [dx, dy] = [(after.x - before.x) / 6, (after.y - before.y) / 6];
  return { x: p.x, y: p.y, inX: p.x - dx, inY: p.y - dy, outX: p.x + dx, outY: p.y + dy };
}
