// What maps are made of: areas, lines and places as rings and lists of points, in degrees on a sphere or on a plan.

/** Longitude and latitude in degrees; on a plan x and y, y downwards. */
export type Point = readonly [number, number];
/** Closed: its last point is its first. */
export type Ring = readonly Point[];
/** The outline, and the holes in it. */
export type Polygon = readonly Ring[];

export type Geometry =
  | { readonly kind: 'area'; readonly polygons: readonly Polygon[] }
  | { readonly kind: 'line'; readonly lines: readonly (readonly Point[])[] }
  | { readonly kind: 'place'; readonly points: readonly Point[] };

export const samePoint = (a: Point | undefined, b: Point | undefined): boolean =>
  a !== undefined && b !== undefined && a[0] === b[0] && a[1] === b[1];

/** Twice the signed area of a ring on a plan (the shoelace formula); positive where it runs clockwise with y downwards. */
export function ringArea(ring: Ring): number {
  let sum = 0;
  for (let i = 0; i < ring.length - 1; i += 1) {
    const [[ax, ay], [bx, by]] = [ring[i] as Point, ring[i + 1] as Point];
    sum += ax * by - bx * ay;
  }
  return sum;
}

/** Whether a point lies within a ring on a plan (by crossings of a ray, after Jordan). */
export function isInside([x, y]: Point, ring: Ring): boolean {
  let isIn = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i, i += 1) {
    const [[ax, ay], [bx, by]] = [ring[i] as Point, ring[j] as Point];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) isIn = !isIn;
  }
  return isIn;
}
