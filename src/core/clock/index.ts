// Clocks: counting, counting down to a time, and what is said of it. Knows nothing of shows, elements or air.
export { countAfter, countAt, readCount, type Count } from './count';
export { countsSchema, isByHand, plainCounts, type Counts, type CountsBy } from './counts';
export { targetOf, occurrencesOf, targetSchema, goneSeconds, type Target } from './target';
export {
  namedTarget,
  newStanding,
  readClock,
  standingSchema,
  targetAt,
  whenShown,
  type Clock,
  type Standing,
} from './reading';
export { clockActs, standingAfter, type ClockAct } from './acts';
export { patternOf } from './pattern';
export { belowForms, clockWords, formatClock, shownWords, type BelowForm } from './words';
export { momentIn, zoneMinutes } from './zone';
export { dayWords, readDay, readSpan, runningWords, spanWords, wallWords } from './spans';
export { readingWords, targetWords, typedSeconds } from './reading-words';
