import svgpath from 'svgpath';

/** A leaning strip around an outline: all of it has `left` <= x - lean * y <= `right`, px. */
export interface Slab {
  /** Px to the right for a px down. */
  readonly lean: number;
  readonly left: number;
  readonly right: number;
}

const most = 48;

/**
 * The narrowest strip along one of the sides of SVG path data, or null where upright is as narrow or there are too many
 * corners to look at. Curves lie within the corners that steer them.
 */
export function slabOf(path: string): Slab | null {
  const xs: number[] = [];
  const ys: number[] = [];
  svgpath(path)
    .abs()
    .unarc()
    .unshort()
    .iterate(([kind, ...n], _index, x, y) => {
      if (kind === 'H') n = [n[0] as number, y];
      else if (kind === 'V') n = [x, n[0] as number];
      for (let i = 0; i + 1 < n.length; i += 2) {
        xs.push(n[i] as number);
        ys.push(n[i + 1] as number);
      }
    });
  if (xs.length < 2 || xs.length > most) return null;
  const along = (lean: number): Slab => {
    let [left, right] = [Infinity, -Infinity];
    xs.forEach((x, i) => {
      left = Math.min(left, x - lean * (ys[i] as number));
      right = Math.max(right, x - lean * (ys[i] as number));
    });
    return { lean, left, right };
  };
  const widthOf = ({ left, right }: Slab): number => right - left;
  const upright = along(0);
  let best = upright;
  xs.forEach((x, i) => {
    const down = (ys[(i + 1) % ys.length] as number) - (ys[i] as number);
    if (Math.abs(down) < 1e-3) return;
    const found = along(((xs[(i + 1) % xs.length] as number) - x) / down);
    if (widthOf(found) < widthOf(best)) best = found;
  });
  return widthOf(best) < widthOf(upright) - 1 ? best : null;
}
