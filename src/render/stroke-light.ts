import { CanvasTexture, LinearFilter, NoColorSpace } from 'three';
import type { ShapeNode, Stroke } from '../core/display';
import { longestLine, pointAlong, type Polyline } from '../core/shape';
import { wholeOf } from './brush';
import { newCanvas } from './platform';
import type { Raster } from './textures';

interface Kept {
  readonly path: string;
  readonly stroke: Stroke;
  readonly length: number;
  readonly line: Polyline;
  readonly outline: Path2D;
  readonly pen: CanvasRenderingContext2D;
  readonly texture: CanvasTexture;
  /** The side of the canvas, px of the node. */
  readonly side: number;
  at: number;
  colour: string;
  x: number;
  y: number;
}

const most = 32;
/** A light is drawn in so many steps, from its ends to its middle. */
const steps = 16;

/** Lights on strokes, each on a canvas of its own that is as large as the light and is drawn anew as it moves. */
export class StrokeLights {
  private readonly kept = new Map<string, Kept>();

  /** The light of a node where it is now, on a texture; null where its stroke has no length. */
  of(node: ShapeNode, scale: number): Raster | null {
    const { drawing, light } = node;
    const { stroke } = drawing;
    if (!light || !stroke || stroke.width <= 0) return null;
    const key = `${node.key} ${scale}`;
    const path = drawing.strokePath ?? drawing.path;
    let kept = this.kept.get(key);
    if (!kept || kept.path !== path || kept.stroke !== stroke || kept.length !== light.length) {
      kept?.texture.dispose();
      const made = newLight(path, drawing.path, stroke, light.length, scale);
      if (!made) return null;
      kept = made;
      this.kept.set(key, kept);
      for (const [old, { texture }] of this.kept) {
        if (this.kept.size <= most) break;
        texture.dispose();
        this.kept.delete(old);
      }
    }
    if (kept.at !== node.lightAt || kept.colour !== light.colour) {
      kept.at = node.lightAt;
      kept.colour = light.colour;
      draw(kept);
    }
    return { drawn: wholeOf(kept.texture), x: kept.x, y: kept.y, w: kept.side, h: kept.side };
  }

  dispose(): void {
    for (const { texture } of this.kept.values()) texture.dispose();
    this.kept.clear();
  }
}

function newLight(path: string, filled: string, stroke: Stroke, length: number, scale: number): Kept | null {
  const line = longestLine(path);
  if (!line) return null;
  const side = length + 2 * stroke.width + 4;
  const px = Math.max(2, Math.min(4096, Math.ceil(side * scale)));
  const pen = newCanvas(px, px).getContext('2d');
  if (!pen) return null;
  const texture = new CanvasTexture(pen.canvas);
  texture.flipY = false;
  texture.premultiplyAlpha = true;
  texture.colorSpace = NoColorSpace;
  texture.generateMipmaps = false;
  texture.minFilter = LinearFilter;
  texture.magFilter = LinearFilter;
  const outline = new Path2D(filled);
  return { path, stroke, length, line, outline, pen, texture, side, at: -1, colour: '', x: 0, y: 0 };
}

/** Draws a light where it is: a cosine from its middle to its ends. */
function draw(kept: Kept): void {
  const { pen, line, stroke, length, side, colour } = kept;
  const middle = -length / 2 + kept.at * (line.length + length);
  const about = pointAlong(line, middle);
  kept.x = about.x - side / 2;
  kept.y = about.y - side / 2;
  const fit = pen.canvas.width / side;
  pen.setTransform(1, 0, 0, 1, 0, 0);
  pen.clearRect(0, 0, pen.canvas.width, pen.canvas.height);
  pen.setTransform(fit, 0, 0, fit, -kept.x * fit, -kept.y * fit);
  pen.save();
  if (stroke.place === 'inside') pen.clip(kept.outline);
  pen.strokeStyle = colour;
  pen.lineWidth = stroke.width * (stroke.place === 'centre' ? 1 : 2);
  pen.lineJoin = stroke.join;
  // Shorter and shorter parts about the middle add up, each whole, so that corners are joined as those of the stroke.
  pen.globalCompositeOperation = 'lighter';
  for (let k = 0; k < steps; k += 1) {
    const reach = (length / 2) * (1 - (k + 0.5) / steps);
    const from = Math.max(0, middle - reach);
    const to = Math.min(line.length, middle + reach);
    if (to <= from) continue;
    pen.globalAlpha = (Math.cos((Math.PI * k) / steps) - Math.cos((Math.PI * (k + 1)) / steps)) / 2;
    pen.beginPath();
    trace(pen, line, from, to);
    pen.stroke();
  }
  pen.restore();
  if (stroke.place === 'outside') {
    pen.globalCompositeOperation = 'destination-out';
    pen.fill(kept.outline);
    pen.globalCompositeOperation = 'source-over';
  }
  kept.texture.needsUpdate = true;
}

function trace(pen: CanvasRenderingContext2D, line: Polyline, from: number, to: number): void {
  const start = pointAlong(line, from);
  pen.moveTo(start.x, start.y);
  for (let i = 0; i < line.along.length; i += 1) {
    const at = line.along[i] as number;
    if (at > from && at < to) pen.lineTo(line.x[i] as number, line.y[i] as number);
  }
  const end = pointAlong(line, to);
  pen.lineTo(end.x, end.y);
}
