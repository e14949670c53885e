import { geoArea } from 'd3-geo';
import { counted } from '../problem';
import { ringArea, samePoint, type Geometry, type Point, type Polygon, type Ring } from './geometry';

/** What was put right in a map, counted, to be said. */
export interface Repairs {
  /** Rings that were not closed, had points twice, or were too short to be any. */
  closed: number;
  doubled: number;
  dropped: number;
  /** Outlines that ran clockwise, which those of RFC 7946 do not, and by which all but what they go round is meant. */
  turned: number;
  /** Points beyond the date line. */
  wrapped: number;
}
export const noRepairs = (): Repairs => ({ closed: 0, doubled: 0, dropped: 0, turned: 0, wrapped: 0 });

/** In plain sentences; none where nothing was wrong. */
export const repairNotes = ({ closed, doubled, dropped, turned, wrapped }: Repairs): string[] => [
  ...(closed > 0 ? [`${counted(closed, 'outline')} closed.`] : []),
  ...(doubled > 0 ? [`${counted(doubled, 'point')} that stood twice in a row left out.`] : []),
  ...(dropped > 0 ? [`${counted(dropped, 'outline')} of fewer than three points left out.`] : []),
  ...(turned > 0
    ? [
        `${counted(turned, 'outline')} that ran clockwise taken for what ${turned === 1 ? 'it goes' : 'they go'} round.`,
      ]
    : []),
  ...(wrapped > 0 ? [`${counted(wrapped, 'point')} beyond the date line put on the other side.`] : []),
];

const wrap = (longitude: number): number => ((((longitude + 180) % 360) + 360) % 360) - 180;

function cleanLine(points: readonly Point[], isSphere: boolean, repairs: Repairs): Point[] {
  const clean: Point[] = [];
  for (const [x, y] of points) {
    // 180 degrees is the same place as -180, and is where outlines along the date line stand.
    const isBeyond = isSphere && (x > 180 || x < -180);
    if (isBeyond) repairs.wrapped += 1;
    const point: Point = [isBeyond ? wrap(x) : x, y];
    if (samePoint(point, clean.at(-1))) repairs.doubled += 1;
    else clean.push(point);
  }
  return clean;
}

function cleanRing(ring: Ring, isSphere: boolean, repairs: Repairs): Point[] | null {
  const clean = cleanLine(ring, isSphere, repairs);
  const first = clean[0];
  if (first && clean.length > 2 && !samePoint(first, clean.at(-1))) {
    repairs.closed += 1;
    clean.push(first);
  }
  if (clean.length >= 4) return clean;
  repairs.dropped += 1;
  return null;
}

/** Whether an outline means less than half the sphere, or on a plan runs clockwise: then it is the outline of what it goes round. */
const runsRight = (ring: Ring, isSphere: boolean): boolean =>
  isSphere ? geoArea({ type: 'Polygon', coordinates: [ring as [number, number][]] }) <= 2 * Math.PI : ringArea(ring) >= 0; // prettier-ignore

/** An area's outlines one way round and its holes the other, as drawing on a sphere needs it. */
function cleanPolygon(polygon: Polygon, isSphere: boolean, repairs: Repairs): Polygon | null {
  const rings: Ring[] = [];
  for (const [at, ring] of polygon.entries()) {
    const clean = cleanRing(ring, isSphere, repairs);
    if (!clean) {
      // Without its outline the holes are of nothing.
      if (at === 0) return null;
      continue;
    }
    const isRight = runsRight(clean, isSphere) === (at === 0);
    if (!isRight) {
      clean.reverse();
    } else if (at === 0 && isSphere) repairs.turned += 1;
    rings.push(clean);
  }
  return rings;
}

/** Geometry as it can be drawn; null where nothing of it is left. What was put right is counted. */
export function repaired(geometry: Geometry, isSphere: boolean, repairs: Repairs): Geometry | null {
  switch (geometry.kind) {
    case 'area': {
      const polygons = geometry.polygons.flatMap((polygon) => {
        const clean = cleanPolygon(polygon, isSphere, repairs);
        return clean ? [clean] : [];
      });
      return polygons.length > 0 ? { kind: 'area', polygons } : null;
    }
    case 'line': {
      const lines = geometry.lines.map((line) => cleanLine(line, isSphere, repairs)).filter((line) => line.length > 1);
      return lines.length > 0 ? { kind: 'line', lines } : null;
    }
    case 'place': {
      const [points] = [cleanLine(geometry.points, isSphere, repairs)];
      return points.length > 0 ? { kind: 'place', points } : null;
    }
  }
} // prettier-ignore
