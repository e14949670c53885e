import { z } from 'zod';
import { colourSchema, idSchema, rowListSchema, type RowList } from '../value';
import { baseDefaults, elementBase, lookProperties, pixels, placeProperties, size } from './base';
import { cellLookSchema, plainCell, readLook } from './cell-look';
import { holderKind } from './group';
import { pageShown, turnProperties } from './page';
import type { ElementKind, StyleNames } from './kind';
import { cellContentSchema } from './table-content';
import { linesSchema } from './table-lines';

/** How wide a column is: px, a share of what the others leave, or its widest words within bounds (px; null: none). */
export const columnWidthSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('px'), px: size }),
  z.object({ by: z.literal('share'), share: z.number().min(0.01).max(1000) }),
  z.object({ by: z.literal('widest'), min: size.nullable(), max: size.nullable() }),
]);
export type ColumnWidth = z.infer<typeof columnWidthSchema>;

export const tableColumnSchema = z.object({
  id: idSchema,
  /** What stands in a head; null: the name of the column of the rows. */
  title: z.string().max(200).nullable(),
  width: columnWidthSchema,
  content: cellContentSchema,
  look: cellLookSchema,
  /** All words of the column shrink to the smallest size that one of them needs. */
  evenSize: z.boolean(),
  /** Neighbours that say the same, one under another, are one cell. */
  joinsEqual: z.boolean(),
  /** Whether a cell lights up when its value changes, where the table has a colour for it. */
  flashes: z.boolean(),
  /** How a value goes to a new one in a Change. */
  changes: z.enum(['switch', 'count']),
});
export type TableColumn = z.infer<typeof tableColumnSchema>;

/** A cell of a head or of the foot; `across` columns wide. */
const sideCell = z.object({
  /** Null: in a head the title of the column. */
  text: z.string().max(200).nullable(),
  across: z.number().int().min(1).max(60),
  /** In a foot: a figure of the column of all rows. */
  total: z.enum(['sum', 'mean', 'count', 'minimum', 'maximum']).nullable(),
});
/** A line above or below the rows: what stands in it by the id of the column it begins in. Px; 0 is the height of a row. */
export const sideLineSchema = z.object({
  id: idSchema,
  h: size,
  cells: z.record(idSchema, sideCell),
});
export type SideLine = z.infer<typeof sideLineSchema>;

export const tableRuleSchema = z.object({
  id: idSchema,
  lines: linesSchema,
  /** By id; none: all. */
  columns: z.array(idSchema).max(60),
  look: cellLookSchema,
});
export type TableRule = z.infer<typeof tableRuleSchema>;

/** Cells joined by hand: from a column on, so many across and down, in all lines that are meant. */
export const tableJoinSchema = z.object({
  id: idSchema,
  lines: linesSchema,
  column: idSchema,
  across: z.number().int().min(1).max(60),
  down: z.number().int().min(1).max(200),
});
export type TableJoin = z.infer<typeof tableJoinSchema>;

export const pageTurns = ['none', 'by-hand', 'by-time', 'once'] as const;

const schema = elementBase.extend({
  kind: z.literal('table'),
  /** What its columns draw in every cell. */
  children: z.array(idSchema),
  clip: z.boolean(),
  list: rowListSchema.nullable(),
  columns: z.array(tableColumnSchema).max(60),
  heads: z.array(sideLineSchema).max(10),
  feet: z.array(sideLineSchema).max(10),
  /** How all cells look. */
  look: cellLookSchema,
  /** In their order: a later one goes over an earlier one. */
  rules: z.array(tableRuleSchema).max(100),
  joins: z.array(tableJoinSchema).max(100),
  /** Px; 0: as high as what is in it. */
  rowH: size,
  gapX: pixels,
  gapY: pixels,
  /** Px between heads and rows, and rows and feet. */
  gapHeads: pixels,
  /** Factor on the widths of columns that are fixed in px: for a layout with less room. */
  columnScale: z.number().min(0.1).max(4),
  /** Columns begin on the right. */
  isMirrored: z.boolean(),
  perPage: z.number().int().min(1).max(200),
  /** From 1; beyond the last it is the last. */
  page: z.number().min(1).max(10_000),
  /** What the last page does where rows are left over: it is short; it is filled up from before; all pages share alike. */
  lastPage: z.enum(['short', 'full', 'even']),
  /** Pages that are short keep the height of full ones. */
  keepsHeight: z.boolean(),
  turns: z.enum(pageTurns),
  /** Seconds that a page stays. */
  turnAfter: z.number().min(1).max(3600),
  /** A cell whose value changes lights up in this colour; transparent: none does. */
  flash: colourSchema,
});
export type TableElement = z.infer<typeof schema>;

const number = (key: string, label: string, given: object) =>
  ({ key, label, type: 'number', section: 'Table', ...given }) as const;

/** Its looks, rules and columns with named styles read; null where it names none. */
function restyled(table: TableElement, names: StyleNames): Partial<TableElement> | null {
  const made: { -readonly [K in keyof TableElement]?: TableElement[K] } = {};
  const look = readLook(table.look, names);
  if (look) made.look = look;
  const each = <T extends { look: TableRule['look'] }>(list: T[]): T[] | null => {
    const read = list.map((one) => {
      const own = readLook(one.look, names);
      return own ? { ...one, look: own } : one;
    });
    return read.some((one, i) => one !== list[i]) ? read : null;
  };
  const rules = each(table.rules);
  if (rules) made.rules = rules;
  const columns = each(table.columns);
  const read = (columns ?? table.columns).map((column) => {
    const { content } = column;
    if (content.kind === 'bar' && content.colour.startsWith('@'))
      return { ...column, content: { ...content, colour: names.colour(content.colour) } };
    if (content.kind !== 'movement') return column;
    const { up, down, same } = content;
    if (![up, down, same].some((colour) => colour.startsWith('@'))) return column;
    return {
      ...column,
      content: {
        ...content,
        up: names.colour(up),
        down: names.colour(down),
        same: names.colour(same),
      },
    };
  });
  if (columns || read.some((one, i) => one !== table.columns[i])) made.columns = read;
  return Object.keys(made).length > 0 ? made : null;
}

/** Rows of a list in columns. Its box is worked out: `w` is its width, its height comes from its lines. */
export const table = {
  ...holderKind,
  kind: 'table',
  label: 'Table',
  content: 'list',
  schema,
  restyled,
  within: ({ look, columns, rules, heads, feet }) => ({
    looks: [
      look.family === undefined ? { ...look, family: plainCell.family } : look,
      ...[...columns, ...rules].map((one) => one.look),
    ],
    signs: [
      ...columns.flatMap(({ title, content }) => [title ?? '', JSON.stringify(content)]),
      ...[...heads, ...feet].flatMap(({ cells }) => Object.values(cells).map(({ text }) => text ?? '')),
    ].join(' '),
  }),
  defaults: {
    ...baseDefaults,
    wipeEdge: 'line',
    w: 960,
    h: 0,
    children: [],
    clip: false,
    list: null,
    columns: [],
    heads: [],
    feet: [],
    look: {},
    rules: [],
    joins: [],
    rowH: 60,
    gapX: 0,
    gapY: 6,
    gapHeads: 6,
    columnScale: 1,
    isMirrored: false,
    perPage: 10,
    page: 1,
    lastPage: 'short',
    keepsHeight: false,
    turns: 'none',
    turnAfter: 8,
    flash: '#00000000',
  },
  properties: [
    ...placeProperties.filter((p) => p.key !== 'h'),
    { key: 'list', label: 'Rows', type: 'rows', section: 'Table', wide: true },
    number('rowH', 'Row height', { mark: 'Row H', unit: 'px', min: 0 }),
    number('gapY', 'Gap Y', { unit: 'px' }),
    number('gapX', 'Gap X', { unit: 'px' }),
    number('gapHeads', 'Gap at heads', { mark: 'Head gap', unit: 'px' }),
    number('columnScale', 'Fixed columns', { unit: '×', min: 0.1, max: 4, step: 0.05, wide: true }),
    { key: 'isMirrored', label: 'Columns from the right', type: 'yes-no', section: 'Table', wide: true },
    { key: 'flash', label: 'Flash of changes', type: 'colour', section: 'Table', wide: true },
    number('perPage', 'Rows per page', { mark: 'Rows', section: 'Pages', min: 1, max: 200 }),
    number('page', 'Page', { section: 'Pages', min: 1, max: 10_000 }),
    {
      key: 'lastPage',
      label: 'Rows left over',
      type: 'choice',
      section: 'Pages',
      wide: true,
      choices: [
        { value: 'short', label: 'A short last page' },
        { value: 'full', label: 'Last page filled up' },
        { value: 'even', label: 'Shared by all pages' },
      ],
    },
    {
      key: 'keepsHeight',
      label: 'Short pages keep the height',
      type: 'yes-no',
      section: 'Pages',
      wide: true,
    },
    ...turnProperties('Pages'),
    { key: 'clip', label: 'Clip to its box', type: 'yes-no', section: 'Appearance', wide: true },
    ...lookProperties,
  ],
} as const satisfies ElementKind<TableElement>;

/** The pages that so many rows make: where each begins, and how many rows it has. At least one. */
export function pagesOf(
  { perPage, lastPage }: Pick<TableElement, 'perPage' | 'lastPage'>,
  rows: number,
): readonly { readonly from: number; readonly rows: number }[] {
  const count = Math.max(1, Math.ceil(rows / perPage));
  return Array.from({ length: count }, (_, page) => {
    if (lastPage === 'even') {
      // As alike as whole rows can be, the first ones larger by one.
      const small = Math.floor(rows / count);
      const larger = rows % count;
      return { from: page * small + Math.min(page, larger), rows: small + (page < larger ? 1 : 0) };
    }
    const from = page * perPage;
    if (lastPage === 'full' && rows >= perPage && from + perPage > rows)
      return { from: rows - perPage, rows: perPage };
    return { from, rows: Math.min(perPage, rows - from) };
  });
}

/** The keys of the rows of the page that a table shows. */
export function rowsOnPage(
  table: Pick<TableElement, 'perPage' | 'lastPage' | 'page'>,
  list: RowList,
): readonly string[] {
  const pages = pagesOf(table, list.order.length);
  const own = pages[pageShown(table.page, pages.length) - 1];
  return own ? list.order.slice(own.from, own.from + own.rows) : [];
}
