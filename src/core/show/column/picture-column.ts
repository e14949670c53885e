import { z } from 'zod';
import { columnBase, type ColumnKind } from './base';

/** Kept as the name of a picture of the show, with or without its ending, so that files may come after the words. */
export const pictureColumnSchema = columnBase.extend({ type: z.literal('picture') });

export const pictureColumn: ColumnKind<z.infer<typeof pictureColumnSchema>> = {
  label: 'Picture',
  accept: (_column, typed) => ({ text: typed.trim() }),
  show: (_column, text) => text,
  scalar: 'picture',
};
