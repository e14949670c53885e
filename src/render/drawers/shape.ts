import type { Texture } from 'three';
import type { Drawing, ShapeNode } from '../../core/frame';
import { coloursOf, type Paint } from '../../core/show';
import { newMesh } from '../materials';
import { showRaster, type Drawer } from './drawer';
import { rasterFragment } from './raster-fragment';

const opacityOf = (colour: string): number => (colour.length === 9 ? parseInt(colour.slice(7), 16) / 255 : 1);
const mostOf = (paint: Paint): number =>
  typeof paint === 'object' && paint.kind === 'picture' ? 1 : Math.max(...coloursOf(paint).map(opacityOf));

/** The opacity of a drawing's fill, or, where it has none, of its outline. */
function solidOf({ fill, stroke }: Drawing): number {
  const filled = mostOf(fill);
  return Math.max(0.004, filled > 0 ? filled : stroke ? mostOf(stroke.paint) : 1);
}

export const shapeDrawer: Drawer<ShapeNode> = {
  create: () =>
    newMesh(rasterFragment, { uTexture: { value: null as Texture | null }, uSolid: { value: 1 } }),
  update(mesh, node, { textures, scale }) {
    const { uSolid } = mesh.material.uniforms;
    if (uSolid) uSolid.value = solidOf(node.drawing);
    return showRaster(mesh, textures.shape(node.drawing, scale));
  },
};
