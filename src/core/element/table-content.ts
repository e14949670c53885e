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
const drawn = z.object({
  kind: z.literal('drawn'),
  /** The child of the table that stands in every cell, and takes columns of the row in hand. */
  child: idSchema,
});

export const cellContentSchema = z.discriminatedUnion('kind', [text, number, picture, bar, movement, drawn]);
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
  drawn: { label: 'Elements of its own', plain: { kind: 'drawn', child: '-' } },
} as const satisfies {
  [K in CellContentKind]: { label: string; plain: Extract<CellContent, { kind: K }> };
};

/** The columns of the rows that a content looks at. */
export const columnsOf = (content: CellContent): readonly string[] =>
  content.kind === 'drawn'
    ? []
    : (content.kind === 'movement' ? [content.column, content.before] : [content.column]).filter(
        (name) => name !== '',
      );
