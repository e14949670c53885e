import { feature } from 'topojson-client';
import { topology } from 'topojson-server';
import { presimplify, quantile, simplify } from 'topojson-simplify';
import { geoObject } from './draw';
import type { Geometry, Point, Polygon } from './geometry';

/** Steps to which positions are rounded along each side of a map, so that borders of neighbours are one. */
const steps = 1e6;

/** A geometry of GeoJSON as one of ours; null where nothing of it is left. */
export const back = (made: { type: string; coordinates: unknown }): Geometry | null => {
  const rings = (polygon: unknown): Polygon => (polygon as Point[][]).filter((ring) => ring.length >= 4);
  switch (made.type) {
    case 'Polygon':
    case 'MultiPolygon': {
      const all = made.type === 'Polygon' ? [made.coordinates] : (made.coordinates as unknown[]);
      const polygons = all.map(rings).filter((polygon) => polygon.length > 0);
      return polygons.length > 0 ? { kind: 'area', polygons } : null;
    }
    case 'LineString':
      return { kind: 'line', lines: [made.coordinates as Point[]] };
    case 'MultiLineString':
      return { kind: 'line', lines: made.coordinates as Point[][] };
    default:
      return { kind: 'place', points: (made.type === 'Point' ? [made.coordinates] : made.coordinates) as Point[] };
  }
}; // prettier-ignore

/**
 * Geometries with only that share of their points that matters most (Visvalingam and Whyatt, 1993): a border that two share
 * stays one for both, and nothing vanishes. `share` from 0 to 1; null where a geometry is too small to be drawn at all.
 */
export function simplified(geometries: readonly Geometry[], share: number): (Geometry | null)[] {
  if (share >= 1) return [...geometries];
  const all = { type: 'GeometryCollection', geometries: geometries.map(geoObject) };
  const made = presimplify(topology({ all } as never, steps) as never);
  const least = quantile(made as never, share);
  const thin = simplify(made as never, least) as unknown as { objects: { all: { geometries: unknown[] } } };
  return thin.objects.all.geometries.map((one) => {
    const { geometry } = feature(thin as never, one as never) as unknown as { geometry: { type: string; coordinates: unknown } };
    return back(geometry);
  });
} // prettier-ignore
