// Text: measuring through a port, fitting words into a box, writing the time. Knows nothing of elements or pixels.
export { type Face, type Metrics, type TextMeasure } from './measure';
export {
  figureCell,
  figurePieces,
  fitText,
  type FitMode,
  type SpanStyle,
  type TextLayout,
  type TextLine,
  type TextRun,
  type TextSpec,
  type Wording,
} from './fit';
export { piecesOf, type TextPiece } from './pieces';
export { directionOf, inCase, takeSpans, type Direction } from './words';
