import { z } from 'zod';
import { problem } from '../../problem';
import { parseTime, timeText } from '../../source';
import { columnBase, type ColumnKind } from './base';

/** Kept as 19:45 or 19:45:30, on the clock of twenty-four hours. */
export const timeColumnSchema = columnBase.extend({ type: z.literal('time') });

export const timeColumn: ColumnKind<z.infer<typeof timeColumnSchema>> = {
  label: 'Time of day',
  accept(column, typed) {
    const seconds = parseTime(typed);
    return seconds === null
      ? {
          problem: problem(
            'not-a-time',
            `${column.name} takes a time of day such as 19:45 or 7:45 pm; “${typed}” is none.`,
            column.name,
          ),
        }
      : { text: timeText(seconds) };
  },
  // Limits come as seconds.
  show: (_column, text) => (/^\d+(\.\d+)?$/.test(text) ? timeText(Number(text)) : text),
  scalar: 'time',
};
