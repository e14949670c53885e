import type { Gradient, Paint, PatternPaint } from '../value';
import type { TextLayout, TextPiece } from '../text';
import type { Matrix } from './matrix';

/** How what is drawn joins what is behind it (W3C Compositing and Blending Level 1). */
export const blends = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'add',
  'difference',
  'soft-light',
] as const;
export type Blend = (typeof blends)[number];

/** How a picture lies in its box: whole, filling it, stretched, or as wide or as high as it. */
export const fits = ['contain', 'cover', 'stretch', 'width', 'height'] as const;
export type Fit = (typeof fits)[number];

/** The stops of a gradient that is worked out for each pixel; one of more is drawn once. */
export const mostShaded = 8;
/** Whether a paint is a gradient that is worked out for each pixel. */
export const isShaded = (paint: Paint): paint is Gradient =>
  typeof paint === 'object' &&
  (paint.kind === 'linear' || paint.kind === 'radial') &&
  paint.stops.length <= mostShaded;

/** How many clips one drawable carries; what would need more is drawn apart and clipped as a whole. */
export const maxClips = 4;

/** Only what lies inside a rectangle is seen. Edges that do not cut lie far outside. */
export interface Clip {
  /** The map onto the canvas of the plane in which it cuts. */
  readonly plane: Matrix;
  /** Uncovers what it cuts, so that shadows and glows are those of what is seen; else it cuts them too. */
  readonly isWipe: boolean;
  /** Px over which its edges fade. */
  soft: number;
  /** From the canvas into the space of the rectangle. */
  readonly inverse: Matrix;
  left: number;
  top: number;
  right: number;
  bottom: number;
  /** Px from (left, top), which is then a middle, within which it is seen; below 0 the rectangle holds. */
  round: number;
}

/** What is done to an element's picture as a whole before it is laid on what is behind it. Lengths in px. */
export interface Effects {
  readonly blur: number;
  /** The colour by which its picture is multiplied; none: it is as it is. */
  readonly tint?: string | null;
  readonly shadow: {
    readonly colour: string;
    readonly x: number;
    readonly y: number;
    readonly blur: number;
  } | null;
  readonly glow: { readonly colour: string; readonly reach: number } | null;
}

/** Where another node is (or, inverted, is not), this one is seen. */
export interface MaskUse {
  readonly node: DisplayNode;
  readonly inverted: boolean;
  /** Px over which the edge fades. */
  soft: number;
}

/** The picture of something else, laid over the box of what it fills. */
export interface FilledBy {
  readonly surface: SurfaceNode;
  readonly fit: 'contain' | 'cover' | 'stretch';
}

/** What every node has. */
export interface NodeBase {
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
  /**
   * Wiped by its own outline: it is seen where it lies itself and where it lies moved by so many px: to the right and
   * down by the first two, to the left and up by the last two. Null where its wipes have straight edges.
   */
  readonly slides: Float64Array | null;
  /** Null where there are none, as for most. */
  effects: Effects | null;
  readonly blend: Blend;
  masks: readonly MaskUse[];
  /** What is seen where it is, in place of its own colours; null: it is seen itself. */
  filledBy: FilledBy | null;
  /** The plane on which an eye of its own shows it to what is around it; null: it has none, and stands as its matrix says. */
  seenOn: Matrix | null;
}

/** Whether a node is drawn apart and then laid on as one. */
export const isApart = (node: DisplayNode): boolean =>
  node.effects !== null ||
  node.blend !== 'normal' ||
  node.masks.length > 0 ||
  node.filledBy !== null ||
  (node.kind === 'group' && node.isolated);

export interface RectNode extends NodeBase {
  readonly kind: 'rect';
  w: number;
  h: number;
  /** Px: top left, top right, bottom right, bottom left; together never more than a side. */
  radii: readonly [number, number, number, number];
  /** A colour, or a gradient of no more than `mostShaded` stops. */
  fill: string | Gradient;
}

export interface Stroke {
  readonly width: number;
  readonly paint: Paint;
  readonly place: 'inside' | 'centre' | 'outside';
  /** Lengths of a dash and of the gap behind it; a dash of 0 is an unbroken line. */
  readonly dash: number;
  readonly gap: number;
  readonly cap: 'butt' | 'round' | 'square';
  readonly join: 'miter' | 'round' | 'bevel';
  readonly miterLimit: number;
}

/** A drawn outline, filled and stroked. Colours are plain. Replaced, never changed. */
export interface Drawing {
  /** The box that gradients and pictures are spread over. */
  readonly w: number;
  readonly h: number;
  /** SVG path data in px of the node's own space. */
  readonly path: string;
  readonly rule: 'nonzero' | 'evenodd';
  readonly fill: Paint;
  readonly stroke: Stroke | null;
  /** What is stroked, where that is not the filled path. */
  readonly strokePath: string | null;
  /** The part of the stroke that is drawn, along each of its lines, 0 to 1; null: all of it. */
  readonly drawn: { readonly from: number; readonly to: number } | null;
  /** Px over which it fades at its head while it is drawn. */
  readonly drawSoft: number;
  /** How far it may reach beyond the box, px. */
  readonly reach: number;
}

/** Lines of straight edges, px of the node's space as x, y, x, y …; closed ones are areas (even-odd). Replaced, never changed. */
export interface Area {
  readonly lines: readonly { readonly points: Float32Array; readonly closed: boolean }[];
}

/** An area drawn as geometry: its edges are sharp at every scale, and its stroke is as wide at each. Colours are plain. */
export interface AreaNode extends NodeBase {
  readonly kind: 'area';
  readonly w: number;
  readonly h: number;
  area: Area;
  fill: string | PatternPaint;
  /** Centred on its edges, px of the canvas. */
  stroke: { readonly width: number; readonly colour: string } | null;
}

/** A light on a stroke, strongest in its middle. */
export interface StrokeLight {
  readonly colour: string;
  /** Px along the stroke. */
  readonly length: number;
}

export interface ShapeNode extends NodeBase {
  readonly kind: 'shape';
  drawing: Drawing;
  /** The light that may run along the longest line of its stroke; null: none. */
  light: StrokeLight | null;
  /** How far that has run, 0 to 1: at 0 it has not come yet, towards 1 it leaves. */
  lightAt: number;
}

/** Numbers for each piece of a text: see `Pieces`. */
export const pieceLength = 19;

/** A text whose parts move by themselves. */
export interface Pieces {
  readonly list: readonly TextPiece[];
  /**
   * `pieceLength` numbers for each: opacity; its place in the node's space as a, b, c, d, x, y; wiped from left, top,
   * right, bottom (0 to 1); whether it has a colour of its own (1), and that as red, green, blue, opacity (0 to 1); how
   * far it comes forward by px of x and of y, and by itself.
   */
  readonly state: Float64Array;
}

/** A plate behind each line of a text; lengths in px. */
export interface Shade {
  readonly colour: string;
  readonly spread: number;
  readonly soft: number;
}

export interface TextNode extends NodeBase {
  readonly kind: 'text';
  /** Replaced, never changed, when the words change. */
  layout: TextLayout;
  colour: string;
  /** What stands behind its lines; null: nothing. */
  shade: Shade | null;
  /** Null while it is drawn as one. */
  pieces: Pieces | null;
  /** Says something else again and again, as clocks and counts do. */
  isLive: boolean;
}

export interface PictureNode extends NodeBase {
  readonly kind: 'picture';
  w: number;
  h: number;
  radius: number;
  readonly asset: string | null;
  framing: Framing;
}

/** A video at a moment of it. */
export interface VideoNode extends NodeBase {
  readonly kind: 'video';
  w: number;
  h: number;
  radius: number;
  readonly asset: string | null;
  framing: Framing;
  readonly loops: boolean;
  /** Seconds from its beginning; over its end where it has run on. */
  seconds: number;
}

/** What a camera sees now. */
export interface CameraNode extends NodeBase {
  readonly kind: 'camera';
  w: number;
  h: number;
  radius: number;
  readonly device: string;
  readonly mirrored: boolean;
  framing: Framing;
  /** Seconds of the air clock, for the stand-in. */
  seconds: number;
}

/** How a picture lies in its box; focus and cuts in parts of the picture. */
export interface Framing {
  readonly fit: Fit;
  readonly focusX: number;
  readonly focusY: number;
  readonly cutLeft: number;
  readonly cutTop: number;
  readonly cutRight: number;
  readonly cutBottom: number;
}

export interface GroupNode extends NodeBase {
  readonly kind: 'group';
  /** Of a root: px of the canvas to a px of its own, by which its words are drawn sharp and its effects reach. */
  density: number;
  /** Drawn apart, then laid on the picture as one, with this node's opacity and clips. */
  isolated: boolean;
  /** A space of its own: what is in it is painted by how near it is, not in its order. */
  inDepth: boolean;
  /** Back to front. */
  readonly children: DisplayNode[];
}

/** A picture of its own, by its own camera, that lies as one flat thing in the order in which all is painted. */
export interface SurfaceNode extends NodeBase {
  readonly kind: 'surface';
  /** Px of its own canvas, which is its box too. */
  w: number;
  h: number;
  /** What of its canvas is seen, its corners round. */
  shown: { x: number; y: number; w: number; h: number; radius: number };
  /** The colour that its picture lies on. */
  ground: string;
  /** Px that it is drawn with for each px that it is seen at. */
  resolution: number;
  /** Another whenever its picture may be; null: it is new each time it is asked for. */
  version: number | null;
  /** What is in it is painted by how near it is, not in its order. */
  inDepth: boolean;
  /** Back to front; their matrices lead onto its own canvas. */
  readonly children: DisplayNode[];
}

export type DisplayNode =
  RectNode | ShapeNode | AreaNode | TextNode | PictureNode | VideoNode | CameraNode | SurfaceNode | GroupNode;
