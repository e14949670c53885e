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
import { maxClips, type DisplayNode } from '../core/display';
import type { Slab } from '../core/shape';
import { coverage, vertexShader } from './shader';

/** The square that every drawable is drawn on: 0 to 1 in x and y. */
export const unitSquare = new PlaneGeometry(1, 1).translate(0.5, 0.5, 0);

export type Uniforms = Record<string, IUniform>;

/** A drawable's mesh: one material of its own, all of one kind sharing a program. Output is premultiplied. */
export function newMesh(
  fragment: string,
  uniforms: Uniforms,
  vertex = vertexShader,
): Mesh<PlaneGeometry, ShaderMaterial> {
  const material = new ShaderMaterial({
    vertexShader: vertex,
    fragmentShader: `${coverage}\n${fragment}`,
    uniforms: {
      uRect: { value: new Vector4() },
      uQuad: { value: new Vector4() },
      uLean: { value: 0 },
      uOpacity: { value: 1 },
      uClipInverse: { value: Array.from({ length: maxClips }, () => new Matrix4()) },
      uClipRect: { value: Array.from({ length: maxClips }, () => new Vector4()) },
      uClipSoft: { value: new Array<number>(maxClips).fill(0) },
      uClipRound: { value: new Array<number>(maxClips).fill(-1) },
      uSlides: { value: new Vector4() },
      ...uniforms,
    },
    defines: { CLIPS: 0, ROUND: 0, SLIDES: 0, SHADES: 0, STOPS: 2 },
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

/** Chooses the program of a mesh by what it has; another one is looked up or compiled only where that has changed. */
export function setVariant(
  { material }: Mesh<PlaneGeometry, ShaderMaterial>,
  name: 'CLIPS' | 'ROUND' | 'SLIDES' | 'SHADES' | 'STOPS',
  value: number,
): void {
  if (material.defines[name] === value) return;
  material.defines[name] = value;
  material.needsUpdate = true;
}

/** What a mesh takes over from a node. */
export type Placing = Pick<DisplayNode, 'matrix' | 'clips' | 'clipCount' | 'slides'>;

/**
 * Carries what all nodes have - place, opacity, clips, wipes by their own outline - over to a mesh that lies over `uRect`,
 * at so many device px to a px of the canvas. False where nothing of it is seen.
 */
export function placeMesh(
  mesh: Mesh<PlaneGeometry, ShaderMaterial>,
  node: Placing,
  opacity: number,
  scale: number,
): boolean {
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
  setSlides(mesh, node.slides);
  mesh.material.uniformsNeedUpdate = true;
  const quad = ((uniforms['uQuad'] as IUniform).value as Vector4).copy(
    (uniforms['uRect'] as IUniform).value as Vector4,
  );
  (uniforms['uLean'] as IUniform).value = 0;
  if (opacity <= 0 || !keepSeen(quad, node, scale)) return false;
  const slab = slabs.get(mesh);
  if (slab && slab.right - slab.left < quad.z) {
    quad.x = slab.left;
    quad.z = slab.right - slab.left;
    (uniforms['uLean'] as IUniform).value = slab.lean;
  }
  return true;
}

const slabs = new WeakMap<Mesh, Slab>();

/** Keeps a mesh to a leaning strip, where all that it shows lies in it; null: it lies anywhere over `uRect`. */
export const setSlab = (mesh: Mesh, slab: Slab | null): void =>
  void (slab ? slabs.set(mesh, slab) : slabs.delete(mesh));

/** Wipes a mesh by its node's own outline, where that is how it is wiped and it is now. */
function setSlides(mesh: Mesh<PlaneGeometry, ShaderMaterial>, slides: Placing['slides']): void {
  let variant = 0;
  if (slides) {
    ((mesh.material.uniforms['uSlides'] as IUniform).value as Vector4).fromArray(slides);
    if (slides[0] !== 0 || slides[1] !== 0) variant += 1;
    if (slides[2] !== 0 || slides[3] !== 0) variant += 2;
  }
  setVariant(mesh, 'SLIDES', variant);
}

/** A number of a matrix. */
const at = (matrix: ArrayLike<number>, index: number): number => matrix[index] as number;

/** Leaves of a quad what wipes and upright clips let be seen, so that no pixel is drawn for nothing; false: none. */
function keepSeen(quad: Vector4, { matrix: m, clips, clipCount, slides }: Placing, scale: number): boolean {
  let left = quad.x;
  let top = quad.y;
  let right = quad.x + quad.z;
  let bottom = quad.y + quad.w;
  if (slides) {
    // It is seen where it is itself and where it is moved: one way, and the other.
    left += Math.max(0, at(slides, 0), -at(slides, 2));
    right += Math.min(0, at(slides, 0), -at(slides, 2));
    top += Math.max(0, at(slides, 1), -at(slides, 3));
    bottom += Math.min(0, at(slides, 1), -at(slides, 3));
  }
  for (let i = 0; i < clipCount; i += 1) {
    const clip = clips[i] as DisplayNode['clips'][number];
    const n = clip.inverse;
    // From the node's px into the clip's: upright where it neither turns nor shears.
    const across = at(n, 0) * at(m, 0) + at(n, 4) * at(m, 1);
    const down = at(n, 1) * at(m, 4) + at(n, 5) * at(m, 5);
    const isUpright =
      Math.abs(at(n, 1) * at(m, 0) + at(n, 5) * at(m, 1)) < 1e-6 &&
      Math.abs(at(n, 0) * at(m, 4) + at(n, 4) * at(m, 5)) < 1e-6;
    if (!isUpright || across < 1e-3 || down < 1e-3) continue;
    const x = at(n, 0) * at(m, 12) + at(n, 4) * at(m, 13) + at(n, 12);
    const y = at(n, 1) * at(m, 12) + at(n, 5) * at(m, 13) + at(n, 13);
    // Edges are soft by a device px, or as far as they were told.
    const pad = clip.soft + (2 * Math.hypot(at(n, 0), at(n, 1), at(n, 4), at(n, 5))) / scale;
    const isRound = clip.round >= 0;
    left = Math.max(left, ((isRound ? clip.left - clip.round : clip.left) - pad - x) / across);
    top = Math.max(top, ((isRound ? clip.top - clip.round : clip.top) - pad - y) / down);
    right = Math.min(right, ((isRound ? clip.left + clip.round : clip.right) + pad - x) / across);
    bottom = Math.min(bottom, ((isRound ? clip.top + clip.round : clip.bottom) + pad - y) / down);
  }
  quad.set(left, top, right - left, bottom - top);
  return right > left && bottom > top;
}

/** A colour as premultiplied parts 0 to 1, in display space, written into `out`. */
export function setColour(out: Vector4, colour: string): void {
  const part = (at: number): number => parseInt(colour.slice(at, at + 2), 16) / 255;
  const alpha = colour.length === 9 ? part(7) : 1;
  out.set(part(1) * alpha, part(3) * alpha, part(5) * alpha, alpha);
}
