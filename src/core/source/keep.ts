import { z } from 'zod';
import type { Cell, Read } from './read';

/** What comes of a source is kept for so many minutes, a row (or what came together) every so many seconds. */
export const keepsSchema = z.object({
  minutes: z.number().min(0.1).max(1440),
  every: z.number().min(0.2).max(3600),
});
export type Keeps = z.infer<typeof keepsSchema>;

/** More moments than this are not kept: then they lie further apart. */
export const mostMoments = 900;

/** Seconds from one moment that is kept to the next. */
export const stepOf = ({ minutes, every }: Keeps): number => Math.max(every, (minutes * 60) / mostMoments);

/** What the column is called that says when a row came. */
export const whenColumn = 'At';

/**
 * What was kept of a source with what comes of it at a moment, ms since 1970: a first column says when, what is too old
 * is gone, and what comes before a step is over takes the place of what came in it before. Rows that stay are the same
 * objects.
 */
export function keepOn(before: Read | null, now: Read, keeps: Keeps, at: number): Read {
  const step = stepOf(keeps) * 1000;
  const moment = Math.floor(at / step) * step;
  const columns = [{ name: whenColumn, type: 'date' as const }, ...now.columns];
  const isSame =
    before !== null &&
    before.columns.length === columns.length &&
    before.columns.every(({ name }, i) => name === columns[i]?.name);
  const oldest = moment - keeps.minutes * 60_000;
  const when = (row: readonly Cell[]): number => Date.parse(String(row[0]));
  const stays = isSame ? before.rows.filter((row) => when(row) >= oldest && when(row) < moment) : [];
  const came = new Date(moment).toISOString();
  return { ...now, columns, rows: [...stays, ...now.rows.map((row): Cell[] => [came, ...row])], value: null, facets: {} };
} // prettier-ignore
