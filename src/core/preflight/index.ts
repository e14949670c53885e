// Preflight: what would look wrong on air, found before it is there. Knows no cards and no channels.
export { checkFilling, type Finding } from './filling';
export { clockFindings, problemsOf } from './clocks';
export { flashes, flashGrid, type FlashFinding } from './flash';
export { motionFindings, type MotionFinding } from './motion';
export { insetFindings } from './insets';
export { spaceFindings } from './space';
export { leastContrast, leastSize, readingFindings, readings, readingWords, type Reading } from './reading';
