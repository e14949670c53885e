import { z } from 'zod';
import { problem } from '../../problem';
import { parseDuration } from '../../source';
import { durationText } from '../../binding';
import { columnBase, type ColumnKind } from './base';

/** Kept as seconds. */
export const durationColumnSchema = columnBase.extend({ type: z.literal('duration') });

export const durationColumn: ColumnKind<z.infer<typeof durationColumnSchema>> = {
  label: 'Duration',
  accept(column, typed) {
    const seconds = parseDuration(typed);
    return seconds === null
      ? {
          problem: problem(
            'not-a-duration',
            `${column.name} takes a length of time such as 2:03.5; “${typed}” is none.`,
            column.name,
          ),
        }
      : { text: String(seconds) };
  },
  show: (_column, text) => {
    const seconds = parseDuration(text);
    return seconds === null ? text : durationText(seconds);
  },
  scalar: 'duration',
};
