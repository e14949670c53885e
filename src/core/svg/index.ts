// Vector art: an SVG file becomes elements that can be edited. Knows nothing of files, templates or pixels.
export { readSvg, type SvgArt } from './art';
export { readRegions, type DrawnRegion, type DrawnRegions } from './regions';
export { drawingSize } from './size';
