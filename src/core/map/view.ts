/** What is seen of a map: its middle and the width of what is seen, px of the map as it lies whole. */
export interface MapView {
  x: number;
  y: number;
  w: number;
}

/** How much a view zooms out on its way, against how far it moves (van Wijk and Nuij found 1.42 to please most). */
const rho = Math.SQRT2;
const near = 1e-9;

/**
 * The view so far (0 to 1) on the way from one to another that feels even: after van Wijk and Nuij, "Smooth and efficient
 * zooming and panning" (2003). Written into `out`, which may be either end.
 */
export function viewBetween(
  out: MapView,
  from: Readonly<MapView>,
  to: Readonly<MapView>,
  part: number,
): void {
  if (part <= 0) return put(out, from.x, from.y, from.w);
  if (part >= 1) return put(out, to.x, to.y, to.w);
  const { x, y, w: w0 } = from;
  const w1 = to.w;
  const [dx, dy] = [to.x - x, to.y - y];
  const d2 = dx * dx + dy * dy;
  if (d2 < near * w0 * w0) return put(out, x + dx * part, y + dy * part, w0 * Math.pow(w1 / w0, part));
  const d1 = Math.sqrt(d2);
  const b0 = (w1 * w1 - w0 * w0 + rho ** 4 * d2) / (2 * w0 * rho ** 2 * d1);
  const b1 = (w1 * w1 - w0 * w0 - rho ** 4 * d2) / (2 * w1 * rho ** 2 * d1);
  const r0 = Math.log(Math.sqrt(b0 * b0 + 1) - b0);
  const r1 = Math.log(Math.sqrt(b1 * b1 + 1) - b1);
  const s = (part * (r1 - r0)) / rho;
  const u = (w0 / (rho ** 2 * d1)) * (Math.cosh(r0) * Math.tanh(rho * s + r0) - Math.sinh(r0));
  put(out, x + u * dx, y + u * dy, (w0 * Math.cosh(r0)) / Math.cosh(rho * s + r0));
}

function put(out: MapView, x: number, y: number, w: number): void {
  out.x = x;
  out.y = y;
  out.w = w;
}

/** The view of a box of a map in a frame of a size, with so much room round it, in parts of what is seen. */
export function viewOf(box: { readonly x: number; readonly y: number; readonly w: number; readonly h: number }, frame: { readonly w: number; readonly h: number }, room: number): MapView {
  const part = Math.max(0.05, 1 - 2 * room);
  const w = Math.max(box.w, (box.h * frame.w) / Math.max(1, frame.h), frame.w / 200) / part;
  return { x: box.x + box.w / 2, y: box.y + box.h / 2, w };
} // prettier-ignore
