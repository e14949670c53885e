// What stands in a space, made ready to be painted by how near it is.
import {
  isApart,
  maxClips,
  nearnessOf,
  newClip,
  outlineThrough,
  type Clip,
  type DisplayNode,
  type GroupNode,
  type InDepth,
  type Linear,
} from '../core/display';
import { coversBox, drawerOf } from './drawers';
import { extentOf, reachOf } from './region';

/** The nodes of a space that are painted as one, with where and how near each is seen; `grown` as for extents. */
export function inDepthOf(children: readonly DisplayNode[], grown: number): InDepth<DisplayNode>[] {
  const found: InDepth<DisplayNode>[] = [];
  const walk = (node: DisplayNode): void => {
    if (!node.visible) return;
    if (node.kind === 'group' && isOpen(node)) return node.children.forEach(walk);
    const near = nearnessOf(node.seenOn ?? node.matrix);
    if (near) found.push({ of: node, near, outline: outlineOf(node, grown) });
  };
  children.forEach(walk);
  return found;
}

/** Whether what is in a group stands in the space that the group stands in. */
const isOpen = (node: GroupNode): boolean => !isApart(node) && !node.inDepth && node.seenOn === null;

function outlineOf(node: DisplayNode, grown: number): InDepth<DisplayNode>['outline'] {
  if (node.kind !== 'group') {
    const { x, y, w, h } = node.kind === 'surface' ? coversBox(node) : drawerOf(node).covers(node);
    const reach = reachOf(node.effects);
    return outlineThrough(node.matrix, x - reach, y - reach, w + 2 * reach, h + 2 * reach);
  }
  const { left, top, right, bottom } = extentOf(node, grown);
  if (!(right > left) || !(bottom > top)) return [];
  return [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ];
}

const everywhere = 1e6;

/** Of the canvas what lies on one side of a line. */
function clipOf([a, b, c]: Linear): Clip {
  const clip = newClip(false);
  const { inverse } = clip;
  inverse[0] = a;
  inverse[4] = b;
  inverse[12] = c;
  inverse[1] = inverse[5] = inverse[13] = 0;
  clip.left = 0;
  clip.top = -everywhere;
  clip.right = clip.bottom = everywhere;
  return clip;
}

/** Paints a node while it is cut along lines; what has no room for another clip is painted whole. */
export function cutBy(node: DisplayNode, cuts: readonly Linear[], paint: () => void): void {
  const before = node.clipCount;
  const wasIsolated = node.kind === 'group' && node.isolated;
  for (const cut of cuts.slice(0, maxClips - before)) {
    node.clips[node.clipCount] = clipOf(cut);
    node.clipCount += 1;
  }
  if (node.kind === 'group') node.isolated = true;
  paint();
  node.clipCount = before;
  if (node.kind === 'group') node.isolated = wasIsolated;
}
