import { Vector2, Vector4, type IUniform, type Mesh, type PlaneGeometry, type ShaderMaterial } from 'three';
import { mostShaded } from '../core/display';
import type { Gradient } from '../core/show';
import { setVariant, type Uniforms } from './materials';

/**
 * A gradient for each pixel, as in CSS Images 3 (linear, from corner to corner) and the two circles of the HTML canvas
 * (radial), with noise of less than a step so that a long one has no bands (interleaved gradient noise: J. Jimenez,
 * Next Generation Post Processing in Call of Duty, 2014).
 */
export const gradientShader = /* glsl */ `
#if SHADES > 0 // 1: linear, 2: radial
uniform vec2 uShadeBox;
uniform vec4 uShadeLine; // linear: cos, sin, half its length; radial: x, y, radius, ratio
uniform vec2 uShadeTurn; // radial: angle, focus
uniform float uStopAt[STOPS];
uniform float uStopRise[STOPS]; // 1 over the way from the stop before
uniform vec4 uStopColour[STOPS]; // not premultiplied

float shadeAt(vec2 p) {
#if SHADES == 1
  return dot(p - uShadeBox * 0.5, uShadeLine.xy) / (2.0 * uShadeLine.z) + 0.5;
#else
  vec2 q = p - uShadeLine.xy * uShadeBox;
  float c = cos(uShadeTurn.x);
  float s = sin(uShadeTurn.x);
  q = vec2(c * q.x + s * q.y, (c * q.y - s * q.x) / uShadeLine.w);
  float radius = uShadeLine.z;
  vec2 focus = vec2(uShadeTurn.y * radius, 0.0);
  q -= focus;
  float along = dot(q, focus);
  float room = radius * radius - dot(focus, focus);
  return (along + sqrt(max(0.0, along * along + room * dot(q, q)))) / room;
#endif
}

vec4 shade(vec2 p) {
  float t = shadeAt(p);
  vec4 colour = uStopColour[0];
  for (int i = 1; i < STOPS; i++) {
    colour = mix(colour, uStopColour[i], clamp((t - uStopAt[i - 1]) * uStopRise[i], 0.0, 1.0));
  }
  float noise = fract(52.9829189 * fract(dot(gl_FragCoord.xy, vec2(0.06711056, 0.00583715))));
  return vec4(colour.rgb * colour.a, colour.a) + (noise - 0.5) / 255.0;
}
#endif`;

export const gradientUniforms = (): Uniforms => ({
  uShadeBox: { value: new Vector2() },
  uShadeLine: { value: new Vector4() },
  uShadeTurn: { value: new Vector2() },
  uStopAt: { value: new Array<number>(mostShaded).fill(1) },
  uStopRise: { value: new Array<number>(mostShaded).fill(0) },
  uStopColour: { value: Array.from({ length: mostShaded }, () => new Vector4()) },
});

/** What was last told of a gradient, so that it is read again only when another comes. */
const told = new WeakMap<Uniforms, { by: object; w: number; h: number }>();

/** Tells a mesh the gradient that fills a box of w by h px; null: none. `by` is another object where it differs. */
export function setGradient(
  mesh: Mesh<PlaneGeometry, ShaderMaterial>,
  gradient: Gradient | null,
  w: number,
  h: number,
  by: object | null = gradient,
): void {
  if (!gradient || !by) return setVariant(mesh, 'SHADES', 0);
  const { uniforms } = mesh.material;
  const at = (name: string): IUniform => uniforms[name] as IUniform;
  setVariant(mesh, 'SHADES', gradient.kind === 'linear' ? 1 : 2);
  setVariant(mesh, 'STOPS', Math.max(2, gradient.stops.length));
  const last = told.get(uniforms);
  if (last?.by === by && last.w === w && last.h === h) return;
  told.set(uniforms, { by, w, h });
  (at('uShadeBox').value as Vector2).set(w, h);
  const line = at('uShadeLine').value as Vector4;
  if (gradient.kind === 'linear') {
    const angle = (gradient.angle * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    line.set(cos, sin, Math.max(1e-6, (Math.abs(w * cos) + Math.abs(h * sin)) / 2), 0);
  } else {
    const radius = Math.max(1e-6, (Math.hypot(w, h) / 2) * gradient.radius);
    line.set(gradient.x, gradient.y, radius, gradient.ratio ?? 1);
    (at('uShadeTurn').value as Vector2).set(
      ((gradient.angle ?? 0) * Math.PI) / 180,
      Math.min(0.999, gradient.focus ?? 0),
    );
  }
  const stops = [...gradient.stops].sort((a, b) => a.at - b.at);
  stops.forEach((stop, i) => {
    (at('uStopAt').value as number[])[i] = stop.at;
    (at('uStopRise').value as number[])[i] = 1 / Math.max(1e-6, stop.at - (stops[i - 1]?.at ?? 0));
    const part = (from: number): number => parseInt(stop.colour.slice(from, from + 2), 16) / 255;
    const alpha = stop.colour.length === 9 ? part(7) : 1;
    (at('uStopColour').value as Vector4[])[i]?.set(part(1), part(3), part(5), alpha);
  });
}
