// What cuts a part: the clips of what holds it, its wipes, irises and faded ends.
import { poseIndex } from '../motion';
import { invert, type Clip } from '../display';
import type { Edge } from '../show';
import type { Part } from './part';

/** Px that no picture is wide. */
const far = 1e6;
const { x, y, w, h, wipeLeft, wipeTop, wipeRight, wipeBottom, iris } = poseIndex;

export function inherit(clips: Clip[], parent: Part | null): void {
  if (!parent || parent.apart) return;
  for (let i = 0; i < parent.node.clipCount; i += 1) clips[i] = parent.node.clips[i] as Clip;
}

/** What is of no size, or seen from its edge, leaves nothing to be seen. */
function cutAll(clip: Clip): void {
  clip.left = clip.top = far;
  clip.right = clip.bottom = -far;
  clip.round = -1;
}

export function writeClip(part: Part): void {
  const { clip, nowW, nowH } = part;
  if (!invert(clip.inverse, part.node.matrix)) return cutAll(clip);
  clip.left = 0;
  clip.top = 0;
  clip.right = nowW;
  clip.bottom = nowH;
  if (part.fade > 0) fadeEnds(part);
}

/** What runs fades at both ends of its way, and is not cut across it. */
function fadeEnds({ clip, fade, element, nowW, nowH }: Part): void {
  const isUp = element.kind === 'crawl' && element.direction === 'up';
  clip.soft = fade;
  clip.left = isUp ? -far : fade / 2;
  clip.right = isUp ? far : nowW - fade / 2;
  clip.top = isUp ? fade / 2 : -far;
  clip.bottom = isUp ? nowH - fade / 2 : far;
}

/**
 * The rectangle that a wipe with straight edges leaves: about the middle of the box, turned by the edge's angle, and so
 * large that at 0 nothing of the box is covered and at 1 all of it, soft edges and all.
 */
export function writeWipe(part: Part): void {
  const { wipe, pose: p, nowW, nowH, element } = part;
  const angle = (element.wipeAngle * Math.PI) / 180;
  const c = angle === 0 ? 1 : Math.cos(angle);
  const s = angle === 0 ? 0 : Math.sin(angle);
  const { inverse } = wipe;
  if (!invert(inverse, part.node.matrix)) return cutAll(wipe);
  const across0 = (c * nowW + s * nowH) / 2;
  const down0 = (c * nowH - s * nowW) / 2;
  for (let column = 0; column < 16; column += 4) {
    const u = inverse[column] as number;
    const v = inverse[column + 1] as number;
    const over = inverse[column + 3] as number;
    inverse[column] = c * u + s * v - across0 * over;
    inverse[column + 1] = c * v - s * u - down0 * over;
  }
  const soft = element.wipeSoft;
  const across = Math.abs(nowW * c) + Math.abs(nowH * s) + soft;
  const down = Math.abs(nowW * s) + Math.abs(nowH * c) + soft;
  const left = p[wipeLeft] as number;
  const top = p[wipeTop] as number;
  const right = p[wipeRight] as number;
  const bottom = p[wipeBottom] as number;
  wipe.soft = soft;
  wipe.left = left > 0 ? across * (left - 0.5) : -far;
  wipe.top = top > 0 ? down * (top - 0.5) : -far;
  wipe.right = right > 0 ? across * (0.5 - right) : far;
  wipe.bottom = bottom > 0 ? down * (0.5 - bottom) : far;
}

/** The circle that an iris leaves: at 0 it reaches the farthest corner of the box, at 1 it has closed, soft edge and all. */
export function writeIris(part: Part): void {
  const { iris: clip, nowW, nowH, element } = part;
  const closed = part.pose[iris] as number;
  const cx = element.irisX * nowW;
  const cy = element.irisY * nowH;
  const reach = Math.hypot(Math.max(cx, nowW - cx), Math.max(cy, nowH - cy));
  const soft = element.irisSoft;
  if (!invert(clip.inverse, part.node.matrix)) return cutAll(clip);
  clip.left = cx;
  clip.top = cy;
  clip.soft = soft;
  clip.round = Math.max(0, (reach + soft) * (1 - closed) - soft / 2);
}

/** Px that a wipe by the outline covers in all: the widest line across what leans, or the box. */
const spanOf = ({ nowW, narrow }: Part): number => nowW - narrow;

export function slide(part: Part, slides: Float64Array): void {
  const { pose: p, nowH } = part;
  const span = spanOf(part);
  // Wiped up or down, it goes along its sides.
  const { lean } = part;
  slides[0] = (p[wipeLeft] as number) * span - (p[wipeTop] as number) * lean;
  slides[1] = (p[wipeTop] as number) * nowH;
  slides[2] = (p[wipeRight] as number) * span - (p[wipeBottom] as number) * lean;
  slides[3] = (p[wipeBottom] as number) * nowH;
}

/** How far the edge of a part is from where it is at rest, as it is shown: moved, grown and wiped. Px, right or down. */
export function edgeShift(part: Part, edge: Edge): number {
  const { pose: p, element, node } = part;
  const isAcross = edge === 'left' || edge === 'right';
  const isFar = edge === 'right' || edge === 'bottom';
  const grown = isAcross ? Math.max(-part.w, p[w] as number) : Math.max(-part.h, p[h] as number);
  const pivot = isAcross ? part.ownPivotX : part.ownPivotY;
  part.nowW = Math.max(0, part.w + (p[w] as number));
  part.nowH = Math.max(0, part.h + (p[h] as number));
  const wiped = p[
    edge === 'left' ? wipeLeft : edge === 'right' ? wipeRight : edge === 'top' ? wipeTop : wipeBottom
  ] as number;
  const size = isAcross ? part.nowW : part.nowH;
  let covered = 0;
  if (node.slides) covered = wiped * (isAcross ? spanOf(part) : size);
  else if (wiped > 0) {
    // Where the edge crosses the middle of the box; until it does, what rides on it is at rest.
    const angle = (element.wipeAngle * Math.PI) / 180;
    const c = Math.abs(Math.cos(angle));
    const s = Math.abs(Math.sin(angle));
    const way = size + ((isAcross ? part.nowH : part.nowW) * s + element.wipeSoft) / c;
    covered = Math.max(0, size / 2 - way * (0.5 - wiped));
  }
  const moved = isAcross ? (p[x] as number) : (p[y] as number);
  return moved + grown * (isFar ? 1 - pivot : -pivot) + (isFar ? -covered : covered);
}
