import { z } from 'zod';
import { idSchema } from '../../value';
import { columnBase, type ColumnKind } from './base';

/** A column of the row that another column picks; fills itself and cannot be typed in. */
export const followsColumnSchema = columnBase.extend({
  type: z.literal('follows'),
  /** The column of this table that picks, and the column of the picked row. */
  pick: idSchema,
  column: idSchema,
});

export const followsColumn: ColumnKind<z.infer<typeof followsColumnSchema>> = {
  label: 'Follows a pick',
  accept: (_column, typed) => ({ text: typed }),
  show: (_column, text) => text,
  scalar: 'text',
};
