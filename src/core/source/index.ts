// Sources: from bytes to tables and values. Knows formats and kinds of sources; nothing of shows, networks or files on disk.
export * from './read';
export { decodeText, encodings, UnsureEncoding } from './decode';
export { uniqueNames } from './names';
export {
  cellAs,
  guessType,
  parseColour,
  parseDate,
  parseDuration,
  isPlainNumber,
  parseNumber,
  parseTime,
  parseYesNo,
  timeText,
} from './values';
export { formats, guessFormat } from './formats/registry';
export { formatSchema, type Format, type FormatName } from './formats/schemas';
export { jsonOf, losslessJson, offersOf, tableOf, valueAt } from './formats/json';
export { readBytes } from './read-bytes';
export { checkedStylesheet } from './stylesheet';
export { namesOf } from './names-of';
export { keepOn, keepsSchema, stepOf, whenColumn, type Keeps } from './keep';
export { csvCells } from './formats/csv';
export { usualCare, whenStaleSchema, type Care, type WhenStale } from './kinds/care';
export { standInStreams, type StandInStream } from './kinds/stand-in';
export { readScorerLine, scorerLineSchema, type ScorerLine } from './scorer-line';
export {
  fileNameOf,
  fromWhere,
  newSource,
  sourceKinds,
  sourceSchema,
  standInNames,
  type Source,
  type SourceKindName,
} from './kinds/registry';
