import type { Texture } from 'three';
import type { ShapeNode } from '../../core/frame';
import { newMesh } from '../materials';
import { showRaster, type Drawer } from './drawer';
import { rasterFragment } from './raster-fragment';

export const shapeDrawer: Drawer<ShapeNode> = {
  create: () => newMesh(rasterFragment, { uTexture: { value: null as Texture | null } }),
  update: (mesh, node, { textures, scale }) => showRaster(mesh, textures.shape(node.drawing, scale)),
};
