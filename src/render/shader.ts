import { maxClips } from '../core/frame';

/** Places a unit square over `uRect` (x, y, w, h in the node's px) and carries the clips along. */
export const vertexShader = /* glsl */ `
uniform vec4 uRect;
uniform mat4 uClipInverse[${maxClips}];
uniform int uClipCount;
varying vec2 vLocal;
varying vec2 vClip[${maxClips}];
void main() {
  vec2 local = uRect.xy + position.xy * uRect.zw;
  vec4 world = modelMatrix * vec4(local, 0.0, 1.0);
  vLocal = local;
  for (int i = 0; i < ${maxClips}; i++) vClip[i] = i < uClipCount ? (uClipInverse[i] * world).xy : vec2(0.0);
  gl_Position = projectionMatrix * viewMatrix * world;
}`;

/** What every drawable's fragment shader shares: edges one device pixel soft, whatever the scale and turn. */
export const coverage = /* glsl */ `
uniform vec4 uClipRect[${maxClips}];
uniform float uClipSoft[${maxClips}];
uniform float uClipRound[${maxClips}];
uniform int uClipCount;
uniform float uOpacity;
varying vec2 vLocal;
varying vec2 vClip[${maxClips}];

float reach(float value) { return max(length(vec2(dFdx(value), dFdy(value))), 1e-6); }

float clipCoverage() {
  float cover = 1.0;
  for (int i = 0; i < ${maxClips}; i++) {
    vec2 p = vClip[i];
    vec2 soft = max(vec2(reach(p.x), reach(p.y)), vec2(uClipSoft[i]));
    if (i < uClipCount) {
      vec4 r = uClipRect[i];
      if (uClipRound[i] >= 0.0) {
        float far = length(p - r.xy);
        float edge = max(reach(far), uClipSoft[i]);
        cover *= clamp((uClipRound[i] - far) / edge + 0.5, 0.0, 1.0);
        continue;
      }
      vec2 low = clamp((p - r.xy) / soft + 0.5, 0.0, 1.0);
      vec2 high = clamp((r.zw - p) / soft + 0.5, 0.0, 1.0);
      cover *= low.x * low.y * high.x * high.y;
    }
  }
  return cover;
}

// Signed distance to a box of half size b about the origin, radii r: top left, top right, bottom right, bottom left.
float roundedBox(vec2 p, vec2 b, vec4 r) {
  float radius = p.y < 0.0 ? (p.x < 0.0 ? r.x : r.y) : (p.x < 0.0 ? r.w : r.z);
  vec2 q = abs(p) - b + radius;
  return min(max(q.x, q.y), 0.0) + length(max(q, 0.0)) - radius;
}

float boxAt(vec2 p, vec2 size, vec4 radii) {
  float d = roundedBox(p - size * 0.5, size * 0.5, radii);
  return clamp(0.5 - d / reach(d), 0.0, 1.0);
}

// Px that it is moved by to be wiped by its own outline: right, down, left, up; below 0 it is not.
uniform vec4 uSlides;
float boxCoverage(vec2 size, vec4 radii) {
  float cover = boxAt(vLocal, size, radii);
  if (uSlides.x < 0.0) return cover;
  cover = min(cover, boxAt(vLocal - vec2(uSlides.x, uSlides.y), size, radii));
  return min(cover, boxAt(vLocal + vec2(uSlides.z, uSlides.w), size, radii));
}`;
