// Maps: regions, lines and places out of files, laid flat by a projection, and matched with rows. Knows nothing of templates,
// sources or pixels.
export { drawnShape, fitted, largestPart, type Box, type DrawnShape } from './draw';
export { isInside, type Geometry, type Point, type Polygon, type Ring } from './geometry';
export { matchRegions, type Matched, type Named, type NamingRow } from './match';
export { projectionNames, projections, type ProjectionName } from './projections';
export { namingProperties, readGeoJson, type Feature, type GeoRead } from './read-geojson';
