// A program is compiled for what a drawable has (CLIPS, ROUND, SLIDES and, of gradients, SHADES and STOPS), so that no pixel
// pays for what is not there.

/** What every vertex shader says of clips: before its `main`, and in it once `world` is known. */
export const clipsBefore = /* glsl */ `
#if CLIPS > 0
uniform mat4 uClipInverse[CLIPS];
varying vec2 vClip[CLIPS];
#endif`;
export const clipsWithin = /* glsl */ `
#if CLIPS > 0
  for (int i = 0; i < CLIPS; i++) vClip[i] = (uClipInverse[i] * world).xy;
#endif`;

/** Places a unit square over `uQuad` (x, y, w, h in the node's px), leaning by so many px for a px down, and carries the clips along. */
export const vertexShader = /* glsl */ `
uniform vec4 uQuad;
uniform float uLean;
varying vec2 vLocal;
${clipsBefore}
void main() {
  vec2 local = uQuad.xy + position.xy * uQuad.zw;
  local.x += uLean * local.y;
  vec4 world = modelMatrix * vec4(local, 0.0, 1.0);
  vLocal = local;
${clipsWithin}
  gl_Position = projectionMatrix * viewMatrix * world;
}`;

/** What every drawable's fragment shader shares: edges one device pixel soft, whatever the scale and turn. */
export const coverage = /* glsl */ `
uniform float uOpacity;
varying vec2 vLocal;
#if CLIPS > 0
uniform vec4 uClipRect[CLIPS];
uniform float uClipSoft[CLIPS];
uniform float uClipRound[CLIPS];
varying vec2 vClip[CLIPS];
#endif

float reach(float value) { return max(length(vec2(dFdx(value), dFdy(value))), 1e-6); }

float clipCoverage() {
  float cover = 1.0;
#if CLIPS > 0
  for (int i = 0; i < CLIPS; i++) {
    vec2 p = vClip[i];
    vec4 r = uClipRect[i];
#if ROUND > 0
    if (uClipRound[i] >= 0.0) {
      float far = length(p - r.xy);
      float edge = max(reach(far), uClipSoft[i]);
      cover *= clamp((uClipRound[i] - far) / edge + 0.5, 0.0, 1.0);
      continue;
    }
#endif
    vec2 soft = max(vec2(reach(p.x), reach(p.y)), vec2(uClipSoft[i]));
    vec2 low = clamp((p - r.xy) / soft + 0.5, 0.0, 1.0);
    vec2 high = clamp((r.zw - p) / soft + 0.5, 0.0, 1.0);
    cover *= low.x * low.y * high.x * high.y;
  }
#endif
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

#if SLIDES > 0 // 1: right and down, 2: left and up, 3: both
// Px that it is moved by to be wiped by its own outline: right, down, left, up.
uniform vec4 uSlides;
#endif
float boxCoverage(vec2 size, vec4 radii) {
  float cover = boxAt(vLocal, size, radii);
#if SLIDES == 1 || SLIDES == 3
  cover = min(cover, boxAt(vLocal - vec2(uSlides.x, uSlides.y), size, radii));
#endif
#if SLIDES >= 2
  cover = min(cover, boxAt(vLocal + vec2(uSlides.z, uSlides.w), size, radii));
#endif
  return cover;
}`;
