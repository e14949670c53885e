import { plainCell, type CellLook, type CellLookPart, type RowList, type TableElement } from '../show';
import { isAmong, type Meant, type TableLine } from './lines';

/** How the cells of a table look: the table's own look, then the column's, then the rules in their order. */
export function looksOf(
  table: TableElement,
  list: RowList,
  meant: Meant,
): (line: TableLine, column: number) => CellLook {
  const rules = table.rules.map((rule) => ({ ...rule, columns: new Set(rule.columns) }));
  // Lines of which the same rules hold look alike: a look is put together once.
  const known = new Map<string, CellLook>();
  const held = new Map<TableLine, readonly (typeof rules)[number][]>();
  return (line, column) => {
    let own = held.get(line);
    if (!own) {
      own = rules.filter(({ lines }) => isAmong(lines, line, list, meant));
      held.set(line, own);
    }
    const col = table.columns[column];
    const key = `${column} ${line.of === 'row' ? '' : line.of} ${own.map(({ id }) => id).join(' ')}`;
    const before = known.get(key);
    if (before) return before;
    const parts: CellLookPart[] = [
      table.look,
      ...(col ? [col.look] : []),
      ...own
        .filter(({ columns }) => columns.size === 0 || (col !== undefined && columns.has(col.id)))
        .map(({ look }) => look),
    ];
    const made: CellLook = Object.assign({}, plainCell, ...parts) as CellLook;
    known.set(key, made);
    return made;
  };
}
