// Playout: what is on air, as a reducer over commands and a pure reading of the clock. Knows no server and no picture.
export { commandSchema, outsideCommandSchema, type Command, type Target, type Which } from './command';
export { apply, emptyAir, type Applied, type Releases } from './apply';
export {
  airStateSchema,
  type AirCard,
  type CalledMove,
  type Sent,
  type AirState,
  type ChannelAir,
  type Cue,
  type Graphic,
} from './state';
export {
  endOf,
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
export { describeTake, cardWords, graphicWords, valuesWords } from './describe';
