import type { Box } from '../show';

/** Something to be placed: where it may stand, best first; of more weight goes before others. */
export interface Wanted {
  readonly key: string;
  readonly places: readonly Box[];
  readonly weight: number;
}

const meet = (a: Box, b: Box): boolean =>
  a.x < b.x + b.w - 1e-6 && b.x < a.x + a.w - 1e-6 && a.y < b.y + b.h - 1e-6 && b.y < a.y + a.h - 1e-6;
const lies = (a: Box, within: Box): boolean =>
  a.x >= within.x - 1e-6 &&
  a.y >= within.y - 1e-6 &&
  a.x + a.w <= within.x + within.w + 1e-6 &&
  a.y + a.h <= within.y + within.h + 1e-6;

/** Boxes by the squares that they touch, so that only neighbours are asked. */
class Grid {
  private readonly squares = new Map<string, Box[]>();
  constructor(private readonly size: number) {}

  private each(box: Box, visit: (key: string) => boolean): boolean {
    const { size } = this;
    for (let x = Math.floor(box.x / size); x <= Math.floor((box.x + box.w) / size); x += 1)
      for (let y = Math.floor(box.y / size); y <= Math.floor((box.y + box.h) / size); y += 1)
        if (visit(`${x} ${y}`)) return true;
    return false;
  }
  isFree(box: Box): boolean {
    return !this.each(box, (key) => this.squares.get(key)?.some((other) => meet(box, other)) ?? false);
  }
  add(box: Box): void {
    this.each(box, (key) => {
      const own = this.squares.get(key);
      if (own) own.push(box);
      else this.squares.set(key, [box]);
      return false;
    });
  }
}

/**
 * Places things one after another, the weightiest first, each at the first of its places that lies within the box and
 * meets nothing placed before. What finds no place is not in the result.
 */
export function placeAll(wanted: readonly Wanted[], taken: readonly Box[], within: Box): Map<string, Box> {
  const sizes = wanted.flatMap(({ places }) => places.slice(0, 1).map(({ w, h }) => Math.max(w, h)));
  const grid = new Grid(Math.max(8, Math.min(200, sizes.reduce((sum, size) => sum + size, 0) / (sizes.length || 1))));
  for (const box of taken) grid.add(box);
  const placed = new Map<string, Box>();
  const order = wanted.map((own, i) => ({ own, i })).sort((a, b) => b.own.weight - a.own.weight || a.i - b.i);
  for (const { own } of order) {
    const box = own.places.find((place) => lies(place, within) && grid.isFree(place));
    if (!box) continue;
    placed.set(own.key, box);
    grid.add(box);
  }
  return placed;
} // prettier-ignore

/**
 * Lengths along a line, each as near to where it wants its middle as it can be, in their order and without meeting:
 * least squares by pooling neighbours that meet (pool adjacent violators). Null where they have no room together.
 */
export function spread(
  items: readonly { readonly middle: number; readonly size: number }[],
  from: number,
  to: number,
): number[] | null {
  const total = items.reduce((sum, { size }) => sum + size, 0);
  if (total > to - from + 1e-6) return null;
  const order = items.map((_, i) => i).sort((a, b) => (items[a]?.middle ?? 0) - (items[b]?.middle ?? 0) || a - b);
  interface Pool {
    /** Sum over members of where their pool would have to begin for each, and how many. */
    sum: number;
    count: number;
    size: number;
    members: number[];
  }
  const pools: Pool[] = [];
  const begin = ({ sum, count, size }: Pool): number => Math.max(from, Math.min(to - size, sum / count));
  for (const i of order) {
    const { middle, size } = items[i] as { middle: number; size: number };
    let pool: Pool = { sum: middle - size / 2, count: 1, size, members: [i] };
    for (let last = pools.at(-1); last && begin(last) + last.size > begin(pool) + 1e-9; last = pools.at(-1)) {
      pools.pop();
      pool = {
        sum: last.sum + pool.sum - pool.count * last.size,
        count: last.count + pool.count,
        size: last.size + pool.size,
        members: [...last.members, ...pool.members],
      };
    }
    pools.push(pool);
  }
  const at = items.map(() => 0);
  for (const pool of pools) {
    let next = begin(pool);
    for (const i of pool.members) {
      const { size } = items[i] as { size: number };
      at[i] = next + size / 2;
      next += size;
    }
  }
  return at;
} // prettier-ignore
