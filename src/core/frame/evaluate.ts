import { addPose, restPose, sampleTrack, trackIndex, type CompiledTrack } from '../motion';
import { exactRate } from '../show';
import { formatClock } from '../text';
import { isApart, maxClips, type Clip, type GroupNode } from './display';
import { invert, multiplyPlane } from './matrix';
import type { Part, Scene } from './scene';

/** The moment of a graphic: where it is in its life. */
export interface Moment {
  readonly phase: 'enter' | 'hold' | 'exit';
  /** Frames of the template's rate since the phase began; whole or not. */
  readonly frame: number;
  /** In Exit: the frame of Enter at which it was called off, or null where it had come to rest. */
  readonly enterFrame: number | null;
  /** The air clock in seconds since 1970-01-01 UTC, for clocks. */
  readonly time: number;
  /** Seconds since Enter began, for videos; left out, the phase and frame tell it as if Hold had no length. */
  readonly age?: number;
}

export const holdMoment = (time: number): Moment => ({ phase: 'hold', frame: 0, enterFrame: null, time });

const far = 1e6;
const { x, y, scale, rotation, opacity, wipeLeft, wipeTop, wipeRight, wipeBottom } = trackIndex;

/**
 * Writes the picture at a moment into the scene's display tree and returns it. The result depends on the arguments
 * alone: moments may come in any order. The tree is the scene's own and is written anew by the next call.
 */
export function evaluate(scene: Scene, moment: Moment): GroupNode {
  const { parts } = scene;
  for (let i = 0; i < parts.length; i += 1) pose(parts[i] as Part, moment);
  for (let i = 0; i < parts.length; i += 1) place(scene, parts[i] as Part, moment);
  return scene.root;
}

function pose(part: Part, moment: Moment): void {
  restPose(part.pose);
  if (moment.phase === 'enter') join(part, part.enter, moment.frame);
  else if (moment.phase === 'exit') {
    join(part, part.exit, moment.frame);
    // Called off on the way in: what was still missing from rest stays missing while it leaves.
    if (moment.enterFrame !== null) join(part, part.enter, moment.enterFrame);
  }
}

function join(part: Part, tracks: readonly CompiledTrack[], frame: number): void {
  for (let i = 0; i < tracks.length; i += 1) {
    const track = tracks[i] as CompiledTrack;
    let value = sampleTrack(track, frame);
    if (track.own) value *= track.index === x ? part.w : part.h;
    addPose(part.pose, track.index, value);
  }
}

function place(scene: Scene, part: Part, moment: Moment): void {
  const { node, pose: p } = part;
  const parent = part.parent < 0 ? null : (scene.parts[part.parent] as Part);
  const factor = p[scale] as number;
  let { cos, sin } = part;
  const turn = p[rotation] as number;
  if (turn !== 0) {
    const angle = ((part.element.rotation + turn) * Math.PI) / 180;
    cos = Math.cos(angle);
    sin = Math.sin(angle);
  }
  const a = cos * factor;
  const b = sin * factor;
  const { pivotX, pivotY } = part;
  // About the pivot, then the offset: v -> R S (v - pivot) + pivot + offset.
  const tx = pivotX + (p[x] as number) - (a * pivotX - b * pivotY);
  const ty = pivotY + (p[y] as number) - (b * pivotX + a * pivotY);
  multiplyPlane(part.plane, parent ? parent.plane : scene.base, a, b, -b, a, tx, ty);
  multiplyPlane(node.matrix, part.plane, 1, 0, 0, 1, part.x, part.y);

  const own = Math.max(0, Math.min(1, part.element.opacity * (p[opacity] as number)));
  const around = parent && !parent.apart ? parent.effectiveOpacity : 1;
  part.effectiveOpacity = own * around;

  const wipes =
    (p[wipeLeft] as number) > 0 ||
    (p[wipeTop] as number) > 0 ||
    (p[wipeRight] as number) > 0 ||
    (p[wipeBottom] as number) > 0;
  const { element } = part;
  const clips = element.kind === 'group' ? element.clip : element.kind === 'text' && element.fit === 'clip';
  inherit(node.clips, parent);
  let count = parent && !parent.apart ? parent.node.clipCount : 0;
  const isGroup = node.kind === 'group';
  const isolated =
    isGroup &&
    ((part.effectiveOpacity < 1 && part.leaves > 1) || ((wipes || clips) && count >= maxClips - 1));
  if (wipes || clips) {
    writeClip(part, clips);
    if (count < maxClips) node.clips[count++] = part.clip;
  }
  node.clipCount = count;
  if (isGroup) (node as GroupNode).isolated = isolated;
  part.apart = isGroup && isApart(node);
  node.opacity = part.effectiveOpacity;
  const wiped =
    (p[wipeLeft] as number) + (p[wipeRight] as number) >= 1 ||
    (p[wipeTop] as number) + (p[wipeBottom] as number) >= 1;
  node.visible = part.effectiveOpacity > 0 && factor !== 0 && !wiped;
  if (node.kind === 'video' && part.element.kind === 'video')
    node.seconds = part.element.start + ageAt(scene, moment) * part.element.pace;
  else if (node.kind === 'camera') node.seconds = moment.time;
  if (part.element.kind === 'clock' && node.kind === 'text') {
    const text = formatClock(moment.time, part.element.format, part.element.offset);
    if (text !== node.layout.lines[0]?.text)
      node.layout = { ...node.layout, lines: [{ text, x: 0, runs: null }] };
  }
}

function ageAt({ template }: Scene, moment: Moment): number {
  if (moment.age !== undefined) return moment.age;
  const before = moment.phase === 'enter' ? 0 : (moment.enterFrame ?? template.phases.enter.frames);
  return (before + moment.frame) / exactRate(template.rate);
}

function inherit(clips: Clip[], parent: Part | null): void {
  if (!parent || parent.apart) return;
  for (let i = 0; i < parent.node.clipCount; i += 1) clips[i] = parent.node.clips[i] as Clip;
}

function writeClip(part: Part, wholeBox: boolean): void {
  const { clip, pose: p, w, h } = part;
  const away = wholeBox ? 0 : far;
  invert(clip.inverse, part.node.matrix);
  const left = p[wipeLeft] as number;
  const top = p[wipeTop] as number;
  const right = p[wipeRight] as number;
  const bottom = p[wipeBottom] as number;
  clip.left = left > 0 ? w * left : -away;
  clip.top = top > 0 ? h * top : -away;
  clip.right = right > 0 ? w * (1 - right) : w + away;
  clip.bottom = bottom > 0 ? h * (1 - bottom) : h + away;
}
