// What one takes hold of to move and turn an element in space, and what of space is seen: worked out from where the scene
// stands, so that a drag goes on from where it began whatever is drawn meanwhile.
import { identity, invert, pointThrough, type Matrix } from '../display';
import { partOf } from './pose-of';
import type { Part, Scene } from './part';

export interface Point {
  readonly x: number;
  readonly y: number;
}
export const axes = ['x', 'y', 'z'] as const;
export type Axis = (typeof axes)[number];
/** The turns of an element: about its own upright axis Z, then about X, then about Y. */
export const turns = ['rotationX', 'rotationY', 'rotation'] as const;
export type Turn = (typeof turns)[number];

/** How an element stands: maps of the space around it and of its own plane onto the canvas, its pivot, its turns in degrees. */
export interface Stand {
  readonly around: Matrix;
  readonly plane: Matrix;
  readonly pivotX: number;
  readonly pivotY: number;
  readonly w: number;
  readonly h: number;
  readonly x: number;
  readonly y: number;
  readonly rotationX: number;
  readonly rotationY: number;
}

/** How an element stands as the scene was last evaluated; null where the scene does not show it. */
export function standOf(scene: Scene, id: string): Stand | null {
  const part = partOf(scene, id);
  return part ? standOfPart(scene, part) : null;
}

/** How a part of a scene stands. */
export function standOfPart(scene: Scene, part: Part): Stand {
  const { element, standing, isInSpace } = part;
  return {
    around: mapAround(scene, part).slice(),
    plane: part.plane.slice(),
    pivotX: part.pivotX,
    pivotY: part.pivotY,
    x: part.x,
    y: part.y,
    w: part.nowW,
    h: part.nowH,
    rotationX: isInSpace ? standing.rotationX : element.rotationX,
    rotationY: isInSpace ? standing.rotationY : element.rotationY,
  };
}

/** A point of the space around an element as something that stands there, unturned. */
export function standAt({ around }: Stand, x: number, y: number, z: number): Stand {
  const plane = around.slice();
  for (let row = 0; row < 4; row += 1)
    plane[12 + row] = (plane[12 + row] as number) + (around[8 + row] as number) * z;
  return { around, plane, pivotX: x, pivotY: y, x, y, w: 0, h: 0, rotationX: 0, rotationY: 0 };
}

const mapAround = (scene: Scene, { parent }: Part): Matrix =>
  parent < 0 ? (scene.within?.plane ?? scene.base) : (scene.parts[parent] as Part).plane;

const column: Readonly<Record<Axis, number>> = { x: 0, y: 4, z: 8 };
const radians = Math.PI / 180;

/** Where a point of space is seen; null: it stands behind the eye. */
export function seenAt(map: ArrayLike<number>, x: number, y: number, z: number): Point | null {
  const n = (i: number): number => map[i] as number;
  const w = n(3) * x + n(7) * y + n(11) * z + n(15);
  if (!(w > 1e-3)) return null;
  return {
    x: (n(0) * x + n(4) * y + n(8) * z + n(12)) / w,
    y: (n(1) * x + n(5) * y + n(9) * z + n(13)) / w,
  };
}

/** The part of a line of space that stands before the eye, as it is seen; null: none of it does. */
export function lineSeen(
  map: ArrayLike<number>,
  a: readonly [number, number, number],
  b: readonly [number, number, number],
): readonly [Point, Point] | null {
  const near = 0.02;
  const depth = ([x, y, z]: readonly [number, number, number]): number =>
    (map[3] as number) * x + (map[7] as number) * y + (map[11] as number) * z + (map[15] as number);
  const [da, db] = [depth(a), depth(b)];
  if (da < near && db < near) return null;
  const at = (part: number) =>
    [0, 1, 2].map((i) => (a[i] as number) + ((b[i] as number) - (a[i] as number)) * part) as [number, number, number]; // prettier-ignore
  const cut = (near - da) / (db - da);
  const [from, to] = [da < near ? at(cut) : a, db < near ? at(cut) : b];
  const [p, q] = [seenAt(map, ...from), seenAt(map, ...to)];
  return p && q && [p, q];
}

/** Where its pivot is seen. */
export const pivotSeen = ({ plane, pivotX, pivotY }: Stand): Point | null =>
  pointThrough(plane, pivotX, pivotY);

/** The corners of its box as they are seen, round it; null where one stands behind the eye. */
export function outlineSeen({ plane, x, y, w, h }: Stand): readonly Point[] | null {
  const corners = [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ].map(([u = 0, v = 0]) => pointThrough(plane, u, v));
  return corners.every((corner): corner is Point => corner !== null) ? corners : null;
}

/** Where a point of its box, in parts of that, is seen; null: behind the eye. */
export const boxPointSeen = ({ plane, x, y, w, h }: Stand, u: number, v: number): Point | null =>
  pointThrough(plane, x + w * u, y + h * v);

/** Its pivot as it is mapped (x, y, 0, w), and what a px along a direction of the space around it adds to that. */
function rayOf(stand: Stand, [dx, dy, dz]: readonly [number, number, number]) {
  const { plane, around, pivotX, pivotY } = stand;
  const at = (m: Matrix, row: number): number =>
    (m[row] as number) * pivotX + (m[row + 4] as number) * pivotY + (m[row + 12] as number);
  const by = (row: number): number =>
    (around[row] as number) * dx + (around[row + 4] as number) * dy + (around[row + 8] as number) * dz;
  return {
    from: [at(plane, 0), at(plane, 1), at(plane, 3)] as const,
    to: [by(0), by(1), by(3)] as const,
  };
}

const unit = (axis: Axis) => [axis === 'x' ? 1 : 0, axis === 'y' ? 1 : 0, axis === 'z' ? 1 : 0] as const;

/** Where a point so many px from its pivot along an axis of the space around it is seen; null: behind the eye. */
export function alongSeen(stand: Stand, axis: Axis, px: number): Point | null {
  const { from, to } = rayOf(stand, unit(axis));
  const w = from[2] + to[2] * px;
  return w > 1e-3 ? { x: (from[0] + to[0] * px) / w, y: (from[1] + to[1] * px) / w } : null;
}

/**
 * How far along an axis of space a drag from one point of the canvas to another leads, px: where the pointer is nearest to the
 * axis as it is seen. Null where that is seen from its end.
 */
export function alongAxis(stand: Stand, axis: Axis, from: Point, to: Point): number | null {
  const ray = rayOf(stand, unit(axis));
  const [[ax, ay, aw], [bx, by, bw]] = [ray.from, ray.to];
  if (!(aw > 1e-6)) return null;
  const [px, py] = [ax / aw, ay / aw];
  // The direction in which it is seen to begin.
  const [vx, vy] = [(bx - px * bw) / aw, (by - py * bw) / aw];
  const speed = Math.hypot(vx, vy);
  if (speed < 0.02) return null;
  const [ux, uy] = [vx / speed, vy / speed];
  const reach = (p: Point): number => {
    const s = (p.x - px) * ux + (p.y - py) * uy;
    // s = speed t aw / (aw + t bw)
    const under = speed * aw - s * bw;
    return under > 1e-6 ? (s * aw) / under : NaN;
  };
  const way = reach(to) - reach(from);
  return Number.isFinite(way) ? way : null;
}

/** The plane of a turn: two directions of the space around, of which the first turns into the second. */
function ringOf({ rotationX, rotationY }: Stand, turn: Turn) {
  const [cx, sx, cy, sy] = [
    Math.cos(rotationX * radians),
    Math.sin(rotationX * radians),
    Math.cos(rotationY * radians),
    Math.sin(rotationY * radians),
  ];
  // As `placeInSpace` turns: about X its foot comes forward, then about Y its right goes back.
  const afterY = (x: number, y: number, z: number) => [x * cy + z * sy, y, z * cy - x * sy] as const;
  switch (turn) {
    case 'rotationY':
      return [
        [1, 0, 0],
        [0, 0, -1],
      ] as const;
    case 'rotationX':
      return [afterY(0, 1, 0), afterY(0, 0, 1)] as const;
    case 'rotation':
      return [afterY(1, 0, 0), afterY(0, cx, sx)] as const;
  }
}

/** A map of the plane of a turn, its pivot the origin, onto the canvas. */
function ringMap(stand: Stand, turn: Turn): Matrix {
  const [first, second] = ringOf(stand, turn);
  const [a, b] = [rayOf(stand, first), rayOf(stand, second)];
  const map = identity();
  [0, 1, 3].forEach((row, i) => {
    map[row] = a.to[i] as number;
    map[row + 4] = b.to[i] as number;
    map[row + 12] = a.from[i] as number;
  });
  return map;
}

/** A ring about its pivot in the plane of a turn, so many px wide, as it is seen; what stands behind the eye is left out. */
export function ringSeen(stand: Stand, turn: Turn, radius: number, points = 48): Point[] {
  const map = ringMap(stand, turn);
  return Array.from({ length: points + 1 }, (_, i) => {
    const angle = (i / points) * 2 * Math.PI;
    return pointThrough(map, Math.cos(angle) * radius, Math.sin(angle) * radius);
  }).filter((point): point is Point => point !== null);
}

/** Degrees by which a drag from one point of the canvas to another turns it; null where the ring is seen from its edge. */
export function aboutRing(stand: Stand, turn: Turn, from: Point, to: Point): number | null {
  const back = identity();
  if (!invert(back, ringMap(stand, turn))) return null;
  const angle = (p: Point): number | null => {
    const at =
      pointThrough(back, p.x, p.y) ??
      pointThrough(
        back.map((value) => -value),
        p.x,
        p.y,
      );
    return at && Math.atan2(at.y, at.x) / radians;
  };
  const [a, b] = [angle(from), angle(to)];
  if (a === null || b === null) return null;
  const by = b - a;
  return by > 180 ? by - 360 : by <= -180 ? by + 360 : by;
}

/** Which two axes of space a plane that is best seen goes along. */
export function facingPlane({ around }: Stand): readonly [Axis, Axis] {
  const areas = ([['x', 'y'], ['z', 'y'], ['x', 'z']] as const).map(([a, b]) => ({ pair: [a, b] as const, area: areaOf(around, a, b) })); // prettier-ignore
  // The plane of the canvas unless another is seen much better.
  const [flat, ...others] = areas;
  const best = others.reduce((most, own) => (own.area > most.area ? own : most));
  return flat && flat.area * 3 >= best.area ? flat.pair : best.pair;
}
const areaOf = (m: Matrix, a: Axis, b: Axis): number => {
  const n = (axis: Axis, row: number): number => m[column[axis] + row] as number;
  return Math.abs(n(a, 0) * n(b, 1) - n(b, 0) * n(a, 1));
};

/** How far a drag leads along two axes of space, in the plane through its pivot; null where that is seen from its edge. */
export function inPlaneOf(
  stand: Stand,
  [first, second]: readonly [Axis, Axis],
  from: Point,
  to: Point,
): readonly [number, number] | null {
  const [a, b] = [rayOf(stand, unit(first)), rayOf(stand, unit(second))];
  const map = identity();
  [0, 1, 3].forEach((row, i) => {
    map[row] = a.to[i] as number;
    map[row + 4] = b.to[i] as number;
    map[row + 12] = a.from[i] as number;
  });
  const back = identity();
  if (!invert(back, map)) return null;
  const [p, q] = [pointThrough(back, from.x, from.y), pointThrough(back, to.x, to.y)];
  return p && q && [q.x - p.x, q.y - p.y];
}

/**
 * Where an element whose box has become another must stand for a point of it (in parts of its box) to stay where it is in
 * space: how far it goes along x, y and z.
 */
export function heldBy(
  { rotationX, rotationY }: Pick<Stand, 'rotationX' | 'rotationY'>,
  rotation: number,
  pivot: Point,
  was: { readonly x: number; readonly y: number; readonly w: number; readonly h: number },
  is: typeof was,
  held: Point,
): { readonly x: number; readonly y: number; readonly z: number } {
  const turned = (u: number, v: number): readonly [number, number, number] => {
    const [c, s] = [Math.cos(rotation * radians), Math.sin(rotation * radians)];
    const [x, y] = [u * c - v * s, u * s + v * c];
    const [cx, sx] = [Math.cos(rotationX * radians), Math.sin(rotationX * radians)];
    const [cy, sy] = [Math.cos(rotationY * radians), Math.sin(rotationY * radians)];
    const [down, front] = [y * cx, y * sx];
    return [x * cy + front * sy, down, front * cy - x * sy];
  };
  const from = (box: typeof was): readonly [number, number, number] => {
    const [dx, dy, dz] = turned((held.x - pivot.x) * box.w, (held.y - pivot.y) * box.h);
    return [box.x + pivot.x * box.w + dx, box.y + pivot.y * box.h + dy, dz];
  };
  const [a, b] = [from(was), from(is)];
  return { x: a[0] - b[0], y: a[1] - b[1], z: a[2] - b[2] };
}

/** An element's box as a map from the canvas into its own px, before it is turned; null: it is seen from its edge. */
export function intoBox({ plane }: Stand): ((at: Point) => Point | null) | null {
  const back = identity();
  if (!invert(back, plane)) return null;
  return ({ x, y }) => pointThrough(back, x, y);
}

/** The map of the space that a scene stands in, onto the canvas. */
export const spaceOf = (scene: Scene): Matrix => scene.within?.plane ?? scene.base;
