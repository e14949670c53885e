import {
  isApart,
  isEdgeOn,
  isFromBehind,
  maxClips,
  multiplyInPlane,
  nextVersion,
  pieceLength,
  placeInSpace,
  shiftInPlane,
  shiftInSpace,
  type GroupNode,
  type Matrix,
  type TextNode,
} from '../display';
import {
  addPose,
  coasted,
  joinAbout,
  joinTable,
  neutralAt,
  poseIndex,
  poseLength,
  restPose,
  sampleColour,
  sampleTrack,
  writeColour,
  type TrackTable,
} from '../motion';
import { exactRate, kindOf, type Clocks, type Ride } from '../show';
import { applyAppearance } from './appearance';
import { runBelt, type RunningBelt } from './belts';
import { runDrift, type RunningDrift } from './drift';
import { focusBlur, runCamera } from './viewpoint';
import { runView, type RunningView } from './map-view';
import { fitInset, momentWithin, type RunningInset } from './insets';
import { runMirror, type Mirror } from './mirror';
import type { PieceColour, PieceMotion, PieceTrack } from './pieces';
import { inherit, writeClip, writeWipe, writeIris, slide, edgeShift } from './clips';
import { moving } from './moves';
import type { Active, Part, Scene, ScenePhase } from './part';

/** A move that is away from rest, or on its way. */
export interface MovedTo {
  readonly ref: string;
  /** The frame of it that it has come to. */
  readonly frame: number;
  /** Frames since it was called, there or back; left out: long ago. */
  readonly age?: number;
  /** On its way back. */
  readonly back?: boolean;
}

/** The moment of a graphic: where it is in its life. Frames are of the template's rate, whole or not. */
export interface Moment {
  readonly phase: 'enter' | 'hold' | 'exit';
  /** Since the phase began. */
  readonly frame: number;
  /** In Exit: the frame of Enter at which it was called off, or null where it had come to rest. */
  readonly enterFrame: number | null;
  /** The air clock in seconds since 1970-01-01 UTC, for clocks. */
  readonly time: number;
  /** What the time of day is ahead of the air clock, in seconds; left out: nothing. */
  readonly dayOffset?: number;
  /** The clocks of the show; left out: none are known, and a sample is shown. */
  readonly clocks?: Clocks;
  /** Seconds since Enter began, for videos; left out, the phase and frame tell it as if Hold had no length. */
  readonly age?: number;
  /** Frames since Enter ended, for the idle loop, which runs on through Exit; left out or null: it stands still. */
  readonly held?: number | null;
  /** The frame that the scene's Change has come to. */
  readonly change?: number;
  /** The frame that each step has come to: -1 before it, Infinity once it is done; left out: as if there were none. */
  readonly steps?: readonly number[];
  /** Moves that are away from rest, and the frame that each has come to. */
  readonly moves?: readonly MovedTo[];
  /** Frames since each step was taken: -1 before it; left out: as `steps`. */
  readonly stepAges?: readonly number[];
}

export const holdMoment = (time: number): Moment => ({ phase: 'hold', frame: 0, enterFrame: null, time });

/**
 * Whether a scene looks the same at two moments, but for what is live in it (videos, cameras, clocks): holding is
 * standing still, unless it idles.
 */
export function looksSame(scene: Scene, a: Moment, b: Moment): boolean {
  if (a.phase !== b.phase || a.change !== b.change || a.enterFrame !== b.enterFrame) return false;
  if (a.phase !== 'hold' && a.frame !== b.frame) return false;
  if (scene.idles && a.held !== b.held) return false;
  const [s, t] = [a.steps, b.steps];
  if (s?.length !== t?.length || s?.some((frame, i) => frame !== t?.[i])) return false;
  const [m, n] = [a.moves, b.moves];
  if (
    m?.length !== n?.length ||
    m?.some((move, i) => move.ref !== n?.[i]?.ref || move.frame !== n?.[i]?.frame)
  )
    return false;
  return scene.insets.every((own) => {
    const [was, is] = [momentWithin(own, scene, a), momentWithin(own, scene, b)];
    return was === null || is === null ? was === is : looksSame(own.scene, was, is);
  });
}

/** The same, and what is live in it too: clocks, counts, videos and cameras. */
export function isSamePicture(scene: Scene, a: Moment, b: Moment): boolean {
  if (a.clocks !== b.clocks && scene.hasClock) return false;
  return tickOf(scene, a) === tickOf(scene, b) && looksSame(scene, a, b);
}

/** Videos and cameras are new with every frame, counts some times a second, clocks with every second. */
const tickOf = ({ isLive, hasCount, hasClock }: Scene, { time, dayOffset = 0 }: Moment): number =>
  isLive ? time : hasCount ? Math.floor(time * 20) : hasClock ? Math.floor(time + dayOffset) : 0;

const { x, y, z, w, h, scale, scaleX, scaleY, rotation, rotationX, rotationY, perspective } = poseIndex;
const { opacity, veil, blur, tracking, count, maskSoft } = poseIndex;
const { wipeLeft, wipeTop, wipeRight, wipeBottom, iris, light } = poseIndex;

function activate(now: Active, phase: number, frame: number): void {
  now.phases[now.count] = phase;
  now.frames[now.count] = frame;
  now.count += 1;
}

/** Notes which phases move at a moment. Those of later kinds come later, so that their colours hold. */
function gather({ phases, active }: Scene, moment: Moment): void {
  active.count = 0;
  let step = 0;
  for (let i = 0; i < phases.length; i += 1) {
    const { kind, ref, frames: length } = phases[i] as ScenePhase;
    if (kind === 'enter') {
      if (moment.phase === 'enter') activate(active, i, moment.frame);
      // Called off on the way in: it coasts to a stop, and what is still missing from rest stays so while it leaves.
      else if (moment.phase === 'exit' && moment.enterFrame !== null)
        activate(active, i, Math.min(coasted(moment.enterFrame, moment.frame), length));
    } else if (kind === 'exit') {
      if (moment.phase === 'exit') activate(active, i, moment.frame);
    } else if (kind === 'idle') {
      if (length > 0 && moment.held !== undefined && moment.held !== null && moment.held > 0)
        activate(active, i, moment.held % length);
    } else if (kind === 'step') {
      const at = moment.steps?.[step];
      if (at !== undefined) activate(active, i, Math.min(at, length));
      step += 1;
    } else if (kind === 'change') {
      if (moment.change !== undefined) activate(active, i, moment.change);
    } else if (moment.moves) {
      for (const move of moment.moves)
        if (move.ref === ref) activate(active, i, Math.min(move.frame, length));
    }
  }
}

/**
 * Writes the picture at a moment into the scene's display tree and returns it. The result depends on the arguments
 * alone: moments may come in any order. The tree is the scene's own and is written anew by the next call; of what no
 * track moves, and nothing carries along, it stands as it was written before.
 */
export function evaluate(scene: Scene, moment: Moment): GroupNode {
  const { parts, active, running, tables, poses, moved, wasMoved, placed } = scene;
  gather(scene, moment);
  running.time = moment.time;
  running.dayOffset = moment.dayOffset ?? 0;
  running.age = ageAt(scene, moment);
  running.clocks = moment.clocks ?? null;
  wasMoved.set(moved);
  moved.fill(0);
  for (let i = 0; i < parts.length; i += 1) if (wasMoved[i] !== 0) rest(parts[i] as Part);
  for (let k = 0; k < active.count; k += 1)
    joinTable(tables[active.phases[k] as number] as TrackTable, active.frames[k] as number, poses, moved);
  for (let i = 0; i < scene.belts.length; i += 1) {
    const own = scene.belts[i] as RunningBelt;
    runBelt(own, own.isOnAir ? moment.time : running.age, moved);
  }
  for (let i = 0; i < scene.drifts.length; i += 1)
    runDrift(scene.drifts[i] as RunningDrift, moment.time, moved);
  for (let i = 0; i < scene.views.length; i += 1) runView(scene.views[i] as RunningView, moved);
  for (let i = 0; i < scene.hands.length; i += 1) {
    const part = scene.hands[i] as Part;
    const turned = kindOf(part.element).turns?.(part.element, running) ?? 0;
    if (turned === part.turned) continue;
    part.turned = turned;
    moved[part.index] = 1;
  }
  if ((scene.viewpoints.length > 0 || scene.eye) && scene.within === null && runCamera(scene))
    scene.isFresh = true;
  let isAnyPlaced = scene.insets.length > 0;
  for (let i = 0; i < parts.length; i += 1) {
    const part = parts[i] as Part;
    const isPlaced =
      (part.says !== null && say(scene, part, part.says(part.element, running))) ||
      scene.isFresh ||
      moved[i] !== 0 ||
      wasMoved[i] !== 0 ||
      part.isRestless ||
      (part.parent >= 0 && placed[part.parent] !== 0) ||
      (part.rides !== null && (moved[part.rides.index] !== 0 || wasMoved[part.rides.index] !== 0));
    placed[i] = isPlaced ? 1 : 0;
    isAnyPlaced ||= isPlaced;
    if (isPlaced) place(scene, part, moment);
    if (part.run) part.run(part.node, part.element, running);
  }
  scene.isFresh = false;
  for (let i = 0; i < scene.insets.length; i += 1) runInset(scene, scene.insets[i] as RunningInset, moment);
  // What stands as it stood is seen in floors as it was.
  for (let i = 0; isAnyPlaced && i < scene.mirrors.length; i += 1) {
    const own = scene.mirrors[i] as Mirror;
    runMirror(own, scene.placed[own.part.index] !== 0);
  }
  return scene.root;
}

/** Brings the picture of an inset to where its life is at a moment of what it stands in. */
function runInset(outer: Scene, own: RunningInset, moment: Moment): void {
  const { part, scene: inner } = own;
  const { node } = part;
  if (!node.visible) return;
  fitInset(own, outer.placed[part.index] !== 0);
  const now = momentWithin(own, outer, moment);
  const { was } = own;
  if (
    !inner.isFresh &&
    (now === null ? was === null && own.count > 0 : was && isSamePicture(inner, was, now))
  )
    return;
  own.was = now;
  own.count += 1;
  if (node.kind === 'surface') node.version = nextVersion();
  inner.root.visible = now !== null;
  if (now) evaluate(inner, now);
}

/** Brings to rest what tracks may have moved of a part. */
function rest({ pose: p, touched }: Part): void {
  for (let i = 0; i < touched.length; i += 1) {
    const index = touched[i] as number;
    p[index] = neutralAt(index);
  }
}

/** Whether a part of a Change is seen at its frame: the old until the swap, the new from then on, or both throughout. */
function isOfNow(scene: Scene, part: Part, moment: Moment): boolean {
  if (part.side === 'both' || !scene.change) return true;
  const { swap, frames: length } = scene.change;
  const at = moment.change ?? Infinity;
  // A region that turns is seen until the new fill has covered it.
  if (part.isTurning) return at < length || part.side === 'new';
  if (swap === null && part.isSided) return at < length || part.side === 'new';
  return part.side === 'old' ? at < (swap ?? length / 2) : at >= (swap ?? length / 2);
}

function place(scene: Scene, part: Part, moment: Moment): void {
  const { node, pose: p, moves } = part;
  const parent = part.parent < 0 ? scene.within : (scene.parts[part.parent] as Part);
  const around = part.parent < 0 ? scene.base : (scene.parts[part.parent] as Part).plane;
  let across = 1;
  let up = 1;
  let { a, b, c, d, restX: tx, restY: ty } = part;
  if ((moves & (moving.turn | moving.scale)) !== 0 || part.turned !== 0) {
    across = (p[scale] as number) * (p[scaleX] as number);
    up = (p[scale] as number) * (p[scaleY] as number);
    let { cos, sin } = part;
    const turn = (p[rotation] as number) + part.turned;
    if (turn !== 0) {
      const angle = ((part.rotation + turn) * Math.PI) / 180;
      cos = Math.cos(angle);
      sin = Math.sin(angle);
    }
    a = cos * across;
    b = sin * across;
    c = -sin * up;
    d = cos * up;
    // About the pivot: v -> R S (v - pivot) + pivot.
    tx = part.pivotX - (a * part.pivotX + c * part.pivotY);
    ty = part.pivotY - (b * part.pivotX + d * part.pivotY);
  }
  tx += (p[x] as number) + part.alongX;
  ty += (p[y] as number) + part.alongY;
  if (part.rides) {
    const { edge } = part.element.rides as Ride;
    if (edge === 'left' || edge === 'right') tx += edgeShift(part.rides, edge);
    else ty += edgeShift(part.rides, edge);
  }
  const all = part.alongScale;
  if (all !== 1) {
    // All of it is scaled, and then goes where it goes.
    a *= all;
    b *= all;
    c *= all;
    d *= all;
    tx = (tx - part.alongX) * all + part.alongX;
    ty = (ty - part.alongY) * all + part.alongY;
  }
  if (part.isInSpace) stand(part, around, a, b, c, d, tx, ty);
  else multiplyInPlane(part.plane, around, a, b, c, d, tx, ty);
  const shift = part.isInSpace ? shiftInSpace : shiftInPlane;

  // A box grows about its pivot.
  const grows = (moves & moving.size) !== 0;
  if (grows) {
    part.nowW = Math.max(0, part.w + (p[w] as number));
    part.nowH = Math.max(0, part.h + (p[h] as number));
  }
  if (part.live) refreshAppearance(part, scene);
  if (part.liveEffects) takeEffects(part);

  if (node.kind === 'text') {
    words(scene, part, node);
    shift(node.matrix, part.plane, node.layout.x, node.layout.y);
  } else if (grows)
    shift(
      node.matrix,
      part.plane,
      part.x - (part.nowW - part.w) * part.ownPivotX,
      part.y - (part.nowH - part.h) * part.ownPivotY,
    );
  else shift(node.matrix, part.plane, part.x, part.y);
  if (scene.viewpoints.length > 0 && !isGroupPart(part)) blurByFocus(scene, part);
  if ((moves & moving.mask) !== 0) for (let i = 0; i < node.masks.length; i += 1) soften(part, i);

  const bare = 1 - Math.max(0, Math.min(1, part.veil + (p[veil] as number)));
  const own = Math.max(0, Math.min(1, part.opacity * (p[opacity] as number) * bare * part.alongFade));
  part.effectiveOpacity = parent && !parent.apart ? own * parent.effectiveOpacity : own;

  const canWipe = (moves & moving.wipe) !== 0;
  const wipes =
    canWipe &&
    ((p[wipeLeft] as number) > 0 ||
      (p[wipeTop] as number) > 0 ||
      (p[wipeRight] as number) > 0 ||
      (p[wipeBottom] as number) > 0);
  const opens = (moves & moving.iris) !== 0 && (p[iris] as number) > 0;
  const { clipsBox: clips, isGroup } = part;
  inherit(node.clips, parent);
  let clipCount = parent && !parent.apart ? parent.node.clipCount : 0;
  const isolated =
    isGroup &&
    ((part.effectiveOpacity < 1 && part.leaves > 1) ||
      ((wipes || clips || opens) && clipCount + Number(wipes) + Number(clips) + Number(opens) >= maxClips));
  if (clips && clipCount < maxClips) {
    writeClip(part);
    node.clips[clipCount++] = part.clip;
  }
  if (node.slides) {
    if (canWipe) slide(part, node.slides);
  } else if (wipes && clipCount < maxClips) {
    writeWipe(part);
    node.clips[clipCount++] = part.wipe;
  }
  if (opens && clipCount < maxClips) {
    writeIris(part);
    node.clips[clipCount++] = part.iris;
  }
  node.clipCount = clipCount;
  if (isGroup) (node as GroupNode).isolated = isolated;
  part.apart = isGroup && isApart(node);
  node.opacity = part.effectiveOpacity;
  const wiped =
    (wipes &&
      ((p[wipeLeft] as number) + (p[wipeRight] as number) >= 1 ||
        (p[wipeTop] as number) + (p[wipeBottom] as number) >= 1)) ||
    (opens && (p[iris] as number) >= 1);
  node.visible =
    part.effectiveOpacity > 0 &&
    across !== 0 &&
    up !== 0 &&
    !wiped &&
    !part.isOff &&
    !(part.element.backHidden && part.isInSpace && isFromBehind(part.plane)) &&
    isSomewhere(part) &&
    isOfNow(scene, part, moment);
  if ((moves & moving.light) !== 0 && node.kind === 'shape')
    node.lightAt = (p[light] as number) - Math.floor(p[light] as number);
}

/** Whether a part can be seen where it stands: not edge-on, and not for a number that is none. */
function isSomewhere({ node, isGroup, isInSpace }: Part): boolean {
  const { matrix: m } = node;
  if (isInSpace && !isGroup) return !isEdgeOn(m);
  const sum = (m[0] as number) + (m[1] as number) + (m[4] as number) + (m[5] as number) + (m[12] as number) + (m[13] as number); // prettier-ignore
  return sum - sum === 0;
}

/** Places a part in space, about its pivot where that is now. */
function stand(
  part: Part,
  around: Matrix,
  a: number,
  b: number,
  c: number,
  d: number,
  tx: number,
  ty: number,
): void {
  const { pose: p, element, standing, pivotX, pivotY } = part;
  standing.z = element.z + (p[z] as number);
  standing.rotationX = element.rotationX + (p[rotationX] as number);
  standing.rotationY = element.rotationY + (p[rotationY] as number);
  standing.perspective = element.perspective + (p[perspective] as number);
  standing.depth = (p[scale] as number) * part.alongScale;
  part.node.seenOn = standing.perspective > 0 ? around : null;
  const px = a * pivotX + c * pivotY + tx;
  const py = b * pivotX + d * pivotY + ty;
  placeInSpace(part.plane, around, a, b, c, d, tx, ty, px, py, standing);
}

/** Puts on what moves of an element's own properties, where that differs from what it has. */
function refreshAppearance(part: Part, scene: Scene): void {
  const { applied, pose: p, live } = part;
  const { phases, frames, count: length } = scene.active;
  if (!live) return;
  let isNew = Number.isNaN(applied[0] as number);
  for (let i = 0; i < p.length; i += 1) {
    if (i < poseLength && i !== w && i !== h && i !== poseIndex.drawStart && i !== poseIndex.drawEnd)
      continue;
    if (applied[i] !== p[i]) isNew = true;
  }
  applied.set(p);
  let isTinted = false;
  for (let k = 0; k < length; k += 1)
    if ((part.colours[phases[k] as number] as readonly unknown[]).length > 0) isTinted = true;
  if (!isNew && !isTinted && !part.tinted) return;
  part.tinted = isTinted;
  applyAppearance(part, scene, (write) => {
    // At rest first, so that what has stopped moving is where it was.
    for (let i = 0; i < part.colours.length; i += 1)
      for (const { key } of part.colours[i] as readonly { key: string }[]) write(key, null);
    for (let k = 0; k < length; k += 1)
      for (const track of part.colours[phases[k] as number] ?? [])
        write(track.key, sampleColour(track, frames[k] as number));
  });
}

function takeEffects(part: Part): void {
  const effects = part.liveEffects;
  if (!effects) return;
  effects.blur = Math.max(0, part.element.blur + (part.pose[blur] as number));
  part.node.effects = effects.blur > 0.05 || effects.tint || effects.shadow || effects.glow ? effects : null;
}

/** A group is blurred with what is in it. */
const isGroupPart = ({ isGroup, node }: Part): boolean => isGroup || node.kind === 'group';

/** What the camera is not sharp at is blurred by how far it is from there. */
function blurByFocus({ view }: Scene, part: Part): void {
  const { node, liveEffects, ownEffects } = part;
  const own = liveEffects ? node.effects : ownEffects;
  const by = view.now ? focusBlur(part, view.now) : 0;
  if (by < 0.3) {
    node.effects = own;
    return;
  }
  part.focused ??= { blur: 0, tint: null, shadow: null, glow: null };
  part.focused.blur = (own?.blur ?? 0) + by;
  part.focused.tint = own?.tint ?? null;
  part.focused.shadow = own?.shadow ?? null;
  part.focused.glow = own?.glow ?? null;
  node.effects = part.focused;
}

function soften(part: Part, index: number): void {
  const own = part.element.masks[index];
  const mask = part.node.masks[index];
  if (own && mask) mask.soft = Math.max(0, own.soft + (part.pose[maskSoft] as number));
}

/** Whether two words are as wide as one another where figures are even. */
function areEven(a: string, b: string): boolean {
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i += 1) {
    const [own, other] = [a.charCodeAt(i), b.charCodeAt(i)];
    if (own !== other && !(own >= 48 && own <= 57 && other >= 48 && other <= 57)) return false;
  }
  return true;
}

/** Words that are said by themselves: figures in the place of figures; what is longer or shorter is fitted and placed anew. */
function say(scene: Scene, part: Part, text: string): boolean {
  const { node, said } = part;
  if (node.kind !== 'text' || text === said) return false;
  part.said = text;
  const [line] = node.layout.lines;
  if (said !== null && line && line.text === said && areEven(said, text)) {
    node.layout = { ...node.layout, lines: [{ ...line, text, runs: null }] };
    return false;
  }
  const fitted = scene.refit(part, text);
  // What had to shrink for its widest keeps that size, lest it shake.
  node.layout =
    fitted.scale === node.layout.scale && fitted.squeeze === node.layout.squeeze
      ? fitted
      : { ...node.layout, lines: [{ text, x: 0, runs: null }] };
  return true;
}

/** Words that count, and words whose pieces move. */
function words(scene: Scene, part: Part, node: TextNode): void {
  const counting = part.count;
  if (counting) {
    const done = part.pose[count] as number;
    const text = counting.write(
      done === 1 ? counting.to : counting.from + (counting.to - counting.from) * done,
    );
    if (text !== part.said) {
      part.said = text;
      node.layout = scene.refit(part, text);
    }
  }
  if (!part.pieces) return;
  const { phases, count: length } = scene.active;
  let isMoving = (part.pose[tracking] as number) !== 0;
  for (let k = 0; k < length && !isMoving; k += 1)
    isMoving =
      (part.pieces.tracks[phases[k] as number] as readonly PieceTrack[]).length > 0 ||
      (part.pieces.colours[phases[k] as number] as readonly PieceColour[]).length > 0;
  node.pieces = isMoving ? part.pieces.pieces : null;
  if (isMoving) movePieces(part.pieces, scene.active, part.pose[tracking] as number, node.layout.face.size);
}

function movePieces(motion: PieceMotion, now: Active, spread: number, size: number): void {
  const { phases, frames, count: length } = now;
  const { pose: p, pieces, tracks, along } = motion;
  const { list, state } = pieces;
  for (let i = 0; i < list.length; i += 1) {
    const piece = list[i] as (typeof list)[number];
    const at = i * poseLength;
    restPose(p, at, poseLength);
    for (let k = 0; k < length; k += 1) {
      const own = tracks[phases[k] as number] as readonly PieceTrack[];
      for (let t = 0; t < own.length; t += 1) {
        const { track, shifts, pace, worth, dx, dy } = own[t] as PieceTrack;
        let value = sampleTrack(track, frames[k] as number, shifts[i], pace);
        if (worth !== 'px') value *= worth === 'w' ? piece.w : piece.h;
        addPose(p, track.index, value, at);
        joinAbout(p, at, track.index, value, dx[i] as number, dy[i] as number);
      }
    }
    const across = (p[at + scale] as number) * (p[at + scaleX] as number);
    const up = (p[at + scale] as number) * (p[at + scaleY] as number);
    const turn = p[at + rotation] as number;
    const angle = (turn * Math.PI) / 180;
    const cos = turn === 0 ? 1 : Math.cos(angle);
    const sin = turn === 0 ? 0 : Math.sin(angle);
    const tiltX = (p[at + rotationX] as number) * (Math.PI / 180);
    const tiltY = (p[at + rotationY] as number) * (Math.PI / 180);
    const sinX = tiltX === 0 ? 0 : Math.sin(tiltX);
    const sinY = tiltY === 0 ? 0 : Math.sin(tiltY);
    const cosX = tiltX === 0 ? 1 : Math.cos(tiltX);
    const cosY = tiltY === 0 ? 1 : Math.cos(tiltY);
    // Laid in its plane, then turned about X and about Y.
    const a = cos * across * cosY + sin * across * sinX * sinY;
    const b = sin * across * cosX;
    const back = sin * across * sinX * cosY - cos * across * sinY;
    const c = cos * up * sinX * sinY - sin * up * cosY;
    const d = cos * up * cosX;
    const under = cos * up * sinX * cosY + sin * up * sinY;
    // About the middle of the piece, where it lies in the node's space.
    const mx = piece.w / 2;
    const my = piece.h / 2;
    const out = i * pieceLength;
    const hidden = across === 0 || up === 0;
    state[out] = hidden ? 0 : Math.max(0, Math.min(1, p[at + opacity] as number));
    state[out + 1] = a;
    state[out + 2] = b;
    state[out + 3] = c;
    state[out + 4] = d;
    state[out + 5] =
      piece.x +
      mx +
      (p[at + x] as number) +
      ((along[i] as number) * spread * size) / 1000 -
      (a * mx + c * my);
    state[out + 6] = piece.y + my + (p[at + y] as number) - (b * mx + d * my);
    state[out + 16] = back;
    state[out + 17] = under;
    state[out + 18] = (p[at + z] as number) - (back * mx + under * my);
    state[out + 7] = p[at + wipeLeft] as number;
    state[out + 8] = p[at + wipeTop] as number;
    state[out + 9] = p[at + wipeRight] as number;
    state[out + 10] = p[at + wipeBottom] as number;
    state[out + 11] = 0;
    for (let k = 0; k < length; k += 1) {
      const own = motion.colours[phases[k] as number] as readonly PieceColour[];
      for (let t = 0; t < own.length; t += 1) {
        const { track, shifts, pace } = own[t] as PieceColour;
        state[out + 11] = 1;
        writeColour(state, out + 12, track, frames[k] as number, shifts[i] as number, pace);
      }
    }
  }
}

function ageAt({ template }: Scene, moment: Moment): number {
  if (moment.age !== undefined) return moment.age;
  const before = moment.phase === 'enter' ? 0 : (moment.enterFrame ?? template.phases.enter.frames);
  return (before + moment.frame) / exactRate(template.rate);
}
