import type { DisplayNode, Effects } from '../core/display';
import { drawers, type Drawer, type Leaf } from './drawers';
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
  const box = (drawers[node.kind] as Drawer<Leaf>).covers(node);
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
