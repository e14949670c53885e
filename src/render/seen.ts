import { isInSpace, type DisplayNode } from '../core/display';

/** What a drawn thing takes over from its node. */
export type Placing = Pick<DisplayNode, 'matrix' | 'clips' | 'clipCount' | 'slides'>;

/** A rectangle as four numbers: x, y, width (z) and height (w). */
export interface Quad {
  x: number;
  y: number;
  z: number;
  w: number;
}

/** A number of a matrix. */
const at = (matrix: ArrayLike<number>, index: number): number => matrix[index] as number;

/**
 * Leaves of a quad (px of the node) what wipes and upright clips let be seen, so that no pixel is drawn for nothing, at so
 * many device px to a px of the canvas; false: none.
 */
export function keepSeen(
  quad: Quad,
  { matrix: m, clips, clipCount, slides }: Placing,
  scale: number,
): boolean {
  let left = quad.x;
  let top = quad.y;
  let right = quad.x + quad.z;
  let bottom = quad.y + quad.w;
  if (slides) {
    // It is seen where it is itself and where it is moved: one way, and the other.
    left += Math.max(0, at(slides, 0), -at(slides, 2));
    right += Math.min(0, at(slides, 0), -at(slides, 2));
    top += Math.max(0, at(slides, 1), -at(slides, 3));
    bottom += Math.min(0, at(slides, 1), -at(slides, 3));
  }
  const isFlat = clipCount > 0 && !isInSpace(m);
  for (let i = 0; isFlat && i < clipCount; i += 1) {
    const clip = clips[i] as DisplayNode['clips'][number];
    const n = clip.inverse;
    // From the node's px into the clip's: upright where it neither turns nor shears.
    const across = at(n, 0) * at(m, 0) + at(n, 4) * at(m, 1);
    const down = at(n, 1) * at(m, 4) + at(n, 5) * at(m, 5);
    const isUpright =
      !isInSpace(n) &&
      Math.abs(at(n, 1) * at(m, 0) + at(n, 5) * at(m, 1)) < 1e-6 &&
      Math.abs(at(n, 0) * at(m, 4) + at(n, 4) * at(m, 5)) < 1e-6;
    if (!isUpright || across < 1e-3 || down < 1e-3) continue;
    const x = at(n, 0) * at(m, 12) + at(n, 4) * at(m, 13) + at(n, 12);
    const y = at(n, 1) * at(m, 12) + at(n, 5) * at(m, 13) + at(n, 13);
    // Edges are soft by a device px, or as far as they were told.
    const pad = clip.soft + (2 * Math.hypot(at(n, 0), at(n, 1), at(n, 4), at(n, 5))) / scale;
    const isRound = clip.round >= 0;
    left = Math.max(left, ((isRound ? clip.left - clip.round : clip.left) - pad - x) / across);
    top = Math.max(top, ((isRound ? clip.top - clip.round : clip.top) - pad - y) / down);
    right = Math.min(right, ((isRound ? clip.left + clip.round : clip.right) + pad - x) / across);
    bottom = Math.min(bottom, ((isRound ? clip.top + clip.round : clip.bottom) + pad - y) / down);
  }
  quad.x = left;
  quad.y = top;
  quad.z = right - left;
  quad.w = bottom - top;
  return right > left && bottom > top;
}
