import { z } from 'zod';
import { columnBase, type ColumnKind } from './base';

export const textColumnSchema = columnBase.extend({ type: z.literal('text') });

export const textColumn: ColumnKind<z.infer<typeof textColumnSchema>> = {
  label: 'Text',
  accept: (_column, typed) => ({ text: typed }),
  show: (_column, text) => text,
  scalar: 'text',
};
