// Maps on screen: regions with their fills, words, symbols, legend and locator, laid out of a map and rows. Knows nothing of
// who measures words, of motion, or of where rows come from.
export { layMap, mapLooksOf } from './lay';
export { readMapData, type MapData } from './data';
export { flatMap, namedRegions, type FlatMap, type FlatRegion } from './flat';
export { mapFindings, type MapFindings } from './findings';
export { largestMapFile, readMapFile } from './read-file';
export { regionOutlines, type RegionOutline } from './outline';
export { geoGrid } from './pictures';
export type { LaidMap, MapPart, ViewPlace } from './part';
