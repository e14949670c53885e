// Tickers: items of strands, what is taken in, how long each stays, and the round in which they come. Pure: it knows
// nothing of templates, sources or pixels.
export { headline } from './headline';
export { charactersOf, oneLine } from './words';
export { likeness, nearlySame, wordsIn } from './same';
export {
  curveAt,
  dwellOf,
  dwellSchema,
  mostReadingSpeed,
  readingSpeed,
  usualDwell,
  type Dwell,
} from './dwell';
export {
  cameSchema,
  isContested,
  isPlayable,
  newItem,
  tickerItemSchema,
  wordsOf as itemWords,
  type Came,
  type TickerItem,
} from './item';
export { barredBy, rulesSchema, takesIn, usualRules, type StrandRules } from './rules';
export { takeCame, type Taking } from './take';
export {
  byStrand,
  newPlace,
  nextItem,
  planRound,
  type ByStrand,
  type Next,
  type Place,
  type Planned,
  type RoundStrand,
} from './round';
export {
  newTickerStanding,
  nextOf,
  planOf,
  putOn,
  strandsNow,
  tickerStandingSchema,
  type Rounded,
  type TickerStanding,
} from './play';
