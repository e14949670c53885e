// Shapes: the geometry of drawn elements as SVG path data in px. Knows nothing of elements' places, colours or pixels.
export { dashesOf, linesOf, type PathLine } from './length';
export { longestLine, pointAlong, type Polyline } from './polyline';
export { ellipsePath, lineHeads, linePaths, pathOf, polygonPath, rectPath } from './outlines';
export { slabOf, type Slab } from './slab';
export {
  boundsOfPaths,
  cornerAt,
  fromBox,
  inBox,
  isCorner,
  isInPaths,
  toBox,
  turnPoint,
  type PathBox,
  type PathPoint,
  type Subpath,
} from './points';
