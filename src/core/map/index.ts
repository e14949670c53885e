// Maps: regions, lines and places out of files, put right, laid flat by a projection, and matched with rows. Knows nothing
// of templates, sources or pixels.
export { visualCentre, type VisualCentre } from './centre';
export { drawnShape, fitted, largestPart, type Box, type DrawnShape } from './draw';
export { isInside, type Geometry, type Point, type Polygon, type Ring } from './geometry';
export { matchRegions, type Matched, type Named, type NamingRow } from './match';
export { projectionNames, projections, type ProjectionName } from './projections';
export { namingProperties, readGeoJson, type Feature, type GeoRead } from './read-geojson';
export { readMapSvg } from './read-svg';
export { readMapJson, type MapLayer } from './read-topojson';
export { simplified } from './simplify';
