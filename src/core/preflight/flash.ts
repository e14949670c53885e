// Flashes that may harm viewers with photosensitive epilepsy, after Recommendation ITU-R BT.1702-3 (Annex 1): a flash is
// a pair of opposing changes of luminance of 20 cd/m² or more, the darker picture being below 160 cd/m². More than three
// of them within any second are not acceptable where they come over more than a quarter of the picture at once. A change
// to or from a saturated red counts as well.

/** Peak luminance of the reference display, cd/m² (ITU-R BT.1702 assumes 200). */
const peak = 200;
const leastChange = 20;
const darkest = 160;
/** Part of the picture. */
const leastArea = 0.25;
const mostFlashes = 3;

/** Cells of the picture that are looked at, across and down. */
export const flashGrid = { columns: 32, rows: 18 } as const;

export interface FlashFinding {
  /** The first and the last frame of the second in which too many flashes lie. */
  readonly from: number;
  readonly to: number;
  readonly flashes: number;
  /** The largest part of the picture that flashed at once, 0 to 1. */
  readonly area: number;
  readonly isRed: boolean;
}

/** Light of the 256 display values (gamma of ITU-R BT.1886). */
const light = Float64Array.from({ length: 256 }, (_, value) => (value / 255) ** 2.4);

/**
 * Finds harmful flashes in a run of frames. Each frame is a list of RGBA bytes (not premultiplied), `flashGrid` cells in
 * rows, as it is laid over a backdrop of one grey (0 to 255). `rate` is frames a second.
 */
export function flashes(
  frames: readonly Uint8ClampedArray[],
  rate: number,
  backdrop: number,
): FlashFinding[] {
  const cells = flashGrid.columns * flashGrid.rows;
  // By cell: the last turning point of its luminance, and which way it went last.
  const turn = new Float64Array(cells).fill(NaN);
  const way = new Int8Array(cells);
  const redTurn = new Float64Array(cells).fill(NaN);
  const redWay = new Int8Array(cells);
  /** Frames at which enough of the picture turned brighter or darker at once. */
  const changes: { frame: number; area: number; isRed: boolean }[] = [];
  frames.forEach((pixels, frame) => {
    let [up, down, red] = [0, 0, 0];
    for (let cell = 0; cell < cells; cell += 1) {
      const at = cell * 4;
      const alpha = (pixels[at + 3] ?? 0) / 255;
      const mix = (i: number): number =>
        light[Math.round((pixels[at + i] ?? 0) * alpha + backdrop * (1 - alpha))] ?? 0;
      const [r, g, b] = [mix(0), mix(1), mix(2)];
      const luminance = peak * (0.2126 * r + 0.7152 * g + 0.0722 * b);
      const sum = r + g + b;
      const saturated = sum > 0 && r / sum >= 0.8 ? Math.max(0, (r - g - b) * 320) : 0;
      const moved = step(turn, way, cell, luminance, leastChange, darkest);
      if (moved > 0) up += 1;
      else if (moved < 0) down += 1;
      if (step(redTurn, redWay, cell, saturated, 20, Infinity) !== 0) red += 1;
    }
    const area = Math.max(up, down) / cells;
    if (area > leastArea) changes.push({ frame, area, isRed: false });
    else if (red / cells > leastArea) changes.push({ frame, area: red / cells, isRed: true });
  });
  const found: FlashFinding[] = [];
  // Two opposing changes are one flash.
  for (let i = 0; i < changes.length; i += 1) {
    const first = changes[i] as (typeof changes)[number];
    const within = changes.filter(({ frame }) => frame >= first.frame && frame < first.frame + rate);
    const count = Math.floor(within.length / 2);
    if (count <= mostFlashes) continue;
    found.push({
      from: first.frame,
      to: within.at(-1)?.frame ?? first.frame,
      flashes: count,
      area: Math.max(...within.map(({ area }) => area)),
      isRed: within.every(({ isRed }) => isRed),
    });
    i += within.length - 1;
  }
  return found;
}

/** Follows one cell: 1 or -1 when it has gone far enough the other way, or on from where it last turned; else 0. */
function step(
  turn: Float64Array,
  way: Int8Array,
  cell: number,
  value: number,
  least: number,
  dark: number,
): number {
  const from = turn[cell] as number;
  if (Number.isNaN(from)) {
    turn[cell] = value;
    return 0;
  }
  const change = value - from;
  const last = way[cell] as number;
  if (Math.abs(change) >= least && Math.min(value, from) < dark && Math.sign(change) !== last) {
    turn[cell] = value;
    way[cell] = Math.sign(change);
    return Math.sign(change);
  }
  // The extreme on the way it goes is where the next opposing change counts from.
  if (last !== 0 && Math.sign(change) === last) turn[cell] = value;
  return 0;
}
