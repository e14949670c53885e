// The one shader of all that is drawn on a rectangle: boxes, words, pieces, pictures, surfaces. What a quad is, it looks up
// in a texture of numbers. A program is compiled for what the quads of a batch have, so that no pixel pays for what none has.
import { ShaderMaterial, type Texture } from 'three';
import { laidOver } from './materials';
import { texelsAcross } from './numbers';

/** Texels of a quad's own; what only some have stands elsewhere, and the last of these say where. */
export const quadTexels = 9;
/** Texels of a clip: its inverse, its rectangle, its soft edge and its circle. */
export const clipTexels = 6;
/** How many textures of their own the quads of one batch may show, besides the atlas. */
export const mostOwn = 3;

/** What the quads of a batch have among them. */
export interface Features {
  /** 0: no picture; 1: of the atlas; 2: and one texture of its own; 3: and three. */
  readonly images: 0 | 1 | 2 | 3;
  readonly boxes: boolean;
  readonly cuts: boolean;
  readonly clips: number;
  readonly rounds: boolean;
  readonly slides: boolean;
  /** The most stops of a gradient; 0: there is none. */
  readonly stops: number;
  readonly masks: boolean;
  /** Some stand in space, or are cut by what does. */
  readonly space: boolean;
  /** Pictures of some are shown much smaller than they are. */
  readonly smooth: boolean;
}

const lookUp = /* glsl */ `
uniform highp sampler2D uNumbers;
vec4 number(int i) { return texelFetch(uNumbers, ivec2(i & ${texelsAcross - 1}, i / ${texelsAcross}), 0); }`;

/** What is the same all over a quad is handed on from its corners, or where a machine hands on less, looked up by each pixel. */
const varyings = /* glsl */ `
#if LEAN
flat varying int vStart; // where the numbers of the quad begin
#define FLAT
#else
#define FLAT flat varying
#endif
varying vec2 vLocal;
FLAT vec4 vTint;
#if IMAGES > 0
varying vec2 vUv;
#if SMOOTH
FLAT vec4 vUvRect; // left, top, right, bottom of the picture
#endif
FLAT vec3 vImage; // which texture (-1: none, 0: the atlas), which layer; above 0: its opacity alone, so many times
#endif
#if BOXES
FLAT vec2 vSize; // below 0: no box
FLAT vec4 vRadii;
#endif
#if CUTS
FLAT vec4 vCut; // left, top, right, bottom
#endif
#if CLIPS > 0
#if SPACE
varying vec3 vClip[CLIPS]; // to be divided by its last
#else
varying vec2 vClip[CLIPS];
#endif
FLAT vec4 vClipRect[CLIPS];
FLAT vec2 vClipEdge[CLIPS]; // soft, round
#endif
#if SLIDES
FLAT vec4 vSlides;
FLAT vec4 vDrawn; // where the picture lies
FLAT float vSolid; // the opacity of what is solid in it; 0: its outline is its box; below 0: nothing slides
FLAT vec2 vUvScale;
#endif
#if STOPS > 0
FLAT int vShade; // where its numbers are; below 0: no gradient
#endif
#if MASKS
varying vec2 vMaskUv;
FLAT vec2 vMask; // which texture, 1: inverted; below 0: no mask
#endif`;

const readFlat = /* glsl */ `
void readFlat(int start) {
  vec4 more = number(start + 6);
  vec4 rest = number(start + 8);
  vTint = number(start + 3);
#if IMAGES > 0
  vec4 image = number(start + 5);
  vImage = image.xyz;
#if SMOOTH
  vUvRect = image.w < 0.0 ? vec4(0.0, 0.0, 1.0, 1.0) : number(int(image.w));
#endif
#endif
#if BOXES
  vSize = more.xy;
  vRadii = number(start + 7);
#endif
#if CUTS
  vCut = rest.x < 0.0 ? vec4(-1e6, -1e6, 1e6, 1e6) : number(int(rest.x));
#endif
#if CLIPS > 0
  for (int i = 0; i < CLIPS; i++) {
    vClipRect[i] = vec4(-1e6, -1e6, 1e6, 1e6);
    vClipEdge[i] = vec2(0.0, -1.0);
    if (i >= int(more.w)) continue;
    int at = int(more.z) + i * ${clipTexels};
    vClipRect[i] = number(at + 4);
    vClipEdge[i] = number(at + 5).xy;
  }
#endif
#if SLIDES
  vSolid = -1.0;
  vUvScale = number(start + 4).xy;
  if (rest.y >= 0.0) {
    vSlides = number(int(rest.y));
    vDrawn = number(int(rest.y) + 1);
    vSolid = number(int(rest.y) + 2).x;
  }
#endif
#if STOPS > 0
  vShade = int(rest.z);
#endif
#if MASKS
  vMask = rest.w >= 0.0 ? number(int(rest.w) + 1).xy : vec2(-1.0, 0.0);
#endif
}`;

/**
 * The vectors of four numbers that are handed on to the pixels, each value in one of its own: never fewer than a machine
 * takes, which may lay two of two numbers together (the OpenGL ES Shading Language 3.00, appendix A.7).
 */
export function varyingsOf(features: Features): number {
  const { images, boxes, cuts, clips, slides, stops, masks, smooth } = features;
  return (
    2 +
    (images > 0 ? 2 + Number(smooth) : 0) +
    2 * Number(boxes) +
    Number(cuts) +
    3 * clips +
    4 * Number(slides) +
    Number(stops > 0) +
    2 * Number(masks)
  );
}

const vertexShader = /* glsl */ `
${lookUp}
uniform int uFirst;
${varyings}
${readFlat}
void main() {
  int start = int(number(uFirst + gl_InstanceID / 4)[gl_InstanceID % 4]);
  vec4 plane = number(start);
  vec4 place = number(start + 1);
  vec4 quad = number(start + 2);
  vec2 local = quad.xy + position.xy * quad.zw;
  local.x += place.z * local.y;
  vec4 world;
  if (place.w < 0.0) world = vec4(plane.xy * local.x + plane.zw * local.y + place.xy, 0.0, 1.0);
  else {
    int at = int(place.w);
    world = mat4(number(at), number(at + 1), number(at + 2), number(at + 3)) * vec4(local, 0.0, 1.0);
  }
#if LEAN
  vStart = start;
#else
  readFlat(start);
#endif
  vLocal = local;
#if IMAGES > 0
  vec4 uv = number(start + 4);
  vUv = local * uv.xy + uv.zw;
#endif
#if CLIPS > 0
  vec4 more = number(start + 6);
  for (int i = 0; i < CLIPS; i++) {
#if SPACE
    vClip[i] = vec3(0.0, 0.0, 1.0);
#else
    vClip[i] = vec2(0.0);
#endif
    if (i >= int(more.w)) continue;
    int at = int(more.z) + i * ${clipTexels};
    vec4 p = mat4(number(at), number(at + 1), number(at + 2), number(at + 3)) * world;
#if SPACE
    vClip[i] = p.xyw;
#else
    vClip[i] = p.xy;
#endif
  }
#endif
#if MASKS
  vec4 rest = number(start + 8);
  if (rest.w >= 0.0) {
    vec4 m = number(int(rest.w));
    vMaskUv = local * m.xy + m.zw;
  }
#endif
  gl_Position = projectionMatrix * world;
}`;

/** Edges one device pixel soft, whatever the scale and turn. */
const edges = /* glsl */ `
float reach(float value) { return max(length(vec2(dFdx(value), dFdy(value))), 1e-6); }
float within(vec2 p, vec4 r, vec2 soft) {
  vec2 low = clamp((p - r.xy) / soft + 0.5, 0.0, 1.0);
  vec2 high = clamp((r.zw - p) / soft + 0.5, 0.0, 1.0);
  return low.x * low.y * high.x * high.y;
}
#if BOXES
// Signed distance to a box of half size b about the origin, radii r: top left, top right, bottom right, bottom left.
float roundedBox(vec2 p, vec2 b, vec4 r) {
  float radius = p.y < 0.0 ? (p.x < 0.0 ? r.x : r.y) : (p.x < 0.0 ? r.w : r.z);
  vec2 q = abs(p) - b + radius;
  return min(max(q.x, q.y), 0.0) + length(max(q, 0.0)) - radius;
}
float boxAt(vec2 p) {
  float d = roundedBox(p - vSize * 0.5, vSize * 0.5, vRadii);
  return clamp(0.5 - d / reach(d), 0.0, 1.0);
}
#endif`;

/**
 * A gradient for each pixel, as in CSS Images 3 (linear, from corner to corner) and the two circles of the HTML canvas
 * (radial), with noise of less than a step so that a long one has no bands (interleaved gradient noise: J. Jimenez,
 * Next Generation Post Processing in Call of Duty, 2014).
 */
const gradients = /* glsl */ `
#if STOPS > 0
float shadeAt(vec2 p, vec4 box, vec4 line) {
  if (box.z < 1.5) return dot(p - box.xy * 0.5, line.xy) / (2.0 * line.z) + 0.5;
  vec4 turn = number(vShade + 2);
  vec2 q = p - line.xy * box.xy;
  q = vec2(turn.x * q.x + turn.y * q.y, (turn.x * q.y - turn.y * q.x) / line.w);
  vec2 focus = vec2(turn.z * line.z, 0.0);
  q -= focus;
  float along = dot(q, focus);
  float room = line.z * line.z - dot(focus, focus);
  return (along + sqrt(max(0.0, along * along + room * dot(q, q)))) / room;
}
vec4 shade(vec2 p) {
  vec4 box = number(vShade);
  float t = shadeAt(p, box, number(vShade + 1));
  vec4 colour = number(vShade + 4);
  for (int i = 1; i < STOPS; i++) {
    if (i >= int(box.w)) break;
    vec4 stop = number(vShade + 3 + 2 * i);
    colour = mix(colour, number(vShade + 4 + 2 * i), clamp((t - stop.x) * stop.y, 0.0, 1.0));
  }
  float noise = fract(52.9829189 * fract(dot(gl_FragCoord.xy, vec2(0.06711056, 0.00583715))));
  return vec4(colour.rgb * colour.a, colour.a) + (noise - 0.5) / 255.0;
}
#endif`;

const images = /* glsl */ `
#if IMAGES > 0
uniform highp sampler2DArray uAtlas;
#endif
#if IMAGES > 1
uniform sampler2D uOwn0;
#endif
#if IMAGES > 2
uniform sampler2D uOwn1;
uniform sampler2D uOwn2;
#endif
#if IMAGES > 0
vec4 imageAt(float which, vec2 uv) {
#if IMAGES > 2
  if (which > 2.5) return texture(uOwn2, uv);
  if (which > 1.5) return texture(uOwn1, uv);
#endif
#if IMAGES > 1
  if (which > 0.5) return texture(uOwn0, uv);
#endif
  return texture(uAtlas, vec3(uv, vImage.y));
}
#if SMOOTH
vec4 tapAt(vec2 uv, vec2 dx, vec2 dy) {
#if IMAGES > 2
  if (vImage.x > 2.5) return textureGrad(uOwn2, uv, dx, dy);
  if (vImage.x > 1.5) return textureGrad(uOwn1, uv, dx, dy);
#endif
#if IMAGES > 1
  if (vImage.x > 0.5) return textureGrad(uOwn0, uv, dx, dy);
#endif
  return textureGrad(uAtlas, vec3(uv, vImage.y), dx, dy);
}
vec2 texels() {
#if IMAGES > 2
  if (vImage.x > 2.5) return vec2(textureSize(uOwn2, 0));
  if (vImage.x > 1.5) return vec2(textureSize(uOwn1, 0));
#endif
#if IMAGES > 1
  if (vImage.x > 0.5) return vec2(textureSize(uOwn0, 0));
#endif
  return vec2(textureSize(uAtlas, 0).xy);
}
// The mean of what a pixel covers of the picture: as many taps each way as it covers texels, at most twelve. The fewer pixels
// a picture is shown on, the more each of them asks for, so that all of it costs as much as at its size.
vec4 smoothAt(vec2 uv) {
  vec2 dx = dFdx(uv);
  vec2 dy = dFdy(uv);
  vec2 size = texels();
  int across = int(clamp(ceil(length(dx * size) - 0.2), 1.0, 12.0));
  int down = int(clamp(ceil(length(dy * size) - 0.2), 1.0, 12.0));
  dx /= float(across);
  dy /= float(down);
  vec4 sum = vec4(0.0);
  for (int i = 0; i < across; i++)
    for (int j = 0; j < down; j++) {
      vec2 at = uv + dx * (float(i) - 0.5 * float(across - 1)) + dy * (float(j) - 0.5 * float(down - 1));
      sum += tapAt(clamp(at, vUvRect.xy, vUvRect.zw), dx, dy);
    }
  return sum / float(across * down);
}
#endif
#endif`;

const fragmentShader = /* glsl */ `
${lookUp}
${varyings}
#if LEAN
${readFlat}
#endif
${edges}
${gradients}
${images}
#if SLIDES
// How much of what is wiped by its own outline is seen at a place it is moved by.
float slid(vec2 by) {
#if IMAGES > 0
  if (vSolid > 0.0) {
    vec2 part = (vLocal - by - vDrawn.xy) / vDrawn.zw;
    vec2 inside = step(vec2(0.0), part) * step(part, vec2(1.0));
    return min(1.0, imageAt(vImage.x, vUv - by * vUvScale).a / vSolid) * inside.x * inside.y;
  }
#endif
#if BOXES
  return boxAt(vLocal - by);
#endif
  return 1.0;
}
#endif
void main() {
#if LEAN
  readFlat(vStart);
#endif
  vec4 colour = vTint;
#if STOPS > 0
  if (vShade >= 0) colour *= shade(vLocal);
#endif
#if IMAGES > 0
#if SMOOTH
  vec4 drawn = smoothAt(vUv);
#else
  vec4 drawn = imageAt(vImage.x, vUv);
#endif
  if (vImage.z > 0.0) drawn = vec4(min(1.0, drawn.a * vImage.z));
  colour *= vImage.x < -0.5 ? vec4(1.0) : drawn;
#endif
  float cover = 1.0;
#if BOXES
  if (vSize.x >= 0.0) cover = boxAt(vLocal);
#endif
#if CUTS
  cover *= within(vLocal, vCut, vec2(reach(vLocal.x), reach(vLocal.y)));
#endif
#if SLIDES
  if (vSolid >= 0.0) {
    if (vSlides.x != 0.0 || vSlides.y != 0.0) cover = min(cover, slid(vSlides.xy));
    if (vSlides.z != 0.0 || vSlides.w != 0.0) cover = min(cover, slid(-vSlides.zw));
  }
#endif
#if CLIPS > 0
  for (int i = 0; i < CLIPS; i++) {
#if SPACE
    vec2 p = vClip[i].xy / vClip[i].z;
#else
    vec2 p = vClip[i];
#endif
    vec4 r = vClipRect[i];
#if ROUNDS
    if (vClipEdge[i].y >= 0.0) {
      float far = length(p - r.xy);
      float edge = max(reach(far), vClipEdge[i].x);
      cover *= clamp((vClipEdge[i].y - far) / edge + 0.5, 0.0, 1.0);
      continue;
    }
#endif
    cover *= within(p, r, max(vec2(reach(p.x), reach(p.y)), vec2(vClipEdge[i].x)));
  }
#endif
#if MASKS
  if (vMask.x >= 0.0) {
    float covered = imageAt(vMask.x, vMaskUv).a;
    cover *= mix(covered, 1.0 - covered, vMask.y);
  }
#endif
  gl_FragColor = colour * cover;
}`;

const quadUniforms = () => ({
  uNumbers: { value: null as Texture | null },
  uFirst: { value: 0 },
  uAtlas: { value: null as Texture | null },
  uOwn0: { value: null as Texture | null },
  uOwn1: { value: null as Texture | null },
  uOwn2: { value: null as Texture | null },
});

/** A material for what quads have among them, on a machine that hands on so many vectors. Its colours are premultiplied. */
export function quadMaterial(features: Features, mostVaryings: number): ShaderMaterial {
  return new ShaderMaterial({
    vertexShader,
    fragmentShader,
    uniforms: quadUniforms(),
    defines: {
      LEAN: Number(varyingsOf(features) > mostVaryings),
      IMAGES: features.images,
      BOXES: Number(features.boxes),
      CUTS: Number(features.cuts),
      CLIPS: features.clips,
      ROUNDS: Number(features.rounds),
      SLIDES: Number(features.slides),
      STOPS: features.stops,
      MASKS: Number(features.masks),
      SPACE: Number(features.space),
      SMOOTH: Number(features.smooth && features.images > 0),
    },
    ...laidOver,
  });
}
