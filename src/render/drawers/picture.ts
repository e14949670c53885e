import type { CameraNode, Framing, PictureNode, VideoNode } from '../../core/display';
import { wholeOf } from '../brush';
import type { Quad } from '../seen';
import { missingTile, type Picture } from '../textures';
import { coversBox, softEdge, type DrawContext, type Drawer, type Lie } from './drawer';
import type { Sheet } from '../sheet';

interface Framed {
  readonly w: number;
  readonly h: number;
  readonly radius: number;
  readonly framing: Framing;
}

/** Where the picture lies in its box, of one at a time. */
const source: Quad = { x: 0, y: 0, z: 0, w: 0 };

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
    place(source, node, picture.width, picture.height);
    const { x, y, z, w: high } = source;
    const { cutLeft, cutTop, cutRight, cutBottom } = node.framing;
    const [left, top] = [x + z * cutLeft, y + high * cutTop];
    const [right, bottom] = [x + z * (1 - cutRight), y + high * (1 - cutBottom)];
    // Where it fills its box, the box cuts it.
    if (left > 0 || top > 0 || right < w || bottom < h)
      brush.within(Math.max(0, left), Math.max(0, top), Math.min(w, right), Math.min(h, bottom));
    brush.picture(wholeOf(picture.texture), isMirrored ? x + z : x, y, isMirrored ? -z : z, high);
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

/** Where the picture, whole, lies in the node's box once what is cut away is left out of the fit. */
function place(out: Quad, node: Framed, width: number, height: number): void {
  const { fit, focusX, focusY, cutLeft, cutTop, cutRight, cutBottom } = node.framing;
  // What is left of the picture, at least a hundredth of it.
  const keptX = Math.max(0.01, 1 - cutLeft - cutRight);
  const keptY = Math.max(0.01, 1 - cutTop - cutBottom);
  const aspect = (width * keptX) / (height * keptY);
  let { w, h } = node;
  const wider = aspect > node.w / node.h;
  const byWidth = fit === 'width' || (fit === 'contain' && wider) || (fit === 'cover' && !wider);
  if (fit !== 'stretch') [w, h] = byWidth ? [node.w, node.w / aspect] : [node.h * aspect, node.h];
  const x = (node.w - w) * focusX;
  const y = (node.h - h) * focusY;
  out.x = x - (w / keptX) * cutLeft;
  out.y = y - (h / keptY) * cutTop;
  out.z = w / keptX;
  out.w = h / keptY;
}
