import { Vector2, Vector4 } from 'three';
import type { RectNode } from '../../core/display';
import { gradientShader, gradientUniforms, setGradient } from '../gradient';
import { newMesh, setColour } from '../materials';
import { coversBox, type Drawer } from './drawer';

const fragment = /* glsl */ `
${gradientShader}
uniform vec2 uSize;
uniform vec4 uRadii;
uniform vec4 uFill;
void main() {
#if SHADES > 0
  vec4 fill = shade(vLocal);
#else
  vec4 fill = uFill;
#endif
  gl_FragColor = fill * (boxCoverage(uSize, uRadii) * clipCoverage() * uOpacity);
}`;

export const rectDrawer: Drawer<RectNode> = {
  create: () =>
    newMesh(fragment, {
      uSize: { value: new Vector2() },
      uRadii: { value: new Vector4() },
      uFill: { value: new Vector4() },
      ...gradientUniforms(),
    }),
  update(mesh, node) {
    const { uniforms } = mesh.material;
    // Two px more on each side, so that soft edges are not cut.
    (uniforms['uRect']?.value as Vector4).set(-2, -2, node.w + 4, node.h + 4);
    (uniforms['uSize']?.value as Vector2).set(node.w, node.h);
    (uniforms['uRadii']?.value as Vector4).set(...node.radii);
    if (typeof node.fill === 'string') {
      setColour(uniforms['uFill']?.value as Vector4, node.fill);
      setGradient(mesh, null, 0, 0);
    } else setGradient(mesh, node.fill, node.w, node.h);
    return node.w > 0 && node.h > 0;
  },
  covers: coversBox,
};
