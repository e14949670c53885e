import { identity, pieceLength, type Pieces, type TextNode } from '../../core/display';
import type { Drawn } from '../atlas';
import type { Brush } from '../brush';
import type { Placing } from '../seen';
import type { Sheet } from '../sheet';
import type { PieceSheet } from '../textures';
import { placedBy } from './drawer';

const far = 1e6;
/** Of one text at a time. */
const matrix = identity();

/** Draws each piece of a text out of its sheet, where it is now, with the wipes of its own. */
export function drawPieces(
  node: TextNode,
  { list, state }: Pieces,
  drawn: PieceSheet,
  brush: Brush,
  sheet: Sheet,
  placing: Placing,
  opacity: number,
): void {
  const m = node.matrix;
  for (let i = 0; i < list.length; i += 1) {
    const at = i * pieceLength;
    const n = (index: number): number => state[at + index] as number;
    if (!(n(0) > 0)) continue;
    const piece = list[i] as (typeof list)[number];
    const cell = drawn.cells[i] as (typeof drawn.cells)[number];
    brush.begin(cell.x, cell.y, cell.w, cell.h).picture(drawn.images[i] as Drawn, cell.x, cell.y, cell.w, cell.h); // prettier-ignore
    if (n(7) > 0 || n(8) > 0 || n(9) > 0 || n(10) > 0)
      brush.within(
        n(7) > 0 ? piece.w * n(7) : -far,
        n(8) > 0 ? piece.h * n(8) : -far,
        n(9) > 0 ? piece.w * (1 - n(9)) : far,
        n(10) > 0 ? piece.h * (1 - n(10)) : far,
      );
    if (n(11) !== 0) brush.premultiplied(n(12) * n(15), n(13) * n(15), n(14) * n(15), n(15)).opacityAlone();
    for (let row = 0; row < 4; row += 1) {
      const p0 = m[row] as number;
      const p1 = m[row + 4] as number;
      const p2 = m[row + 8] as number;
      matrix[row] = p0 * n(1) + p1 * n(2) + p2 * n(16);
      matrix[row + 4] = p0 * n(3) + p1 * n(4) + p2 * n(17);
      matrix[row + 12] = p0 * n(5) + p1 * n(6) + p2 * n(18) + (m[row + 12] as number);
    }
    brush.stamp(sheet, placedBy(matrix, placing), opacity * n(0));
  }
}
