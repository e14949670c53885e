// What the shaders of meshes share. A program is compiled for what a mesh has (CLIPS, ROUND), so that no pixel pays for what
// is not there.

/** What every vertex shader says of clips: before its `main`, and in it once `world` is known. */
export const clipsBefore = /* glsl */ `
#if CLIPS > 0
uniform mat4 uClipInverse[CLIPS];
varying vec3 vClip[CLIPS];
#endif`;
export const clipsWithin = /* glsl */ `
#if CLIPS > 0
  for (int i = 0; i < CLIPS; i++) vClip[i] = (uClipInverse[i] * world).xyw;
#endif`;

/** Places a unit square over `uQuad` (x, y, w, h in the node's px), and carries the clips along. */
export const vertexShader = /* glsl */ `
uniform vec4 uQuad;
varying vec2 vLocal;
${clipsBefore}
void main() {
  vec2 local = uQuad.xy + position.xy * uQuad.zw;
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
varying vec3 vClip[CLIPS];
#endif

float reach(float value) { return max(length(vec2(dFdx(value), dFdy(value))), 1e-6); }

float clipCoverage() {
  float cover = 1.0;
#if CLIPS > 0
  for (int i = 0; i < CLIPS; i++) {
    vec2 p = vClip[i].xy / vClip[i].z;
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
}`;
