import type { Drawing } from '../core/display';
import { dashesOf, linesOf } from '../core/shape';
import type { Gradient, Paint, PatternPaint } from '../core/show';
import { newCanvas } from './platform';

/** A drawn shape and where its canvas lies against the node's box, in px of the node. */
export interface ShapeRaster {
  readonly canvas: HTMLCanvasElement;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** A picture by its asset as something to draw with; null while it is on its way or where it is missing. */
export type PictureOf = (asset: string) => HTMLCanvasElement | null;

type Radial = Extract<Gradient, { kind: 'radial' }>;

const largest = 8192;
/** Steps in which the head of a line fades. */
const softSteps = 12;
const far = 1e5;

/**
 * Px around a box that a raster has besides: as far as what is drawn reaches, and two device px more, however small it is
 * drawn. What lies beyond a raster has the colour of its edge, so that must be empty.
 */
export const padOf = (reach: number, scale: number): number =>
  Math.ceil(reach) + Math.max(2, Math.ceil(2 / scale));

/** Draws a shape at `scale` device px to the node's px; null where it has no area. */
export function rasterShape(node: Drawing, scale: number, pictureOf: PictureOf): ShapeRaster | null {
  const pad = padOf(node.reach, scale);
  const w = Math.ceil(node.w) + 2 * pad;
  const h = Math.ceil(node.h) + 2 * pad;
  if (node.path === '' && !node.strokePath) return null;
  const fit = Math.min(scale, largest / w, largest / h);
  const canvas = newCanvas(Math.max(1, Math.ceil(w * fit)), Math.max(1, Math.ceil(h * fit)));
  const context = canvas.getContext('2d');
  if (!context) return null;
  context.setTransform(fit, 0, 0, fit, pad * fit, pad * fit);
  const path = new Path2D(node.path);
  paint(context, node.fill, node, pictureOf, (style) => {
    context.fillStyle = style;
    context.fill(path, node.rule);
  });
  const { stroke } = node;
  if (stroke && stroke.width > 0) {
    const along = node.strokePath === null ? path : new Path2D(node.strokePath);
    // Lines inside and outside are drawn doubly thick on a sheet of their own, and half of them is cut away.
    const sheet = newCanvas(canvas.width, canvas.height);
    const pen = sheet.getContext('2d');
    if (!pen) return null;
    pen.setTransform(context.getTransform());
    const isCentred = stroke.place === 'centre';
    pen.lineWidth = stroke.width * (isCentred ? 1 : 2);
    pen.lineJoin = stroke.join;
    pen.miterLimit = stroke.miterLimit;
    pen.lineCap = stroke.cap;
    if (stroke.dash > 0) pen.setLineDash([stroke.dash, stroke.gap]);
    if (stroke.place === 'inside') pen.clip(path, node.rule);
    paint(pen, stroke.paint, node, pictureOf, (style) => {
      pen.strokeStyle = style;
      if (!node.drawn) return pen.stroke(along);
      const { from, to } = node.drawn;
      for (const line of linesOf(node.strokePath ?? node.path)) {
        if (to <= from) continue;
        const way = new Path2D(line.path);
        const part = (a: number, b: number): void => {
          pen.setLineDash(dashesOf(line.length, a, b, stroke.dash, stroke.gap));
          pen.stroke(way);
        };
        // The head runs on beyond the end, so that all of it is solid once it has passed.
        const soft = line.length > 0 ? node.drawSoft / line.length : 0;
        const head = to * (1 + soft);
        const solid = Math.min(1, head - soft);
        if (solid > from) part(from, solid);
        for (let k = 0; k < softSteps && soft > 0; k += 1) {
          const start = Math.max(from, head - soft + (soft * k) / softSteps);
          const end = Math.min(1, head - soft + (soft * (k + 1)) / softSteps);
          pen.globalAlpha = 1 - (k + 0.5) / softSteps;
          if (end > start) part(start, end);
        }
        pen.globalAlpha = 1;
      }
    });
    if (stroke.place === 'outside') {
      pen.globalCompositeOperation = 'destination-out';
      pen.fillStyle = '#000';
      pen.fill(path, node.rule);
    }
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.drawImage(sheet, 0, 0);
  }
  return { canvas, x: -pad, y: -pad, w: canvas.width / fit, h: canvas.height / fit };
}

/** A gradient whose circles are ellipses, or whose brightest point lies beside their middle: drawn, and used as a pattern. */
function ellipses(
  context: CanvasRenderingContext2D,
  value: Radial,
  { w, h }: { w: number; h: number },
): CanvasPattern | null {
  const sheet = newCanvas(context.canvas.width, context.canvas.height);
  const own = sheet.getContext('2d');
  if (!own) return null;
  const to = context.getTransform();
  own.setTransform(to);
  own.translate(w * value.x, h * value.y);
  own.rotate(((value.angle ?? 0) * Math.PI) / 180);
  own.scale(1, value.ratio ?? 1);
  const radius = (Math.hypot(w, h) / 2) * value.radius;
  const focus = Math.min(0.999, value.focus ?? 0) * radius;
  own.fillStyle = withStops(own.createRadialGradient(focus, 0, 0, 0, 0, radius), value);
  own.fillRect(-far, -far, 2 * far, 2 * far);
  const pattern = context.createPattern(sheet, 'no-repeat');
  pattern?.setTransform(to.inverse());
  return pattern;
}

/** A repeating pattern, its tile drawn in device px so that fine lines stay sharp. */
function patternOf(context: CanvasRenderingContext2D, value: PatternPaint): CanvasPattern | null {
  const to = context.getTransform();
  // Whole device px, so that every repeat is drawn alike.
  const side = Math.max(2, Math.round(value.size * Math.hypot(to.a, to.b)));
  const tile = newCanvas(side, side);
  const pen = tile.getContext('2d');
  if (!pen) return null;
  pen.fillStyle = value.ink;
  const line = Math.max(1, Math.round(side / 12));
  const half = Math.round(side / 2);
  // A line is never finer than a device px; where that is more of the pattern than it should be, it is fainter.
  if (value.pattern === 'weave' || value.pattern === 'grid') pen.globalAlpha = Math.min(1, side / 12 / line);
  switch (value.pattern) {
    case 'weave':
      // Threads over and under: two half lines one way, two the other.
      pen.fillRect(0, 0, half, line);
      pen.fillRect(half, half, side - half, line);
      pen.fillRect(half, 0, line, half);
      pen.fillRect(0, half, line, side - half);
      break;
    case 'grid':
      pen.fillRect(0, 0, side, line);
      pen.fillRect(0, line, line, side - line);
      break;
    case 'lines':
      pen.fillRect(0, 0, side, half);
      break;
    case 'dots':
      pen.beginPath();
      pen.arc(side / 2, side / 2, side / 4, 0, 2 * Math.PI);
      pen.fill();
      break;
    case 'checks':
      pen.fillRect(0, 0, half, half);
      pen.fillRect(half, half, side - half, side - half);
  }
  const pattern = context.createPattern(tile, 'repeat');
  const scale = value.size / side;
  pattern?.setTransform(new DOMMatrix().rotate(value.angle).scale(scale));
  return pattern;
}

type Style = string | CanvasGradient | CanvasPattern;

/** Calls `draw` with the paint as a canvas style; not at all where it shows nothing. */
function paint(
  context: CanvasRenderingContext2D,
  value: Paint,
  box: { w: number; h: number },
  pictureOf: PictureOf,
  draw: (style: Style) => void,
): void {
  if (typeof value === 'string') return draw(value);
  if (value.kind === 'radial' && (value.ratio ?? value.focus) !== undefined) {
    const drawn = ellipses(context, value, box);
    return drawn ? draw(drawn) : undefined;
  }
  if (value.kind === 'pattern') {
    paint(context, value.base, box, pictureOf, draw);
    const drawn = patternOf(context, value);
    return drawn ? draw(drawn) : undefined;
  }
  if (value.kind !== 'picture') return draw(gradient(context, value, box));
  const picture = pictureOf(value.asset);
  const pattern = picture && context.createPattern(picture, 'repeat');
  if (!picture || !pattern) return;
  const [fx, fy] = [box.w / picture.width, box.h / picture.height];
  const even = value.fit === 'cover' ? Math.max(fx, fy) : Math.min(fx, fy);
  const tile = value.size === undefined ? 1 : value.size / picture.height;
  const [sx, sy] = value.fit === 'stretch' ? [fx, fy] : value.fit === 'tile' ? [tile, tile] : [even, even];
  const place = new DOMMatrix([sx, 0, 0, sy, 0, 0]);
  if (value.fit !== 'tile') {
    place.e = (box.w - picture.width * sx) / 2;
    place.f = (box.h - picture.height * sy) / 2;
  } else if (value.begins === 'right') place.e = box.w % (picture.width * sx);
  else if (value.begins === 'bottom') place.f = box.h % (picture.height * sy);
  pattern.setTransform(place);
  if (value.fit !== 'contain') return draw(pattern);
  // The picture is not repeated beside itself.
  context.save();
  context.beginPath();
  context.rect(place.e, place.f, picture.width * sx, picture.height * sy);
  context.clip();
  draw(pattern);
  context.restore();
}

/** A gradient over a box. A linear one begins and ends at the box's corners, whatever its angle (as CSS Images 3 has it). */
function gradient(
  context: CanvasRenderingContext2D,
  value: Gradient,
  { w, h }: { w: number; h: number },
): CanvasGradient {
  let made: CanvasGradient;
  if (value.kind === 'linear') {
    const angle = (value.angle * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const half = (Math.abs(w * cos) + Math.abs(h * sin)) / 2;
    const [cx, cy] = [w / 2, h / 2];
    made = context.createLinearGradient(cx - cos * half, cy - sin * half, cx + cos * half, cy + sin * half);
  } else {
    const [cx, cy] = [w * value.x, h * value.y];
    made = context.createRadialGradient(cx, cy, 0, cx, cy, (Math.hypot(w, h) / 2) * value.radius);
  }
  return withStops(made, value);
}

function withStops(made: CanvasGradient, { stops }: Gradient): CanvasGradient {
  for (const stop of [...stops].sort((a, b) => a.at - b.at)) made.addColorStop(stop.at, stop.colour);
  return made;
}
