// True depth for what is flat: what stands nearer is painted later, and what stands through another is cut along the line
// where they meet. So transparent parts are right in whatever order they were given, and every edge stays soft.
import type { Matrix } from './matrix';

/** A point of the canvas, px. */
interface Point {
  readonly x: number;
  readonly y: number;
}

/** A linear function of a place on the canvas: a x + b y + c. */
export type Linear = readonly [a: number, b: number, c: number];

/** Something flat in a space, as its eye sees it. */
export interface InDepth<T> {
  readonly of: T;
  /** Where it is seen: convex, px of the canvas, either way round. */
  readonly outline: readonly Point[];
  /** How near each of its points is; what is nearer is larger. */
  readonly near: Linear;
}

/** What of it is painted at once: where all `cuts` are above 0; they rise by 1 a px. */
export interface DepthPiece<T> {
  readonly of: T;
  readonly cuts: readonly Linear[];
}

interface Piece<T> extends DepthPiece<T>, InDepth<T> {
  /** Where it stood among those given: what lies in one plane is painted in that order. */
  readonly order: number;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Px: what is less apart than this lies in one plane. */
const thickness = 1e-3;
/** Px²: what covers less of one another does not. */
const leastArea = 1e-2;
/** How near the eye plane something is still followed, w. */
const nearest = 0.02;
/** What comes to more pieces for each that was given is ordered by its middle. */
const mostPieces = 6;

/** How near the points of a node's plane are, by their place on the canvas; null: it is seen from its edge. */
export function nearnessOf(m: ArrayLike<number>): Linear | null {
  const n = (i: number): number => m[i] as number;
  // Z = a X + b Y + c W for the three columns that span the plane (Cramer's rule).
  const determinant = triple(n(0), n(1), n(3), n(4), n(5), n(7), n(12), n(13), n(15));
  if (!(Math.abs(determinant) > 1e-9)) return null;
  return [
    triple(n(2), n(1), n(3), n(6), n(5), n(7), n(14), n(13), n(15)) / determinant,
    triple(n(0), n(2), n(3), n(4), n(6), n(7), n(12), n(14), n(15)) / determinant,
    triple(n(0), n(1), n(2), n(4), n(5), n(6), n(12), n(13), n(14)) / determinant,
  ];
}

// prettier-ignore
const triple = (a: number, b: number, c: number, d: number, e: number, f: number, g: number, h: number, i: number): number =>
  a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);

/** Where a rectangle of a node's px is seen, px of the canvas; what stands behind the eye is left out. */
export function outlineThrough(m: Matrix, x: number, y: number, w: number, h: number): Point[] {
  const n = (i: number): number => m[i] as number;
  const corners = [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ].map(([u, v]) => ({
    x: n(0) * (u as number) + n(4) * (v as number) + n(12),
    y: n(1) * (u as number) + n(5) * (v as number) + n(13),
    w: n(3) * (u as number) + n(7) * (v as number) + n(15),
  }));
  const seen: Point[] = [];
  corners.forEach((from, i) => {
    const to = corners[(i + 1) % 4] as typeof from;
    if (from.w >= nearest) seen.push({ x: from.x / from.w, y: from.y / from.w });
    if (from.w >= nearest === to.w >= nearest) return;
    const at = (nearest - from.w) / (to.w - from.w);
    seen.push({
      x: (from.x + (to.x - from.x) * at) / nearest,
      y: (from.y + (to.y - from.y) * at) / nearest,
    });
  });
  return seen;
}

const at = ([a, b, c]: Linear, { x, y }: Point): number => a * x + b * y + c;

/** The part of a convex outline where a linear function is not below 0 (Sutherland and Hodgman, 1974). */
function partOf(outline: readonly Point[], line: Linear): Point[] {
  const kept: Point[] = [];
  for (let i = 0; i < outline.length; i += 1) {
    const from = outline[i] as Point;
    const to = outline[(i + 1) % outline.length] as Point;
    const [f, t] = [at(line, from), at(line, to)];
    if (f >= 0) kept.push(from);
    if (f >= 0 === t >= 0) continue;
    const along = f / (f - t);
    kept.push({ x: from.x + (to.x - from.x) * along, y: from.y + (to.y - from.y) * along });
  }
  return kept;
}

/** Twice the area within an outline; above 0 where it runs clockwise on the canvas. */
function twiceArea(outline: readonly Point[]): number {
  let sum = 0;
  for (let i = 0; i < outline.length; i += 1) {
    const [p, q] = [outline[i] as Point, outline[(i + 1) % outline.length] as Point];
    sum += p.x * q.y - q.x * p.y;
  }
  return sum;
}

/** What two convex outlines share. */
function shared(a: readonly Point[], b: readonly Point[]): readonly Point[] {
  const way = twiceArea(b) < 0 ? -1 : 1;
  let rest = a;
  for (let i = 0; i < b.length && rest.length > 2; i += 1) {
    const [p, q] = [b[i] as Point, b[(i + 1) % b.length] as Point];
    const [dx, dy] = [q.x - p.x, q.y - p.y];
    rest = partOf(rest, [-dy * way, dx * way, (p.x * dy - p.y * dx) * way]);
  }
  return rest;
}

function pieceOf<T>(
  { of, near }: InDepth<T>,
  order: number,
  outline: readonly Point[],
  cuts: readonly Linear[],
): Piece<T> {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y } of outline) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x);
    bottom = Math.max(bottom, y);
  }
  return { of, near, order, outline, cuts, left, top, right, bottom };
}

const minus = (a: Linear, b: Linear): Linear => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

/** Whether the first is painted after the second (1), before it (-1), in any order (0), or stands through it. */
function compare<T>(a: Piece<T>, b: Piece<T>): 1 | -1 | 0 | 'through' {
  if (a.left >= b.right || b.left >= a.right || a.top >= b.bottom || b.top >= a.bottom) return 0;
  const by = minus(a.near, b.near);
  const inOrder = a.order > b.order ? 1 : -1;
  // Most lie in one plane, and need no closer look.
  if (Math.abs(by[0]) < 1e-9 && Math.abs(by[1]) < 1e-9)
    return Math.abs(by[2]) < thickness ? inOrder : by[2] > 0 ? 1 : -1;
  const both = shared(a.outline, b.outline);
  if (both.length < 3 || Math.abs(twiceArea(both)) < leastArea) return 0;
  let [low, high] = [Infinity, -Infinity];
  for (const point of both) {
    low = Math.min(low, at(by, point));
    high = Math.max(high, at(by, point));
  }
  if (low > -thickness) return high < thickness ? inOrder : 1;
  return high < thickness ? -1 : 'through';
}

/** The two parts of a piece on the sides of the line where its plane meets another's; null: it does not cross it. */
function split<T>(piece: Piece<T>, other: Piece<T>): [Piece<T>, Piece<T>] | null {
  const by = minus(piece.near, other.near);
  const steep = Math.hypot(by[0], by[1]);
  if (!(steep > 1e-12)) return null;
  const line: Linear = [by[0] / steep, by[1] / steep, by[2] / steep];
  const back: Linear = [-line[0], -line[1], -line[2]];
  const parts = [line, back].map((side) =>
    pieceOf(piece, piece.order, partOf(piece.outline, side), [...piece.cuts, side]),
  ) as [Piece<T>, Piece<T>];
  return parts.every(({ outline }) => outline.length > 2 && Math.abs(twiceArea(outline)) >= leastArea)
    ? parts
    : null;
}

/** All in the order in which they are painted, back to front. */
export function backToFront<T>(items: readonly InDepth<T>[]): DepthPiece<T>[] {
  const most = items.length * mostPieces;
  const whole: Piece<T>[] = [];
  const waiting = items.map((item, order) => pieceOf(item, order, item.outline, [])).reverse();
  for (let piece = waiting.pop(); piece; piece = waiting.pop()) {
    const own = piece;
    const through =
      whole.length + waiting.length < most
        ? whole.find((other) => compare(own, other) === 'through')
        : undefined;
    const parts = through && split(own, through);
    if (parts) waiting.push(...parts);
    else whole.push(own);
  }
  return inOrder(whole, most);
}

/** Pieces of which none stands through another, each after all that it covers; a circle is cut open. */
function inOrder<T>(given: readonly Piece<T>[], most: number): Piece<T>[] {
  const left = [...given].sort((a, b) => a.order - b.order);
  const done: Piece<T>[] = [];
  while (left.length > 0) {
    const next = left.findIndex((piece) => left.every((other) => other === piece || compare(piece, other) !== 1)); // prettier-ignore
    if (next >= 0) {
      done.push(...left.splice(next, 1));
      continue;
    }
    const opened = left.length + done.length < most ? openCircle(left) : null;
    if (opened) left.splice(opened.at, 1, ...opened.parts);
    else return [...done, ...left.sort((a, b) => middle(a) - middle(b) || a.order - b.order)];
  }
  return done;
}

/** Cuts one of those that lie around in a circle by the plane of what it covers. */
function openCircle<T>(left: readonly Piece<T>[]): { at: number; parts: Piece<T>[] } | null {
  for (const [index, piece] of left.entries())
    for (const other of left) {
      if (other === piece || compare(piece, other) !== 1) continue;
      for (const through of left) {
        const parts = through === piece ? null : split(piece, through);
        if (parts) return { at: index, parts };
      }
    }
  return null;
}

const middle = <T>({ outline, near }: Piece<T>): number =>
  outline.reduce((sum, point) => sum + at(near, point), 0) / Math.max(1, outline.length);
