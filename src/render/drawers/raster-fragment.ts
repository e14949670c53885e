/** Draws a texture over `uRect`. */
export const rasterFragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec4 uRect;
void main() {
  vec2 uv = (vLocal - uRect.xy) / uRect.zw;
  gl_FragColor = texture2D(uTexture, uv) * (clipCoverage() * uOpacity);
}`;
