import { z } from 'zod';
import { numberSpecSchema, plainNumber } from '../binding';
import { colourSchema, idSchema } from '../value';
import { fraction, size } from './base';

// What the cells of a table's column show. A column of the rows is named by its key, or by its name.

const column = z.string().max(200);
const text = z.object({
  kind: z.literal('text'),
  column,
  /** What stands where the cell is empty. */
  missing: z.string().max(200),
});
const number = z.object({
  kind: z.literal('number'),
  column,
  missing: z.string().max(200),
  format: numberSpecSchema,
});
const picture = z.object({
  kind: z.literal('picture'),
  column,
  /** The set that the cell names a picture of; null: the cell holds a picture. */
  set: idSchema.nullable(),
  fit: z.enum(['contain', 'cover', 'stretch']),
  /** Px. */
  radius: size,
});
const bar = z.object({
  kind: z.literal('bar'),
  column,
  /** What a whole bar is worth; null: the column's largest, of all rows. */
  most: z.number().nullable(),
  colour: colourSchema,
  /** Of the height of the cell within its padding. */
  thickness: fraction,
  /** Px. */
  radius: size,
  from: z.enum(['left', 'right']),
});
const movement = z.object({
  kind: z.literal('movement'),
  /** Where the row stands now: a number, 1 is the top. Empty: its place in the list. */
  column,
  /** Where it stood before; empty cells are of rows that are new. */
  before: column,
  up: colourSchema,
  down: colourSchema,
  same: colourSchema,
  /** Whether the places that it moved by are written beside the arrow. */
  counts: z.boolean(),
});
const sparkline = z.object({
  kind: z.literal('sparkline'),
  /** The first of the columns of numbers that it goes through; alone, its words may hold several numbers: “3 5 4.5”. */
  column,
  /** The last of them; empty: there is one. */
  last: column,
  form: z.enum(['line', 'bars']),
  /** Whether its least and greatest are those of its row, or of all rows. */
  scale: z.enum(['row', 'all']),
  colour: colourSchema,
  /** Px. */
  lineW: size,
  /** Px across, of the last value of a line; 0: none. */
  dot: size,
  /** Of the height of the cell within its padding. */
  thickness: fraction,
});
const drawn = z.object({
  kind: z.literal('drawn'),
  /** The child of the table that stands in every cell, and takes columns of the row in hand. */
  child: idSchema,
});

export const cellContentSchema = z.discriminatedUnion('kind', [
  text,
  number,
  picture,
  bar,
  movement,
  sparkline,
  drawn,
]);
export type CellContent = z.infer<typeof cellContentSchema>;
export type CellContentKind = CellContent['kind'];

/** Each kind as it begins, with what it is called. */
export const cellContents = {
  text: { label: 'Text', plain: { kind: 'text', column: '', missing: '' } },
  number: { label: 'Number', plain: { kind: 'number', column: '', missing: '–', format: plainNumber } },
  picture: { label: 'Picture', plain: { kind: 'picture', column: '', set: null, fit: 'contain', radius: 0 } },
  bar: {
    label: 'Bar',
    plain: {
      kind: 'bar',
      column: '',
      most: null,
      colour: '#f2b632',
      thickness: 0.5,
      radius: 0,
      from: 'left',
    },
  },
  movement: {
    label: 'Change of place',
    plain: {
      kind: 'movement',
      column: '',
      before: '',
      up: '#3fbf8b',
      down: '#e8593a',
      same: '#8a9591',
      counts: true,
    },
  },
  sparkline: {
    label: 'Sparkline',
    plain: {
      kind: 'sparkline',
      column: '',
      last: '',
      form: 'line',
      scale: 'row',
      colour: '#f2b632',
      lineW: 4,
      dot: 10,
      thickness: 0.8,
    },
  },
  drawn: { label: 'Elements of its own', plain: { kind: 'drawn', child: '-' } },
} as const satisfies {
  [K in CellContentKind]: { label: string; plain: Extract<CellContent, { kind: K }> };
};

/** The columns of the rows that a content looks at. */
export function columnsOf(content: CellContent): readonly string[] {
  if (content.kind === 'drawn') return [];
  const more =
    content.kind === 'movement' ? [content.before] : content.kind === 'sparkline' ? [content.last] : [];
  return [content.column, ...more].filter((name) => name !== '');
}
