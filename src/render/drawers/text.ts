import { boundsThrough, pieceLength, type Pieces, type TextNode } from '../../core/display';
import type { TextLayout } from '../../core/text';
import type { Region } from '../passes';
import type { Extent } from '../extent';
import type { Placing } from '../seen';
import type { Sheet } from '../sheet';
import { canRun, runningPieces } from '../text/figures';
import { tileSpan, tilesOf } from '../text/raster';
import { onRaster, placedBy, softEdge, type DrawContext, type Drawer } from './drawer';
import { drawPieces } from './pieces';

const far = 1e6;

/** The box of a text with its pieces where they are now. */
function aroundPieces({ list, state }: Pieces, box: Region, reach: number): Region {
  let [left, top, right, bottom] = [box.x, box.y, box.x + box.w, box.y + box.h];
  let isAnyInSpace = false;
  list.forEach((piece, i) => {
    const at = i * pieceLength;
    isAnyInSpace ||= state[at + 16] !== 0 || state[at + 17] !== 0 || state[at + 18] !== 0;
    const size =
      Math.max(piece.w, piece.h) *
        Math.max(
          Math.abs(state[at + 1] as number) + Math.abs(state[at + 3] as number),
          Math.abs(state[at + 2] as number) + Math.abs(state[at + 4] as number),
        ) +
      reach;
    const [x, y] = [state[at + 5] as number, state[at + 6] as number];
    left = Math.min(left, x - size);
    top = Math.min(top, y - size);
    right = Math.max(right, x + size);
    bottom = Math.max(bottom, y + size);
  });
  // In space they may be seen anywhere.
  return isAnyInSpace
    ? { x: -far, y: -far, w: 2 * far, h: 2 * far }
    : { x: left, y: top, w: right - left, h: bottom - top };
}

/** Draws of very wide words the pieces that can be seen, side by side. */
function drawTiles(
  { layout, colour, matrix }: TextNode,
  tiles: number,
  sheet: Sheet,
  placing: Placing,
  opacity: number,
  { brush, textures, density, extent }: DrawContext,
): void {
  for (let tile = 0; tile < tiles; tile += 1) {
    const { left, right } = tileSpan(layout, density, tile);
    if (!meets(matrix, left, right, layout, extent)) continue;
    const words = textures.words(layout, colour, density, tile);
    if (words) onRaster(brush, words).onlyAcross(left, right).stamp(sheet, placing, opacity);
  }
}

const through = new Float64Array(4);

/** Whether anything of a span of words may be seen. */
function meets(
  m: TextNode['matrix'],
  left: number,
  right: number,
  layout: TextLayout,
  extent: Extent,
): boolean {
  const pad = layout.face.size;
  boundsThrough(through, m, left, -pad, right - left, layout.h + 2 * pad);
  return (
    (through[0] as number) < extent.right &&
    (through[2] as number) > extent.left &&
    (through[1] as number) < extent.bottom &&
    (through[3] as number) > extent.top
  );
}

/** Draws words that run, figure by figure. */
function drawRunning(
  { layout, colour }: TextNode,
  sheet: Sheet,
  placing: Placing,
  opacity: number,
  { brush, textures, density }: DrawContext,
): void {
  const { frame, pieces } = runningPieces(layout, density);
  const { padX, padY, fit } = frame;
  for (const piece of pieces) {
    const strip = textures.strip(piece, layout, colour, fit);
    if (!strip) continue;
    const { drawn, w, h } = strip;
    const x = (piece.x - strip.padX) / fit - padX;
    const y = (Math.floor(piece.y) - strip.padY) / fit - padY;
    const [wide, high] = [w / fit, h / fit];
    // Of the strip its own figure.
    const across = strip.canvas.width / fit;
    brush
      .begin(x, y, wide, high)
      .picture(drawn, x - piece.figure * wide, y, across, high)
      .stamp(sheet, placing, opacity);
  }
}

export const textDrawer: Drawer<TextNode> = {
  draw(node, sheet, { placing, opacity }, context) {
    const { brush, textures, density } = context;
    const { layout, colour, shade, pieces } = node;
    // What stands behind the lines goes where the text as a whole goes.
    const plates = shade && textures.shade(layout, shade, density);
    if (plates) onRaster(brush, plates).stamp(sheet, placedBy(node.matrix, placing), opacity);
    if (pieces) {
      const drawn = textures.pieces(pieces, layout, colour, density);
      if (drawn) drawPieces(node, pieces, drawn, brush, sheet, placing, opacity);
      return;
    }
    if (node.isLive && canRun(layout)) return drawRunning(node, sheet, placing, opacity, context);
    const tiles = tilesOf(layout, density);
    if (tiles > 1) return drawTiles(node, tiles, sheet, placing, opacity, context);
    const words = textures.words(layout, colour, density);
    if (words) onRaster(brush, words).stamp(sheet, placing, opacity);
  },
  covers({ layout: { w, h, face }, shade, pieces }) {
    const reach = Math.max(face.size * 1.2, shade ? shade.spread + shade.soft + softEdge : 0);
    const box = { x: -reach, y: -reach, w: w + 2 * reach, h: h + 2 * reach };
    return pieces ? aroundPieces(pieces, box, reach) : box;
  },
};
