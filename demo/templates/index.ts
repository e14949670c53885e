// The demo's templates: made by hand, as a designer would in Build.
export { bug, flightTime } from './bug';
export { look } from './cloth';
export {
  duelBracket,
  glowPoll,
  judgesMarks,
  titleRace,
  viewersPoll,
  voteBars,
  voteRing,
  windDay,
  windHour,
} from './charts';
export { flightCard } from './flight';
export { gustAlarm, noticeStrip } from './notices';
export { beachPicture, heat, heatWall, kitesInDepth } from './insets';
export { opener, programme } from './pages';
export { nameLine, twoNames } from './people';
export { nextFlight, nextFlightClock } from './clocks';
export { duelClock, duelScore, duelScores, duelStrip, leaders, roundScore } from './scores';
export { judgesSheet, standings, startList, timetable } from './tables';
export { beachCrawl, credits } from './running';
export { tideMap, turnoutMap, voteFeedMap, voteMap, whereMap } from './maps';
export { windGauge } from './wind';
export { postFull, postLine, postPicture, postSide, postWall } from './posts';
export { tickerLine, tickerTwoLines } from './ticker';
