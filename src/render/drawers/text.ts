import { pieceLength, type Pieces, type TextNode } from '../../core/display';
import type { Region } from '../passes';
import { onRaster, placedBy, softEdge, type Drawer } from './drawer';
import { drawPieces } from './pieces';

/** The box of a text with its pieces where they are now. */
function aroundPieces({ list, state }: Pieces, box: Region, reach: number): Region {
  let [left, top, right, bottom] = [box.x, box.y, box.x + box.w, box.y + box.h];
  list.forEach((piece, i) => {
    const at = i * pieceLength;
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
  return { x: left, y: top, w: right - left, h: bottom - top };
}

export const textDrawer: Drawer<TextNode> = {
  draw(node, sheet, { placing, opacity }, { brush, textures, scale }) {
    const { layout, colour, shade, pieces } = node;
    // What stands behind the lines goes where the text as a whole goes.
    const plates = shade && textures.shade(layout, shade, scale);
    if (plates) onRaster(brush, plates).stamp(sheet, placedBy(node.matrix, placing), opacity);
    if (pieces) {
      const drawn = textures.pieces(pieces, layout, colour, scale);
      if (drawn) drawPieces(node, pieces, drawn, brush, sheet, placing, opacity);
      return;
    }
    const words = textures.words(layout, colour, scale);
    if (words) onRaster(brush, words).stamp(sheet, placing, opacity);
  },
  covers({ layout: { w, h, face }, shade, pieces }) {
    const reach = Math.max(face.size * 1.2, shade ? shade.spread + shade.soft + softEdge : 0);
    const box = { x: -reach, y: -reach, w: w + 2 * reach, h: h + 2 * reach };
    return pieces ? aroundPieces(pieces, box, reach) : box;
  },
};
