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
import { maxClips } from '../core/display';
import { colourOf } from './colours';
import { keepSeen, type Placing } from './seen';
import { coverage, vertexShader } from './shader';

/** The square that every drawable is drawn on: 0 to 1 in x and y. */
export const unitSquare = new PlaneGeometry(1, 1).translate(0.5, 0.5, 0);

export type Uniforms = Record<string, IUniform>;

/** A mesh with geometry and a material of its own. */
export type NodeMesh = Mesh<PlaneGeometry, ShaderMaterial>;

/** Premultiplied colours are laid over what is there, in the order in which they come, seen from both sides. */
export const laidOver = {
  transparent: true,
  depthTest: false,
  depthWrite: false,
  side: DoubleSide,
  blending: CustomBlending,
  blendSrc: OneFactor,
  blendDst: OneMinusSrcAlphaFactor,
  blendSrcAlpha: OneFactor,
  blendDstAlpha: OneMinusSrcAlphaFactor,
} as const;

/** What is no quad of a batch: one material of its own, all of one kind sharing a program. Output is premultiplied. */
export function newMesh(fragment: string, uniforms: Uniforms, vertex = vertexShader): NodeMesh {
  const material = new ShaderMaterial({
    vertexShader: vertex,
    fragmentShader: `${coverage}\n${fragment}`,
    uniforms: {
      uRect: { value: new Vector4() },
      uQuad: { value: new Vector4() },
      uOpacity: { value: 1 },
      uClipInverse: { value: Array.from({ length: maxClips }, () => new Matrix4()) },
      uClipRect: { value: Array.from({ length: maxClips }, () => new Vector4()) },
      uClipSoft: { value: new Array<number>(maxClips).fill(0) },
      uClipRound: { value: new Array<number>(maxClips).fill(-1) },
      ...uniforms,
    },
    defines: { CLIPS: 0, ROUND: 0 },
    ...laidOver,
  });
  const mesh = new Mesh(unitSquare, material);
  mesh.frustumCulled = false;
  mesh.matrixAutoUpdate = false;
  mesh.matrixWorldAutoUpdate = false;
  return mesh;
}

/** Chooses the program of a mesh by what it has; another one is looked up or compiled only where that has changed. */
function setVariant({ material }: NodeMesh, name: 'CLIPS' | 'ROUND', value: number): void {
  if (material.defines[name] === value) return;
  material.defines[name] = value;
  material.needsUpdate = true;
}

/**
 * Carries what all nodes have - place, opacity, clips - over to a mesh that lies over `uRect`, at so many device px to a px of the canvas. False where nothing of it is seen.
 */
export function placeMesh(mesh: NodeMesh, node: Placing, opacity: number, scale: number): boolean {
  const { uniforms } = mesh.material;
  const target = mesh.matrixWorld.elements;
  for (let i = 0; i < 16; i += 1) target[i] = node.matrix[i] as number;
  (uniforms['uOpacity'] as IUniform).value = opacity;
  let hasRound = false;
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
    hasRound ||= clip.round >= 0;
  }
  setVariant(mesh, 'CLIPS', node.clipCount);
  setVariant(mesh, 'ROUND', hasRound ? 1 : 0);
  mesh.material.uniformsNeedUpdate = true;
  const quad = ((uniforms['uQuad'] as IUniform).value as Vector4).copy(
    (uniforms['uRect'] as IUniform).value as Vector4,
  );
  return opacity > 0 && keepSeen(quad, node, scale);
}

/** A colour as premultiplied parts 0 to 1, in display space, written into `out`. */
export function setColour(out: Vector4, colour: string): void {
  out.fromArray(colourOf(colour));
}
