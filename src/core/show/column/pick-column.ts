import { z } from 'zod';
import { idSchema } from '../../value';
import { columnBase, type ColumnKind } from './base';

/** A row of another table, kept as that row's id; `core/data` turns it into what is shown and what is sent. */
export const pickColumnSchema = columnBase.extend({
  type: z.literal('pick'),
  table: idSchema,
  /** The column shown to the person who types, and the one that goes to air. */
  shown: idSchema,
  sent: idSchema,
});

export const pickColumn: ColumnKind<z.infer<typeof pickColumnSchema>> = {
  label: 'Pick from a table',
  accept: (_column, typed) => ({ text: typed }),
  show: (_column, text) => text,
  scalar: 'text',
};
