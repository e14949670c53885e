import { z } from 'zod';
import { problem } from '../../problem';
import { parseColour } from '../../source';
import { columnBase, type ColumnKind } from './base';

export const colourColumnSchema = columnBase.extend({ type: z.literal('colour') });

export const colourColumn: ColumnKind<z.infer<typeof colourColumnSchema>> = {
  label: 'Colour',
  accept(column, typed) {
    const colour = parseColour(typed);
    return colour === null
      ? {
          problem: problem(
            'not-a-colour',
            `${column.name} takes a colour such as #D8A748; “${typed}” is none.`,
            column.name,
          ),
        }
      : { text: colour };
  },
  show: (_column, text) => text,
  scalar: 'colour',
};
