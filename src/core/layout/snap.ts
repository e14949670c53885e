import type { Box } from '../show';

/** Lines that things snap to, in px of the canvas. */
export interface SnapLines {
  readonly x: readonly number[];
  readonly y: readonly number[];
}

/** EBU R 95: graphics stay 5 %, action 3.5 % of each side clear of the edges. */
export const safeAreas = { graphics: 0.05, action: 0.035 };

/** A canvas of fewer px than this both ways is no picture by itself, but stands in others: it has no safe areas. */
const leastPicture = 600;
export const hasSafeAreas = ({
  width,
  height,
}: {
  readonly width: number;
  readonly height: number;
}): boolean => width >= leastPicture || height >= leastPicture;

export interface SnapExtras {
  /** Lines drawn by hand. */
  readonly guides?: SnapLines;
  /** Px between the lines of a grid; 0 is none. */
  readonly grid?: number;
}

/** Edges, centres and safe areas of the canvas, edges and centres of the given boxes, guides and the lines of a grid. */
export function snapLines(
  width: number,
  height: number,
  boxes: readonly Box[],
  { guides, grid = 0 }: SnapExtras = {},
): SnapLines {
  const along = (size: number): number[] => {
    const { graphics, action } = safeAreas;
    return [0, size / 2, size, size * graphics, size * (1 - graphics), size * action, size * (1 - action)];
  };
  const x = along(width);
  const y = along(height);
  if (guides) {
    x.push(...guides.x);
    y.push(...guides.y);
  }
  if (grid >= 2) {
    for (let line = grid; line < width; line += grid) x.push(line);
    for (let line = grid; line < height; line += grid) y.push(line);
  }
  for (const box of boxes) {
    x.push(box.x, box.x + box.w / 2, box.x + box.w);
    y.push(box.y, box.y + box.h / 2, box.y + box.h);
  }
  return { x, y };
}

/** The nearest pull of any of `points` to any line within `reach`; null where none is so near. */
function pull(
  points: readonly number[],
  lines: readonly number[],
  reach: number,
): { by: number; line: number } | null {
  let best: { by: number; line: number } | null = null;
  for (const point of points) {
    for (const line of lines) {
      const by = line - point;
      if (Math.abs(by) <= reach && (best === null || Math.abs(by) < Math.abs(best.by))) best = { by, line };
    }
  }
  return best;
}

export interface Snapped {
  readonly dx: number;
  readonly dy: number;
  /** Where guides are to be seen, or null. */
  readonly lineX: number | null;
  readonly lineY: number | null;
}

/** How far a box moves on to lie at the nearest lines, by its edges and centre. */
export function snapBox(box: Box, lines: SnapLines, reach: number): Snapped {
  const x = pull([box.x, box.x + box.w / 2, box.x + box.w], lines.x, reach);
  const y = pull([box.y, box.y + box.h / 2, box.y + box.h], lines.y, reach);
  return { dx: x?.by ?? 0, dy: y?.by ?? 0, lineX: x?.line ?? null, lineY: y?.line ?? null };
}

/** How far a point moves on; `null` leaves an axis alone. */
export function snapPoint(x: number | null, y: number | null, lines: SnapLines, reach: number): Snapped {
  const px = x === null ? null : pull([x], lines.x, reach);
  const py = y === null ? null : pull([y], lines.y, reach);
  return { dx: px?.by ?? 0, dy: py?.by ?? 0, lineX: px?.line ?? null, lineY: py?.line ?? null };
}

/** Which side of a box a handle moves: -1 the near one, 1 the far one, 0 neither. */
export type Side = -1 | 0 | 1;

/**
 * A box after one of its handles was moved by (dx, dy) px on the canvas, while it is turned by `degrees` about a pivot
 * in parts of the box. The opposite side stays where it is seen. Sizes never fall below 1.
 */
export function resizeTurned(
  box: Box,
  degrees: number,
  pivot: { x: number; y: number },
  handle: { x: Side; y: Side },
  dx: number,
  dy: number,
  keepAspect: boolean,
): Box {
  const angle = (degrees * Math.PI) / 180;
  const cos = Math.cos(angle);
  const sin = Math.sin(angle);
  // The drag in the box's own directions.
  const u = dx * cos + dy * sin;
  const v = -dx * sin + dy * cos;
  let w = Math.max(1, box.w + u * handle.x);
  let h = Math.max(1, box.h + v * handle.y);
  if (keepAspect && handle.x !== 0 && handle.y !== 0) {
    const factor = Math.max(w / box.w, h / box.h);
    w = Math.max(1, box.w * factor);
    h = Math.max(1, box.h * factor);
  }
  // The anchor, in parts of the box: the side that is not moved.
  const ax = (1 - handle.x) / 2;
  const ay = (1 - handle.y) / 2;
  const seen = (b: Box): { x: number; y: number } => {
    const rx = (ax - pivot.x) * b.w;
    const ry = (ay - pivot.y) * b.h;
    return { x: b.x + pivot.x * b.w + rx * cos - ry * sin, y: b.y + pivot.y * b.h + rx * sin + ry * cos };
  };
  const before = seen(box);
  const after = seen({ x: box.x, y: box.y, w, h });
  return { x: box.x + before.x - after.x, y: box.y + before.y - after.y, w, h };
}

/** The smallest box around boxes; null for none. */
export function unionOf(boxes: readonly Box[]): Box | null {
  if (boxes.length === 0) return null;
  const x = Math.min(...boxes.map((b) => b.x));
  const y = Math.min(...boxes.map((b) => b.y));
  return {
    x,
    y,
    w: Math.max(...boxes.map((b) => b.x + b.w)) - x,
    h: Math.max(...boxes.map((b) => b.y + b.h)) - y,
  };
}

/** A distance to be shown: from one point to another along an axis, at a place across it. All px. */
export interface Gap {
  readonly axis: 'x' | 'y';
  readonly from: number;
  readonly to: number;
  readonly across: number;
}

/**
 * The distances from a box to the nearest box, or the edge of the canvas, on each of its four sides. Only boxes that
 * lie beside it count: their spans across the axis overlap with its own.
 */
export function gapsAround(box: Box, others: readonly Box[], width: number, height: number): Gap[] {
  const found: Gap[] = [];
  for (const axis of ['x', 'y'] as const) {
    const [start, end, size] = axis === 'x' ? [box.x, box.x + box.w, width] : [box.y, box.y + box.h, height];
    let before = { at: 0, low: -Infinity, high: Infinity };
    let after = { at: size, low: -Infinity, high: Infinity };
    const [low, high] = axis === 'x' ? [box.y, box.y + box.h] : [box.x, box.x + box.w];
    for (const other of others) {
      const [oLow, oHigh] = axis === 'x' ? [other.y, other.y + other.h] : [other.x, other.x + other.w];
      if (oHigh <= low || oLow >= high) continue;
      const [oStart, oEnd] = axis === 'x' ? [other.x, other.x + other.w] : [other.y, other.y + other.h];
      if (oEnd <= start && oEnd >= before.at) before = { at: oEnd, low: oLow, high: oHigh };
      if (oStart >= end && oStart <= after.at) after = { at: oStart, low: oLow, high: oHigh };
    }
    const across = (near: { low: number; high: number }): number =>
      (Math.max(low, near.low) + Math.min(high, near.high)) / 2;
    if (start - before.at >= 1) found.push({ axis, from: before.at, to: start, across: across(before) });
    if (after.at - end >= 1) found.push({ axis, from: end, to: after.at, across: across(after) });
  }
  return found;
}

/**
 * How far each box moves so that the gaps between them along an axis are alike; the first and the last stay. In the
 * order of the given boxes.
 */
export function distribute(boxes: readonly Box[], axis: 'x' | 'y'): number[] {
  const size = axis === 'x' ? 'w' : 'h';
  const order = boxes.map((_, index) => index);
  const middle = (index: number): number => {
    const box = boxes[index] as Box;
    return box[axis] + box[size] / 2;
  };
  order.sort((a, b) => middle(a) - middle(b));
  const first = boxes[order[0] ?? 0];
  const last = boxes[order.at(-1) ?? 0];
  const moves = boxes.map(() => 0);
  if (!first || !last || boxes.length < 3) return moves;
  const filled = boxes.reduce((sum, box) => sum + box[size], 0);
  const gap = (last[axis] + last[size] - first[axis] - filled) / (boxes.length - 1);
  let at = first[axis];
  for (const index of order) {
    const box = boxes[index] as Box;
    moves[index] = at - box[axis];
    at += box[size] + gap;
  }
  return moves;
}

/**
 * Where a box lies once its pivot is moved to other parts of it while it is turned: so that it is seen where it was.
 * Returns how far x and y move, px.
 */
export function movedPivot(
  box: Box,
  degrees: number,
  from: { x: number; y: number },
  to: { x: number; y: number },
): { dx: number; dy: number } {
  const angle = (degrees * Math.PI) / 180;
  const dx = (to.x - from.x) * box.w;
  const dy = (to.y - from.y) * box.h;
  return {
    dx: dx * Math.cos(angle) - dy * Math.sin(angle) - dx,
    dy: dx * Math.sin(angle) + dy * Math.cos(angle) - dy,
  };
}
