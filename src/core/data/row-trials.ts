import { isForRows, isRowList, type RowList, type Template, type Values } from '../show';

/** Ways in which rows are tried: by how many there are, and by what may be wrong with them. */
export const rowTrials = [
  { kind: 'none', label: 'No rows' },
  { kind: 'one', label: 'One row' },
  { kind: 'two', label: 'Two rows' },
  { kind: 'many', label: 'As many rows as fit' },
  { kind: 'too-many', label: 'Too many rows' },
  { kind: 'longest-cells', label: 'Longest words in every row' },
  { kind: 'missing', label: 'Missing values' },
  { kind: 'ties', label: 'Ties' },
] as const;
export type RowTrial = (typeof rowTrials)[number]['kind'];

const mostTried = 200;

/** A list with rows of others repeated until it has so many. */
function repeated(list: RowList, count: number): RowList {
  if (list.order.length === 0) return list;
  const order: string[] = [];
  const cells: RowList['cells'] = {};
  for (let i = 0; i < count; i += 1) {
    const from = list.order[i % list.order.length] as string;
    const key = i < list.order.length ? from : `${from} ~${Math.floor(i / list.order.length) + 1}`;
    order.push(key);
    cells[key] = list.cells[from] ?? [];
  }
  return { ...list, order, cells };
}

const withCells = (
  list: RowList,
  cellOf: (column: number, key: string, row: number) => RowList['cells'][string][number],
): RowList => ({
  ...list,
  cells: Object.fromEntries(
    list.order.map((key, row) => [key, list.columns.map((_, column) => cellOf(column, key, row))]),
  ),
});

/** Some rows as they are tried; `room` is how many are seen at once. */
export function triedRows(list: RowList, trial: RowTrial, room: number): RowList {
  const cell = (key: string, column: number) => list.cells[key]?.[column] ?? null;
  switch (trial) {
    case 'none':
      return { ...list, order: [], cells: {} };
    case 'one':
      return repeated(list, 1);
    case 'two':
      return repeated(list, 2);
    case 'many':
      return repeated(list, Math.min(room, mostTried));
    case 'too-many':
      return repeated(list, Math.min(room * 4 + 1, mostTried));
    case 'longest-cells': {
      const longest = list.columns.map(({ type }, column) =>
        type === 'text'
          ? list.order.reduce<string>((most, key) => {
              const words = String(cell(key, column) ?? '');
              return [...words].length > [...most].length ? words : most;
            }, '')
          : null,
      );
      return withCells(list, (column, key) => longest[column] ?? cell(key, column));
    }
    case 'missing':
      // A gap in every column and in every row, one after another, so that names and figures are met alike.
      return withCells(list, (column, key, row) =>
        (row + column) % Math.max(2, Math.min(3, list.columns.length)) === 0 ? null : cell(key, column),
      );
    case 'ties': {
      const [first] = list.order;
      return withCells(list, (column, key) =>
        list.columns[column]?.type === 'number' && first !== undefined
          ? cell(first, column)
          : cell(key, column),
      );
    }
  }
}

/** Values in which all rows of a template are tried; what has no rows yet stays as it is. */
export function triedRowValues(template: Template, values: Values, trial: RowTrial): Values {
  const tried: Values = {};
  for (const { element, property, field } of template.ties) {
    const own = template.elements[element];
    const given = values[field] ?? template.fields.find(({ id }) => id === field)?.default;
    if (property !== 'list' || !isForRows(own) || !isRowList(given)) continue;
    const room = own.kind === 'table' ? own.perPage : own.kind === 'rows' ? own.most : 12;
    tried[field] = triedRows(given, trial, room);
  }
  return tried;
} // prettier-ignore
