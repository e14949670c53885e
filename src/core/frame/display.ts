import type { TextLayout } from '../text';
import type { Matrix } from './matrix';

/** How many clips one drawable carries; what would need more is drawn apart and clipped as a whole. */
export const maxClips = 4;

/** Only what lies inside a rectangle is seen. Edges that do not cut lie far outside. */
export interface Clip {
  /** From the canvas into the space of the rectangle. */
  readonly inverse: Matrix;
  left: number;
  top: number;
  right: number;
  bottom: number;
}

interface NodeBase {
  /** Stays the same from frame to frame and from value to value. */
  readonly key: string;
  /** From the node's own space, px from its top left, onto the canvas in px. */
  readonly matrix: Matrix;
  visible: boolean;
  /** 0 to 1, with that of the groups around it where those are not drawn apart. */
  opacity: number;
  /** The first `clipCount` of these hold. */
  readonly clips: Clip[];
  clipCount: number;
}

export interface RectNode extends NodeBase {
  readonly kind: 'rect';
  readonly w: number;
  readonly h: number;
  /** Px: top left, top right, bottom right, bottom left; together never more than a side. */
  readonly radii: readonly [number, number, number, number];
  readonly fill: string;
}

export interface TextNode extends NodeBase {
  readonly kind: 'text';
  /** Replaced, never changed, when the words change. */
  layout: TextLayout;
  readonly colour: string;
}

export interface PictureNode extends NodeBase {
  readonly kind: 'picture';
  readonly w: number;
  readonly h: number;
  readonly radius: number;
  readonly asset: string | null;
  readonly fit: 'contain' | 'cover' | 'stretch';
}

export interface GroupNode extends NodeBase {
  readonly kind: 'group';
  /** Drawn apart, then laid on the picture as one, with this node's opacity and clips. */
  isolated: boolean;
  /** Back to front. */
  readonly children: DisplayNode[];
}

export type DisplayNode = RectNode | TextNode | PictureNode | GroupNode;
