// What is done to whole surfaces: blurred, laid on by a blend mode.
import { Mesh, NoBlending, ShaderMaterial, Vector2, Vector4, type IUniform, type Texture } from 'three';
import type { Blend } from '../core/show';
import type { Drawn } from './atlas';
import { newMesh, unitSquare, type NodeMesh } from './materials';
import type { Surface, Surfaces } from './surfaces';

/** A part of the canvas, px. */
export interface Region {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** W3C Compositing and Blending Level 1, section 10: separable blend modes, by number. */
const blendFragment = /* glsl */ `
uniform sampler2D uTexture;
uniform sampler2D uBehind;
uniform vec4 uOver; // of a px of the canvas on the picture: factors and shifts
uniform vec4 uOverBehind;
uniform int uBlend;
vec3 mixed(vec3 b, vec3 s) {
  if (uBlend == 1) return b * s;
  if (uBlend == 2) return b + s - b * s;
  if (uBlend == 3) return mix(2.0 * b * s, 1.0 - 2.0 * (1.0 - b) * (1.0 - s), step(0.5, b));
  if (uBlend == 4) return min(b, s);
  if (uBlend == 5) return max(b, s);
  if (uBlend == 6) return min(vec3(1.0), b + s);
  if (uBlend == 7) return abs(b - s);
  if (uBlend == 8) {
    vec3 d = mix(((16.0 * b - 12.0) * b + 4.0) * b, sqrt(b), step(0.25, b));
    return mix(b - (1.0 - 2.0 * s) * b * (1.0 - b), b + (2.0 * s - 1.0) * (d - b), step(0.5, s));
  }
  return s;
}
void main() {
  vec4 s = texture2D(uTexture, vLocal * uOver.xy + uOver.zw);
  vec4 b = texture2D(uBehind, vLocal * uOverBehind.xy + uOverBehind.zw);
  vec3 cs = s.a > 0.0 ? s.rgb / s.a : vec3(0.0);
  vec3 cb = b.a > 0.0 ? b.rgb / b.a : vec3(0.0);
  float a = s.a * clipCoverage() * uOpacity;
  gl_FragColor = vec4(mix(cs, mixed(cb, cs), b.a) * a, a);
}`;

const passVertex = /* glsl */ `
varying vec2 vPart; // from the foot
void main() {
  vPart = position.xy;
  gl_Position = vec4(position.xy * 2.0 - 1.0, 0.0, 1.0);
}`;

const blurFragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec4 uFrom; // x, y, w, h in parts of the texture
uniform vec4 uBounds; // the middles of its empty margin
uniform vec2 uStep;
uniform float uSigma;
varying vec2 vPart;
vec4 at(vec2 uv) { return texture2D(uTexture, clamp(uv, uBounds.xy, uBounds.zw)); }
void main() {
  vec2 uv = uFrom.xy + vPart * uFrom.zw;
  if (uSigma <= 0.0) { gl_FragColor = at(uv); return; }
  vec4 sum = vec4(0.0);
  float whole = 0.0;
  for (int i = -12; i <= 12; i++) {
    float x = float(i);
    float weight = exp(-0.5 * x * x / (uSigma * uSigma));
    sum += at(uv + uStep * x) * weight;
    whole += weight;
  }
  gl_FragColor = sum / whole;
}`;

/** The whole picture as its opacity alone, or as it is over black. */
const modeFragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec4 uFrom;
uniform float uKey;
varying vec2 vPart;
void main() {
  vec4 c = texture2D(uTexture, uFrom.xy + vPart * uFrom.zw);
  gl_FragColor = vec4(mix(c.rgb, vec3(c.a), uKey), 1.0);
}`;

const blendNumbers: Readonly<Record<Blend, number>> = {
  normal: 0,
  multiply: 1,
  screen: 2,
  overlay: 3,
  darken: 4,
  lighten: 5,
  add: 6,
  difference: 7,
  'soft-light': 8,
};

const texture = () => ({ value: null as Texture | null });

export const newBlendMesh = (): NodeMesh =>
  newMesh(blendFragment, {
    uTexture: texture(),
    uBehind: texture(),
    uOver: { value: new Vector4() },
    uOverBehind: { value: new Vector4() },
    uBlend: { value: 0 },
  });

const newPassMesh = (fragment: string, uniforms: Record<string, IUniform>): NodeMesh => {
  const mesh = new Mesh(
    unitSquare,
    new ShaderMaterial({
      vertexShader: passVertex,
      fragmentShader: fragment,
      uniforms,
      transparent: true,
      depthTest: false,
      depthWrite: false,
      blending: NoBlending,
    }),
  );
  mesh.frustumCulled = false;
  mesh.matrixAutoUpdate = mesh.matrixWorldAutoUpdate = false;
  return mesh;
};

export const newBlurMesh = (): NodeMesh =>
  newPassMesh(blurFragment, {
    uTexture: texture(),
    uFrom: { value: new Vector4() },
    uBounds: { value: new Vector4() },
    uStep: { value: new Vector2() },
    uSigma: { value: 0 },
  });

export const newModeMesh = (): NodeMesh =>
  newPassMesh(modeFragment, { uTexture: texture(), uFrom: { value: new Vector4() }, uKey: { value: 0 } });

export const uniform = (mesh: NodeMesh, name: string): IUniform => {
  const found = mesh.material.uniforms[name];
  if (!found) throw new Error(`uniform: no ${name}`);
  return found;
};

/** Where a px of the canvas is found on a picture that lies over a region of it. */
export function overRegion(out: Vector4, { u, v, uw, vh }: Drawn, { x, y, w, h }: Region): void {
  out.set(uw / w, vh / h, u - (x * uw) / w, v - (y * vh) / h);
}

export const setBlend = (mesh: NodeMesh, blend: Blend): void =>
  void (uniform(mesh, 'uBlend').value = blendNumbers[blend]);

/** One step of a blur: from a surface to another, filtered by a normal curve of `sigma` px one way, or only shrunk. */
export interface BlurStep {
  readonly from: Surface;
  readonly to: Surface;
  readonly sigma: number;
  readonly dx: number;
  readonly dy: number;
}

/** The widest filter, px; what is wider is shrunk first. */
const widest = 4;
const mostShrunk = 32;

/** By how much a surface is shrunk before it is blurred by `sigma` device px. */
export function shrinkOf(sigma: number): number {
  let factor = 1;
  for (let left = sigma; left > widest && factor < mostShrunk; left /= 2) factor *= 2;
  return factor;
}

/**
 * The steps that blur a surface by `sigma` device px: shrunk by halves until a short filter will do, then filtered both ways.
 * Gives the last surface, or null where there is no room; those between are given back.
 */
export function blurSteps(
  source: Surface,
  sigma: number,
  surfaces: Surfaces,
  avoided: readonly (Surface | null)[],
  pageSide: number,
  onStep: (step: BlurStep) => void,
): Surface | null {
  const factor = shrinkOf(sigma);
  let from = source;
  const step = (shrunk: number, by: number, dx: number, dy: number): boolean => {
    const to = surfaces.take(source.box, [...avoided, from], pageSide, shrunk);
    if (!to) return false;
    onStep({ from, to, sigma: by, dx, dy });
    if (from !== source) surfaces.free(from);
    from = to;
    return true;
  };
  for (let shrunk = 2; shrunk <= factor; shrunk *= 2) if (!step(shrunk, 0, 0, 0)) return null;
  const left = sigma / factor;
  return step(factor, left, 1, 0) && step(factor, left, 0, 1) ? from : null;
}

/** Sets a mesh up for a step. */
export function setBlur(mesh: NodeMesh, { from, to, sigma, dx, dy }: BlurStep): void {
  const { width, height } = from.target;
  // Where a side is no multiple, the last of what is shrunk is made of less.
  const ratio = Math.max(1, Math.round(from.w / Math.max(1, to.w)));
  uniform(mesh, 'uTexture').value = from.target.texture;
  (uniform(mesh, 'uFrom').value as Vector4).set(
    from.x / width,
    // Aligned at the top, where the picture begins.
    (from.y + from.h - to.h * ratio) / height,
    (to.w * ratio) / width,
    (to.h * ratio) / height,
  );
  (uniform(mesh, 'uBounds').value as Vector4).set(
    (from.x - 0.5) / width,
    (from.y - 0.5) / height,
    (from.x + from.w + 0.5) / width,
    (from.y + from.h + 0.5) / height,
  );
  (uniform(mesh, 'uStep').value as Vector2).set(dx / width, dy / height);
  uniform(mesh, 'uSigma').value = sigma;
  mesh.material.uniformsNeedUpdate = true;
}

/** Sets a mesh up to show a surface whole, or its key. */
export function setMode(mesh: NodeMesh, from: Surface, isKey: boolean): void {
  const { width, height } = from.target;
  uniform(mesh, 'uTexture').value = from.target.texture;
  (uniform(mesh, 'uFrom').value as Vector4).set(
    from.x / width,
    from.y / height,
    from.w / width,
    from.h / height,
  );
  uniform(mesh, 'uKey').value = isKey ? 1 : 0;
  mesh.material.uniformsNeedUpdate = true;
}
