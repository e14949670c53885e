// What is done to whole pictures: laid on, blurred, cut by a mask, blended. All on quads in px of the canvas.
import {
  LinearFilter,
  SrcAlphaFactor,
  Vector2,
  Vector4,
  WebGLRenderTarget,
  ZeroFactor,
  type IUniform,
  type Texture,
} from 'three';
import type { Blend } from '../core/show';
import type { NodeMesh } from './drawers';
import { newMesh } from './materials';

/** A part of the canvas, px. */
export interface Region {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Lays a picture on, as it is or as a shadow of one colour. */
const layFragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec2 uOrigin;
uniform vec2 uExtent;
uniform vec2 uShift;
uniform vec4 uTint;   // premultiplied
uniform float uTinted;
uniform float uBoost;
void main() {
  vec4 c = texture2D(uTexture, (gl_FragCoord.xy - uOrigin - uShift) / uExtent);
  if (uTinted > 0.5) c = uTint * min(1.0, c.a * uBoost);
  gl_FragColor = c * (clipCoverage() * uOpacity);
}`;

/** W3C Compositing and Blending Level 1, section 10: separable blend modes, by number. */
const blendFragment = /* glsl */ `
uniform sampler2D uTexture;
uniform sampler2D uBehind;
uniform vec2 uOrigin;
uniform vec2 uExtent;
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
  vec2 uv = (gl_FragCoord.xy - uOrigin) / uExtent;
  vec4 s = texture2D(uTexture, uv);
  vec4 b = texture2D(uBehind, uv);
  vec3 cs = s.a > 0.0 ? s.rgb / s.a : vec3(0.0);
  vec3 cb = b.a > 0.0 ? b.rgb / b.a : vec3(0.0);
  float a = s.a * clipCoverage() * uOpacity;
  gl_FragColor = vec4(mix(cs, mixed(cb, cs), b.a) * a, a);
}`;

const blurFragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec2 uExtent;
uniform vec2 uStep;
uniform float uSigma;
void main() {
  vec2 uv = gl_FragCoord.xy / uExtent;
  if (uSigma <= 0.0) { gl_FragColor = texture2D(uTexture, uv); return; }
  vec4 sum = vec4(0.0);
  float whole = 0.0;
  for (int i = -12; i <= 12; i++) {
    float x = float(i);
    float weight = exp(-0.5 * x * x / (uSigma * uSigma));
    sum += texture2D(uTexture, uv + uStep * x) * weight;
    whole += weight;
  }
  gl_FragColor = sum / whole;
}`;

const maskFragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec2 uExtent;
uniform float uInverted;
void main() {
  float a = texture2D(uTexture, gl_FragCoord.xy / uExtent).a;
  gl_FragColor = vec4(0.0, 0.0, 0.0, mix(a, 1.0 - a, uInverted));
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
const pair = () => ({ value: new Vector2() });

export const newLayMesh = (): NodeMesh =>
  newMesh(layFragment, {
    uTexture: texture(),
    uOrigin: pair(),
    uExtent: pair(),
    uShift: pair(),
    uTint: { value: new Vector4() },
    uTinted: { value: 0 },
    uBoost: { value: 1 },
  });

export const newBlendMesh = (): NodeMesh =>
  newMesh(blendFragment, {
    uTexture: texture(),
    uBehind: texture(),
    uOrigin: pair(),
    uExtent: pair(),
    uBlend: { value: 0 },
  });

const newBlurMesh = (): NodeMesh =>
  newMesh(blurFragment, {
    uTexture: texture(),
    uExtent: pair(),
    uStep: pair(),
    uSigma: { value: 0 },
  });

function newMaskMesh(): NodeMesh {
  const mesh = newMesh(maskFragment, { uTexture: texture(), uExtent: pair(), uInverted: { value: 0 } });
  // Multiplies what is there by what comes.
  mesh.material.blendSrc = ZeroFactor;
  mesh.material.blendSrcAlpha = ZeroFactor;
  mesh.material.blendDst = SrcAlphaFactor;
  mesh.material.blendDstAlpha = SrcAlphaFactor;
  return mesh;
}

export const uniform = (mesh: NodeMesh, name: string): IUniform => {
  const found = mesh.material.uniforms[name];
  if (!found) throw new Error(`uniform: no ${name}`);
  return found;
};

export function setRegion(mesh: NodeMesh, { x, y, w, h }: Region): void {
  for (const name of ['uRect', 'uQuad']) (uniform(mesh, name).value as Vector4).set(x, y, w, h);
}

export const setBlend = (mesh: NodeMesh, blend: Blend): void =>
  void (uniform(mesh, 'uBlend').value = blendNumbers[blend]);

/** Render targets by size, handed out anew for each picture. */
export class Pool {
  private readonly kept = new Map<string, { targets: WebGLRenderTarget[]; used: number }>();

  take(width: number, height: number): WebGLRenderTarget {
    const key = `${width}x${height}`;
    let shelf = this.kept.get(key);
    if (!shelf) {
      shelf = { targets: [], used: 0 };
      this.kept.set(key, shelf);
    }
    let target = shelf.targets[shelf.used];
    if (!target) {
      target = new WebGLRenderTarget(width, height, {
        depthBuffer: false,
        generateMipmaps: false,
        minFilter: LinearFilter,
        magFilter: LinearFilter,
      });
      shelf.targets.push(target);
    }
    shelf.used += 1;
    return target;
  }

  /** All targets may be handed out again; sizes that were not asked for since the last time are let go. */
  restart(): void {
    for (const [key, shelf] of this.kept) {
      if (shelf.used === 0 && this.kept.size > 12) {
        for (const target of shelf.targets) target.dispose();
        this.kept.delete(key);
      }
      shelf.used = 0;
    }
  }

  dispose(): void {
    for (const { targets } of this.kept.values()) for (const target of targets) target.dispose();
    this.kept.clear();
  }
}

/** Runs one mesh into a target, over what is there or onto a clear one. */
export type Run = (mesh: NodeMesh, target: WebGLRenderTarget, clears: boolean) => void;

const widest = 4;

/** The passes that need no node: each mesh is used again and again. */
export class Passes {
  private readonly blurMesh = newBlurMesh();
  private readonly maskMesh = newMaskMesh();
  readonly meshes = [this.blurMesh, this.maskMesh];

  constructor(
    private readonly pool: Pool,
    private readonly run: Run,
  ) {}

  /** A picture blurred by `sigma` device px: shrunk by halves until a short filter will do, then filtered both ways. */
  blurred(from: WebGLRenderTarget, sigma: number, region: Region): WebGLRenderTarget {
    if (sigma < 0.25) return from;
    const { width, height } = from;
    let source = from;
    let factor = 1;
    let left = sigma;
    const mesh = this.blurMesh;
    setRegion(mesh, region);
    const pass = (wide: number, high: number, by: number, dx: number, dy: number): void => {
      const target = this.pool.take(wide, high);
      uniform(mesh, 'uTexture').value = source.texture;
      (uniform(mesh, 'uExtent').value as Vector2).set(wide, high);
      (uniform(mesh, 'uStep').value as Vector2).set(dx / source.width, dy / source.height);
      uniform(mesh, 'uSigma').value = by;
      mesh.material.uniformsNeedUpdate = true;
      this.run(mesh, target, true);
      source = target;
    };
    while (left > widest && factor < 32) {
      factor *= 2;
      left /= 2;
      pass(Math.ceil(width / factor), Math.ceil(height / factor), 0, 0, 0);
    }
    const [wide, high] = [source.width, source.height];
    pass(wide, high, left, 1, 0);
    pass(wide, high, left, 0, 1);
    return source;
  }

  /** Leaves of a picture only what a mask covers, or what it does not. */
  cut(picture: WebGLRenderTarget, mask: Texture, inverted: boolean, region: Region): void {
    const mesh = this.maskMesh;
    setRegion(mesh, region);
    uniform(mesh, 'uTexture').value = mask;
    (uniform(mesh, 'uExtent').value as Vector2).set(picture.width, picture.height);
    uniform(mesh, 'uInverted').value = inverted ? 1 : 0;
    mesh.material.uniformsNeedUpdate = true;
    this.run(mesh, picture, false);
  }
}
