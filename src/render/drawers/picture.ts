import { Vector2, Vector4, type Texture } from 'three';
import type { CameraNode, Framing, PictureNode, VideoNode } from '../../core/display';
import { newMesh } from '../materials';
import type { Picture } from '../textures';
import { coversBox, type Drawer, type NodeMesh } from './drawer';

const fragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec2 uSize;
uniform float uRadius;
uniform vec4 uSource; // where the picture lies in the box: x, y, w, h in px
uniform vec4 uCut; // left, top, right, bottom, in parts of the picture
uniform float uMirror;
uniform float uMissing;
void main() {
  float cover = boxCoverage(uSize, vec4(uRadius)) * clipCoverage() * uOpacity;
  if (uMissing > 0.5) {
    float stripe = step(0.5, fract((vLocal.x + vLocal.y) / 24.0));
    gl_FragColor = vec4(mix(vec3(0.16, 0.18, 0.19), vec3(0.94, 0.57, 0.23), stripe * 0.55), 1.0) * cover;
    return;
  }
  vec2 uv = (vLocal - uSource.xy) / uSource.zw;
  vec2 soft = vec2(reach(uv.x), reach(uv.y));
  vec2 inside = clamp((uv - uCut.xy) / soft + 0.5, 0.0, 1.0) * clamp((1.0 - uCut.zw - uv) / soft + 0.5, 0.0, 1.0);
  if (uMirror > 0.5) uv.x = 1.0 - uv.x;
  gl_FragColor = texture2D(uTexture, clamp(uv, 0.0, 1.0)) * (cover * inside.x * inside.y);
}`;

interface Framed {
  readonly w: number;
  readonly h: number;
  readonly radius: number;
  readonly framing: Framing;
}

const create = (): NodeMesh =>
  newMesh(fragment, {
    uTexture: { value: null as Texture | null },
    uSize: { value: new Vector2() },
    uRadius: { value: 0 },
    uSource: { value: new Vector4() },
    uCut: { value: new Vector4() },
    uMirror: { value: 0 },
    uMissing: { value: 0 },
  });

/** Shows a picture in a frame, or the mark of a missing one; false where there is nothing to draw. */
function show(
  mesh: NodeMesh,
  node: Framed,
  picture: Picture | 'coming' | 'missing' | null,
  placeholders: boolean,
  mirrored = false,
): boolean {
  const { uniforms } = mesh.material;
  const isMissing = picture === null || picture === 'missing';
  if (picture === 'coming' || (isMissing && !placeholders)) return false;
  (uniforms['uRect']?.value as Vector4).set(-2, -2, node.w + 4, node.h + 4);
  (uniforms['uSize']?.value as Vector2).set(node.w, node.h);
  if (uniforms['uRadius']) uniforms['uRadius'].value = node.radius;
  if (uniforms['uMissing']) uniforms['uMissing'].value = isMissing ? 1 : 0;
  if (uniforms['uMirror']) uniforms['uMirror'].value = mirrored ? 1 : 0;
  if (!isMissing) {
    if (uniforms['uTexture']) uniforms['uTexture'].value = picture.texture;
    const { cutLeft, cutTop, cutRight, cutBottom } = node.framing;
    (uniforms['uCut']?.value as Vector4).set(cutLeft, cutTop, cutRight, cutBottom);
    place(uniforms['uSource']?.value as Vector4, node, picture.width, picture.height);
  }
  return node.w > 0 && node.h > 0;
}

export const pictureDrawer: Drawer<PictureNode> = {
  create,
  covers: coversBox,
  update: (mesh, node, { textures, scale, placeholders }) =>
    show(
      mesh,
      node,
      node.asset === null ? null : textures.picture(node.asset, Math.max(node.w, node.h) * scale),
      placeholders,
    ),
};

export const videoDrawer: Drawer<VideoNode> = {
  create,
  covers: coversBox,
  update: (mesh, node, { moving, placeholders }) =>
    show(
      mesh,
      node,
      node.asset === null ? null : moving.video(node.key, node.asset, node.seconds, node.loops),
      placeholders,
    ),
};

export const cameraDrawer: Drawer<CameraNode> = {
  create,
  covers: coversBox,
  update: (mesh, node, { moving, placeholders }) =>
    show(mesh, node, moving.camera(node.device, node.seconds), placeholders, node.mirrored),
};

/** Where the picture, whole, lies in the node's box once what is cut away is left out of the fit. */
function place(out: Vector4, node: Framed, width: number, height: number): void {
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
  out.set(x - (w / keptX) * cutLeft, y - (h / keptY) * cutTop, w / keptX, h / keptY);
}
