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
import type { Part } from './scene';

/** A floor while its scene is evaluated. */
export interface Mirror {
  readonly part: Part;
  readonly node: GroupNode;
  /** What stands beside it. */
  readonly reflects: readonly DisplayNode[];
  /** What is not reflected, though what it stands in is. */
  readonly spared: ReadonlySet<DisplayNode>;
  readonly copies: Map<DisplayNode, Copy>;
  /** From the canvas onto the canvas, through the floor; and from the canvas into the space of the floor. */
  readonly through: Matrix;
  readonly into: Matrix;
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
      through: identity(),
      into: identity(),
    };
  });
}

/** Brings what a floor reflects to where it is seen in it. */
export function runMirror(mirror: Mirror): void {
  const { node, reflects, through, into } = mirror;
  node.children.length = 0;
  if (!node.visible || !invertSpace(into, node.matrix)) return;
  scratch.set(node.matrix);
  for (let row = 8; row < 12; row += 1) scratch[row] = -(scratch[row] as number);
  multiply(through, scratch, into);
  for (let i = 0; i < reflects.length; i += 1) {
    const own = reflects[i] as DisplayNode;
    if (own.visible && !mirror.spared.has(own)) node.children.push(reflected(mirror, own, false));
  }
}

function reflected(mirror: Mirror, node: DisplayNode, isCut: boolean): DisplayNode {
  const { copies, through, part } = mirror;
  let copy = copies.get(node);
  if (!copy) copies.set(node, (copy = newCopy(node, part.node.key)));
  multiply(copy.matrix, through, node.matrix);
  if (node.seenOn) multiply(copy.seenOn, through, node.seenOn);
  (copy.node as { seenOn: Matrix | null }).seenOn = node.seenOn ? copy.seenOn : null;
  const isWhole = isApart(node) || node.kind !== 'group';
  copy.node.clipCount = node.clipCount;
  for (let i = 0; i < node.clipCount; i += 1) cutThrough(copy, i, node.clips[i] as Clip, through);
  if (isWhole && !isCut) fadeOut(copy, mirror, node);
  if (node.kind === 'group') {
    copy.children.length = 0;
    for (let i = 0; i < node.children.length; i += 1) {
      const child = node.children[i] as DisplayNode;
      if (child.visible && !mirror.spared.has(child))
        copy.children.push(reflected(mirror, child, isCut || isWhole));
    }
  }
  if (node.masks.length > 0)
    copy.node.masks = node.masks.map((mask) => ({ ...mask, node: reflected(mirror, mask.node, true) }));
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

/** Lets a copy fade with its way from the floor, and cuts what would be below it. */
function fadeOut(copy: Copy, { part, into }: Mirror, { matrix }: DisplayNode): void {
  const { reach } = (part.live ?? part.element) as { readonly reach: number };
  const { node, clips, fade, foot } = copy;
  if (!invert(back, copy.matrix)) return;
  // How high what lies on its plane is above the floor, and by what that is divided.
  multiply(scratch, into, matrix);
  for (const clip of [foot, fade]) {
    if (node.clipCount >= maxClips || (clip === fade && reach <= 0)) continue;
    const { inverse } = clip;
    inverse.fill(0);
    inverse[10] = 1;
    for (let at = 0; at < 16; at += 4) {
      if (at === 8) continue;
      const [u, v, w] = [back[at], back[at + 1], back[at + 3]] as [number, number, number];
      const n = (i: number): number => scratch[i] as number;
      inverse[at] = n(2) * u + n(6) * v + n(14) * w;
      inverse[at + 3] = n(3) * u + n(7) * v + n(15) * w;
    }
    clip.left = clip === foot ? 0 : -everywhere;
    clip.right = clip === foot ? everywhere : reach / 2;
    clip.soft = clip === foot ? 0 : reach;
    clip.top = -everywhere;
    clip.bottom = everywhere;
    clips[node.clipCount++] = clip;
  }
}
