import { z } from 'zod';
import { counted, problem, type Problem } from '../problem';
import { scalarTypes, type Cell, type ScalarType } from '../source';

/** Bounds of a list: what a picture shows row by row, not a store of data. */
export const mostListRows = 1000;
export const mostListColumns = 60;
/** Characters of all its cells together. */
export const mostListSigns = 400_000;

const keySchema = z
  .string()
  .min(1)
  .max(200)
  .refine((key) => !(key in Object.prototype), 'a key that means nothing else');
const cellSchema = z.union([z.string().max(10_000), z.number(), z.boolean(), z.null()]);

/** What was done by hand to a list that data brings; rows and columns by their keys. */
const rowEditsSchema = z.object({
  hidden: z.array(keySchema).max(mostListRows),
  /** Null: as data has them. */
  order: z.array(keySchema).max(mostListRows).nullable(),
  cells: z.record(keySchema, z.record(keySchema, cellSchema)),
  added: z.record(keySchema, z.array(cellSchema).max(mostListColumns)),
});
export type RowEdits = z.infer<typeof rowEditsSchema>;

export const rowListSchema = z
  .object({
    kind: z.literal('rows'),
    columns: z
      .array(z.object({ key: keySchema, name: z.string().max(200), type: z.enum(scalarTypes) }))
      .max(mostListColumns),
    /** The keys of its rows, in their order. */
    order: z.array(keySchema).max(mostListRows),
    /** By row key: a cell for each column, in their order. */
    cells: z.record(z.string(), z.array(cellSchema)),
    edits: rowEditsSchema.optional(),
  })
  .refine(
    ({ columns, order, cells }) =>
      new Set(order).size === order.length &&
      Object.keys(cells).length === order.length &&
      order.every((key) => Object.hasOwn(cells, key) && cells[key]?.length === columns.length),
    'a list whose rows each have a key of their own and a cell for each column',
  );

export interface ListColumn {
  key: string;
  name: string;
  type: ScalarType;
}

/** Rows as a value: typed columns, and rows that are told apart by keys that stay theirs. Never changed in place. */
export interface RowList {
  kind: 'rows';
  columns: ListColumn[];
  order: string[];
  cells: Record<string, Cell[]>;
  /** What was done to it by hand, so that it stands when data brings other rows; absent: nothing. */
  edits?: RowEdits | undefined;
}

export const isRowList = (value: unknown): value is RowList =>
  typeof value === 'object' && value !== null && 'kind' in value && value.kind === 'rows' && 'order' in value;

/** Frozen through and through. */
const frozen = (list: RowList): RowList => {
  Object.values(list.cells).forEach(Object.freeze);
  list.columns.forEach(Object.freeze);
  [list.columns, list.order, list.cells].forEach(Object.freeze);
  return Object.freeze(list);
};

export const emptyList = frozen({ kind: 'rows', columns: [], order: [], cells: {} });

/** The column of a key or, where no key fits, of a name; -1 where the list has none. */
export function columnAt({ columns }: Pick<RowList, 'columns'>, wanted: string): number {
  const at = columns.findIndex(({ key }) => key === wanted);
  return at >= 0 ? at : columns.findIndex(({ name }) => name === wanted);
}

/** The cell of a row in a column; null where there is none. */
export function cellIn(list: RowList, row: string, column: string): Cell {
  const at = columnAt(list, column);
  return (at < 0 ? undefined : list.cells[row]?.[at]) ?? null;
}

const mostSaid = 6;
/** A list in short: how many rows it has, and the first words of each of the first. */
export function listWords({ columns, order, cells }: RowList): string {
  const at = columns.findIndex(({ type }) => type === 'text');
  const said = order.slice(0, mostSaid).flatMap((key) => cells[key]?.[at] ?? []);
  const rest = order.length > mostSaid ? ', …' : '';
  return `${counted(order.length, 'row')}${said.length > 0 ? `: ${said.join(', ')}${rest}` : ''}`;
}

/** Makes keys of rows fit to be keys: never empty, never what every object of the language has, each once. */
function keyMaker(): { take: (wanted: string, place: number) => string; doubled: string[] } {
  const taken = new Set<string>();
  const doubled: string[] = [];
  return {
    doubled,
    take(wanted, place) {
      // A row without a key is told by its place.
      const bare = (wanted === '' ? `#${place + 1}` : wanted).slice(0, 180);
      const own = bare in Object.prototype ? `${bare}·` : bare;
      let key = own;
      for (let n = 2; taken.has(key); n += 1) key = `${own} #${n}`;
      if (key !== own) doubled.push(own);
      taken.add(key);
      return key;
    },
  };
}

export interface MadeList {
  readonly list: RowList;
  /** Keys that several rows had; those after the first were told apart by a number. */
  readonly doubled: readonly string[];
}

/**
 * A list of rows, frozen. Rows of one key are told apart, rows without one are told by their place. What is larger than
 * a list may be is refused by `name` with the bound that it passes.
 */
export function makeList(
  name: string,
  columns: readonly ListColumn[],
  rows: readonly { readonly key: string; readonly cells: readonly Cell[] }[],
): MadeList | Problem {
  const tooLarge = (what: string, has: number, most: number): Problem =>
    problem(
      'list-too-large',
      `${name} has ${has} ${what}; a graphic takes ${most} at most. Take fewer: filter it, or take the first.`,
    );
  if (rows.length > mostListRows) return tooLarge('rows', rows.length, mostListRows);
  if (columns.length > mostListColumns) return tooLarge('columns', columns.length, mostListColumns);
  const keys = keyMaker();
  const order: string[] = [];
  const cells: Record<string, Cell[]> = {};
  let signs = 0;
  rows.forEach((row, place) => {
    const key = keys.take(row.key, place);
    order.push(key);
    cells[key] = columns.map((_, at) => {
      const cell = row.cells[at] ?? null;
      if (typeof cell === 'string') signs += cell.length;
      return cell;
    });
  });
  if (signs > mostListSigns) return tooLarge('characters', signs, mostListSigns);
  const long = rows.find((row) => row.cells.some((cell) => typeof cell === 'string' && cell.length > 10_000));
  if (long)
    return tooLarge('characters in one cell', Math.max(...long.cells.map((c) => String(c).length)), 10_000);
  const own = columns.map(({ key, name: words, type }) => ({ key, name: words, type }));
  return { list: frozen({ kind: 'rows', columns: own, order, cells }), doubled: keys.doubled };
}

const sameCells = (a: readonly Cell[], b: readonly Cell[]): boolean =>
  a === b || (a.length === b.length && a.every((cell, i) => cell === b[i]));
export const sameColumns = (a: RowList, b: RowList): boolean =>
  a.columns === b.columns ||
  (a.columns.length === b.columns.length &&
    a.columns.every(
      (own, i) =>
        own.key === b.columns[i]?.key && own.name === b.columns[i]?.name && own.type === b.columns[i]?.type,
    ));

const sameEdits = (a: RowEdits | undefined, b: RowEdits | undefined): boolean =>
  a === b || JSON.stringify(a) === JSON.stringify(b);

/** Whether two lists say the same, whoever made them. */
export const sameList = (a: RowList, b: RowList): boolean =>
  a === b ||
  (a.order.length === b.order.length &&
    sameColumns(a, b) &&
    sameEdits(a.edits, b.edits) &&
    a.order.every((key, i) => key === b.order[i] && sameCells(a.cells[key] ?? [], b.cells[key] ?? [])));

/** What leads from one list to another of the same columns. */
export interface ListDifference {
  /** Where it is another: all keys in their order. */
  readonly order?: string[];
  /** Rows that came, or whose cells are others. */
  readonly rows: Record<string, Cell[]>;
}

/** What leads from a list to another; null where their columns differ. */
export function listDifference(from: RowList, to: RowList): ListDifference | null {
  if (!sameColumns(from, to)) return null;
  const rows: Record<string, Cell[]> = {};
  for (const key of to.order) {
    const [was, is] = [Object.hasOwn(from.cells, key) ? from.cells[key] : undefined, to.cells[key] ?? []];
    if (!was || !sameCells(was, is)) rows[key] = is;
  }
  const isSameOrder =
    from.order.length === to.order.length && from.order.every((key, i) => key === to.order[i]);
  return isSameOrder ? { rows } : { order: to.order, rows };
}

/** The list that a difference leads to; rows that did not change are those of the list before. */
export function withDifference(from: RowList, { order = from.order, rows }: ListDifference): RowList {
  const cells: Record<string, Cell[]> = {};
  for (const key of order) {
    const own = Object.hasOwn(rows, key) ? rows[key] : from.cells[key];
    if (!own) throw new Error(`withDifference: no row ${key}`);
    cells[key] = own;
  }
  return { kind: 'rows', columns: from.columns, order, cells };
}
