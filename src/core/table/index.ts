// Tables: the geometry of rows in columns — lines, joined cells, widths, heights, looks. Knows nothing of measuring
// (a port fits words), of where rows come from, of motion, or of who draws.
export { tableLines, type LineOf, type TableLine } from './lines';
export { gridOf, type GridCell } from './grid';
export { cellWords, listColumn, movementOf, type Movement } from './words';
export { columnWidths } from './widths';
export type { KeptCell } from './contents';
export { layTable, type LaidCell, type LaidLine, type LaidTable, type TablePort } from './lay';
export { tableFindings } from './findings';
