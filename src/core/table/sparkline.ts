import { traceShapes, type Trace, type TracePoint } from '../chart';
import { inBox } from '../shape';
import type { Box, CellLook, Element, TableColumn } from '../show';
import { made } from './cells';
import type { DrawnCell } from './contents';

type Sparkline = Extract<TableColumn['content'], { kind: 'sparkline' }>;

/** The values between which sparklines are drawn. */
export interface SparkEnds {
  readonly lo: number;
  readonly hi: number;
}

interface SparkGiven {
  readonly id: string;
  readonly name: string;
  readonly room: Box;
  readonly look: CellLook;
  readonly content: Sparkline;
  /** Oldest first; null: none is known. */
  readonly values: readonly (number | null)[];
  readonly ends: SparkEnds;
}

/** What sparklines go between: the least and the greatest of their values; bars begin at zero. */
export function sparkEnds({ form }: Sparkline, values: readonly (number | null)[]): SparkEnds {
  let [lo, hi] = form === 'bars' ? [0, 0] : [Infinity, -Infinity];
  for (const value of values) {
    if (value === null) continue;
    lo = Math.min(lo, value);
    hi = Math.max(hi, value);
  }
  return lo <= hi ? { lo, hi } : { lo: 0, hi: 0 };
}

const none = '#00000000';

/** The part of the room that it takes: so high as it is to be, in the middle. */
function roomOf({ room, content }: SparkGiven): Box {
  const h = room.h * content.thickness;
  return { ...room, y: room.y + (room.h - h) / 2, h };
}

/** A line through values, with a dot at the last of them; where one is missing it has a gap. */
export function sparkLine(given: SparkGiven): DrawnCell {
  const { id, name, look, content, values, ends } = given;
  const edge = Math.max(content.lineW, content.dot) / 2;
  const whole = roomOf(given);
  const box = {
    x: whole.x + edge,
    y: whole.y + edge,
    w: Math.max(1, whole.w - 2 * edge),
    h: Math.max(1, whole.h - 2 * edge),
  };
  const span = ends.hi - ends.lo;
  const step = box.w / Math.max(1, values.length - 1);
  const points = values.flatMap((value, at): TracePoint[] => {
    if (value === null) return [];
    const part = span > 0 ? (value - ends.lo) / span : 0.5;
    const begins = at > 0 && values[at - 1] === null;
    return [{ key: String(at), x: box.x + at * step, y: box.y + box.h * (1 - part), begins }];
  });
  const last = points.at(-1);
  if (!last) return { elements: [], trace: null };
  const trace: Trace = { curve: 'straight', points, base: null };
  const { opacity } = look;
  const line: Element = {
    ...made('path', `${id}/line`, name, box, look, () => ({
      opacity,
      fill: none,
      wipeEdge: 'line',
      outlinePlace: 'centre',
      cap: 'round',
      join: 'round',
    })),
    subpaths: inBox(traceShapes(trace), box),
    outlineWidth: content.lineW,
    outline: content.colour,
  };
  const size = content.dot;
  const dotBox = { x: last.x - size / 2, y: last.y - size / 2, w: size, h: size };
  const dot: Element = {
    ...made('ellipse', `${id}/last`, name, dotBox, look, () => ({ opacity })),
    fill: content.colour,
  };
  return { elements: size > 0 ? [line, dot] : [line], trace };
}

/** A bar for each value, up from zero or down from it. */
export function sparkBars(given: SparkGiven): Element[] {
  const { id, name, look, content, values, ends } = given;
  const box = roomOf(given);
  const span = ends.hi - ends.lo;
  const step = box.w / Math.max(1, values.length);
  const gap = Math.min(step * 0.3, 6);
  const at = (value: number): number => box.y + box.h * (span > 0 ? (ends.hi - value) / span : 1);
  return values.flatMap((value, place): Element[] => {
    if (value === null) return [];
    const [from, to] = [at(0), at(value)];
    const own = {
      x: box.x + place * step + gap / 2,
      y: Math.min(from, to),
      w: step - gap,
      h: Math.abs(to - from),
    };
    return [
      {
        ...made('rect', `${id}/bar${place}`, name, own, look, () => ({ opacity: look.opacity })),
        fill: content.colour,
      },
    ];
  });
}
