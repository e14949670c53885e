import {
  geoAzimuthalEqualArea,
  geoCentroid,
  geoBounds,
  geoConicConformal,
  geoConicEqualArea,
  geoEqualEarth,
  geoEquirectangular,
  geoIdentity,
  geoMercator,
  geoNaturalEarth1,
  geoOrthographic,
  type GeoConicProjection,
  type GeoPermissibleObjects,
  type GeoProjection,
} from 'd3-geo';
import type { ProjectionName } from './names';

/** Somewhere on the sphere: its middle, and its southern and northern edge, in degrees. */
interface Extent {
  readonly middle: readonly [number, number];
  readonly south: number;
  readonly north: number;
  /** From its western to its eastern edge. */
  readonly wide: number;
}

export function extentOf(object: GeoPermissibleObjects): Extent {
  const [[west, south], [east, north]] = geoBounds(object);
  const wide = east >= west ? east - west : east - west + 360;
  const longitude = ((((west + wide / 2 + 180) % 360) + 360) % 360) - 180;
  const [x, y] = geoCentroid(object);
  // The middle of what it spans; where that is all round, of where most of it lies.
  return { middle: wide > 300 ? [Number.isFinite(x) ? x : 0, Number.isFinite(y) ? y : 0] : [longitude, (south + north) / 2], south, north, wide };
} // prettier-ignore

/** What suits a place of this extent where nobody has chosen: the earth, a continent, a country, a town. */
export const usualProjection = ({ wide, south, north }: Extent): ProjectionName =>
  wide > 150
    ? 'equal-earth'
    : wide > 60 || north - south > 60
      ? 'azimuthal'
      : wide > 4
        ? 'albers'
        : 'mercator';

/** Standard parallels a sixth in from the southern and northern edge, as is usual (Deetz and Adams, 1934). */
function conic(projection: GeoConicProjection, { middle, south, north }: Extent): GeoProjection {
  const sixth = (north - south) / 6;
  const [first, second] = [south + sixth, north - sixth];
  // Parallels that are opposite give a cylinder, which the formulas of a cone do not.
  const isOpposite = Math.abs(first + second) < 0.01;
  return projection
    .parallels([first, isOpposite ? second + 0.1 : second])
    .rotate([-middle[0], 0])
    .center([0, middle[1]]);
}

/** A projection turned to what it is to show, not fitted to any size yet. */
export function projectionFor(name: ProjectionName, extent: Extent): GeoProjection {
  const { middle } = extent;
  switch (name) {
    case 'equal-earth':
      return geoEqualEarth().rotate([-middle[0], 0]);
    case 'natural-earth':
      return geoNaturalEarth1().rotate([-middle[0], 0]);
    case 'equirectangular':
      return geoEquirectangular().rotate([-middle[0], 0]);
    case 'mercator':
      return geoMercator().rotate([-middle[0], 0]);
    case 'albers':
      return conic(geoConicEqualArea(), extent);
    case 'lambert':
      return conic(geoConicConformal(), extent);
    case 'azimuthal':
      return geoAzimuthalEqualArea().rotate([-middle[0], -middle[1]]);
    case 'orthographic':
      return geoOrthographic().rotate([-middle[0], -middle[1]]).clipAngle(90);
  }
}

/** What is a plan already is only scaled and moved. */
export const planProjection = geoIdentity;
