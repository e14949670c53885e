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
  const isPlane =
    m[2] === 0 &&
    m[3] === 0 &&
    m[6] === 0 &&
    m[7] === 0 &&
    m[8] === 0 &&
    m[9] === 0 &&
    m[10] === 1 &&
    m[11] === 0 &&
    m[14] === 0 &&
    m[15] === 1;
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

const work = new Float64Array(32);

/** The inverse by Gauss-Jordan elimination with pivoting; false, and `out` as it was, where there is none. */
export function invert(out: Matrix, matrix: Matrix): boolean {
  if (invertPlane(out, matrix)) return true;
  const at = (row: number, column: number): number => row * 8 + column;
  for (let row = 0; row < 4; row += 1) {
    for (let column = 0; column < 4; column += 1) {
      work[at(row, column)] = matrix[column * 4 + row] as number;
      work[at(row, column + 4)] = row === column ? 1 : 0;
    }
  }
  for (let column = 0; column < 4; column += 1) {
    let pivot = column;
    for (let row = column + 1; row < 4; row += 1) {
      if (Math.abs(work[at(row, column)] as number) > Math.abs(work[at(pivot, column)] as number))
        pivot = row;
    }
    const value = work[at(pivot, column)] as number;
    if (Math.abs(value) < 1e-12) return false;
    for (let k = 0; k < 8; k += 1) {
      const swap = work[at(pivot, k)] as number;
      work[at(pivot, k)] = work[at(column, k)] as number;
      work[at(column, k)] = swap / value;
    }
    for (let row = 0; row < 4; row += 1) {
      if (row === column) continue;
      const factor = work[at(row, column)] as number;
      if (factor === 0) continue;
      for (let k = 0; k < 8; k += 1)
        work[at(row, k)] = (work[at(row, k)] as number) - factor * (work[at(column, k)] as number);
    }
  }
  for (let row = 0; row < 4; row += 1)
    for (let column = 0; column < 4; column += 1) out[column * 4 + row] = work[at(row, column + 4)] as number;
  return true;
}
