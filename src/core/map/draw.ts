import { geoPath, type GeoPermissibleObjects, type GeoProjection, type GeoIdentityTransform } from 'd3-geo';
import { isInside, ringArea, type Geometry, type Point, type Ring } from './geometry';
import type { ProjectionName } from './names';
import { extentOf, planProjection, projectionFor, usualProjection } from './projections';

/** Something of a map laid flat, in px of a box. */
export interface DrawnShape {
  /** Path data (SVG 2, 9.3); areas closed. Of places empty. */
  readonly path: string;
  readonly rings: readonly Ring[];
  readonly points: readonly Point[];
  readonly bounds: { readonly x: number; readonly y: number; readonly w: number; readonly h: number };
}
export interface Box {
  readonly w: number;
  readonly h: number;
}

export const geoObject = (geometry: Geometry): GeoPermissibleObjects => {
  const plain = (list: unknown): never => list as never;
  switch (geometry.kind) {
    case 'area':
      return { type: 'MultiPolygon', coordinates: plain(geometry.polygons) };
    case 'line':
      return { type: 'MultiLineString', coordinates: plain(geometry.lines) };
    case 'place':
      return { type: 'MultiPoint', coordinates: plain(geometry.points) };
  }
};

/** Curves are drawn of more points the larger they are, so that what was fitted small is a little other when large. */
const refits = 2;
function refit(projection: GeoProjection, all: GeoPermissibleObjects, [[left, top], [right, bottom]]: [[number, number], [number, number]]): void {
  const [[x0, y0], [x1, y1]] = geoPath(projection).bounds(all);
  const k = Math.min((right - left) / (x1 - x0), (bottom - top) / (y1 - y0));
  if (!Number.isFinite(k) || k <= 0) return;
  const [tx, ty] = projection.translate();
  const [cx, cy] = [(x0 + x1) / 2, (y0 + y1) / 2];
  projection.scale(projection.scale() * k).translate([(left + right) / 2 + k * (tx - cx), (top + bottom) / 2 + k * (ty - cy)]);
} // prettier-ignore

/** A projection by its name, or what suits a map, fitted into a box with room at its edges; px. */
export function fitted(
  geometries: readonly Geometry[],
  space: 'sphere' | 'plan',
  name: ProjectionName | null,
  box: Box,
  padding = 0,
): GeoProjection | GeoIdentityTransform {
  const all = { type: 'GeometryCollection', geometries: geometries.map(geoObject) } as GeoPermissibleObjects;
  const extent: [[number, number], [number, number]] = [
    [padding, padding],
    [Math.max(padding + 1, box.w - padding), Math.max(padding + 1, box.h - padding)],
  ];
  if (space === 'plan') return planProjection().fitExtent(extent, all);
  const own = extentOf(all);
  const projection = projectionFor(name ?? usualProjection(own), own).fitExtent(extent, all);
  for (let i = 0; i < refits; i += 1) refit(projection, all, extent);
  return projection;
}

/** Hundredths of a px; never minus zero. */
const rounded = (n: number): number => Math.round(n * 100) / 100 + 0;

/** Collects what a path is drawn of. */
class Pen {
  readonly rings: Point[][] = [];
  readonly points: Point[] = [];
  private own: Point[] = [];
  path = '';

  beginPath(): void {
    // One path for all.
  }
  moveTo(x: number, y: number): void {
    this.end();
    this.own = [[rounded(x), rounded(y)]];
    this.path += `M${rounded(x)} ${rounded(y)}`;
  }
  lineTo(x: number, y: number): void {
    this.own.push([rounded(x), rounded(y)]);
    this.path += `L${rounded(x)} ${rounded(y)}`;
  }
  closePath(): void {
    const [first] = this.own;
    if (first) this.own.push(first);
    this.path += 'Z';
    this.end();
  }
  /** A place: a round mark that d3 draws of it. */
  arc(x: number, y: number): void {
    this.points.push([rounded(x), rounded(y)]);
  }
  end(): void {
    if (this.own.length > 1) this.rings.push(this.own);
    this.own = [];
  }
}

/** A geometry as a projection lays it; null where nothing of it is seen. */
export function drawnShape(
  geometry: Geometry,
  projection: GeoProjection | GeoIdentityTransform,
): DrawnShape | null {
  const pen = new Pen();
  geoPath(projection, pen as never)(geoObject(geometry));
  pen.end();
  const points = geometry.kind === 'place' ? pen.points : [];
  const seen = geometry.kind === 'place' ? points : pen.rings.flat();
  if (seen.length === 0) return null;
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of seen) {
    [left, right] = [Math.min(left, x), Math.max(right, x)];
    [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
  }
  return {
    path: geometry.kind === 'place' ? '' : pen.path,
    rings: geometry.kind === 'place' ? [] : pen.rings,
    points,
    bounds: { x: left, y: top, w: right - left, h: bottom - top },
  };
}

/** The largest outline of an area with the holes in it: where its words go. */
export function largestPart(rings: readonly Ring[]): readonly Ring[] {
  const bySize = [...rings].sort((a, b) => Math.abs(ringArea(b)) - Math.abs(ringArea(a)));
  const [outline, ...others] = bySize;
  if (!outline) return [];
  return [outline, ...others.filter((ring) => ring[0] !== undefined && isInside(ring[0], outline))];
}
