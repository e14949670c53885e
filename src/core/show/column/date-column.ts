import { z } from 'zod';
import { problem } from '../../problem';
import { parseDate } from '../../source';
import { columnBase, type ColumnKind } from './base';

/** Kept as ISO 8601 in UTC; without a time of day where `time` is off. */
export const dateColumnSchema = columnBase.extend({ type: z.literal('date'), time: z.boolean() });

/** A date without a time stays one. */
const hasTime = (text: string): boolean => /\d[T ,]+\d{1,2}:\d{2}/.test(text);
const iso = (ms: number, time: boolean): string => new Date(ms).toISOString().slice(0, time ? 19 : 10);

export const dateColumn: ColumnKind<z.infer<typeof dateColumnSchema>> = {
  label: 'Date and time',
  accept(column, typed) {
    const ms = parseDate(typed);
    return ms === null
      ? {
          problem: problem(
            'not-a-date',
            `${column.name} takes a date such as 2026-08-14${column.time ? ' 14:05' : ''}; “${typed}” is none.`,
            column.name,
          ),
        }
      : { text: iso(ms, column.time && hasTime(typed)) };
  },
  show: (column, text) => {
    const ms = parseDate(text);
    return ms === null
      ? text
      : iso(ms, column.time && hasTime(text))
          .replace('T', ' ')
          .replace(/:00$/, '');
  },
  scalar: 'date',
};
