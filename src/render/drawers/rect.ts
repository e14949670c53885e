import { Vector2, Vector4 } from 'three';
import type { RectNode } from '../../core/frame';
import { newMesh, setColour } from '../materials';
import type { Drawer } from './drawer';

const fragment = /* glsl */ `
uniform vec2 uSize;
uniform vec4 uRadii;
uniform vec4 uFill;
void main() {
  gl_FragColor = uFill * (boxCoverage(uSize, uRadii) * clipCoverage() * uOpacity);
}`;

export const rectDrawer: Drawer<RectNode> = {
  create: () =>
    newMesh(fragment, {
      uSize: { value: new Vector2() },
      uRadii: { value: new Vector4() },
      uFill: { value: new Vector4() },
    }),
  update(mesh, node) {
    const { uniforms } = mesh.material;
    // Two px more on each side, so that soft edges are not cut.
    (uniforms['uRect']?.value as Vector4).set(-2, -2, node.w + 4, node.h + 4);
    (uniforms['uSize']?.value as Vector2).set(node.w, node.h);
    (uniforms['uRadii']?.value as Vector4).set(...node.radii);
    setColour(uniforms['uFill']?.value as Vector4, node.fill);
    return node.w > 0 && node.h > 0;
  },
};
