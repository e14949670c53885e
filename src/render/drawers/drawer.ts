import type { Mesh, PlaneGeometry, ShaderMaterial } from 'three';
import type { DisplayNode } from '../../core/frame';
import type { Textures } from '../textures';

export type NodeMesh = Mesh<PlaneGeometry, ShaderMaterial>;

export interface DrawContext {
  readonly textures: Textures;
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
}
