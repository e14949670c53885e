// Elements: the kinds of which templates are made, each in its own file with all that tells it from others.
export * from './property';
export { propertyValueOf } from './property-value';
export * from './fonts';
export {
  edges,
  effectsOf,
  mostMasks,
  outlineMarks,
  type Edge,
  type Mask,
  type OutlineMark,
  type Ride,
} from './base';
export type {
  Clocks,
  ElementKind,
  Lean,
  Life,
  Nature,
  NodePlace,
  Running,
  StyleNames,
  WordsKind,
  Appearance,
} from './kind';
export { lineCaps, lineJoins } from './shape-style';
export {
  fittingKeys,
  letterCases,
  shadeOf,
  spanSigns,
  typeStyleKeys,
  type LetterCase,
  type Span,
  type SpanSign,
} from './text-style';
export type { CameraElement } from './camera';
export {
  chartForms,
  chartLooks,
  drawnChartRows,
  roundsOf,
  type ChartColumns,
  type ChartElement,
  type ChartForm,
} from './chart';
export { clockText, type ClockElement } from './clock';
export type { ClockReading } from './clock-reading';
export type { HandElement } from './hand';
export { crawlDirections, type CrawlElement, type CrawlLook } from './crawl';
export type { EllipseElement } from './ellipse';
export type { GroupElement } from './group';
export { insetField, insetFieldKey, insetFieldOf, withGraphic, type InsetElement } from './inset';
export type { LineElement } from './line';
export {
  mapLooks,
  noMapRows,
  regionState,
  rowsOfState,
  type RegionState,
  type MapColumns,
  type MapElement,
  type MapInset,
} from './map';
export type { FloorElement } from './floor';
export type { PathElement } from './path';
export type { PictureElement } from './picture';
export type { PolygonElement } from './polygon';
export type { RectElement } from './rect';
export { pageShown } from './page';
export { cellOfRow, drawnRows, rowFlows, rowPages, shownRows, type RowFlow, type RowsElement } from './rows';
export {
  pagesOf,
  pageTurns,
  rowsOnPage,
  type ColumnWidth,
  type SideLine,
  type TableColumn,
  type TableElement,
  type TableJoin,
  type TableRule,
} from './table';
export { cellContents, columnsOf, type CellContent, type CellContentKind } from './table-content';
export {
  cellProperties,
  plainCell,
  surfaceKeys,
  wordsKeys,
  type CellLook,
  type CellLookPart,
} from './cell-look';
export type { Lines } from './table-lines';
export type { TextElement } from './text';
export type { VideoElement } from './video';
export type { ViewpointElement } from './viewpoint';
export * from './registry';
export * from './movable';
