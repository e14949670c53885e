/** Where a tile stands in a cartogram of equal tiles. */
export interface TilePlace {
  readonly column: number;
  readonly row: number;
}

/** In rows of hexagons every other one stands half a tile to the right. */
const shiftOf = (row: number, isHex: boolean): number => (isHex && row % 2 === 1 ? 0.5 : 0);

/**
 * The cheapest way to give each of some things a place of its own (Kuhn, 1955; by shortest augmenting paths, Jonker and
 * Volgenant, 1987). `cost` has a row for each thing, a column for each place, of which there are at least as many.
 */
export function assigned(cost: readonly (readonly number[])[]): number[] {
  const n = cost.length;
  const m = cost[0]?.length ?? 0;
  const [u, v] = [new Float64Array(n + 1), new Float64Array(m + 1)];
  const [taken, way] = [new Int32Array(m + 1), new Int32Array(m + 1)];
  for (let i = 1; i <= n; i += 1) {
    taken[0] = i;
    let at = 0;
    const least = new Float64Array(m + 1).fill(Infinity);
    const used = new Uint8Array(m + 1);
    do {
      used[at] = 1;
      const own = taken[at] as number;
      let [delta, next] = [Infinity, 0];
      for (let j = 1; j <= m; j += 1) {
        if (used[j]) continue;
        const now = ((cost[own - 1] as readonly number[])[j - 1] as number) - (u[own] as number) - (v[j] as number);
        if (now < (least[j] as number)) [least[j], way[j]] = [now, at];
        if ((least[j] as number) < delta) [delta, next] = [least[j] as number, j];
      }
      for (let j = 0; j <= m; j += 1)
        if (used[j]) {
          u[taken[j] as number] = (u[taken[j] as number] as number) + delta;
          v[j] = (v[j] as number) - delta;
        } else least[j] = (least[j] as number) - delta;
      at = next;
    } while (taken[at] !== 0);
    while (at !== 0) {
      const from = way[at] as number;
      taken[at] = taken[from] as number;
      at = from;
    }
  }
  const found = new Array<number>(n).fill(-1);
  for (let j = 1; j <= m; j += 1) if ((taken[j] as number) > 0) found[(taken[j] as number) - 1] = j - 1;
  return found;
} // prettier-ignore

/**
 * Places of equal tiles that lie as the middles of regions lie to one another: each on a grid of about as many places, with
 * the least sum of squared ways. `aspect`: width by height of the room.
 */
export function tilePlaces(middles: readonly { readonly x: number; readonly y: number }[], aspect: number, isHex: boolean): TilePlace[] {
  const n = middles.length;
  if (n === 0) return [];
  const xs = middles.map(({ x }) => x);
  const ys = middles.map(({ y }) => y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [w, h] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const own = w > 0 && h > 0 ? Math.max(0.4, Math.min(2.5, Math.sqrt((w / h) * aspect))) : aspect;
  // A little more room than there are tiles, so that the outline of the whole can be seen.
  const across = Math.max(1, Math.round(Math.sqrt(n * 1.35 * own)));
  const down = Math.max(1, Math.ceil((n * 1.35) / across));
  const places: TilePlace[] = [];
  for (let row = 0; row < down; row += 1) for (let column = 0; column < across; column += 1) places.push({ column, row });
  const cost = middles.map(({ x, y }) => {
    const [cx, cy] = [w > 0 ? ((x - left) / w) * (across - 1) : (across - 1) / 2, h > 0 ? ((y - top) / h) * (down - 1) : (down - 1) / 2];
    return places.map(({ column, row }) => (column + shiftOf(row, isHex) - cx) ** 2 + (row - cy) ** 2);
  });
  const found = assigned(cost).map((at) => places[at] as TilePlace);
  const [firstColumn, firstRow] = [Math.min(...found.map(({ column }) => column)), Math.min(...found.map(({ row }) => row))];
  // Rows of hexagons keep their turn.
  const rows = isHex ? firstRow - (firstRow % 2) : firstRow;
  return found.map(({ column, row }) => ({ column: column - firstColumn, row: row - rows }));
} // prettier-ignore

/** The outlines of tiles in a box, px, in the order of their places; each a closed ring. */
export function tileRings(places: readonly TilePlace[], box: { readonly w: number; readonly h: number }, isHex: boolean, gap: number): (readonly (readonly [number, number])[])[] {
  if (places.length === 0) return [];
  const across = Math.max(...places.map(({ column, row }) => column + shiftOf(row, isHex))) + 1;
  const down = Math.max(...places.map(({ row }) => row)) + 1;
  // A hexagon that stands on its point is as wide as the root of 3 over 2 of its height, and rows lie three quarters apart.
  const high = isHex ? 2 / Math.sqrt(3) : 1;
  const step = isHex ? high * 0.75 : 1;
  const size = Math.min(box.w / across, box.h / (step * (down - 1) + high));
  const [x0, y0] = [(box.w - size * across) / 2, (box.h - size * (step * (down - 1) + high)) / 2];
  return places.map(({ column, row }) => {
    const cx = x0 + (column + shiftOf(row, isHex) + 0.5) * size;
    const cy = y0 + row * step * size + (size * high) / 2;
    const r = Math.max(1, size / 2 - gap / 2);
    const points: [number, number][] = isHex
      ? Array.from({ length: 6 }, (_, k) => {
          const angle = ((k * 60 - 90) * Math.PI) / 180;
          return [cx + Math.cos(angle) * r * high, cy + Math.sin(angle) * r * high];
        })
      : [[cx - r, cy - r], [cx + r, cy - r], [cx + r, cy + r], [cx - r, cy + r]];
    return [...points, points[0] as [number, number]];
  });
} // prettier-ignore
