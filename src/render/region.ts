import type { Extent } from './extent';
import { boundsThrough, type DisplayNode, type Effects } from '../core/display';
import { coversBox, drawerOf } from './drawers';

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

const through = new Float64Array(4);

function grow(bounds: Bounds, node: DisplayNode, grown: number): void {
  if (!node.visible) return;
  if (node.kind === 'group') {
    const inner = newBounds();
    for (const child of node.children) grow(inner, child, grown);
    const reach = reachOf(node.effects) * grown;
    bounds.left = Math.min(bounds.left, inner.left - reach);
    bounds.top = Math.min(bounds.top, inner.top - reach);
    bounds.right = Math.max(bounds.right, inner.right + reach);
    bounds.bottom = Math.max(bounds.bottom, inner.bottom + reach);
    return;
  }
  const box = node.kind === 'surface' ? coversBox(node) : drawerOf(node).covers(node);
  const reach = reachOf(node.effects) * grown;
  boundsThrough(through, node.matrix, box.x, box.y, box.w, box.h);
  bounds.left = Math.min(bounds.left, (through[0] as number) - reach);
  bounds.top = Math.min(bounds.top, (through[1] as number) - reach);
  bounds.right = Math.max(bounds.right, (through[2] as number) + reach);
  bounds.bottom = Math.max(bounds.bottom, (through[3] as number) + reach);
}

/** What a node covers of its own plane; of a group nothing. */
export const boxOf = (node: DisplayNode): { x: number; y: number; w: number; h: number } =>
  node.kind === 'group'
    ? { x: 0, y: 0, w: 0, h: 0 }
    : node.kind === 'surface'
      ? coversBox(node)
      : drawerOf(node).covers(node);

const newBounds = (): Bounds => ({ left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity });

/** What a node and its effects, whose px are so many of the canvas, cover; its right is not beyond its left where that is nothing. */
export function extentOf(node: DisplayNode, grown: number): Extent {
  const bounds = newBounds();
  grow(bounds, node, grown);
  return bounds;
}
