import type { Mesh, PlaneGeometry, ShaderMaterial, Texture, Vector4 } from 'three';
import type { DisplayNode } from '../../core/display';
import type { Region } from '../passes';
import type { MovingPictures } from '../moving';
import type { StrokeLights } from '../stroke-light';
import type { Textures } from '../textures';

export type NodeMesh = Mesh<PlaneGeometry, ShaderMaterial>;

export interface DrawContext {
  readonly textures: Textures;
  readonly lights: StrokeLights;
  readonly moving: MovingPictures;
  /** Device px to a px of the canvas. */
  readonly scale: number;
  /** Whether what is missing is marked, as in Build and preview, or left out, as on air. */
  readonly placeholders: boolean;
}

/** How one kind of node is drawn. */
export interface Drawer<N extends DisplayNode> {
  create(): NodeMesh;
  /** Brings the mesh up to the node; false where there is nothing to draw. */
  update(mesh: NodeMesh, node: N, context: DrawContext): boolean;
  /** What a node covers in its own px, soft edges and all, without its effects. */
  covers(node: N): Region;
}

/** Px by which what is drawn may reach over its edge. */
export const softEdge = 2;

/** What covers its box and no more. */
export const coversBox = ({ w, h }: { readonly w: number; readonly h: number }): Region => ({
  x: -softEdge,
  y: -softEdge,
  w: w + 2 * softEdge,
  h: h + 2 * softEdge,
});

/** Puts a drawn texture on a mesh where it belongs; false where there is none. */
export function showRaster(
  mesh: NodeMesh,
  raster: { texture: Texture; x: number; y: number; w: number; h: number } | null,
): boolean {
  if (!raster) return false;
  const { uniforms } = mesh.material;
  (uniforms['uRect']?.value as Vector4).set(raster.x, raster.y, raster.w, raster.h);
  if (uniforms['uTexture']) uniforms['uTexture'].value = raster.texture;
  return true;
}
