// Tickers: items of strands, what is taken in, how long each stays, and the round in which they come. Pure: it knows
// nothing of templates, sources or pixels.
export { headline } from './headline';
export { charactersOf, oneLine } from './words';
export {
  curveAt,
  dwellOf,
  dwellSchema,
  mostReadingSpeed,
  readingSpeed,
  staysFor,
  usualDwell,
  withPoint,
  type Dwell,
  type Run,
} from './dwell';
export {
  cameSchema,
  isContested,
  isPlayable,
  itemsOf,
  newItem,
  strandItems,
  tickerItemSchema,
  waitsFor,
  wordsOf as itemWords,
  type Came,
  type StrandItems,
  type TickerItem,
} from './item';
export { rulesSchema, usualRules, type StrandRules } from './rules';
export { rejudge, takeCame, type Judging, type Taking } from './take';
export {
  newPlace,
  nextItem,
  planRound,
  type Next,
  type Place,
  type Planned,
  type Pressing,
  type Round,
  type RoundStrand,
} from './round';
export {
  findItem,
  inStep,
  newPlay,
  newTickerStanding,
  nextOf,
  planOf,
  putOn,
  roundLength,
  strandOf,
  strandsNow,
  tickerStandingSchema,
  wakeTime,
  type Play,
  type Rounded,
  type RunOf,
  type TickerStanding,
} from './play';
