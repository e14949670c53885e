// Playout: what is on air, as a reducer over commands and a pure reading of the clock. Knows no server and no picture.
export {
  commandKinds,
  commandSchema,
  innerCommands,
  isOfTheMoment,
  outsideCommandSchema,
  runActs,
  type Command,
  type RunAct,
  type Target,
  type Which,
  type WhichPreview,
} from './command';
export { aheadSeconds, apply, nextDueTime, type Applied } from './apply';
export type { Releases } from './work';
export { airEventSchema, asRunEvents, type AirEvent } from './event';
export {
  endOfRow,
  momentOfDay,
  zoneOn,
  nextDue,
  placeOf,
  rowAfter,
  rowOf,
  rowToCome,
  sumOfTimes,
  timeline,
  type Planned,
} from './timeline';
export { mayGive, roles, roleSchema, type Role } from './roles';
export { newRun, type Run } from './run-state';
export { cardsToCome } from './run';
export { cardsOfClocks, clockAtRest, clockOf, clocksIn } from './clocks';
export { tickerPlan, tickerRound, tickerStay } from './ticker-plays';
export {
  lookOf as tickerItemLook,
  playKeys,
  playOf,
  runThrough,
  unfitFor,
  valuesOf as tickerValues,
} from './ticker-look';
export { onceOf, wasShown } from './once';
export { playsAlike } from './take';
export { effectsOnOthers } from './react';
export { type EffectOnOther } from './reaction-actions';
export {
  airStateSchema,
  type AirClock,
  type AirScore,
  type AirTicker,
  type AirCard,
  type CalledMove,
  type Sent,
  type AirState,
  type ChannelAir,
  type Cue,
  type Graphic,
  openAirState,
  stateFormat,
  emptyAir,
} from './state';
export {
  endOf,
  graphicsOf,
  graphicsOnAir,
  laneState,
  momentOf,
  moveFrame,
  quantise,
  sentEnd,
  shownAt,
  type Changing,
  type LaneState,
  type OnAir,
} from './on-air';
export { describeTake, cardWords, valuesWords } from './describe';
export { graphicWords, nameOfCue } from './names';
export { lampOf, nextStanding, standings, type Lamp, type Seen, type Standing } from './tally';
export { byHand } from './moves';
export { consequences } from './consequences';
export { hasPacked, listsOnAir, openLists, packLists, type KnownLists } from './packed-lists';
