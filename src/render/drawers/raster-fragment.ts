import { gradientShader } from '../gradient';

/** A texture over `uRect`, and how much of it is seen: clipped, and wiped by its own outline. */
const raster = /* glsl */ `
uniform sampler2D uTexture;
uniform vec4 uRect;
uniform float uSolid; // the opacity of what is solid in it
float solidAt(vec2 uv) {
  vec2 inside = step(vec2(0.0), uv) * step(uv, vec2(1.0));
  return min(1.0, texture2D(uTexture, uv).a / uSolid) * inside.x * inside.y;
}
float rasterCoverage(vec2 uv) {
  float cover = clipCoverage() * uOpacity;
  float solid = 1.0;
#if SLIDES == 1 || SLIDES == 3
  solid = solidAt(uv - uSlides.xy / uRect.zw);
#endif
#if SLIDES >= 2
  solid = min(solid, solidAt(uv + uSlides.zw / uRect.zw));
#endif
  return cover * solid;
}`;

/** Draws a texture over `uRect`. */
export const rasterFragment = /* glsl */ `
${raster}
void main() {
  vec2 uv = (vLocal - uRect.xy) / uRect.zw;
  gl_FragColor = texture2D(uTexture, uv) * rasterCoverage(uv);
}`;

/** The same; a shape whose fill is a gradient is a white one that the gradient colours. */
export const shapeFragment = /* glsl */ `
${raster}
${gradientShader}
void main() {
  vec2 uv = (vLocal - uRect.xy) / uRect.zw;
  vec4 drawn = texture2D(uTexture, uv);
#if SHADES > 0
  drawn = shade(vLocal) * drawn.a;
#endif
  gl_FragColor = drawn * rasterCoverage(uv);
}`;
