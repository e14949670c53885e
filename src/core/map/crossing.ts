import type { Ring } from './geometry';

/** Edges that are looked at for one ring at most: longer ones are swept by their edges' left ends, and given up beyond this. */
const mostTests = 400_000;

const turn = (ax: number, ay: number, bx: number, by: number, cx: number, cy: number): number =>
  (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);

/** Whether a closed ring crosses itself: edges that are no neighbours and have a point in common that is no corner. */
export function crossesItself(ring: Ring): boolean {
  const n = ring.length - 1;
  const edges = Array.from({ length: n }, (_, i) => {
    const [a, b] = [ring[i] as readonly [number, number], ring[i + 1] as readonly [number, number]];
    return { i, a, b, left: Math.min(a[0], b[0]), right: Math.max(a[0], b[0]) };
  }).sort((p, q) => p.left - q.left);
  let tests = 0;
  for (let k = 0; k < n; k += 1) {
    const p = edges[k] as (typeof edges)[number];
    for (let m = k + 1; m < n; m += 1) {
      const q = edges[m] as (typeof edges)[number];
      if (q.left > p.right) break;
      tests += 1;
      if (tests > mostTests) return false;
      const apart = Math.abs(p.i - q.i);
      if (apart < 2 || apart === n - 1) continue;
      const side = (r: typeof p, point: readonly [number, number]): number =>
        turn(r.a[0], r.a[1], r.b[0], r.b[1], point[0], point[1]);
      if (side(p, q.a) * side(p, q.b) < 0 && side(q, p.a) * side(q, p.b) < 0) return true;
    }
  }
  return false;
}
