import {
  maxClips,
  type Blend,
  type Clip,
  type DisplayNode,
  type Effects,
  type GroupNode,
  type NodeBase,
  type SurfaceNode,
} from './display';
import { identity, type Matrix } from './matrix';

export const newClip = (isWipe: boolean, inverse: Matrix = identity(), plane: Matrix = identity()): Clip => ({
  plane,
  isWipe,
  soft: 0,
  inverse,
  left: 0,
  top: 0,
  right: 0,
  bottom: 0,
  round: -1,
});

/** What decides how a node as a whole meets what is behind it. */
export interface NodeOwn {
  readonly effects: Effects | null;
  readonly blend: Blend;
}
const plain: NodeOwn = { effects: null, blend: 'normal' };

/** What every node has, whole and in its place, and not cut by anything. */
export const nodeBase = (
  key: string,
  own: NodeOwn = plain,
  matrix: Matrix = identity(),
  slides: Float64Array | null = null,
): NodeBase => ({
  slides,
  key,
  effects: own.effects,
  blend: own.blend,
  masks: [],
  filledBy: null,
  seenOn: null,
  matrix,
  visible: true,
  opacity: 1,
  clips: new Array<Clip>(maxClips),
  clipCount: 0,
});

/**
 * A node of what every node has and what its kind has besides. The first is added to and not copied: in a copy by
 * spreading, each write of a number such as its opacity would take new memory.
 */
export const nodeOf = <B extends NodeBase, const N extends object>(base: B, own: N): B & N =>
  Object.assign(base, own);

let versions = 0;
/** The version of a surface's picture that no other has had, also under the same key. */
export const nextVersion = (): number => (versions += 1);

/** A part of a canvas as a picture by itself: what stands there of some nodes. */
export const surfaceOf = (
  key: string,
  canvas: { readonly width: number; readonly height: number },
  children: DisplayNode[],
): SurfaceNode => ({
  ...nodeBase(key),
  kind: 'surface',
  w: canvas.width,
  h: canvas.height,
  shown: { x: 0, y: 0, w: 0, h: 0, radius: 0 },
  ground: '#00000000',
  resolution: 1,
  version: null,
  inDepth: false,
  children,
});

export const groupNode = (key: string, own?: NodeOwn, matrix?: Matrix, inDepth = false): GroupNode =>
  nodeOf<NodeBase, Pick<GroupNode, 'kind' | 'density' | 'isolated' | 'inDepth' | 'children'>>(
    nodeBase(key, own, matrix),
    {
      kind: 'group',
      density: 1,
      isolated: false,
      inDepth,
      children: [],
    },
  );

/** Radii scaled down together where two on a side do not fit (CSS Backgrounds Level 3, section 5.5). */
export function fitRadii(
  radii: [number, number, number, number],
  w: number,
  h: number,
): [number, number, number, number] {
  const [a, b, c, d] = radii;
  const factor = Math.min(1, w / (a + b || 1), w / (c + d || 1), h / (a + d || 1), h / (b + c || 1));
  return factor === 1 ? radii : [a * factor, b * factor, c * factor, d * factor];
}
