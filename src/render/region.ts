import { pieceLength, type DisplayNode, type Effects, type Pieces } from '../core/frame';
import type { Region } from './passes';

interface Bounds {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** Px that an element's effects reach beyond it: right and down may be further, by the shadow's offset. */
const reachOf = (effects: Effects | null): number => {
  if (!effects) return 0;
  const { blur, shadow, glow } = effects;
  const cast = shadow ? Math.max(Math.abs(shadow.x), Math.abs(shadow.y)) + shadow.blur * 1.5 : 0;
  return blur * 1.5 + Math.max(cast, glow ? glow.reach * 1.5 : 0);
};

/** What a node covers in its own px, with soft edges. */
function ownBox(node: Exclude<DisplayNode, { kind: 'group' }>): Region {
  const pad = 2;
  switch (node.kind) {
    case 'text': {
      const { w, h, face } = node.layout;
      const reach = Math.max(face.size * 1.2, node.shade ? node.shade.spread + node.shade.soft + pad : 0);
      const box = { x: -reach, y: -reach, w: w + 2 * reach, h: h + 2 * reach };
      return node.pieces ? aroundPieces(node.pieces, box, reach) : box;
    }
    case 'shape':
      return {
        x: -node.drawing.reach - pad,
        y: -node.drawing.reach - pad,
        w: node.drawing.w + 2 * (node.drawing.reach + pad),
        h: node.drawing.h + 2 * (node.drawing.reach + pad),
      };
    default:
      return { x: -pad, y: -pad, w: node.w + 2 * pad, h: node.h + 2 * pad };
  }
}

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

function grow(bounds: Bounds, node: DisplayNode): void {
  if (!node.visible) return;
  if (node.kind === 'group') {
    const inner = newBounds();
    for (const child of node.children) grow(inner, child);
    const reach = reachOf(node.effects);
    bounds.left = Math.min(bounds.left, inner.left - reach);
    bounds.top = Math.min(bounds.top, inner.top - reach);
    bounds.right = Math.max(bounds.right, inner.right + reach);
    bounds.bottom = Math.max(bounds.bottom, inner.bottom + reach);
    return;
  }
  const box = ownBox(node);
  const reach = reachOf(node.effects);
  const m = node.matrix;
  for (let corner = 0; corner < 4; corner += 1) {
    const u = box.x + (corner & 1 ? box.w : 0);
    const v = box.y + (corner & 2 ? box.h : 0);
    const x = (m[0] as number) * u + (m[4] as number) * v + (m[12] as number);
    const y = (m[1] as number) * u + (m[5] as number) * v + (m[13] as number);
    bounds.left = Math.min(bounds.left, x - reach);
    bounds.top = Math.min(bounds.top, y - reach);
    bounds.right = Math.max(bounds.right, x + reach);
    bounds.bottom = Math.max(bounds.bottom, y + reach);
  }
}

const newBounds = (): Bounds => ({ left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity });

/** The part of a canvas that a node and its effects cover; null where it is none of it. */
export function regionOf(node: DisplayNode, width: number, height: number): Region | null {
  const bounds = newBounds();
  grow(bounds, node);
  const left = Math.max(0, Math.floor(bounds.left));
  const top = Math.max(0, Math.floor(bounds.top));
  const right = Math.min(width, Math.ceil(bounds.right));
  const bottom = Math.min(height, Math.ceil(bounds.bottom));
  return right > left && bottom > top ? { x: left, y: top, w: right - left, h: bottom - top } : null;
}
