import type { Extent } from './extent';
import type { DisplayNode, Effects } from '../core/display';
import { drawerOf } from './drawers';

interface Bounds {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** Px that an element's effects reach beyond it: right and down may be further, by the shadow's offset. */
export const reachOf = (effects: Effects | null): number => {
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
  const box = drawerOf(node).covers(node);
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

/** What a node and its effects cover; its right is not beyond its left where that is nothing. */
export function extentOf(node: DisplayNode): Extent {
  const bounds = newBounds();
  grow(bounds, node);
  return bounds;
}
