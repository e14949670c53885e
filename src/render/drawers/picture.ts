import {
  placeFramed,
  shownOf,
  type CameraNode,
  type Place,
  type PictureNode,
  type VideoNode,
} from '../../core/display';
import { wholeOf } from '../brush';
import { missingTile, type Picture } from '../textures';
import { coversBox, softEdge, type DrawContext, type Drawer, type Lie } from './drawer';
import type { Sheet } from '../sheet';

/** Where the picture lies in its box, and what of it is seen; of one at a time. */
const whole: Place = { x: 0, y: 0, w: 0, h: 0 };
const shown: Place = { x: 0, y: 0, w: 0, h: 0 };

/** Shows a picture in a frame, or the mark of a missing one. */
function show(
  node: PictureNode | VideoNode | CameraNode,
  picture: Picture | 'coming' | 'missing' | null,
  sheet: Sheet,
  { placing, opacity }: Lie,
  { brush, placeholders }: DrawContext,
  isMirrored = false,
): void {
  const isMissing = picture === null || picture === 'missing';
  const { w, h, radius } = node;
  if (picture === 'coming' || (isMissing && !placeholders) || !(w > 0) || !(h > 0)) return;
  brush.begin(-softEdge, -softEdge, w + 2 * softEdge, h + 2 * softEdge);
  const isBox = radius > 0 || placing.slides !== null;
  if (isBox) brush.inBox(w, h, [radius, radius, radius, radius]);
  else brush.within(0, 0, w, h);
  if (isMissing) {
    const { texture, side } = missingTile();
    brush.picture(wholeOf(texture), 0, 0, side, side);
  } else {
    placeFramed(whole, w, h, node.framing, picture.width, picture.height);
    shownOf(shown, w, h, whole, node.framing);
    const { x, y, w: wide, h: high } = whole;
    const [left, top, right, bottom] = [shown.x, shown.y, shown.x + shown.w, shown.y + shown.h];
    // Where it fills its box, the box cuts it.
    if (left > 0 || top > 0 || right < w || bottom < h) brush.within(left, top, right, bottom);
    brush.picture(wholeOf(picture.texture), isMirrored ? x + wide : x, y, isMirrored ? -wide : wide, high);
  }
  brush.stamp(sheet, placing, opacity);
}

export const pictureDrawer: Drawer<PictureNode> = {
  covers: coversBox,
  draw(node, sheet, lie, context) {
    const { textures, density } = context;
    const size = Math.max(node.w, node.h) * density;
    show(node, node.asset === null ? null : textures.picture(node.asset, size), sheet, lie, context);
  },
};

export const videoDrawer: Drawer<VideoNode> = {
  covers: coversBox,
  draw(node, sheet, lie, context) {
    const { key, asset, seconds, loops } = node;
    const playing = asset === null ? null : context.moving.video(key, asset, seconds, loops);
    show(node, playing, sheet, lie, context);
  },
};

export const cameraDrawer: Drawer<CameraNode> = {
  covers: coversBox,
  draw(node, sheet, lie, context) {
    show(node, context.moving.camera(node.device, node.seconds), sheet, lie, context, node.mirrored);
  },
};
