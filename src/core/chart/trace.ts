import { curveLinear, curveMonotoneX, curveStepAfter, line, type CurveFactory } from 'd3-shape';
import type { PathPoint, Subpath } from '../shape';
import type { Trace, TracePoint } from './part';

const curves: Readonly<Record<Trace['curve'], CurveFactory>> = {
  straight: curveLinear,
  // Monotone cubics after Steffen (1990): smooth, and never beyond the values on either side.
  smooth: curveMonotoneX,
  stepped: curveStepAfter,
};

type Mutable = { -readonly [K in keyof PathPoint]: PathPoint[K] };
const corner = (x: number, y: number): Mutable => ({ x, y, inX: x, inY: y, outX: x, outY: y });

/** Takes down what is drawn on it as points with handles. */
class Pen {
  readonly points: Mutable[] = [];
  moveTo(x: number, y: number): void {
    this.points.push(corner(x, y));
  }
  lineTo(x: number, y: number): void {
    this.points.push(corner(x, y));
  }
  bezierCurveTo(ax: number, ay: number, bx: number, by: number, x: number, y: number): void {
    const last = this.points.at(-1);
    if (last) [last.outX, last.outY] = [ax, ay];
    this.points.push({ ...corner(x, y), inX: bx, inY: by });
  }
  closePath(): void {
    return undefined;
  }
}

type XY = readonly [number, number];
function drawn(points: readonly XY[], curve: Trace['curve']): Mutable[] {
  const pen = new Pen();
  line<XY>()
    .curve(curves[curve])
    .context(pen as unknown as CanvasRenderingContext2D)(points as XY[]);
  return pen.points;
}

/** The runs of points between gaps, each as where it begins and where the next does. */
function runsOf(points: readonly TracePoint[]): [number, number][] {
  const runs: [number, number][] = [];
  points.forEach(({ begins }, i) => {
    const last = runs.at(-1);
    if (begins || !last) runs.push([i, i + 1]);
    else last[1] = i + 1;
  });
  return runs;
}

/** A trace as a path, px. The number of its points depends on how many it goes through alone, and on its gaps. */
export function traceShapes({ points, curve, base }: Trace): Subpath[] {
  return runsOf(points).map(([from, to]) => {
    const own = points.slice(from, to);
    const there = drawn(
      own.map(({ x, y }) => [x, y]),
      curve,
    );
    if (!base) return { closed: false, points: there };
    const back = drawn(
      own.map(({ x }, i): XY => [x, base[from + i] as number]),
      curve,
    );
    const turned = back.reverse().map(({ x, y, inX, inY, outX, outY }) => ({ x, y, inX: outX, inY: outY, outX: inX, outY: inY }));
    return { closed: true, points: [...there, ...turned] };
  });
} // prettier-ignore

/** Two traces over the points of both, by their keys: what is missing in one lies there at its neighbour before, or behind. */
export function alignTraces(from: Trace, to: Trace): readonly [Trace, Trace] | null {
  if (from.curve !== to.curve || (from.base === null) !== (to.base === null)) return null;
  const [a, b] = [placesOf(from), placesOf(to)];
  const keys: string[] = [];
  let behind = 0;
  // In the order of the new, those that go where they stood among those that stay.
  for (const { key } of to.points) {
    const stood = a.get(key);
    if (stood !== undefined && stood >= behind) {
      for (const gone of from.points.slice(behind, stood)) if (!b.has(gone.key)) keys.push(gone.key);
      behind = stood + 1;
    }
    keys.push(key);
  }
  for (const gone of from.points.slice(behind)) if (!b.has(gone.key)) keys.push(gone.key);
  const made = [filled(from, a, keys), filled(to, b, keys)] as const;
  // A gap that opens or closes is another line.
  const [one, two] = made;
  const sameGaps = one.points.every(({ begins }, i) => begins === two.points[i]?.begins);
  return sameGaps ? made : null;
}

const placesOf = ({ points }: Trace): Map<string, number> => new Map(points.map(({ key }, i) => [key, i]));

function filled(trace: Trace, places: ReadonlyMap<string, number>, keys: readonly string[]): Trace {
  const { points, base } = trace;
  let last: number | null = null;
  const next: number[] = [];
  for (let i = keys.length - 1, behind = -1; i >= 0; i -= 1) {
    behind = places.get(keys[i] as string) ?? behind;
    next[i] = behind;
  }
  const own: TracePoint[] = [];
  const feet: number[] = [];
  keys.forEach((key, i) => {
    const at: number = places.get(key) ?? last ?? (next[i] as number);
    const isOwn = places.has(key);
    if (isOwn) last = at;
    const point = points[at] ?? { key, x: 0, y: 0, begins: false };
    own.push({ ...point, key, begins: isOwn ? point.begins && i > 0 : false });
    if (base) feet.push(base[at] ?? point.y);
  });
  return { ...trace, points: own, base: base ? feet : null };
}
