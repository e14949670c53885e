// Charts: rows as marks with their scales, words and colours. Knows nothing of who measures words, of motion, or of where
// rows come from.
export { layChart, looksOf, scaleValues, type LaidChart } from './lay';
export { readChart, type ChartData, type ChartFault, type ChartRow, type ChartSeries } from './data';
export { chartFindings, type ChartFindings } from './findings';
export { sharesOf } from './shares';
export { scaleFor, type ChartScale } from './scale';
export { alikeToSome, ChartPaint, readableOn } from './paint';
export { placeAll, spread, type Wanted } from './place';
export { alignTraces, traceShapes } from './trace';
export { chartNumber } from './words';
export { seatPlaces } from './seats';
export type { ChartPort } from './sheet';
export type {
  ChartNote,
  ChartPart,
  Drift,
  PartMove,
  PartZoom,
  Growth,
  PartShape,
  Trace,
  TracePoint,
} from './part';
