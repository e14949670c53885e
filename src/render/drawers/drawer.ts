import type { DisplayNode } from '../../core/display';
import type { Brush } from '../brush';
import type { Extent } from '../extent';
import type { NodeMesh } from '../materials';
import type { MovingPictures } from '../moving';
import type { Region } from '../passes';
import type { Placing } from '../seen';
import type { Sheet } from '../sheet';
import type { StrokeLights } from '../stroke-light';
import type { Raster, Textures } from '../textures';

/** What a drawer draws with, and where. */
export interface DrawContext {
  readonly brush: Brush;
  readonly textures: Textures;
  readonly lights: StrokeLights;
  readonly moving: MovingPictures;
  /** Device px to a px of the canvas. */
  readonly scale: number;
  /** Device px to a px of the graphic's own canvas: what is drawn once and shown again is drawn so large. */
  readonly density: number;
  /** Whether what is missing is marked, as in Build and preview, or left out, as on air. */
  readonly placeholders: boolean;
  /** The canvas. */
  readonly extent: Extent;
  /** A mesh of a kind that a node keeps from picture to picture, made when it is new. */
  meshFor(key: string, kind: string, create: () => NodeMesh): NodeMesh;
}

/** How a node lies on the sheet it is drawn on: as the node does, or uncut where its sheet as a whole is laid on so. */
export interface Lie {
  readonly placing: Placing;
  readonly opacity: number;
}

/** How one kind of node is drawn: as quads by the brush, or as meshes with geometry and material of their own. */
export interface Drawer<N extends DisplayNode> {
  draw(node: N, sheet: Sheet, lie: Lie, context: DrawContext): void;
  /** What a node covers in its own px, soft edges and all, without its effects. */
  covers(node: N): Region;
  /** A mesh of a kind of its own, so that its program is there before it is wanted. */
  readonly keeper?: () => NodeMesh;
}

/** Px by which what is drawn may reach over its edge. */
export const softEdge = 2;

/** Whether no corner is round: then straight edges do, which are sharper at corners and cost less. */
export const isSquare = ([a, b, c, d]: readonly [number, number, number, number]): boolean =>
  a === 0 && b === 0 && c === 0 && d === 0;

/** What covers its box and no more. */
export const coversBox = ({ w, h }: { readonly w: number; readonly h: number }): Region => ({
  x: -softEdge,
  y: -softEdge,
  w: w + 2 * softEdge,
  h: h + 2 * softEdge,
});

/** Begins a quad that shows a raster where it belongs. */
export const onRaster = (brush: Brush, { drawn, x, y, w, h }: Raster): Brush =>
  brush.begin(x, y, w, h).picture(drawn, x, y, w, h).solidAt(1);

/** One for all that is placed otherwise than its node: read at once, so that no frame makes new ones. */
const moved: { -readonly [K in keyof Placing]: Placing[K] } = {
  matrix: new Float64Array(16),
  clips: [],
  clipCount: 0,
  slides: null,
};
/** What belongs to a node and is cut as it is, by a matrix of its own. */
export function placedBy(matrix: Placing['matrix'], { clips, clipCount }: Placing): Placing {
  moved.matrix = matrix;
  moved.clips = clips;
  moved.clipCount = clipCount;
  return moved;
}
