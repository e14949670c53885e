// Vector art: an SVG file becomes elements that can be edited, or the layers of a map. Knows nothing of files, templates or pixels.
export { readSvg, type SvgArt } from './art';
export { readRegions, type DrawnRegion, type DrawnRegions } from './regions';
export { readMapSvg } from './map';
export { drawingSize } from './size';
