import type { TextLayout, TextPiece } from '../../core/text';
import { newCanvas } from '../platform';
import { drawRun } from './raster';

/** Where a piece lies on its sheet, in parts of the sheet, and against the piece's own top left, in px of the layout. */
export interface PieceCell {
  readonly u: number;
  readonly v: number;
  readonly uw: number;
  readonly vh: number;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

export interface PieceRaster {
  readonly canvas: HTMLCanvasElement;
  readonly cells: readonly PieceCell[];
}

const widest = 4096;

/**
 * Draws pieces of fitted words each into a cell of one sheet, with the same part of a device pixel to its left as it has
 * in the whole, so that pieces at rest look as the whole does. Null where they would need too large a sheet.
 */
export function rasterPieces(
  layout: TextLayout,
  list: readonly TextPiece[],
  colour: string,
  scale: number,
): PieceRaster | null {
  if (list.length === 0) return null;
  const places: { x: number; y: number; w: number; h: number; padX: number; padY: number }[] = [];
  let [x, y, rowHeight, width] = [0, 0, 0, 1];
  const toPixel = (value: number): number => Math.ceil(value * scale);
  for (const piece of list) {
    const reach = Math.max(piece.run.face.size, Math.abs(piece.run.raise));
    const padX = toPixel(reach * 0.35);
    const padY = toPixel(reach * 0.35);
    const w = toPixel(piece.w) + 2 * padX + 2;
    const h = toPixel(piece.h) + 2 * padY + 2;
    if (x + w > widest && x > 0) {
      [x, y, rowHeight] = [0, y + rowHeight, 0];
    }
    places.push({ x, y, w, h, padX, padY });
    x += w;
    rowHeight = Math.max(rowHeight, h);
    width = Math.max(width, x);
  }
  const height = y + rowHeight;
  if (width > 8192 || height > 8192) return null;
  const canvas = newCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) return null;
  context.textBaseline = 'alphabetic';
  context.textAlign = 'left';
  context.fontKerning = 'normal';
  context.direction = layout.direction;
  const cells = list.map((piece, i): PieceCell => {
    const place = places[i] as (typeof places)[number];
    // The same fraction of a pixel as in the whole, whose own margin is whole px.
    const fraction = piece.x * scale - Math.floor(piece.x * scale);
    context.save();
    context.beginPath();
    context.rect(place.x, place.y, place.w, place.h);
    context.clip();
    context.translate(place.x + place.padX + fraction, place.y + place.padY);
    context.scale(scale, scale);
    context.translate(0, piece.baseline);
    context.scale(layout.squeeze, 1);
    drawRun(context, { ...piece.run, x: 0 }, colour, layout.evenFigures);
    context.restore();
    return {
      u: place.x / width,
      v: place.y / height,
      uw: place.w / width,
      vh: place.h / height,
      x: -(place.padX + fraction) / scale,
      y: -place.padY / scale,
      w: place.w / scale,
      h: place.h / scale,
    };
  });
  return { canvas, cells };
}
