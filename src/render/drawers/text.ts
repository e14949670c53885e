import type { Texture } from 'three';
import type { TextNode } from '../../core/frame';
import { newMesh } from '../materials';
import { showRaster, type Drawer } from './drawer';
import { rasterFragment } from './raster-fragment';

export const textDrawer: Drawer<TextNode> = {
  create: () =>
    newMesh(rasterFragment, { uTexture: { value: null as Texture | null }, uSolid: { value: 1 } }),
  update: (mesh, node, { textures, scale }) =>
    showRaster(mesh, textures.words(node.layout, node.colour, scale)),
};
