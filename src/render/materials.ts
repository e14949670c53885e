import {
  CustomBlending,
  DoubleSide,
  Matrix4,
  Mesh,
  OneFactor,
  OneMinusSrcAlphaFactor,
  PlaneGeometry,
  ShaderMaterial,
  Vector4,
  type IUniform,
} from 'three';
import { maxClips, type DisplayNode } from '../core/frame';
import { coverage, vertexShader } from './shader';

/** The square that every drawable is drawn on: 0 to 1 in x and y. */
export const unitSquare = new PlaneGeometry(1, 1).translate(0.5, 0.5, 0);

export type Uniforms = Record<string, IUniform>;

/** A drawable's mesh: one material of its own, all of one kind sharing a program. Output is premultiplied. */
export function newMesh(fragment: string, uniforms: Uniforms): Mesh<PlaneGeometry, ShaderMaterial> {
  const material = new ShaderMaterial({
    vertexShader,
    fragmentShader: `${coverage}\n${fragment}`,
    uniforms: {
      uRect: { value: new Vector4() },
      uOpacity: { value: 1 },
      uClipCount: { value: 0 },
      uClipInverse: { value: Array.from({ length: maxClips }, () => new Matrix4()) },
      uClipRect: { value: Array.from({ length: maxClips }, () => new Vector4()) },
      uClipSoft: { value: new Array<number>(maxClips).fill(0) },
      uClipRound: { value: new Array<number>(maxClips).fill(-1) },
      uSlides: { value: new Vector4(-1, 0, 0, 0) },
      ...uniforms,
    },
    transparent: true,
    depthTest: false,
    depthWrite: false,
    side: DoubleSide,
    blending: CustomBlending,
    blendSrc: OneFactor,
    blendDst: OneMinusSrcAlphaFactor,
    blendSrcAlpha: OneFactor,
    blendDstAlpha: OneMinusSrcAlphaFactor,
  });
  const mesh = new Mesh(unitSquare, material);
  mesh.frustumCulled = false;
  mesh.matrixAutoUpdate = false;
  mesh.matrixWorldAutoUpdate = false;
  return mesh;
}

/** What a mesh takes over from a node. */
export type Placing = Pick<DisplayNode, 'matrix' | 'clips' | 'clipCount'>;

/** Carries what all nodes have - place, opacity, clips - over to a mesh. */
export function placeMesh(mesh: Mesh<PlaneGeometry, ShaderMaterial>, node: Placing, opacity: number): void {
  const { uniforms } = mesh.material;
  const target = mesh.matrixWorld.elements;
  for (let i = 0; i < 16; i += 1) target[i] = node.matrix[i] as number;
  (uniforms['uOpacity'] as IUniform).value = opacity;
  (uniforms['uClipCount'] as IUniform).value = node.clipCount;
  for (let i = 0; i < node.clipCount; i += 1) {
    const clip = node.clips[i];
    if (!clip) continue;
    (((uniforms['uClipInverse'] as IUniform).value as Matrix4[])[i] as Matrix4).fromArray(clip.inverse);
    (((uniforms['uClipRect'] as IUniform).value as Vector4[])[i] as Vector4).set(
      clip.left,
      clip.top,
      clip.right,
      clip.bottom,
    );
    ((uniforms['uClipSoft'] as IUniform).value as number[])[i] = clip.soft;
    ((uniforms['uClipRound'] as IUniform).value as number[])[i] = clip.round;
  }
  mesh.material.uniformsNeedUpdate = true;
}

/** Wipes a mesh by its node's own outline, where that is how it is wiped and it is now. */
export function setSlides(mesh: Mesh<PlaneGeometry, ShaderMaterial>, { slides }: DisplayNode): void {
  const uniform = mesh.material.uniforms['uSlides'] as IUniform;
  const value = uniform.value as Vector4;
  const isWiping = slides !== null && slides.some((px) => px > 0);
  if (isWiping) value.fromArray(slides);
  else value.set(-1, 0, 0, 0);
}

/** A colour as premultiplied parts 0 to 1, in display space, written into `out`. */
export function setColour(out: Vector4, colour: string): void {
  const part = (at: number): number => parseInt(colour.slice(at, at + 2), 16) / 255;
  const alpha = colour.length === 9 ? part(7) : 1;
  out.set(part(1) * alpha, part(3) * alpha, part(5) * alpha, alpha);
}
