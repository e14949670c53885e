// One drawer for each kind of node that is drawn by itself; what holds others is the painter's.
import type { DisplayNode, GroupNode, SurfaceNode } from '../../core/display';
import { areaDrawer } from './area';
import type { Drawer } from './drawer';
import { cameraDrawer, pictureDrawer, videoDrawer } from './picture';
import { rectDrawer } from './rect';
import { shapeDrawer } from './shape';
import { textDrawer } from './text';

export type Leaf = Exclude<DisplayNode, GroupNode | SurfaceNode>;
export const drawers: { readonly [K in Leaf['kind']]: Drawer<Extract<Leaf, { kind: K }>> } = {
  rect: rectDrawer,
  shape: shapeDrawer,
  area: areaDrawer,
  text: textDrawer,
  picture: pictureDrawer,
  video: videoDrawer,
  camera: cameraDrawer,
};
/** The drawer of a node, whatever its kind. */
export const drawerOf = (node: Leaf): Drawer<Leaf> => drawers[node.kind] as Drawer<Leaf>;
export { coversBox, softEdge, type DrawContext, type Drawer, type Lie } from './drawer';
