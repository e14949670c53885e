import { parseNumber } from '../source';
import { momentOf } from './data';
import { alongOf, type Along, type Span } from './along';
import type { PartZoom } from './part';
import type { Drawing } from './sheet';

// A stretch of an axis is looked at: what lies there goes from where it stands in the whole to where it stands in the
// stretch, which takes the whole room. What is said along the axis is there twice: for the whole, and for the stretch.

/** Where on the axis a name, a number or a date lies; null where it is none of those. */
function placeOf({ rows, data }: Drawing, words: string): number | null {
  const wanted = words.toLowerCase();
  const at = rows.findIndex(({ name, key }) => name.trim().toLowerCase() === wanted || key === words);
  if (at >= 0) return data.along === 'names' ? at : (rows[at]?.at ?? null);
  if (data.along === 'names') return null;
  if (data.along === 'numbers') return parseNumber(words);
  const moment = momentOf(words);
  if (!moment) return null;
  // Along dates a time of day is meant of the last day.
  const day = 86_400_000;
  return moment.isTime && !data.isTime
    ? Math.floor((rows.at(-1)?.at ?? 0) / day) * day + moment.ms
    : moment.ms;
}

/** The stretch that is looked at; null where it is all, or where its ends are not there, which is noted. */
export function stretchOf(drawing: Drawing): Span | null {
  const { chart, rows, data, sheet } = drawing;
  const asked = [chart.seenFrom.trim(), chart.seenTo.trim()] as const;
  if (asked.every((words) => words === '') || rows.length < 2) return null;
  const ends = data.along === 'names' ? [0, rows.length - 1] : [rows[0]?.at ?? 0, rows.at(-1)?.at ?? 0];
  const found = asked.map((words, i) => (words === '' ? (ends[i] as number) : placeOf(drawing, words)));
  const missing = asked.filter((_, i) => found[i] === null);
  if (missing.length > 0)
    sheet.note('no-stretch', `${missing.map((words) => `“${words}”`).join(' and ')} ${missing.length === 1 ? 'is' : 'are'} not on its axis, so that all of it is seen`);
  const [a, b] = found;
  if (a === null || b === null || a === undefined || b === undefined) return null;
  if (a === b) {
    sheet.note('no-stretch', 'its stretch begins where it ends, so that all of it is seen');
    return null;
  }
  return { from: Math.min(a, b), to: Math.max(a, b) };
} // prettier-ignore

/** How much is taken of what is said of the whole, or of the stretch, 0 to 1: the one has gone before the other comes. */
const veilOf = (zoom: number, isNear: boolean): number =>
  Math.max(0, Math.min(1, (isNear ? 1 - zoom : zoom) / 0.4));

/** What stands along the axis at one end of a zoom. */
export interface Reach {
  /** Before the keys of what it says. */
  readonly key: string;
  readonly along: Along;
  /** The last of the axis that it sees, as rows stand there. */
  readonly to: number;
  readonly zooms: PartZoom | null;
  readonly veil: number;
}

/** An axis between all of it and its stretch. */
export interface Zoom {
  /** Px from the left of the plot, by the place of a row. */
  readonly x: (row: number) => number;
  /** How a row, or a line through all of them in a box as wide as the plot, goes on with the zoom; null: it does not. */
  readonly row: (row: number) => PartZoom | null;
  readonly line: PartZoom | null;
  readonly reaches: readonly Reach[];
  readonly isZoomed: boolean;
}

/** The axis of a plot so many px wide, `inset` of it free at either end, between all of it and its stretch. */
export function zoomOf(drawing: Drawing, width: number, inset: number, stretch: Span | null): Zoom {
  const { chart, data, rows } = drawing;
  const whole = alongOf(chart, data, rows, width, inset);
  const all: Reach = { key: '', along: whole, to: Infinity, zooms: null, veil: 0 };
  if (!stretch) return { x: whole.x, row: () => null, line: null, reaches: [all], isZoomed: false };
  const near = alongOf(chart, data, rows, width, inset, stretch);
  const by = (row: number): number => near.x(row) - whole.x(row);
  const x = (row: number): number => whole.x(row) + chart.zoom * by(row);
  // All that lies along the axis moves by so much at its first and its last, and in between in proportion.
  const last = rows.length - 1;
  const perPx = (by(last) - by(0)) / (x(last) - x(0));
  const edge = (px: number): number => by(0) + (px - x(0)) * perPx;
  const reaches = [
    { ...all, zooms: { x: 0, w: 0, opacity: -1 as const }, veil: veilOf(chart.zoom, false) },
    { ...all, key: '~near ', along: near, to: stretch.to, zooms: { x: 0, w: 0, opacity: 1 as const }, veil: veilOf(chart.zoom, true) },
  ].filter(({ veil }) => drawing.isZoomed || veil < 1);
  return {
    x,
    row: (row) => ({ x: by(row), w: 0, opacity: 0 }),
    line: { x: edge(0), w: edge(width) - edge(0), opacity: 0 },
    reaches: reaches.length > 0 ? reaches : [all],
    isZoomed: true,
  };
} // prettier-ignore
