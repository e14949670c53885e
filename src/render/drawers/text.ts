import type { Texture, Vector4 } from 'three';
import type { TextNode } from '../../core/frame';
import { newMesh } from '../materials';
import type { Drawer } from './drawer';

const fragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec4 uRect;
void main() {
  vec2 uv = (vLocal - uRect.xy) / uRect.zw;
  gl_FragColor = texture2D(uTexture, uv) * (clipCoverage() * uOpacity);
}`;

export const textDrawer: Drawer<TextNode> = {
  create: () => newMesh(fragment, { uTexture: { value: null as Texture | null } }),
  update(mesh, node, { textures, scale }) {
    const words = textures.words(node.layout, node.colour, scale);
    if (!words) return false;
    const { uniforms } = mesh.material;
    (uniforms['uRect']?.value as Vector4).set(words.x, words.y, words.w, words.h);
    if (uniforms['uTexture']) uniforms['uTexture'].value = words.texture;
    return true;
  },
};
