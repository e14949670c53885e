import { z } from 'zod';
import { emptyList, idSchema, rowListSchema, type RowList } from '../value';
import { baseDefaults, elementBase, lookProperties, pixels, placeProperties, size } from './base';
import { holderKind, inDepthProperty } from './group';
import type { ElementKind } from './kind';
import { pageShown, turnProperties } from './page';

export const rowFlows = ['down', 'across', 'grid'] as const;
export type RowFlow = (typeof rowFlows)[number];

const schema = elementBase.extend({
  kind: z.literal('rows'),
  /** What stands once for each row, drawn where it is for the first, back to front. */
  children: z.array(idSchema),
  /** Children are seen only inside its own rest box. */
  clip: z.boolean(),
  inDepth: z.boolean(),
  /** Its rows; null where none have been given to it: then it stands as it is drawn. */
  list: rowListSchema.nullable(),
  flow: z.enum(rowFlows),
  /** In a grid: how many stand beside one another. */
  across: z.number().int().min(1).max(50),
  /** Px between one and the next. */
  gapX: pixels,
  gapY: pixels,
  /** Px from the beginning of one to the end of it; 0: as wide, or high, as what is in it. */
  rowW: size,
  rowH: size,
  /** At once: where its pages turn, on one page. */
  most: z.number().int().min(1).max(200),
  /** Which page of them is shown, from 1, and how pages turn. */
  page: z.number().min(1).max(10_000),
  turns: z.enum(['none', 'by-hand', 'by-time', 'once']),
  turnAfter: z.number().min(1).max(3600),
  /** The child that stands where there are no rows, and only then; null: nothing does. */
  standIn: idSchema.nullable(),
});
export type RowsElement = z.infer<typeof schema>;

const number = (key: string, label: string, given: object) =>
  ({ key, label, type: 'number', section: 'Rows', ...given }) as const;

/** A group whose children stand once for each row of a list. Its box is worked out from theirs. */
export const rows = {
  ...holderKind,
  kind: 'rows',
  label: 'Rows',
  content: 'list',
  schema,
  defaults: {
    ...baseDefaults,
    wipeEdge: 'line',
    w: 0,
    h: 0,
    children: [],
    clip: false,
    inDepth: false,
    list: null,
    flow: 'down',
    across: 3,
    gapX: 0,
    gapY: 0,
    rowW: 0,
    rowH: 0,
    most: 10,
    page: 1,
    turns: 'none',
    turnAfter: 8,
    standIn: null,
  },
  properties: [
    ...placeProperties.filter((p) => !['x', 'y', 'w', 'h'].includes(p.key)),
    { key: 'list', label: 'Rows', type: 'rows', section: 'Rows', wide: true },
    {
      key: 'flow',
      label: 'Direction',
      type: 'choice',
      section: 'Rows',
      wide: true,
      choices: [
        { value: 'down', label: 'Down' },
        { value: 'across', label: 'Across' },
        { value: 'grid', label: 'Grid' },
      ],
    },
    number('across', 'Columns', { min: 1, max: 50, wide: true, when: { key: 'flow', is: ['grid'] } }),
    number('gapX', 'Gap X', { unit: 'px', when: { key: 'flow', is: ['across', 'grid'] } }),
    number('gapY', 'Gap Y', { unit: 'px', when: { key: 'flow', is: ['down', 'grid'] } }),
    number('rowW', 'Row width', {
      unit: 'px',
      min: 0,
      wide: true,
      when: { key: 'flow', is: ['across', 'grid'] },
    }),
    number('rowH', 'Row height', {
      unit: 'px',
      min: 0,
      wide: true,
      when: { key: 'flow', is: ['down', 'grid'] },
    }),
    number('most', 'Max rows', { min: 1, max: 200 }),
    number('page', 'Page', { min: 1, max: 10_000 }),
    ...turnProperties('Rows'),
    inDepthProperty,
    { key: 'clip', label: 'Clip to its box', type: 'yes-no', section: 'Appearance', wide: true },
    ...lookProperties,
  ],
} as const satisfies ElementKind<RowsElement>;

/** Rows without cells, so that what stands for them stands as it is drawn: while a template is made. */
export const drawnRows: RowList = (() => {
  const order = ['drawn 1', 'drawn 2', 'drawn 3'];
  return { kind: 'rows', columns: [], order, cells: Object.fromEntries(order.map((key) => [key, []])) };
})();

/** Where the row at a place of so many stands: its line from the top, and its place in it. */
export const cellOfRow = ({ flow, across }: Pick<RowsElement, 'flow' | 'across'>, at: number) =>
  flow === 'down'
    ? { line: at, place: 0 }
    : flow === 'across'
      ? { line: 0, place: at }
      : { line: Math.floor(at / across), place: at % across };

/** How many pages so many rows have. */
export const rowPages = ({ most }: Pick<RowsElement, 'most'>, rows: number): number =>
  Math.max(1, Math.ceil(rows / most));

/** The rows that an element shows: those of its page. */
export function shownRows({
  list,
  most,
  page,
}: Pick<RowsElement, 'list' | 'most' | 'page'>): readonly string[] {
  const { order } = list ?? emptyList;
  const first = (pageShown(page, rowPages({ most }, order.length)) - 1) * most;
  return order.slice(first, first + most);
}
