// Data: tables, views, and what bindings and rows make of them. Knows nothing of where the bytes come from.
export { bareName, readCsv, tableFromRead } from './csv';
export { hasWords, matchColumns, matchRows, sameName, type Match } from './match';
export { fillFromRow, fillRow, pictureNamed, type Filling } from './fill';
export { extremeValues, type Extreme } from './extremes';
export { rowTrials, triedRows, triedRowValues, type RowTrial } from './row-trials';
export {
  followedColumn,
  pickedRow,
  pickersOf,
  rowPlaces,
  rowWords,
  sentText,
  shownText,
  tableRowset,
  typedCell,
} from './table-rows';
export { withInsets } from './within';
export { tableChange, withChange, type TableChange } from './table-change';
export {
  cellOut,
  cellProblem,
  cellsToText,
  clearCells,
  fillDown,
  pasteCells,
  rangeBetween,
  replaceRows,
  rowOf,
  cellPatches,
  tableProblems,
  tableToCells,
  tableToCsv,
  textToCells,
  type CellRange,
} from './cells';
export { feedOf } from './feed';
export { fillColumns, type FillColumn } from './fill-in';
export { lostOf, needsOf, sourcesFeeding, type Needs, type ReadCheck } from './needs';
export { findRows, type RowSort } from './find-rows';
export { viewRows, type Viewed } from './view';
export { touchedBetween } from './looked';
export { Resolver, type Resolved, type Use } from './resolver';
export { fingerprint } from './fingerprint';
export { cameOf } from './items';
