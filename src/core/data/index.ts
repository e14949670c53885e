// Data: from bytes and cells to values of fields. Knows nothing of where the bytes come from.
export { decodeText } from './decode';
export { readCsv } from './csv';
export { matchColumns, sameName, type Match } from './match';
export { fillFromRow, type Filling } from './fill';
export { extremeValues, type Extreme } from './extremes';
