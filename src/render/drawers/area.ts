import { Vector2, Vector4, type BufferGeometry } from 'three';
import { boundsThrough, growthThrough, type Area, type AreaNode } from '../../core/display';
import { areaGeometry, type AreaGeometry } from '../area-geometry';
import { newMesh, placeMesh, setColour, type Uniforms } from '../materials';
import { clipsBefore, clipsWithin } from '../shader';
import type { Box } from '../sheet';
import type { Drawer } from './drawer';

/**
 * Places the outline and lets its edges reach out by device px, whatever the scale: `uUnit` is the length of a device px in
 * the node's px, `uHalf` half the stroke in device px.
 */
const vertex = /* glsl */ `
attribute vec2 aNormal;
uniform float uUnit;
uniform float uHalf;
varying vec2 vLocal;
varying float vRole;
varying float vFar; // device px from the edge or from the middle of the stroke
${clipsBefore}
void main() {
  float role = position.z;
  float far = role > 1.5 ? uHalf + 1.0 : role < -1.5 ? -uHalf - 1.0 : role > 0.75 ? 1.0 : 0.0;
  vRole = abs(role) > 1.5 ? 2.0 : role > 0.25 ? 1.0 : 0.0;
  vFar = far;
  vec2 local = position.xy + aNormal * (far * uUnit);
  vec4 world = modelMatrix * vec4(local, 0.0, 1.0);
  vLocal = local;
${clipsWithin}
  gl_Position = projectionMatrix * viewMatrix * world;
}`;

const fragment = /* glsl */ `
uniform vec4 uFill;
uniform vec4 uStroke;
uniform vec4 uInk;
uniform float uPattern; // 0: none, 1: lines, 2: dots, 3: grid, 4: checks, 5: weave
uniform float uTile; // device px
uniform vec2 uTurn; // cosine and sine of its angle
uniform float uUnit;
uniform float uHalf;
varying float vRole;
varying float vFar;

// Of a band about the middle of each tile, as wide as a part of it.
float band(float at, float part) { return clamp((part * 0.5 - abs(fract(at) - 0.5)) * uTile + 0.5, 0.0, 1.0); }
float patternAt(vec2 p) {
  vec2 q = vec2(uTurn.x * p.x + uTurn.y * p.y, uTurn.x * p.y - uTurn.y * p.x) / uTile;
  if (uPattern < 1.5) return band(q.y, 0.5);
  if (uPattern < 2.5) return clamp((0.27 - length(fract(q) - 0.5)) * uTile + 0.5, 0.0, 1.0);
  if (uPattern < 3.5) return max(band(q.x, 0.14), band(q.y, 0.14));
  vec2 half_ = vec2(band(q.x, 0.5), band(q.y, 0.5));
  if (uPattern < 4.5) return half_.x + half_.y - 2.0 * half_.x * half_.y;
  return max(band(q.y, 0.14) * half_.x, band(q.x, 0.14) * (1.0 - half_.y));
}
void main() {
  float seen = clipCoverage() * uOpacity;
  if (vRole > 1.5) {
    gl_FragColor = uStroke * (clamp(uHalf + 0.5 - abs(vFar), 0.0, 1.0) * min(1.0, uHalf * 2.0) * seen);
    return;
  }
  vec4 fill = uFill;
  if (uPattern > 0.5) {
    float ink = patternAt(vLocal / uUnit) * uInk.a;
    fill = fill * (1.0 - ink) + vec4(uInk.rgb, uInk.a) * (ink / max(uInk.a, 1e-4));
  }
  gl_FragColor = fill * ((vRole > 0.5 ? 1.0 - clamp(vFar, 0.0, 1.0) : 1.0) * seen);
}`;

const patterns = { lines: 1, dots: 2, grid: 3, checks: 4, weave: 5 } as const;

const geometries = new WeakMap<Area, AreaGeometry>();
/** Geometries go with the areas that they were made of. */
const gone = new FinalizationRegistry<BufferGeometry>((geometry) => geometry.dispose());
function geometryOf(area: Area): AreaGeometry {
  let own = geometries.get(area);
  if (!own) {
    own = areaGeometry(area);
    geometries.set(area, own);
    gone.register(area, own.geometry);
  }
  return own;
}

const reachOf = ({ stroke }: AreaNode): number => (stroke ? stroke.width * 1.25 : 0) + 2;

function set(uniforms: Uniforms, name: string, value: number): void {
  const uniform = uniforms[name];
  if (uniform) uniform.value = value;
}
const colour = (uniforms: Uniforms, name: string, value: string): void =>
  setColour(uniforms[name]?.value as Vector4, value);

const newAreaMesh = () =>
  newMesh(
    fragment,
    {
      uFill: { value: new Vector4() },
      uStroke: { value: new Vector4() },
      uInk: { value: new Vector4() },
      uPattern: { value: 0 },
      uTile: { value: 1 },
      uTurn: { value: new Vector2(1, 0) },
      uUnit: { value: 1 },
      uHalf: { value: 0 },
    },
    vertex,
  );

const box: Box = new Float64Array(4);

export const areaDrawer: Drawer<AreaNode> = {
  keeper: newAreaMesh,
  draw(node, sheet, { placing, opacity }, context) {
    const { scale } = context;
    const { area, fill, stroke, matrix: m } = node;
    const own = geometryOf(area);
    if (own.geometry.index === null || own.geometry.index.count === 0) return;
    const mesh = context.meshFor(node.key, 'area', newAreaMesh);
    mesh.geometry = own.geometry as typeof mesh.geometry;
    const { uniforms } = mesh.material;
    const by = Math.abs(growthThrough(m, (own.left + own.right) / 2, (own.top + own.bottom) / 2));
    const unit = 1 / Math.max(1e-6, by * scale);
    set(uniforms, 'uUnit', unit);
    set(uniforms, 'uHalf', stroke ? (stroke.width / 2) * scale : 0);
    colour(uniforms, 'uStroke', stroke ? stroke.colour : '#00000000');
    const base = typeof fill === 'string' ? fill : typeof fill.base === 'string' ? fill.base : '#00000000';
    colour(uniforms, 'uFill', base);
    set(uniforms, 'uPattern', typeof fill === 'string' ? 0 : patterns[fill.pattern]);
    if (typeof fill !== 'string') {
      colour(uniforms, 'uInk', fill.ink);
      set(uniforms, 'uTile', Math.max(3, fill.size * scale));
      const angle = (fill.angle * Math.PI) / 180;
      (uniforms['uTurn']?.value as Vector2).set(Math.cos(angle), Math.sin(angle));
    }
    const pad = reachOf(node) / Math.max(1e-6, by);
    (uniforms['uRect']?.value as Vector4).set(
      own.left - pad,
      own.top - pad,
      own.right - own.left + 2 * pad,
      own.bottom - own.top + 2 * pad,
    );
    if (!placeMesh(mesh, placing, opacity, scale)) return;
    const { x, y, z, w } = uniforms['uRect']?.value as Vector4;
    boundsThrough(box, m, x, y, z, w);
    sheet.put(mesh, box);
  },
  covers(node) {
    const own = geometryOf(node.area);
    const pad = reachOf(node);
    return {
      x: own.left - pad,
      y: own.top - pad,
      w: own.right - own.left + 2 * pad,
      h: own.bottom - own.top + 2 * pad,
    };
  },
};
