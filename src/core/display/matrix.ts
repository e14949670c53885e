/** 4 x 4, column-major, as WebGL takes it. */
export type Matrix = Float64Array;

export const identity = (): Matrix => Float64Array.of(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1);

/**
 * out = parent x the plane's affine map (a c tx; b d ty), where the parent stays in the plane and `out` began as an
 * identity: only what lies in the plane is written. `out` may not be `parent`.
 */
export function multiplyInPlane(
  out: Matrix,
  parent: Matrix,
  a: number,
  b: number,
  c: number,
  d: number,
  tx: number,
  ty: number,
): void {
  const p0 = parent[0] as number;
  const p1 = parent[1] as number;
  const p4 = parent[4] as number;
  const p5 = parent[5] as number;
  out[0] = p0 * a + p4 * b;
  out[1] = p1 * a + p5 * b;
  out[4] = p0 * c + p4 * d;
  out[5] = p1 * c + p5 * d;
  out[12] = p0 * tx + p4 * ty + (parent[12] as number);
  out[13] = p1 * tx + p5 * ty + (parent[13] as number);
}

/** The same for a shift alone. */
export function shiftInPlane(out: Matrix, parent: Matrix, tx: number, ty: number): void {
  const p0 = parent[0] as number;
  const p1 = parent[1] as number;
  const p4 = parent[4] as number;
  const p5 = parent[5] as number;
  out[0] = p0;
  out[1] = p1;
  out[4] = p4;
  out[5] = p5;
  out[12] = p0 * tx + p4 * ty + (parent[12] as number);
  out[13] = p1 * tx + p5 * ty + (parent[13] as number);
}

/** The inverse of a map that stays in the plane, as most do; false where it is none, or has no inverse. */
function invertPlane(out: Matrix, m: Matrix): boolean {
  const a = m[0] as number;
  const b = m[1] as number;
  const c = m[4] as number;
  const d = m[5] as number;
  const isPlane = m[3] === 0 && m[7] === 0 && m[15] === 1;
  const determinant = a * d - b * c;
  if (!isPlane || Math.abs(determinant) < 1e-12) return false;
  const tx = m[12] as number;
  const ty = m[13] as number;
  out.fill(0);
  out[0] = d / determinant;
  out[1] = -b / determinant;
  out[4] = -c / determinant;
  out[5] = a / determinant;
  out[10] = 1;
  out[12] = (c * ty - d * tx) / determinant;
  out[13] = (b * tx - a * ty) / determinant;
  out[15] = 1;
  return true;
}

/**
 * The way back from the canvas into a node's plane, for what lies on that plane: of a map of space the inverse of what it
 * does to the plane (a homography), in the rows and columns of x, y and w. False, and `out` as it was, where there is none:
 * it has no size, or stands edge-on.
 */
export function invert(out: Matrix, m: Matrix): boolean {
  if (invertPlane(out, m)) return true;
  const a = m[0] as number;
  const b = m[4] as number;
  const c = m[12] as number;
  const d = m[1] as number;
  const e = m[5] as number;
  const f = m[13] as number;
  const g = m[3] as number;
  const h = m[7] as number;
  const i = m[15] as number;
  const minorA = e * i - f * h;
  const minorB = f * g - d * i;
  const minorC = d * h - e * g;
  const determinant = a * minorA + b * minorB + c * minorC;
  if (!(Math.abs(determinant) > 1e-9)) return false;
  const by = 1 / determinant;
  out.fill(0);
  out[0] = minorA * by;
  out[1] = minorB * by;
  out[3] = minorC * by;
  out[4] = (c * h - b * i) * by;
  out[5] = (a * i - c * g) * by;
  out[7] = (b * g - a * h) * by;
  out[10] = 1;
  out[12] = (b * f - c * e) * by;
  out[13] = (c * d - a * f) * by;
  out[15] = (a * e - b * d) * by;
  return true;
}
