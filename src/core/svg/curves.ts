import svgpath from 'svgpath';
import type { PathPoint, Subpath } from '../show';
import type { Plane } from './matrix';

/** SVG path data under a map, as cubic curves in px. Data that cannot be read gives none from there on. */
export function readCurves(data: string, map: Plane): Subpath[] {
  const subpaths: { closed: boolean; points: Writable<PathPoint>[] }[] = [];
  let current: { closed: boolean; points: Writable<PathPoint>[] } | null = null;
  const corner = (x: number, y: number): Writable<PathPoint> => ({ x, y, inX: x, inY: y, outX: x, outY: y });
  const start = (x: number, y: number): void => {
    current = { closed: false, points: [corner(x, y)] };
    subpaths.push(current);
  };
  const curve = (x1: number, y1: number, x2: number, y2: number, x: number, y: number): void => {
    const last = current?.points.at(-1);
    if (!current || !last) return start(x, y);
    last.outX = x1;
    last.outY = y1;
    current.points.push({ x, y, inX: x2, inY: y2, outX: x, outY: y });
  };
  const path = svgpath(data)
    .abs()
    .unshort()
    .unarc()
    .matrix([...map]);
  path.iterate((segment, _index, x, y) => {
    const n = segment.slice(1) as number[];
    const at = (index: number): number => n[index] ?? 0;
    switch (segment[0]) {
      case 'M':
        return start(at(0), at(1));
      case 'L':
        return curve(x, y, at(0), at(1), at(0), at(1));
      case 'H':
        return curve(x, y, at(0), y, at(0), y);
      case 'V':
        return curve(x, y, x, at(0), x, at(0));
      case 'C':
        return curve(at(0), at(1), at(2), at(3), at(4), at(5));
      case 'Q': {
        const third = (from: number, to: number): number => from + ((to - from) * 2) / 3;
        return curve(
          third(x, at(0)),
          third(y, at(1)),
          third(at(2), at(0)),
          third(at(3), at(1)),
          at(2),
          at(3),
        );
      }
      case 'Z': {
        if (!current) return;
        current.closed = true;
        const { points } = current;
        const [first, last] = [points[0], points.at(-1)];
        // A last point on the first one is the same point.
        if (first && last && points.length > 2 && Math.hypot(first.x - last.x, first.y - last.y) < 1e-6) {
          first.inX = last.inX;
          first.inY = last.inY;
          points.pop();
        }
        // What follows a closed path without a move begins where that began.
        if (first) current = { closed: false, points: [corner(first.x, first.y)] };
        return;
      }
    }
  });
  return subpaths.filter((subpath) => subpath.points.length > 1);
}

type Writable<T> = { -readonly [K in keyof T]: T[K] };
