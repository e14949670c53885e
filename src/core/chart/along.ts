import { ticks } from 'd3-array';
import { utcDay, utcHour, utcMinute, utcMonth, utcTicks, utcYear } from 'd3-time';
import type { ChartElement } from '../show';
import type { ChartData, ChartRow } from './data';
import { chartNumber } from './words';

/** A stretch of an axis: values, or places among the rows where names stand along it. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** Where along a line chart its rows stand, and what stands below. */
export interface Along {
  /** Px from the left of the plot, by the place of a row among those shown. */
  readonly x: (at: number) => number;
  /** Px of a value along the axis. */
  readonly of: (value: number) => number;
  readonly marks: readonly {
    readonly key: string;
    /** The place of the row that it names; null: it names none. */
    readonly row: number | null;
    readonly x: number;
    readonly words: string;
  }[];
  /** Of names: the room of each. */
  readonly step: number;
}

const hours = 3_600_000;

/** A date as short as the marks around it allow: by what the step between them is. */
function dateWords(at: Date, locale: string): string {
  const given: Intl.DateTimeFormatOptions =
    utcMinute(at) < at
      ? { hour: '2-digit', minute: '2-digit', second: '2-digit' }
      : utcDay(at) < at || utcHour(at) < at
        ? { hour: '2-digit', minute: '2-digit' }
        : utcMonth(at) < at
          ? { day: 'numeric', month: 'short' }
          : utcYear(at) < at
            ? { month: 'short' }
            : { year: 'numeric' };
  const options: Intl.DateTimeFormatOptions = { ...given, timeZone: 'UTC', hourCycle: 'h23' };
  try {
    return new Intl.DateTimeFormat(locale || 'en-GB', options).format(at);
  } catch {
    return new Intl.DateTimeFormat('en-GB', options).format(at);
  }
}

/** How long ago something is, in words. */
function agoWords(seconds: number, locale: string): string {
  const [count, unit]: [number, Intl.RelativeTimeFormatUnit] =
    seconds >= 7200 ? [seconds / 3600, 'hour'] : seconds >= 120 ? [seconds / 60, 'minute'] : [seconds, 'second'];
  const own = (name: string): Intl.RelativeTimeFormat => new Intl.RelativeTimeFormat(name, { numeric: 'auto', style: 'short' });
  const whole = Math.round(count * 10) / 10;
  try {
    return own(locale || 'en-GB').format(whole === 0 ? 0 : -whole, unit);
  } catch {
    return own('en-GB').format(whole === 0 ? 0 : -whole, unit);
  }
} // prettier-ignore

/** The axis along a plot so many px wide, `inset` px of it free at either end; of all of it, or of a stretch. */
export function alongOf(chart: ChartElement, data: ChartData, rows: readonly ChartRow[], width: number, inset: number, stretch: Span | null = null): Along {
  const locale = chart.format.locale;
  if (data.along === 'names') {
    const { from, to } = stretch ?? { from: 0, to: rows.length - 1 };
    const step = (width - 2 * inset) / Math.max(1, to - from);
    const x = (at: number): number => (rows.length < 2 ? width / 2 : inset + (at - from) * step);
    return {
      x,
      of: x,
      step: rows.length < 2 ? width : step,
      marks: rows.flatMap(({ key, name }, i) => (i < from || i > to ? [] : [{ key, row: i, x: x(i), words: name }])),
    };
  }
  const ats = rows.map(({ at }) => at ?? 0);
  let [from, to] = stretch ? [stretch.from, stretch.to] : [Math.min(...ats), Math.max(...ats)];
  if (!(from <= to)) [from, to] = [0, 1];
  if (chart.window > 0 && data.along === 'dates') from = to - chart.window * 1000;
  if (from === to) [from, to] = [from - 1, to + 1];
  const of = (value: number): number => inset + ((value - from) / (to - from)) * (width - 2 * inset);
  const most = Math.max(2, Math.min(8, Math.floor(width / 240)));
  const isMoving = chart.window > 0 && data.along === 'dates';
  const marks = isMoving
    ? [1, 0.5, 0].map((part) => ({ key: `ago${part}`, row: null, x: of(to - part * chart.window * 1000), words: agoWords(part * chart.window, locale) }))
    : data.along === 'dates'
      ? utcTicks(new Date(from), new Date(to), most).map((at) => ({ key: String(at.getTime()), row: null, x: of(at.getTime()), words: data.isTime ? timeWords(at.getTime()) : dateWords(at, locale) }))
      : ticks(from, to, most).map((value) => ({ key: String(value), row: null, x: of(value), words: chartNumber(value, { ...chart.format, before: '', after: '', least: 0, grouping: false }) }));
  return { x: (at) => of(rows[at]?.at ?? 0), of, step: (width - 2 * inset) / Math.max(1, marks.length), marks };
} // prettier-ignore

/** A time of day of so many ms. */
const timeWords = (ms: number): string => {
  const two = (value: number): string => String(Math.floor(value)).padStart(2, '0');
  return `${two(ms / hours)}:${two((ms / 60_000) % 60)}`;
};
