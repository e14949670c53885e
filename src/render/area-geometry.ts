import { BufferAttribute, BufferGeometry, ShapeUtils, Vector2 } from 'three';
import type { Area } from '../core/display';

/**
 * An area as triangles: inside, a strip along its edges that fades out over a device px, and its stroke. Each vertex has
 * the place on the outline (x, y), the way out of the area there as a normal whose length carries round corners, and how
 * far it goes along it: `role` 0 inside, 1 the fading edge, 2 and -2 the two sides of the stroke.
 */
export interface AreaGeometry {
  readonly geometry: BufferGeometry;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** A corner's normal is at most so much longer than an edge's, so that sharp ones do not shoot out. */
const mostMiter = 2.5;

const areaOf = (points: Float32Array): number => {
  let sum = 0;
  for (let i = 0; i < points.length; i += 2) {
    const k = (i + 2) % points.length;
    sum +=
      (points[i] as number) * (points[k + 1] as number) - (points[k] as number) * (points[i + 1] as number);
  }
  return sum / 2;
};

const isInside = (x: number, y: number, points: Float32Array): boolean => {
  let isIn = false;
  for (let i = 0, k = points.length - 2; i < points.length; k = i, i += 2) {
    const [ax, ay] = [points[i] as number, points[i + 1] as number];
    const [bx, by] = [points[k] as number, points[k + 1] as number];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) isIn = !isIn;
  }
  return isIn;
};

/** Without points that lie on the one before, and without a last one that is the first. */
function distinct(points: Float32Array, closed: boolean): Float32Array {
  const kept: number[] = [];
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = [points[i] as number, points[i + 1] as number];
    if (kept.length > 0 && kept.at(-2) === x && kept.at(-1) === y) continue;
    kept.push(x, y);
  }
  while (closed && kept.length > 4 && kept[0] === kept.at(-2) && kept[1] === kept.at(-1)) kept.length -= 2;
  return Float32Array.from(kept);
}

/** The normal at each point: to the left of its way as it is seen, y down. */
function normalsOf(points: Float32Array, closed: boolean): Float32Array {
  const n = points.length / 2;
  const normals = new Float32Array(points.length);
  const edge = (i: number): [number, number] => {
    const [a, b] = [((i % n) + n) % n, (((i + 1) % n) + n) % n];
    const dx = (points[2 * b] as number) - (points[2 * a] as number);
    const dy = (points[2 * b + 1] as number) - (points[2 * a + 1] as number);
    const length = Math.hypot(dx, dy) || 1;
    return [dy / length, -dx / length];
  };
  for (let i = 0; i < n; i += 1) {
    const before = !closed && i === 0 ? edge(0) : edge(i - 1);
    const after = !closed && i === n - 1 ? edge(n - 2) : edge(i);
    const [sx, sy] = [before[0] + after[0], before[1] + after[1]];
    const length = Math.hypot(sx, sy);
    if (length < 1e-4) {
      normals[2 * i] = after[0];
      normals[2 * i + 1] = after[1];
      continue;
    }
    // The middle of both, as long as both edges moved out by 1 meet there.
    const miter = Math.min(mostMiter, 2 / length);
    normals[2 * i] = (sx / length) * miter;
    normals[2 * i + 1] = (sy / length) * miter;
  }
  return normals;
}

/**
 * Triangulates an area. A line that runs against the largest is a hole (SVG 2, fill-rule nonzero); where all run one way, one
 * that lies in an odd number of others is (evenodd).
 */
export function areaGeometry({ lines }: Area): AreaGeometry {
  const vertices: number[] = [];
  const index: number[] = [];
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  const put = (x: number, y: number, nx: number, ny: number, role: number): number => {
    vertices.push(x, y, nx, ny, role);
    [left, top, right, bottom] = [Math.min(left, x), Math.min(top, y), Math.max(right, x), Math.max(bottom, y)];
    return vertices.length / 5 - 1;
  };
  const rings = lines
    .filter(({ closed }) => closed)
    .map(({ points }) => distinct(points, true))
    .filter((points) => points.length >= 6)
    .map((points) => ({ points, size: Math.abs(areaOf(points)) }))
    .sort((a, b) => b.size - a.size);
  const outlines: { points: Float32Array; holes: Float32Array[]; size: number }[] = [];
  const oriented = new Map<Float32Array, number>();
  // Where outlines and holes run each their own way, that says which they are: a hole may be filled by a neighbour.
  const way = (points: Float32Array): boolean => areaOf(points) > 0;
  const first = rings[0] ? way(rings[0].points) : true;
  const runBothWays = rings.some(({ points }) => way(points) !== first);
  for (const { points, size } of rings) {
    const around = rings.filter((other) => other.points !== points && other.size >= size && isInside(points[0] as number, points[1] as number, other.points));
    const isHole = runBothWays ? way(points) !== first : around.length % 2 === 1;
    // Which way is out of the area.
    oriented.set(points, (way(points) ? 1 : -1) * (isHole ? -1 : 1));
    if (!isHole) outlines.push({ points, holes: [], size });
    else outlines.filter((own) => around.some((other) => other.points === own.points)).at(-1)?.holes.push(points);
  }
  const asVectors = (points: Float32Array): Vector2[] => Array.from({ length: points.length / 2 }, (_, i) => new Vector2(points[2 * i], points[2 * i + 1]));
  for (const { points, holes } of outlines) {
    const all = [points, ...holes];
    const begin = vertices.length / 5;
    for (const ring of all) for (let i = 0; i < ring.length; i += 2) put(ring[i] as number, ring[i + 1] as number, 0, 0, 0);
    for (const [a, b, c] of ShapeUtils.triangulateShape(asVectors(points), holes.map(asVectors)) as [number, number, number][]) index.push(begin + a, begin + b, begin + c);
  }
  const strip = (points: Float32Array, normals: Float32Array, closed: boolean, way: number, from: number, to: number): void => {
    const n = points.length / 2;
    const first = vertices.length / 5;
    for (let i = 0; i < n; i += 1) {
      const [x, y] = [points[2 * i] as number, points[2 * i + 1] as number];
      const [nx, ny] = [(normals[2 * i] as number) * way, (normals[2 * i + 1] as number) * way];
      put(x, y, nx, ny, from);
      put(x, y, nx, ny, to);
    }
    for (let i = 0; i < (closed ? n : n - 1); i += 1) {
      const [a, b] = [first + 2 * i, first + 2 * ((i + 1) % n)];
      index.push(a, a + 1, b, b, a + 1, b + 1);
    }
  };
  for (const { points } of rings) strip(points, normalsOf(points, true), true, oriented.get(points) ?? 1, 0.5, 1);
  for (const line of lines) {
    const points = distinct(line.points, line.closed);
    if (points.length >= 4) strip(points, normalsOf(points, line.closed), line.closed, 1, 2, -2);
  }
  const geometry = new BufferGeometry();
  const all = Float32Array.from(vertices);
  const count = all.length / 5;
  const position = new Float32Array(count * 3);
  const normal = new Float32Array(count * 2);
  for (let i = 0; i < count; i += 1) {
    position.set([all[5 * i] as number, all[5 * i + 1] as number, all[5 * i + 4] as number], 3 * i);
    normal.set([all[5 * i + 2] as number, all[5 * i + 3] as number], 2 * i);
  }
  geometry.setAttribute('position', new BufferAttribute(position, 3));
  geometry.setAttribute('aNormal', new BufferAttribute(normal, 2));
  geometry.setIndex(index);
  return { geometry, left, top, right, bottom };
} // prettier-ignore
