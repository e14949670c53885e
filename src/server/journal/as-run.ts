import Papa from 'papaparse';
import { asRunEvents, type AirEvent } from '../../core/playout';
import type { EntryHead } from './entry';

/** One line of the as-run log. Times as ISO 8601 in UTC, with milliseconds. */
export interface AsRunLine {
  readonly sequence: number;
  readonly what: AirEvent['what'];
  readonly why: AirEvent['why'];
  readonly by: string;
  readonly planned: string;
  readonly asked: string;
  readonly at: string;
  readonly channel: string;
  readonly lane: string;
  readonly number: string;
  readonly name: string;
  readonly detail: string;
  readonly card: string;
  readonly graphic: string;
  readonly values: AirEvent['values'];
  /** Where changes by data are folded: how many this line stands for. */
  readonly changes?: number;
  /** When the last of them was, or when an item of a ticker gave way to the next. */
  readonly until?: string;
}

const iso = (seconds: number): string => new Date(Math.round(seconds * 1000)).toISOString();

export interface AsRunFilter {
  /** Seconds since 1970-01-01 UTC by the time of day. */
  readonly from?: number;
  readonly to?: number;
  readonly channel?: string;
  /** The last so many lines. */
  readonly last?: number;
  /** What data changes of one graphic, with nothing else of it between, is one line. */
  readonly folds?: boolean;
}

/** The as-run log out of the journal: every take, change and clear, with who, what and when. */
export async function asRun(history: AsyncIterable<EntryHead>, filter: AsRunFilter): Promise<AsRunLine[]> {
  const lines: AsRunLine[] = [];
  /** The line that further changes by data go into, by graphic. */
  const open = new Map<string, { -readonly [K in keyof AsRunLine]: AsRunLine[K] }>();
  for await (const { sequence, events, dayOffset } of history)
    for (const event of events) {
      if (!asRunEvents.has(event.what)) continue;
      if (filter.channel !== undefined && event.channel !== filter.channel) continue;
      const at = event.at + dayOffset;
      if (at < (filter.from ?? -Infinity) || at > (filter.to ?? Infinity)) continue;
      const { what, why, by, channel, lane, number, name, detail, card, graphic, values } = event;
      const times = {
        planned: event.planned === null ? '' : iso(event.planned + dayOffset),
        asked: iso(event.asked + dayOffset),
        at: iso(at),
      };
      const known = filter.folds ? open.get(`${channel} ${graphic}`) : undefined;
      if (known && what === 'change' && why === 'data') {
        known.changes = (known.changes ?? 1) + 1;
        known.until = times.at;
        known.values = values;
        continue;
      }
      const line = {
        sequence,
        what,
        why,
        by,
        ...times,
        channel,
        lane,
        number,
        name,
        detail,
        card,
        graphic,
        values,
        ...(event.until === undefined ? {} : { until: iso(event.until + dayOffset) }),
      };
      lines.push(line);
      if (what === 'change' && why === 'data') open.set(`${channel} ${graphic}`, line);
      else open.delete(`${channel} ${graphic}`);
      if (filter.last !== undefined && lines.length > filter.last * 2)
        lines.splice(0, lines.length - filter.last);
    }
  return filter.last === undefined ? lines : lines.slice(-filter.last);
}

/** The log as CSV (RFC 4180), with values as JSON; what a spreadsheet would run is marked as text. */
export const asRunCsv = (lines: readonly AsRunLine[]): string =>
  Papa.unparse(
    lines.map(({ values, ...line }) => ({ ...line, values: JSON.stringify(values) })),
    {
      escapeFormulae: true,
      newline: '\r\n',
      columns: [
        ...['sequence', 'at', 'planned', 'asked', 'what', 'why', 'by', 'channel', 'lane', 'number', 'name'],
        ...['detail', 'card', 'graphic', 'values', 'until'],
      ],
    },
  );
