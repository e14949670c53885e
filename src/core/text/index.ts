// Text: measuring through a port, fitting words into a box, writing the time. Knows nothing of elements or pixels.
export { type Face, type Metrics, type TextMeasure } from './measure';
export { fitText, type FitMode, type TextLayout, type TextLine, type TextSpec } from './fit';
export { formatClock, type ClockFormat } from './clock-words';
