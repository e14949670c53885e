import type { PathPoint, Subpath } from './points';

interface Size {
  readonly w: number;
  readonly h: number;
}
interface Corner {
  readonly x: number;
  readonly y: number;
  /** Px of rounding. */
  readonly r: number;
}

/** Px: the rounding of each corner, and how far the top of each side leans right of its foot. */
export interface RectOutline {
  readonly radiusTopLeft: number;
  readonly radiusTopRight: number;
  readonly radiusBottomRight: number;
  readonly radiusBottomLeft: number;
  readonly slantLeft: number;
  readonly slantRight: number;
}
/** The hole in parts of the ellipse; degrees clockwise from the top at which the piece begins, and that it covers. */
export interface EllipseOutline {
  readonly hole: number;
  readonly start: number;
  readonly sweep: number;
}
/** Corners, or points of a star; how far out its notches lie, in parts of its points; px of rounding. */
export interface PolygonOutline {
  readonly corners: number;
  readonly inner: number;
  readonly radius: number;
}
export const lineHeads = ['none', 'arrow', 'dot', 'bar'] as const;
export type LineHead = (typeof lineHeads)[number];
/** Thickness in px; the size of its heads in parts of that. */
export interface LineOutline {
  readonly thickness: number;
  readonly rises: boolean;
  readonly headStart: LineHead;
  readonly headEnd: LineHead;
  readonly headSize: number;
}

const n = (value: number): string => String(Math.round(value * 1000) / 1000);

/**
 * A closed polygon whose corners are rounded by arcs that touch both sides. Where two arcs would meet on a side, both
 * give way in proportion.
 */
function roundedPolygon(corners: readonly Corner[]): string {
  const count = corners.length;
  const at = (index: number): Corner => corners[(index + count) % count] as Corner;
  const reach = corners.map((corner, index) => {
    const [before, after] = [at(index - 1), at(index + 1)];
    const a = Math.atan2(before.y - corner.y, before.x - corner.x);
    const b = Math.atan2(after.y - corner.y, after.x - corner.x);
    let angle = Math.abs(a - b);
    if (angle > Math.PI) angle = 2 * Math.PI - angle;
    const half = Math.tan(angle / 2);
    return { half, along: half > 1e-6 ? corner.r / half : 0 };
  });
  const length = (index: number): number =>
    Math.hypot(at(index + 1).x - at(index).x, at(index + 1).y - at(index).y);
  const factor = reach.reduce((least, { along }, index) => {
    const next = reach[(index + 1) % count] as { along: number };
    const room = length(index);
    return along + next.along > room ? Math.min(least, room / (along + next.along)) : least;
  }, 1);
  const parts: string[] = [];
  corners.forEach((corner, index) => {
    const { half, along } = reach[index] as { half: number; along: number };
    const cut = along * factor;
    const [before, after] = [at(index - 1), at(index + 1)];
    const toward = (other: Corner): { x: number; y: number } => {
      const d = Math.hypot(other.x - corner.x, other.y - corner.y) || 1;
      return {
        x: corner.x + ((other.x - corner.x) * cut) / d,
        y: corner.y + ((other.y - corner.y) * cut) / d,
      };
    };
    const from = toward(before);
    const to = toward(after);
    parts.push(`${index === 0 ? 'M' : 'L'}${n(from.x)} ${n(from.y)}`);
    if (cut > 0) {
      const radius = cut * half;
      const turn =
        (corner.x - before.x) * (after.y - corner.y) - (corner.y - before.y) * (after.x - corner.x) > 0
          ? 1
          : 0;
      parts.push(`A${n(radius)} ${n(radius)} 0 0 ${turn} ${n(to.x)} ${n(to.y)}`);
    }
  });
  return `${parts.join('')}Z`;
}

/** A rectangle with its own rounding at each corner and sides that lean. A positive slant leans the top to the right. */
export function rectPath(element: RectOutline, { w, h }: Size): string {
  const lean = (value: number): number => Math.max(-w, Math.min(w, value));
  const left = lean(element.slantLeft);
  const right = lean(element.slantRight);
  const top = { from: Math.max(0, left), to: w - Math.max(0, -right) };
  const foot = { from: Math.max(0, -left), to: w - Math.max(0, right) };
  // Sides that would cross meet in a point.
  const middle = (span: { from: number; to: number }): { from: number; to: number } =>
    span.from <= span.to ? span : { from: (span.from + span.to) / 2, to: (span.from + span.to) / 2 };
  const [a, b] = [middle(top), middle(foot)];
  return roundedPolygon([
    { x: a.from, y: 0, r: element.radiusTopLeft },
    { x: a.to, y: 0, r: element.radiusTopRight },
    { x: b.to, y: h, r: element.radiusBottomRight },
    { x: b.from, y: h, r: element.radiusBottomLeft },
  ]);
}

/** An ellipse, a ring (fill by even-odd), or a piece of either. */
export function ellipsePath(element: EllipseOutline, { w, h }: Size): string {
  const [rx, ry] = [w / 2, h / 2];
  const { hole, start, sweep } = element;
  if (sweep <= 0) return '';
  const point = (degrees: number, part: number): string => {
    const angle = ((degrees - 90) * Math.PI) / 180;
    return `${n(rx + Math.cos(angle) * rx * part)} ${n(ry + Math.sin(angle) * ry * part)}`;
  };
  const whole = (part: number): string =>
    `M${n(rx)} ${n(ry - ry * part)}A${n(rx * part)} ${n(ry * part)} 0 1 1 ${n(rx)} ${n(ry + ry * part)}` +
    `A${n(rx * part)} ${n(ry * part)} 0 1 1 ${n(rx)} ${n(ry - ry * part)}Z`;
  if (sweep >= 360) return hole > 0 ? whole(1) + whole(hole) : whole(1);
  const end = start + sweep;
  const wide = sweep > 180 ? 1 : 0;
  const outer = `M${point(start, 1)}A${n(rx)} ${n(ry)} 0 ${wide} 1 ${point(end, 1)}`;
  return hole > 0
    ? `${outer}L${point(end, hole)}A${n(rx * hole)} ${n(ry * hole)} 0 ${wide} 0 ${point(start, hole)}Z`
    : `${outer}L${n(rx)} ${n(ry)}Z`;
}

/** A regular polygon or star that fills its box from side to side, a corner at the top. */
export function polygonPath(element: PolygonOutline, { w, h }: Size): string {
  const { corners, inner, radius } = element;
  const isStar = inner < 1;
  const count = isStar ? corners * 2 : corners;
  const raw = Array.from({ length: count }, (_, index) => {
    const angle = (index / count) * 2 * Math.PI - Math.PI / 2;
    const part = isStar && index % 2 === 1 ? inner : 1;
    return { x: Math.cos(angle) * part, y: Math.sin(angle) * part };
  });
  const xs = raw.map((p) => p.x);
  const ys = raw.map((p) => p.y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [wide, high] = [Math.max(...xs) - left, Math.max(...ys) - top];
  return roundedPolygon(
    raw.map((p) => ({ x: ((p.x - left) / wide) * w, y: ((p.y - top) / high) * h, r: radius })),
  );
}

/**
 * A line across its box: `shaft` to be stroked, `heads` to be filled. The shaft ends where an arrow begins to be as
 * wide as it, so that it never shows at the tip.
 */
export function linePaths(element: LineOutline, { w, h }: Size): { shaft: string; heads: string } {
  const a = { x: 0, y: element.rises ? h : 0 };
  const b = { x: w, y: element.rises ? 0 : h };
  const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const u = { x: (b.x - a.x) / length, y: (b.y - a.y) / length };
  const size = element.thickness * element.headSize;
  const heads: string[] = [];
  const place = (p: { x: number; y: number }, along: number, aside: number): string =>
    `${n(p.x + u.x * along - u.y * aside)} ${n(p.y + u.y * along + u.x * aside)}`;
  /** Draws a head whose tip points along `way`; returns how far the shaft keeps away. */
  const head = (kind: LineHead, p: { x: number; y: number }, way: 1 | -1): number => {
    if (kind === 'none' || size <= 0) return 0;
    if (kind === 'dot') {
      const r = size / 2;
      heads.push(
        `M${place(p, -r, 0)}A${n(r)} ${n(r)} 0 1 1 ${place(p, r, 0)}A${n(r)} ${n(r)} 0 1 1 ${place(p, -r, 0)}Z`,
      );
      return 0;
    }
    if (kind === 'bar') {
      const t = element.thickness / 2;
      heads.push(
        `M${place(p, -t, -size / 2)}L${place(p, t, -size / 2)}L${place(p, t, size / 2)}L${place(p, -t, size / 2)}Z`,
      );
      return 0;
    }
    const long = Math.min(size * 0.9, length / 2);
    heads.push(`M${place(p, 0, 0)}L${place(p, -way * long, size / 2)}L${place(p, -way * long, -size / 2)}Z`);
    return long * 0.9;
  };
  const fromStart = head(element.headStart, a, -1);
  const fromEnd = head(element.headEnd, b, 1);
  return { shaft: `M${place(a, fromStart, 0)}L${place(b, -fromEnd, 0)}`, heads: heads.join('') };
}

/** A free path stretched to its box. */
export function pathOf({ subpaths }: { readonly subpaths: readonly Subpath[] }, { w, h }: Size): string {
  const parts: string[] = [];
  for (const { points, closed } of subpaths) {
    points.forEach((point, index) => {
      const before = points[index - 1];
      parts.push(before ? segment(before, point, w, h) : `M${n(point.x * w)} ${n(point.y * h)}`);
    });
    const [first, last] = [points[0], points.at(-1)];
    if (closed && first && last) parts.push(points.length > 1 ? segment(last, first, w, h) : '', 'Z');
  }
  return parts.join('');
}

function segment(from: PathPoint, to: PathPoint, w: number, h: number): string {
  const isStraight = from.outX === from.x && from.outY === from.y && to.inX === to.x && to.inY === to.y;
  return isStraight
    ? `L${n(to.x * w)} ${n(to.y * h)}`
    : `C${n(from.outX * w)} ${n(from.outY * h)} ${n(to.inX * w)} ${n(to.inY * h)} ${n(to.x * w)} ${n(to.y * h)}`;
}
