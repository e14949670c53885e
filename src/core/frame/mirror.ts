// What floors reflect: everything beside them once more, through the plane of the floor. Copies share all that their nodes say
// but where they are, and how they are cut.
import {
  identity,
  invert,
  invertSpace,
  isApart,
  maxClips,
  multiply,
  newClip,
  type Clip,
  type DisplayNode,
  type GroupNode,
  type Matrix,
} from '../display';
import { holds } from '../show';
import type { Part } from './part';

/** A floor while its scene is evaluated. */
export interface Mirror {
  readonly part: Part;
  readonly node: GroupNode;
  /** What stands beside it. */
  readonly reflects: readonly DisplayNode[];
  /** What is not reflected, though what it stands in is. */
  readonly spared: ReadonlySet<DisplayNode>;
  readonly copies: Map<DisplayNode, Copy>;
  /** What of that is drawn as one each, as it was gathered last. */
  readonly pieces: Piece[];
  /** Clips of its own that it has as a whole. */
  readonly foot: Clip;
  readonly fade: Clip;
  added: number;
  /** From the canvas onto the canvas, through the floor; and from the canvas into the space of the floor. */
  readonly through: Matrix;
  readonly into: Matrix;
}

/** What is seen in a floor as one, and which of what stands beside the floor it is of. */
interface Piece {
  readonly copy: Copy;
  readonly of: DisplayNode;
  readonly beside: Copy;
}

/** A node seen in a floor: it says all that the node says, save what is its own. */
interface Copy {
  readonly node: DisplayNode;
  readonly matrix: Matrix;
  readonly seenOn: Matrix;
  /** How its node is cut, through the floor; then how it fades, and that nothing of it is seen from below. */
  readonly clips: Clip[];
  readonly fade: Clip;
  readonly foot: Clip;
  readonly children: DisplayNode[];
}

const everywhere = 1e6;
const scratch = identity();
const back = identity();
const onto = identity();

/** The floors of a scene, and what each reflects: what stands beside it, save other floors and what is spared. */
export function mirrorsOf(parts: readonly Part[], root: GroupNode): Mirror[] {
  const isFloor = (part: Part): boolean => part.element.kind === 'floor';
  if (!parts.some(isFloor)) return [];
  const floors = new Set(parts.filter(isFloor).map(({ node }) => node));
  const spared = new Set(parts.filter(({ element }) => !element.reflected).map(({ node }) => node));
  return parts.filter(isFloor).map((part) => {
    const around = part.parent < 0 ? root : parts[part.parent]?.node;
    const beside = around?.kind === 'group' && (part.parent < 0 || holds(parts[part.parent]?.element)) ? around.children : []; // prettier-ignore
    return {
      part,
      node: part.node as GroupNode,
      reflects: beside.filter((node) => !floors.has(node)),
      spared,
      copies: new Map(),
      pieces: [],
      foot: newClip(false),
      fade: newClip(false),
      added: 0,
      through: identity(),
      into: identity(),
    };
  });
}

/** Brings what a floor reflects to where it is seen in it; `isPlaced`: the floor itself has been placed anew. */
export function runMirror(mirror: Mirror, isPlaced: boolean): void {
  const { node, reflects, through, into, pieces } = mirror;
  node.children.length = 0;
  pieces.length = 0;
  if (!isPlaced) node.clipCount -= mirror.added;
  mirror.added = 0;
  if (!node.visible || !invertSpace(into, node.matrix)) return;
  scratch.set(node.matrix);
  for (let row = 8; row < 12; row += 1) scratch[row] = -(scratch[row] as number);
  multiply(through, scratch, into);
  for (let i = 0; i < reflects.length; i += 1) {
    const own = reflects[i] as DisplayNode;
    if (!own.visible || mirror.spared.has(own)) continue;
    node.children.push(reflected(mirror, own, false, null));
  }
  // What lies on one plane fades as one, so that nothing shows through what stands before it.
  if (isOnePlane(pieces, 0, pieces.length, into)) {
    const [first] = pieces;
    if (first) mirror.added = fadeOut(node, mirror.foot, mirror.fade, first, mirror);
    return;
  }
  for (let from = 0; from < pieces.length;) {
    const { beside } = pieces[from] as Piece;
    let to = from + 1;
    while (to < pieces.length && pieces[to]?.beside === beside) to += 1;
    const isGroup = to - from > 1 && beside.node.kind === 'group' && isOnePlane(pieces, from, to, into);
    if (beside.node.kind === 'group') beside.node.isolated = isGroup;
    if (isGroup) fadeOut(beside.node, beside.foot, beside.fade, pieces[from] as Piece, mirror);
    else
      for (let i = from; i < to; i += 1) {
        const own = pieces[i] as Piece;
        fadeOut(own.copy.node, own.copy.foot, own.copy.fade, own, mirror);
      }
    from = to;
  }
}

function reflected(mirror: Mirror, node: DisplayNode, isCut: boolean, beside: Copy | null): DisplayNode {
  const { copies, through, part, pieces } = mirror;
  let copy = copies.get(node);
  if (!copy) copies.set(node, (copy = newCopy(node, part.node.key)));
  multiply(copy.matrix, through, node.matrix);
  if (node.seenOn) multiply(copy.seenOn, through, node.seenOn);
  (copy.node as { seenOn: Matrix | null }).seenOn = node.seenOn ? copy.seenOn : null;
  const isWhole = isApart(node) || node.kind !== 'group';
  if (node.kind === 'group') (copy.node as GroupNode).isolated = node.isolated;
  copy.node.clipCount = node.clipCount;
  for (let i = 0; i < node.clipCount; i += 1) cutThrough(copy, i, node.clips[i] as Clip, through);
  if (isWhole && !isCut) pieces.push({ copy, of: node, beside: beside ?? copy });
  if (node.kind === 'group') {
    copy.children.length = 0;
    for (let i = 0; i < node.children.length; i += 1) {
      const child = node.children[i] as DisplayNode;
      if (child.visible && !mirror.spared.has(child))
        copy.children.push(reflected(mirror, child, isCut || isWhole, beside ?? copy));
    }
  }
  if (node.masks.length > 0)
    copy.node.masks = node.masks.map((mask) => ({ ...mask, node: reflected(mirror, mask.node, true, null) }));
  return copy.node;
}

function newCopy(node: DisplayNode, floor: string): Copy {
  const [matrix, clips] = [identity(), new Array<Clip>(maxClips)];
  const children: DisplayNode[] = [];
  const own = Object.create(node) as DisplayNode;
  Object.assign(own, { matrix, clips, clipCount: 0, seenOn: null, masks: [] });
  // A picture of its own is that of its node; what is drawn otherwise keeps its own things.
  if (node.kind !== 'surface') Object.assign(own, { key: `${floor}/${node.key}` });
  if (node.kind === 'group') Object.assign(own, { children });
  return {
    node: own,
    matrix,
    clips,
    seenOn: identity(),
    fade: newClip(false),
    foot: newClip(false),
    children,
  };
}

/** A clip of a node as it is seen through the floor. */
function cutThrough({ clips }: Copy, i: number, clip: Clip, through: Matrix): void {
  let own = clips[i];
  if (own?.isWipe !== clip.isWipe || own === undefined) own = clips[i] = newClip(clip.isWipe);
  const { inverse } = own;
  Object.assign(own, clip, { inverse });
  multiply(scratch, through, clip.plane);
  multiply(onto, clip.inverse, clip.plane);
  if (invert(back, scratch)) multiply(inverse, onto, back);
  else own.left = own.top = own.right = own.bottom = everywhere;
}

const heights = new Float64Array(4);
const others = new Float64Array(4);
/** Px of the canvas that a plane is told from another by. */
const apart = 1000;

/** How high above the floor what lies on the plane of a piece is, where it is seen at four points of the canvas. */
function heightsOf(out: Float64Array, { copy, of }: Piece, into: Matrix): boolean {
  if (!heightMap(onto, copy.matrix, of.matrix, into)) return false;
  for (let i = 0; i < 4; i += 1) {
    const [x, y] = [i & 1 ? apart : 0, i & 2 ? apart : 0];
    const n = (at: number): number => onto[at] as number;
    out[i] = (n(0) * x + n(4) * y + n(12)) / (n(3) * x + n(7) * y + n(15));
  }
  return true;
}

/** Whether pieces, from one to another of them, lie on one plane, so that they fade alike. */
function isOnePlane(pieces: readonly Piece[], from: number, to: number, into: Matrix): boolean {
  const first = pieces[from];
  if (!first) return true;
  if (!heightsOf(heights, first, into)) return false;
  for (let i = from + 1; i < to; i += 1) {
    if (!heightsOf(others, pieces[i] as Piece, into)) return false;
    for (let k = 0; k < 4; k += 1)
      if (Math.abs((others[k] as number) - (heights[k] as number)) > 0.01) return false;
  }
  return true;
}

/** out = from the canvas to how high what is seen there on a plane stands above the floor; false: it is seen from its edge. */
function heightMap(out: Matrix, seen: Matrix, plane: Matrix, into: Matrix): boolean {
  if (!invert(back, seen)) return false;
  multiply(scratch, into, plane);
  out.fill(0);
  out[10] = 1;
  for (let at = 0; at < 16; at += 4) {
    if (at === 8) continue;
    const [u, v, w] = [back[at], back[at + 1], back[at + 3]] as [number, number, number];
    const n = (i: number): number => scratch[i] as number;
    out[at] = n(2) * u + n(6) * v + n(14) * w;
    out[at + 3] = n(3) * u + n(7) * v + n(15) * w;
  }
  return true;
}

/** Lets what is seen fade with its way from the floor, as a piece of it does, and cuts what would be below; how many clips that took. */
function fadeOut(
  node: DisplayNode,
  foot: Clip,
  fade: Clip,
  { copy, of }: Piece,
  { part, into }: Mirror,
): number {
  const { reach } = (part.live ?? part.element) as { readonly reach: number };
  const before = node.clipCount;
  for (const clip of [foot, fade]) {
    if (node.clipCount >= maxClips || (clip === fade && reach <= 0)) continue;
    if (!heightMap(clip.inverse, copy.matrix, of.matrix, into)) break;
    clip.left = clip === foot ? 0 : -everywhere;
    clip.right = clip === foot ? everywhere : reach / 2;
    clip.soft = clip === foot ? 0 : reach;
    clip.top = -everywhere;
    clip.bottom = everywhere;
    node.clips[node.clipCount++] = clip;
  }
  return node.clipCount - before;
}
