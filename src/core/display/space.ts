// Depth: where elements are turned about axes in their plane, moved towards the eye, or seen in perspective. All maps lead to
// the canvas as homogeneous coordinates, the camera and all, so that whoever draws or points only has to divide. Row 2 says how
// near something is to the eye of the space that it stands in.
import { identity, type Matrix } from './matrix';

/** How far the eye stands before the canvas, in canvas heights. */
export const eyeDistance = 2.2;

/**
 * The camera of a canvas: px of space (x right, y down, z towards the eye) onto px of the canvas. It stands before the
 * middle; what lies at z = 0 is where it is, to the pixel. What stands behind the eye comes out with w below 0.
 */
export function canvasCamera(width: number, height: number): Matrix {
  const camera = identity();
  const toEye = 1 / (eyeDistance * Math.max(1, height));
  camera[8] = (-width / 2) * toEye;
  camera[9] = (-height / 2) * toEye;
  camera[11] = -toEye;
  return camera;
}

/** out = a x b. `out` may be neither. */
export function multiply(out: Matrix, a: Matrix, b: Matrix): void {
  for (let column = 0; column < 16; column += 4) {
    const b0 = b[column] as number;
    const b1 = b[column + 1] as number;
    const b2 = b[column + 2] as number;
    const b3 = b[column + 3] as number;
    for (let row = 0; row < 4; row += 1)
      out[column + row] =
        (a[row] as number) * b0 +
        (a[row + 4] as number) * b1 +
        (a[row + 8] as number) * b2 +
        (a[row + 12] as number) * b3;
  }
}

/** out = m x a scaling and a shift of its plane. */
export function scaleAndShift(
  out: Matrix,
  m: Matrix,
  scaleX: number,
  scaleY: number,
  tx: number,
  ty: number,
): void {
  for (let row = 0; row < 4; row += 1) {
    const u = m[row] as number;
    const v = m[row + 4] as number;
    out[row] = u * scaleX;
    out[row + 4] = v * scaleY;
    out[row + 8] = m[row + 8] as number;
    out[row + 12] = u * tx + v * ty + (m[row + 12] as number);
  }
}

/** How something stands in space, beside how it lies in its plane. */
export interface Standing {
  /** Px towards the eye. */
  z: number;
  /** Degrees about axes through its pivot, as in CSS Transforms Level 2: first X (its top goes back), then Y (its right does). */
  rotationX: number;
  rotationY: number;
  /** Px from its pivot to an eye of its own, by which it and all in it are seen; 0: by the eye of what is around it. */
  perspective: number;
  /** By which depths in it are multiplied. */
  depth: number;
}

const local = identity();
const radians = Math.PI / 180;

/**
 * out = parent x a map that lays something in its plane by (a c tx; b d ty), and then stands it in space about the point
 * (px, py) of that plane. Where it has an eye of its own, its picture is flat for what is around it.
 */
export function placeInSpace(
  out: Matrix,
  parent: Matrix,
  a: number,
  b: number,
  c: number,
  d: number,
  tx: number,
  ty: number,
  px: number,
  py: number,
  { z, rotationX, rotationY, perspective, depth }: Standing,
): void {
  const cosX = rotationX === 0 ? 1 : Math.cos(rotationX * radians);
  const sinX = rotationX === 0 ? 0 : Math.sin(rotationX * radians);
  const cosY = rotationY === 0 ? 1 : Math.cos(rotationY * radians);
  const sinY = rotationY === 0 ? 0 : Math.sin(rotationY * radians);
  setColumn(0, a, b, 0, 0);
  setColumn(4, c, d, 0, 0);
  setColumn(8, 0, 0, depth, 0);
  setColumn(12, tx - px, ty - py, 0, 1);
  for (let at = 0; at < 16; at += 4) {
    const u = local[at] as number;
    const v = local[at + 1] as number;
    const t = local[at + 2] as number;
    const w = local[at + 3] as number;
    const y = v * cosX - t * sinX;
    const back = v * sinX + t * cosX;
    const x = u * cosY + back * sinY;
    const front = back * cosY - u * sinY + z * w;
    if (perspective > 0) {
      const far = w - front / perspective;
      setColumn(at, x + px * far, y + py * far, 0, far);
      inner[at / 4] = front;
    } else setColumn(at, x + px * w, y + py * w, front, w);
  }
  multiply(out, parent, local);
  // What is in it is nearer or farther for its own eye.
  if (perspective > 0) for (let i = 0; i < 4; i += 1) out[i * 4 + 2] = inner[i] as number;
}
const inner = new Float64Array(4);

function setColumn(at: number, x: number, y: number, z: number, w: number): void {
  local[at] = x;
  local[at + 1] = y;
  local[at + 2] = z;
  local[at + 3] = w;
}

/** out = parent x a shift in its plane. What comes to lie flat again is written as a map of the plane, exact to the pixel. */
export function shiftInSpace(out: Matrix, parent: Matrix, tx: number, ty: number): void {
  for (let row = 0; row < 4; row += 1) {
    const u = parent[row] as number;
    const v = parent[row + 4] as number;
    out[row] = u;
    out[row + 4] = v;
    out[row + 8] = parent[row + 8] as number;
    out[row + 12] = u * tx + v * ty + (parent[row + 12] as number);
  }
  const w = out[15] as number;
  if (!(w > 0) || Math.abs(out[3] as number) > flatEnough * w || Math.abs(out[7] as number) > flatEnough * w)
    return;
  if (w !== 1) for (let i = 0; i < 16; i += 1) out[i] = (out[i] as number) / w;
  out[3] = out[7] = 0;
  out[15] = 1;
}
/** Over a canvas it is less than any pixel sees. */
const flatEnough = 1e-12;

/** out = the inverse of a map of space; false, and `out` as it was, where there is none. */
export function invertSpace(out: Matrix, m: ArrayLike<number>): boolean {
  const n = (i: number): number => m[i] as number;
  const s0 = n(0) * n(5) - n(4) * n(1);
  const s1 = n(0) * n(9) - n(8) * n(1);
  const s2 = n(0) * n(13) - n(12) * n(1);
  const s3 = n(4) * n(9) - n(8) * n(5);
  const s4 = n(4) * n(13) - n(12) * n(5);
  const s5 = n(8) * n(13) - n(12) * n(9);
  const c0 = n(2) * n(7) - n(6) * n(3);
  const c1 = n(2) * n(11) - n(10) * n(3);
  const c2 = n(2) * n(15) - n(14) * n(3);
  const c3 = n(6) * n(11) - n(10) * n(7);
  const c4 = n(6) * n(15) - n(14) * n(7);
  const c5 = n(10) * n(15) - n(14) * n(11);
  const determinant = s0 * c5 - s1 * c4 + s2 * c3 + s3 * c2 - s4 * c1 + s5 * c0;
  if (!(Math.abs(determinant) > 1e-12)) return false;
  const by = 1 / determinant;
  out[0] = (n(5) * c5 - n(9) * c4 + n(13) * c3) * by;
  out[4] = (-n(4) * c5 + n(8) * c4 - n(12) * c3) * by;
  out[8] = (n(7) * s5 - n(11) * s4 + n(15) * s3) * by;
  out[12] = (-n(6) * s5 + n(10) * s4 - n(14) * s3) * by;
  out[1] = (-n(1) * c5 + n(9) * c2 - n(13) * c1) * by;
  out[5] = (n(0) * c5 - n(8) * c2 + n(12) * c1) * by;
  out[9] = (-n(3) * s5 + n(11) * s2 - n(15) * s1) * by;
  out[13] = (n(2) * s5 - n(10) * s2 + n(14) * s1) * by;
  out[2] = (n(1) * c4 - n(5) * c2 + n(13) * c0) * by;
  out[6] = (-n(0) * c4 + n(4) * c2 - n(12) * c0) * by;
  out[10] = (n(3) * s4 - n(7) * s2 + n(15) * s0) * by;
  out[14] = (-n(2) * s4 + n(6) * s2 - n(14) * s0) * by;
  out[3] = (-n(1) * c3 + n(5) * c1 - n(9) * c0) * by;
  out[7] = (n(0) * c3 - n(4) * c1 + n(8) * c0) * by;
  out[11] = (-n(3) * s3 + n(7) * s1 - n(11) * s0) * by;
  out[15] = (n(2) * s3 - n(6) * s1 + n(10) * s0) * by;
  return true;
}

/** Whether something is not seen as a map of the plane would show it. How near it is, row 2, is not asked. */
export const isInSpace = (m: ArrayLike<number>): boolean => m[3] !== 0 || m[7] !== 0 || m[15] !== 1;

/** How many px of the canvas a px of a plane is at a point of it, the mean of both ways; negative where it is turned over. */
export function growthThrough(m: ArrayLike<number>, u: number, v: number): number {
  const n = (i: number): number => m[i] as number;
  const over = n(3) * u + n(7) * v + n(15);
  const x = (n(0) * u + n(4) * v + n(12)) / over;
  const y = (n(1) * u + n(5) * v + n(13)) / over;
  const area =
    ((n(0) - n(3) * x) * (n(5) - n(7) * y) - (n(4) - n(7) * x) * (n(1) - n(3) * y)) / (over * over);
  return Math.sign(area) * Math.sqrt(Math.abs(area));
}

/** Whether a plane is seen from behind. */
export const isFromBehind = (m: ArrayLike<number>): boolean => planeDeterminant(m) < 0;

function planeDeterminant(m: ArrayLike<number>): number {
  const n = (i: number): number => m[i] as number;
  return (
    n(0) * (n(5) * n(15) - n(13) * n(7)) -
    n(4) * (n(1) * n(15) - n(13) * n(3)) +
    n(12) * (n(1) * n(7) - n(5) * n(3))
  );
}

/** Whether a plane is seen from its edge, or so nearly that nothing of it would be seen. */
export const isEdgeOn = (m: ArrayLike<number>): boolean => !(Math.abs(planeDeterminant(m)) > 1e-6);

/** What stands nearer to the eye than this is not drawn, w of its corner. */
const nearest = 1e-3;

/**
 * The least rectangle of the canvas (left, top, right, bottom) about a rectangle of a node's px, its sides leaning by
 * `lean` px a px. It reaches everywhere where the rectangle comes up to the eye, and is empty where it lies behind it.
 */
export function boundsThrough(
  out: Float64Array,
  m: ArrayLike<number>,
  x: number,
  y: number,
  w: number,
  h: number,
  lean = 0,
): void {
  const n = (i: number): number => m[i] as number;
  const inSpace = isInSpace(m);
  out[0] = out[1] = Infinity;
  out[2] = out[3] = -Infinity;
  let behind = 0;
  for (let corner = 0; corner < 4; corner += 1) {
    const v = y + (corner & 2 ? h : 0);
    const u = x + (corner & 1 ? w : 0) + lean * v;
    const over = inSpace ? n(3) * u + n(7) * v + n(15) : 1;
    if (!(over > nearest)) {
      behind += 1;
      continue;
    }
    const px = (n(0) * u + n(4) * v + n(12)) / over;
    const py = (n(1) * u + n(5) * v + n(13)) / over;
    out[0] = Math.min(out[0] as number, px);
    out[1] = Math.min(out[1] as number, py);
    out[2] = Math.max(out[2] as number, px);
    out[3] = Math.max(out[3] as number, py);
  }
  if (behind === 0 || behind === 4) return;
  out[0] = out[1] = -1e9;
  out[2] = out[3] = 1e9;
}

/** Where a point of a node's plane is seen on the canvas, px; null: it stands behind the eye. */
export function pointThrough(m: ArrayLike<number>, u: number, v: number): { x: number; y: number } | null {
  const n = (i: number): number => m[i] as number;
  const over = n(3) * u + n(7) * v + n(15);
  if (!(over > nearest)) return null;
  return { x: (n(0) * u + n(4) * v + n(12)) / over, y: (n(1) * u + n(5) * v + n(13)) / over };
}
