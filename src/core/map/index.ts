// Maps: regions, lines and places out of files, put right, laid flat by a projection, and matched with rows. Knows nothing
// of templates, sources or pixels.
export { visualCentre, type VisualCentre } from './centre';
export { classesOf, classOf, readBounds, type Classes } from './classes';
export { drawnShape, fitted, largestPart, type Box, type DrawnShape } from './draw';
export { isInside, ringArea, type Geometry, type Point, type Polygon, type Ring } from './geometry';
export {
  enoughPoints,
  keepMap,
  readMap,
  type KeptLayer,
  type KeptMap,
  type LayerWanted,
  type MapFeature,
  type ReadMap,
} from './keep';
export { matchRegions, type Matched, type Named, type NamingRow } from './match';
export {
  classMethods,
  layerRoles,
  projectionNames,
  projections,
  type ClassMethod,
  type LayerRole,
  type ProjectionName,
} from './names';
export { namingProperties, readGeoJson, type Feature, type GeoRead } from './read-geojson';
export { readShapefile } from './read-shapefile';
export { readMapJson, type MapLayer } from './read-topojson';
export { noRepairs, repaired, repairNotes, type Repairs } from './repair';
export { roomFor, spansAt } from './room';
export { simplified } from './simplify';
export { assigned, tilePlaces, tileRings, type TilePlace } from './tiles';
export { viewBetween, viewOf, type MapView } from './view';
